import { ClutchDraft, incubationApi, newId } from '@hatch-book/contract'
import { CLUTCH_KINDS, type ClutchKind } from '@hatch-book/core'
import { App, Button, DatePicker, Input, InputNumber, Select } from 'antd'
import type { Dayjs } from 'dayjs'
import { useState, type FormEvent } from 'react'
import { useNavigate, useSearchParams } from 'react-router'
import type { RefusedError } from '../shell/api'
import { fit, send } from '../shell/api'
import { useFigures } from '../shell/figures'
import { rememberWritten } from '../shell/log'
import { useAnimals, useClutches, usePairings, usePlaces, useProtocols } from '../shell/queries'
import { useSession } from '../shell/session'
import { fromWallClock, toWallClock } from '../shell/wallClock'
import { BoxAndMethod } from './BoxAndMethod'
import { boxesOf } from './boxes'
import { CountedFields, countOf, freshCount, type CountedDraft } from './CountedFields'
import { EggGrid, type FoundEgg } from './EggGrid'
import { LitterFields, type LitterDraft } from './LitterFields'
import { nextTags } from './tags'
import { MassInput } from '../parts/MassInput'
import { pairingOptions } from './pairingOptions'
import { useGoOn } from '../shell/useGoOn'

/** Kinds whose eggs are kept one by one. */
const SINGLY: readonly ClutchKind[] = ['clutch', 'singly boxed eggs']
const USUAL_EGGS = 8
const isKind = (text: string | null): text is ClutchKind => CLUTCH_KINDS.includes(text as ClutchKind)
const freshEggs = (count: number): FoundEgg[] =>
  Array.from({ length: count }, () => ({ id: newId(), fate: 'set', grams: '' }))

