import { brumationApi, newId, type AnimalRow, type RestBook, type RestPlanDraft } from '@hatch-book/contract'
import type { Hemisphere, RestAnchor } from '@hatch-book/core'
import { Button, DatePicker, Input, Segmented, Select } from 'antd'
import dayjs from 'dayjs'
import { useMemo, useState } from 'react'
import { withDays } from '../parts/Reasons'
import { RefusedError, send } from '../shell/api'
import { useFigures } from '../shell/figures'
import { useAnimals } from '../shell/queries'
import { useSession } from '../shell/session'
import { BatchForm, type BatchDraft } from './BatchForm'
import { useUnits } from './queries'
import { RestHead } from './RestRooms'
import { heldBecause } from './restWords'
import { RestTimeline, TimelineLegend } from './RestTimeline'
import { useGoOn } from '../shell/useGoOn'

/** The next pairing time of a hemisphere: mid March in the north, mid September in the south. */
function nextPairing(today: string, hemisphere: Hemisphere): string {
  const date = hemisphere === 'north' ? '-03-15' : '-09-15'
  const thisYear = today.slice(0, 4) + date
  return dayjs(thisYear).diff(dayjs(today), 'day') > 60 ? thisYear : `${Number(today.slice(0, 4)) + 1}${date}`
}

