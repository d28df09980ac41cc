import { newId, type ClutchPage } from '@hatch-book/contract'
import { App, Button, DatePicker, Input, InputNumber, Select } from 'antd'
import type { Dayjs } from 'dayjs'
import { useState, type FormEvent } from 'react'
import { useNavigate, useSearchParams } from 'react-router'
import type { RefusedError } from '../shell/api'
import { api, refreshBook } from '../shell/api'
import { rememberWritten } from '../shell/log'
import { useAnimals, useClutches, usePairings, usePlaces, useProtocols } from '../shell/queries'
import { useSession } from '../shell/session'
import { fromWallClock, toWallClock } from '../shell/wallClock'
import { EggGrid, type FoundEgg } from './EggGrid'

/** A clutch as it is found: when, whose, how many, each as it looks, into which box and by which method. */
export function ClutchFormPage() {
  const [params] = useSearchParams()
  const { data: pairings } = usePairings()
  const { data: animals } = useAnimals()
  const { data: places } = usePlaces()
  const { data: clutches } = useClutches()
  const { data: protocols } = useProtocols()
  const { now, book } = useSession()
  const { notification } = App.useApp()
  const navigate = useNavigate()
  const [pairingId, setPairing] = useState<string | null>(params.get('pairing'))
  const [damId, setDam] = useState<string | null>(null)
  const [found, setFound] = useState<Dayjs>(() => toWallClock(now, book.zone))
  const [hours, setHours] = useState(12)
  const [method, setMethod] = useState<string | null>(null)
  const [boxId, setBox] = useState<string | null>(null)
  const [eggs, setEggs] = useState<FoundEgg[]>(() =>
    Array.from({ length: 8 }, () => ({ id: newId(), fate: 'set', grams: '' })),
  )
  const [note, setNote] = useState('')
  const [error, setError] = useState<RefusedError | null>(null)
  if (!pairings || !animals || !places || !clutches || !protocols) return null
  const pairing = pairings.find((p) => p.id === pairingId)
  const dam = animals.find((a) => a.id === (pairing?.female.id ?? damId))
  const methods = protocols.find((p) => p.species === dam?.species)?.methods ?? []
  const chosenMethod = method ?? methods[0]?.name ?? ''
  const used = new Set(clutches.filter((c) => c.waiting > 0).map((c) => c.box.id))
  const incubators = places.filter((p) => p.kind === 'incubator')
  const boxes = incubators.flatMap((i) =>
    places
      .filter((p) => p.parentId === i.id && p.kind === 'box')
      .sort((a, b) => a.name.localeCompare(b.name, 'en', { numeric: true }))
      .map((b) => ({
        value: b.id,
        label: `${i.name} · ${b.name}${used.has(b.id) ? ' (in use)' : ''}`,
        disabled: used.has(b.id),
      })),
  )
  const box = boxId ?? boxes.find((b) => !b.disabled)?.value ?? null
  const setCount = (count: number) =>
    setEggs((list) =>
      count <= list.length
        ? list.slice(0, count)
        : [
            ...list,
            ...Array.from({ length: count - list.length }, () => ({
              id: newId(),
              fate: 'set' as const,
              grams: '',
            })),
          ],
    )
  const save = async (event: FormEvent) => {
    event.preventDefault()
    const foundAt = Date.parse(fromWallClock(found, book.zone, now))
    const iso = (at: number) => new Date(at).toISOString()
    const id = newId()
    const entryId = newId()
    try {
      const page = await api.send<ClutchPage>('POST', '/api/clutches', {
        ...{ id, entryId, pairingId, damId: dam?.id ?? '', boxId: box ?? '', method: chosenMethod, note },
        ...{ foundAt: iso(foundAt), laidFrom: iso(foundAt - hours * 3_600_000), laidTo: iso(foundAt) },
        eggs: eggs.map((e) => ({
          id: e.id,
          fate: e.fate,
          grams: e.grams.trim() === '' ? null : Number(e.grams.replace(',', '.')),
        })),
      })
      rememberWritten(
        [
          {
            id: entryId,
            kind: 'clutch found',
            subject: { type: 'clutch', id },
            at: iso(foundAt),
            payload: { eggs: eggs.length },
          },
        ],
        `clutch ${page.clutch.name}`,
      )
      notification.success({
        title: `${page.clutch.name}: ${eggs.length} eggs are set`,
        description: 'Ctrl+Z takes it back.',
      })
      await refreshBook()
      void navigate(`/incubation/${id}`)
    } catch (refused) {
      setError(refused as RefusedError)
    }
  }
  return (
    <section className="page" style={{ maxWidth: 980 }}>
      <h1>A clutch is found</h1>
      <form onSubmit={(e) => void save(e)} style={{ marginTop: 14 }} noValidate>
        <div className="columns" style={{ gridTemplateColumns: '360px minmax(0, 1fr)' }}>
          <div>
            <div className="field">
              <label htmlFor="pairing">Pairing</label>
              <Select
                id="pairing"
                allowClear
                placeholder="none: found without a known pairing"
                value={pairingId}
                onChange={(v: string | undefined) => setPairing(v ?? null)}
                options={pairings
                  .filter((p) => p.clutchId === null || p.id === pairingId)
                  .map((p) => ({ value: p.id, label: `${p.female.tag} × ${p.male.tag}` }))}
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
              <label htmlFor="hours">Last looked, and no eggs, hours before</label>
              <InputNumber
                id="hours"
                min={0}
                max={24 * 14}
                value={hours}
                onChange={(h) => setHours(h ?? 0)}
              />
              <span className="small quiet">
                They were laid between then and the finding; the window of hatching widens with it.
              </span>
              {error?.says('laidTo') && <span className="says">{error.says('laidTo')}</span>}
            </div>
            <div className="field">
              <label htmlFor="box">Box</label>
              <Select
                id="box"
                showSearch={{ optionFilterProp: 'label' }}
                value={box}
                onChange={setBox}
                options={boxes}
              />
              {error?.says('boxId') && <span className="says">{error.says('boxId')}</span>}
            </div>
            <div className="field">
              <span className="label">Method</span>
              {methods.length === 0 && <span className="quiet">choose the pairing or the dam first</span>}
              {methods.map((m) => (
                <label
                  key={m.name}
                  style={{
                    display: 'grid',
                    gridTemplateColumns: '20px 1fr',
                    fontWeight: 400,
                    marginBottom: 4,
                  }}
                >
                  <input
                    type="radio"
                    name="method"
                    checked={chosenMethod === m.name}
                    onChange={() => setMethod(m.name)}
                    style={{ accentColor: 'var(--moss)', width: 15, height: 15, margin: '4px 0 0' }}
                  />
                  <span>
                    <strong>{m.name}</strong>
                    <span className="small quiet" style={{ display: 'block' }}>
                      {m.argument}{' '}
                      {m.waterPerMedium !== null && `Water ${m.waterPerMedium} g to each gram of medium.`}
                    </span>
                  </span>
                </label>
              ))}
              {error?.says('method') && <span className="says">{error.says('method')}</span>}
            </div>
          </div>
          <div>
            <div className="field">
              <label htmlFor="count">Eggs</label>
              <InputNumber
                id="count"
                min={1}
                max={300}
                value={eggs.length}
                onChange={(n) => setCount(n ?? 1)}
              />
              {error?.says('eggs') && <span className="says">{error.says('eggs')}</span>}
            </div>
            <EggGrid eggs={eggs} onChange={setEggs} error={error} />
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
        {error && !error.problem.fields?.length && <p className="note bad">{error.problem.detail}</p>}
        {error?.problem.fields?.length ? (
          <p className="note bad" role="alert">
            Not set yet: {error.problem.fields.map((f) => f.says).join('; ')}. What you wrote is still here.
          </p>
        ) : null}
        <Button type="primary" size="large" htmlType="submit">
          Set {eggs.length} eggs
        </Button>{' '}
        <Button size="large" onClick={() => void navigate(-1)}>
          Leave it
        </Button>
      </form>
    </section>
  )
}