/** A clutch of any kind as it is found: when, whose, how many, each as it looks, into which box and by which method. */
export function ClutchFormPage() {
  const [params] = useSearchParams()
  const { data: pairings } = usePairings()
  const { data: animals } = useAnimals()
  const { data: places } = usePlaces()
  const { data: clutches } = useClutches()
  const { data: protocols } = useProtocols()
  const { now, book } = useSession()
  const figures = useFigures()
  const { notification } = App.useApp()
  const navigate = useNavigate()
  const goOn = useGoOn()
  const [pairingId, setPairing] = useState<string | null>(params.get('pairing'))
  const [damId, setDam] = useState<string | null>(params.get('dam'))
  const asked = params.get('kind')
  const [chosenKind, setKind] = useState<ClutchKind | null>(isKind(asked) ? asked : null)
  const [found, setFound] = useState<Dayjs>(() => toWallClock(now, book.zone))
  const [hours, setHours] = useState(12)
  const [method, setMethod] = useState<string | null>(null)
  const [boxId, setBox] = useState<string | null>(null)
  const [typedEggs, setEggs] = useState<FoundEgg[] | null>(null)
  const [typedCount, setCounted] = useState<CountedDraft | null>(null)
  const [typedLitter, setLitter] = useState<LitterDraft | null>(null)
  const [damGrams, setDamGrams] = useState('')
  const [unread, setUnread] = useState<string | null>(null)
  const [note, setNote] = useState('')
  const [error, setError] = useState<RefusedError | null>(null)
  const [fresh] = useState(() => freshEggs(300))
  if (!pairings || !animals || !places || !clutches || !protocols) return null
  const pairing = pairings.find((p) => p.id === pairingId)
  const dam = animals.find((a) => a.id === (pairing?.female.id ?? damId))
  const protocol = protocols.find((p) => p.species === dam?.species)
  const methods = protocol?.methods ?? []
  const kind: ClutchKind = chosenKind ?? (dam && methods.length === 0 ? 'litter' : 'clutch')
  const usual = Math.min(300, Math.max(1, Math.round(protocol?.usualCount ?? USUAL_EGGS)))
  const eggs = typedEggs ?? fresh.slice(0, usual)
  const counted = typedCount ?? freshCount(usual)
  const youngOf = (count: number, before: LitterDraft['live'] = []): LitterDraft['live'] => {
    const tags = nextTags(
      dam?.tag ?? 'Y',
      animals.map((a) => a.tag),
      count,
    )
    return Array.from(
      { length: count },
      (_, i) => before[i] ?? { id: fresh[i]!.id, tag: tags[i]!, grams: '' },
    )
  }
  const litter = typedLitter ?? { live: dam ? youngOf(usual) : [], stillborn: 0, unfertilised: 0 }
  const used = new Set(clutches.flatMap((c) => (c.waiting > 0 && c.box ? [c.box.id] : [])))
  const boxes = boxesOf(places, used)
  // The free box whose incubator is nearest to what these eggs want.
  const off = (b: (typeof boxes)[number]) =>
    Math.abs((b.setPointC ?? Infinity) - (protocol?.setPointC ?? b.setPointC ?? 0))
  const nearest = boxes
    .filter((b) => !b.disabled)
    .reduce<(typeof boxes)[number] | null>(
      (best, b) => (best === null || off(b) < off(best) ? b : best),
      null,
    )
  const box = boxId ?? nearest?.value ?? null
  const resize = (count: number) =>
    setEggs(count <= eggs.length ? eggs.slice(0, count) : [...eggs, ...freshEggs(count - eggs.length)])
  const grams = figures.readGrams
  const singly = SINGLY.includes(kind)
  const what = singly
    ? `Set ${eggs.length} eggs`
    : kind === 'litter'
      ? `${litter.live.length} are born`
      : 'Set them'
  const save = async (event: FormEvent) => {
    event.preventDefault()
    // What cannot be read is said at its field: nothing is sent until it can.
    const typed = [
      damGrams,
      ...(singly ? eggs : []).map((e) => e.grams),
      ...(kind === 'litter' ? litter.live : []).map((y) => y.grams),
    ]
    setUnread(typed.map(figures.weightFault).find((says) => says !== null) ?? null)
    if (typed.some((t) => figures.weightFault(t) !== null)) return
    const foundAt = Date.parse(fromWallClock(found, book.zone, now))
    const iso = (at: number) => new Date(at).toISOString()
    const id = newId()
    const entryId = newId()
    try {
      const body = fit(ClutchDraft, {
        ...{ id, entryId, kind, pairingId, damId: dam?.id ?? '', note },
        damGrams: grams(damGrams),
        ...{ foundAt: iso(foundAt), laidFrom: iso(foundAt - hours * 3_600_000), laidTo: iso(foundAt) },
        ...(kind === 'litter'
          ? {
              litter: {
                live: litter.live.map((y) => ({ animalId: y.id, tag: y.tag, grams: grams(y.grams) })),
                ...{ stillborn: litter.stillborn, unfertilised: litter.unfertilised },
              },
            }
          : { boxId: box ?? '', method: method ?? methods[0]?.name ?? '' }),
        ...(singly
          ? { eggs: eggs.map((e, cell) => ({ id: e.id, fate: e.fate, grams: grams(e.grams), cell })) }
          : {}),
        ...(!singly && kind !== 'litter' ? { counted: countOf(counted) } : {}),
      })
      const { clutch } = await send(incubationApi.found, { body }, ({ clutch: kept }) =>
        rememberWritten(
          [
            {
              ...{ id: entryId, kind: 'clutch found', subject: { type: 'clutch', id }, at: iso(foundAt) },
              payload: { eggs: kept.counted?.count ?? kept.eggs.length },
            },
          ],
          `clutch ${kept.name}`,
        ),
      )
      notification.success({
        title:
          kind === 'litter'
            ? `${clutch.name}: ${litter.live.length} young are in the book`
            : `${clutch.name}: ${clutch.counted?.count ?? clutch.eggs.length} eggs are set`,
        description: 'Ctrl+Z takes it back.',
      })
      goOn(`/incubation/${id}`)
    } catch (refused) {
      setError(refused as RefusedError)
    }
  }
  return (
    <section className="page" style={{ maxWidth: 980 }}>
      <h1>{kind === 'litter' ? 'Young are born' : 'A clutch is found'}</h1>
      <form onSubmit={(e) => void save(e)} style={{ marginTop: 14 }} noValidate>
        <div className="columns" style={{ gridTemplateColumns: '360px minmax(0, 1fr)' }}>
          <div>
            <div className="field">
              <label htmlFor="pairing">Pairing</label>
              <Select
                id="pairing"
                allowClear
                showSearch={{ optionFilterProp: 'label' }}
                placeholder="none: found without a known pairing"
                value={pairingId}
                onChange={(v: string | undefined) => setPairing(v ?? null)}
                options={pairingOptions(pairings)}
              />
            </div>
            {!pairing && (
              <div className="field">
                <label htmlFor="dam">Dam</label>
                <Select
                  id="dam"
                  showSearch={{ optionFilterProp: 'label' }}
                  value={damId}
                  onChange={setDam}
                  options={animals
                    .filter((a) => a.sex !== 'male' && a.presence === 'here')
                    .map((a) => ({ value: a.id, label: a.tag }))}
                />
                {error?.says('damId') && <span className="says">{error.says('damId')}</span>}
              </div>
            )}
            <div className="field">
              <label htmlFor="clutch-kind">It comes as</label>
              <Select
                id="clutch-kind"
                value={kind}
                onChange={setKind}
                options={CLUTCH_KINDS.map((k) => ({ value: k, label: k }))}
              />
              {error?.says('kind') && <span className="says">{error.says('kind')}</span>}
            </div>
            <div className="field">
              <label htmlFor="found">Found</label>
              <DatePicker
                id="found"
                showTime={{ format: 'HH:mm' }}
                format="D MMM YYYY HH:mm"
                value={found}
                onChange={(d: Dayjs | null) => d && setFound(d)}
                maxDate={toWallClock(now, book.zone)}
                allowClear={false}
              />
              {error?.says('foundAt') && <span className="says">{error.says('foundAt')}</span>}
            </div>
            <div className="field">
              <label htmlFor="hours">Last looked, and nothing there, hours before</label>
              <InputNumber
                id="hours"
                min={0}
                max={24 * 60}
                value={hours}
                onChange={(h) => setHours(h ?? 0)}
              />
              <span className="small quiet">
                {kind === 'litter'
                  ? 'They were born between then and the finding.'
                  : 'They were laid between then and the finding; the window of hatching widens with it.'}
              </span>
              {error?.says('laidTo') && <span className="says">{error.says('laidTo')}</span>}
            </div>
            {kind !== 'litter' && (
              <BoxAndMethod
                boxes={boxes}
                boxId={box}
                onBox={setBox}
                methods={methods}
                method={method ?? methods[0]?.name ?? ''}
                onMethod={setMethod}
                error={error}
              />
            )}
          </div>
          <div>
            {singly && (
              <>
                <div className="field">
                  <label htmlFor="count">Eggs</label>
                  <InputNumber
                    id="count"
                    min={1}
                    max={300}
                    value={eggs.length}
                    onChange={(n) => resize(n ?? 1)}
                  />
                  {error?.says('eggs') && <span className="says">{error.says('eggs')}</span>}
                </div>
                <EggGrid eggs={eggs} onChange={setEggs} error={error} />
              </>
            )}
            {!singly && kind !== 'litter' && <CountedFields value={counted} onChange={setCounted} />}
            {kind === 'litter' && (
              <LitterFields
                value={litter}
                onChange={setLitter}
                onCount={(n) => setLitter({ ...litter, live: youngOf(n, litter.live) })}
              />
            )}
            <div className="field" style={{ marginTop: 12 }}>
              <label htmlFor="dam-grams">The mother weighs now, {figures.weightUnit}</label>
              <MassInput id="dam-grams" value={damGrams} onChange={setDamGrams} style={{ width: 140 }} />
            </div>
            <div className="field">
              <label htmlFor="clutch-note">Note</label>
              <Input
                id="clutch-note"
                value={note}
                onChange={(e) => setNote(e.target.value)}
                maxLength={400}
              />
            </div>
          </div>
        </div>
        {unread && (
          <p className="note bad" role="alert">
            Not set yet: {unread}. What you wrote is still here.
          </p>
        )}
        {error && (
          <p className="note bad" role="alert">
            Not set yet:{' '}
            {error.problem.fields?.length
              ? error.problem.fields.map((f) => f.says).join('; ')
              : error.problem.detail.replace(/\.$/, '')}
            . What you wrote is still here.
          </p>
        )}
        <Button type="primary" size="large" htmlType="submit">
          {what}
        </Button>{' '}
        <Button size="large" onClick={() => void navigate(-1)}>
          Leave it
        </Button>
      </form>
    </section>
  )
}