/** Chooses who is to rest and what it is reckoned from; shows every clock, and who is held back, before anything is kept. */
export function NewRestPage() {
  const { today } = useSession()
  const { data: animals } = useAnimals()
  const { data: units } = useUnits()
  const figures = useFigures()
  const goOn = useGoOn()
  const [hemisphere, setHemisphere] = useState<Hemisphere>('north')
  const [anchor, setAnchor] = useState<RestAnchor>({ kind: 'pairing', day: nextPairing(today, 'north') })
  const [name, setName] = useState('')
  const [chosen, setChosen] = useState<string[]>([])
  const [batches, setBatches] = useState<BatchDraft[]>([])
  const [unitId, setUnit] = useState<string | null>(null)
  const [tried, setTried] = useState<RestBook | null>(null)
  const [says, setSays] = useState('')
  const options = useMemo(() => groupsOf(animals ?? []), [animals])
  const draft = (): RestPlanDraft => ({
    id: newId(),
    name: name.trim() || `Rest of ${anchor.day.slice(0, 4)}`,
    anchor,
    hemisphere,
    rests: [
      ...chosen.map((animalId) => ({ id: newId(), animalId, unitId })),
      ...batches.map(({ protocolId, batch }) => ({ id: newId(), protocolId, batch, unitId: null })),
    ],
  })
  const attempt = async (work: () => Promise<void>) => {
    setSays('')
    try {
      await work()
    } catch (e) {
      const problem = e instanceof RefusedError ? e.problem : null
      setSays(problem ? (problem.fields?.[0]?.says ?? problem.detail) : 'Something went wrong here.')
    }
  }
  const changed =
    <T,>(set: (v: T) => void) =>
    (v: T) => {
      set(v)
      setTried(null)
    }
  const show = () => attempt(async () => setTried(await send(brumationApi.tryPlan, { body: draft() })))
  const keep = () =>
    attempt(async () => {
      const { planId } = await send(brumationApi.addPlan, { body: draft() })
      goOn(`/brumation?plan=${planId}`)
    })
  const held = tried?.rests.filter((r) => r.held) ?? []
  return (
    <section className="page">
      <RestHead title="Plan a rest" />
      <div className="row" style={{ alignItems: 'flex-end', gap: 16, marginBottom: 4 }}>
        <div className="field" style={{ margin: 0 }}>
          <span className="label">Reckoned from</span>
          <Segmented
            aria-label="Reckoned from"
            value={anchor.kind}
            options={[
              { value: 'pairing', label: 'the wanted pairing' },
              { value: 'first signs', label: 'the first signs seen' },
              { value: 'cooling begins', label: 'a fixed day' },
            ]}
            onChange={changed((kind: RestAnchor['kind']) =>
              setAnchor({ kind, day: kind === 'pairing' ? nextPairing(today, hemisphere) : today }),
            )}
          />
        </div>
        <div className="field" style={{ margin: 0, width: 150 }}>
          <label htmlFor="anchor-day">
            {anchor.kind === 'pairing'
              ? 'Pair on'
              : anchor.kind === 'first signs'
                ? 'Seen on'
                : 'Cooling begins'}
          </label>
          <DatePicker
            id="anchor-day"
            value={dayjs(anchor.day)}
            allowClear={false}
            onChange={changed(
              (d: dayjs.Dayjs | null) => d && setAnchor({ ...anchor, day: d.format('YYYY-MM-DD') }),
            )}
          />
        </div>
        <div className="field" style={{ margin: 0 }}>
          <span className="label">The room lies</span>
          <Segmented
            aria-label="Hemisphere"
            value={hemisphere}
            options={[
              { value: 'north', label: 'north' },
              { value: 'south', label: 'south' },
            ]}
            onChange={changed((h: Hemisphere) => {
              setHemisphere(h)
              if (anchor.kind === 'pairing') setAnchor({ kind: 'pairing', day: nextPairing(today, h) })
            })}
          />
        </div>
        <div className="field" style={{ margin: 0, width: 200 }}>
          <label htmlFor="plan-name">Called</label>
          <Input
            id="plan-name"
            value={name}
            onChange={(e) => setName(e.target.value)}
            maxLength={80}
            placeholder={`Rest of ${anchor.day.slice(0, 4)}`}
          />
        </div>
      </div>
      {anchor.kind === 'first signs' && (
        <p className="small quiet">
          Males refuse food, animals hide and bask less: from that day on nothing more is fed.
        </p>
      )}
      <div className="row" style={{ alignItems: 'flex-end', gap: 16, margin: '10px 0' }}>
        <div className="field" style={{ margin: 0, flex: 1, minWidth: 320 }}>
          <label htmlFor="who">Who is to rest: animals, or whole lines</label>
          <Select
            id="who"
            mode="multiple"
            value={chosen}
            showSearch={{ optionFilterProp: 'label' }}
            maxTagCount={24}
            options={options}
            placeholder="tags and lines"
            onChange={changed((ids: string[]) => setChosen(spread(ids, animals ?? [])))}
          />
        </div>
        <div className="field" style={{ margin: 0, width: 210 }}>
          <label htmlFor="plan-unit">In</label>
          <Select
            id="plan-unit"
            allowClear
            placeholder="decide later"
            value={unitId}
            options={(units ?? []).map((u) => ({
              value: u.id,
              label: `${u.name}, ${figures.celsius(u.setPointC)}`,
            }))}
            onChange={changed((id: string | undefined) => setUnit(id ?? null))}
          />
        </div>
      </div>
      <BatchForm batches={batches} onChange={changed(setBatches)} />
      {says && (
        <p className="note bad" role="alert">
          {says}
        </p>
      )}
      <p>
        <Button
          type={tried ? 'default' : 'primary'}
          disabled={chosen.length + batches.length === 0}
          onClick={() => void show()}
        >
          Show the clocks
        </Button>{' '}
        {tried && (
          <Button type="primary" onClick={() => void keep()}>
            Keep this plan
          </Button>
        )}
      </p>
      {tried && (
        <>
          <p role="status">
            <strong>{tried.rests.length - held.length} can rest</strong>
            {held.length > 0 && (
              <>
                , <strong className="bad">{held.length} held back</strong>:{' '}
                {held.map((r) => `${r.tag} (${withDays(heldBecause(r), figures.day)})`).join('; ')}. They stay
                in the plan, and join it when their gates open.
              </>
            )}
          </p>
          <TimelineLegend />
          <RestTimeline book={tried} picked={null} onPick={() => undefined} editable={false} />
        </>
      )}
    </section>
  )
}

/** Lines first, then animals by species; a line stands for whoever is of it. */
function groupsOf(animals: readonly AnimalRow[]) {
  const here = animals.filter((a) => a.presence === 'here' || a.presence === 'listed')
  const lines = new Map<string, number>()
  for (const a of here) if (a.line) lines.set(a.line, (lines.get(a.line) ?? 0) + 1)
  const species = [...new Set(here.map((a) => a.species))].sort()
  return [
    {
      label: 'lines',
      options: [...lines].sort().map(([line, n]) => ({ value: `line:${line}`, label: `${line} (all ${n})` })),
    },
    ...species.map((s) => ({
      label: s,
      options: here.filter((a) => a.species === s).map((a) => ({ value: a.id, label: a.tag })),
    })),
  ]
}

function spread(ids: readonly string[], animals: readonly AnimalRow[]): string[] {
  const all = ids.flatMap((id) =>
    id.startsWith('line:')
      ? animals
          .filter((a) => a.line === id.slice(5) && (a.presence === 'here' || a.presence === 'listed'))
          .map((a) => a.id)
      : [id],
  )
  return [...new Set(all)]
}
