import type { ClutchView } from '@hatch-book/contract'
import { addDays, hatchOnDemand, weighAlternatives, type Alternative } from '@hatch-book/core'
import { DatePicker, Input, InputNumber } from 'antd'
import dayjs from 'dayjs'
import { useState } from 'react'
import { Link } from 'react-router'
import { PageHead } from '../parts/PageHead'
import { useFigures } from '../shell/figures'
import { useClutches, useLineFilter } from '../shell/queries'
import { useSession } from '../shell/session'
import { useFinding } from './queries'
import { percent } from './words'

/** Clocks that no incubator keeps: gestations, eggs that are woken when wanted, broods that come at once or after the winter. */
export function ClocksPage() {
  // That nobody carries young is said once it is known.
  const isKnown = [useFinding().data, useClutches().data].every((data) => data !== undefined)
  if (!isKnown) return null
  return (
    <section className="page">
      <PageHead title="Other clocks" />
      <div className="columns thirds">
        <Gestations />
        <OnDemand />
        <Broods />
      </div>
    </section>
  )
}

function Gestations() {
  const { data: awaited } = useFinding()
  const { data: clutches } = useClutches()
  const { fits } = useLineFilter()
  const figures = useFigures()
  const bearing = (awaited ?? []).filter((r) => fits(r) && r.comes === 'young')
  const long = (clutches ?? [])
    .filter((c): c is ClutchView & { forecast: NonNullable<ClutchView['forecast']> } =>
      Boolean(fits(c) && c.counted && c.forecast && c.waiting > 0),
    )
    .sort((a, b) => a.forecast.likely.localeCompare(b.forecast.likely))
  return (
    <article className="card small-card">
      <h2>Carried, and slow to come</h2>
      {bearing.length + long.length === 0 && (
        <p className="quiet">No pregnancies or stored ova at the moment.</p>
      )}
      <ul className="lines">
        {bearing.map((r) => (
          <li key={r.dam.id}>
            <div className="between">
              <Link className="tag" to="/incubation/finding">
                {r.dam.tag}
              </Link>
              <span>{figures.span(r.windowDays)}</span>
            </div>
            <div className="small quiet">
              young, most likely {figures.day(r.likelyDay)}; she chooses her own warmth, so no thermometer
              narrows it
            </div>
          </li>
        ))}
        {long.map((c) => (
          <li key={c.id}>
            <div className="between">
              <Link className="tag" to={`/incubation/${c.id}`}>
                {c.name}
              </Link>
              <span>{figures.span(c.forecast.windowDays)}</span>
            </div>
            <div className="small quiet">
              {c.kind}, {Math.round(c.forecast.durationDays)} d in all
            </div>
          </li>
        ))}
      </ul>
    </article>
  )
}

/** Dormant eggs are counted back from the day on which they are wanted. */
function OnDemand() {
  const { today } = useSession()
  const figures = useFigures()
  const [wanted, setWanted] = useState(addDays(today, 21))
  const [stored, setStored] = useState(addDays(today, -90))
  const [rest, setRest] = useState({ least: 30, most: 400 })
  const [preparation, setPreparation] = useState(2)
  const [hatching, setHatching] = useState({ least: 1, typical: 2, most: 4 })
  const plan = hatchOnDemand(
    {
      storedOn: stored,
      rest: { leastDays: rest.least, mostDays: rest.most },
      preparationDays: preparation,
      hatching,
    },
    wanted,
    today,
  )
  const day = (label: string, value: string, set: (d: string) => void) => (
    <div className="field below-8">
      <label>
        {label}
        <DatePicker
          aria-label={label}
          size="small"
          format="D MMM YYYY"
          allowClear={false}
          value={dayjs(value)}
          onChange={(d) => d && set(d.format('YYYY-MM-DD'))}
          className="as-block"
        />
      </label>
    </div>
  )
  const days = (label: string, value: number, set: (n: number) => void) => (
    <label className="small nowrap">
      {label}{' '}
      <InputNumber
        aria-label={label}
        size="small"
        min={0}
        max={4000}
        value={value}
        onChange={(n) => set(n ?? 0)}
        className="w-76"
      />
    </label>
  )
  return (
    <article className="card small-card" aria-label="Dormant eggs">
      <h2>Dormant eggs, hatched when wanted</h2>
      {day('Wanted to hatch on', wanted, setWanted)}
      {day('Stored since', stored, setStored)}
      <div className="row gap-12">
        {days('lie at least, d', rest.least, (least) => setRest({ ...rest, least }))}
        {days('keep at most', rest.most, (most) => setRest({ ...rest, most }))}
        {days('preparation, d', preparation, setPreparation)}
        {days('waking to hatching, d', hatching.typical, (typical) =>
          setHatching({
            typical,
            least: Math.min(hatching.least, typical),
            most: Math.max(hatching.most, typical),
          }),
        )}
        {days('to', hatching.most, (most) =>
          setHatching({ ...hatching, most: Math.max(most, hatching.typical) }),
        )}
      </div>
      <ul className="lines above-12" aria-label="Counted back">
        {preparation > 0 && (
          <li className="between">
            <span>prepare: water stood and warmed</span>
            <strong>{figures.day(plan.prepareOn)}</strong>
          </li>
        )}
        <li className="between">
          <span>wake them</span>
          <strong>{figures.day(plan.wakeOn)}</strong>
        </li>
        <li className="between">
          <span>hatch</span>
          <strong>{figures.span(plan.hatch)}</strong>
        </li>
      </ul>
      {plan.against.map((says) => (
        <p key={says} className="small bad">
          {says[0]!.toUpperCase() + says.slice(1)}.
        </p>
      ))}
    </article>
  )
}

/** A brood that may come at once, after the winter, or not at all: how likely each is while nothing shows. */
function Broods() {
  const { today } = useSession()
  const figures = useFigures()
  const year = Number(today.slice(0, 4))
  const [ways, setWays] = useState<Alternative[]>([
    { name: 'this year', chance: 0.6, window: { from: addDays(today, 14), to: addDays(today, 49) } },
    { name: 'after the winter', chance: 0.3, window: { from: `${year + 1}-04-20`, to: `${year + 1}-06-15` } },
    { name: 'not at all', chance: 0.1, window: null },
  ])
  const total = ways.reduce((sum, w) => sum + w.chance, 0)
  const fair = ways.map((w) => ({ ...w, chance: total > 0 ? w.chance / total : 1 / ways.length }))
  const set = (i: number, part: Partial<Alternative>) =>
    setWays(ways.map((w, j) => (j === i ? { ...w, ...part } : w)))
  const at = (on: string) => weighAlternatives(fair, on)
  const now = at(today)
  const later = ways[0]!.window ? at(ways[0]!.window.to) : now
  return (
    <article className="card small-card" aria-label="Broods">
      <h2>At once, or after a pause</h2>
      <p className="small quiet">
        Pupae and eggs that may pause: what you thought at first, and what silence makes of it.
      </p>
      {ways.map((way, i) => (
        <div key={i} className="below-8">
          <div className="row no-wrap gap-8">
            <Input
              aria-label={`way ${i + 1}`}
              size="small"
              value={way.name}
              onChange={(e) => set(i, { name: e.target.value })}
            />
            <InputNumber
              aria-label={`chance of way ${i + 1}, per cent`}
              size="small"
              min={0}
              max={100}
              value={Math.round(way.chance * 100)}
              onChange={(n) => set(i, { chance: (n ?? 0) / 100 })}
              className="w-76"
              suffix="%"
            />
          </div>
          {way.window && (
            <DatePicker.RangePicker
              aria-label={`window of way ${i + 1}`}
              size="small"
              format="D MMM YYYY"
              allowClear={false}
              value={[dayjs(way.window.from), dayjs(way.window.to)]}
              onChange={(span) =>
                span?.[0] &&
                span[1] &&
                set(i, { window: { from: span[0].format('YYYY-MM-DD'), to: span[1].format('YYYY-MM-DD') } })
              }
            />
          )}
        </div>
      ))}
      <table className="plain-table small">
        <thead>
          <tr>
            <th />
            <th>now</th>
            <th>if nothing shows till {ways[0]!.window ? figures.day(ways[0]!.window.to) : 'then'}</th>
          </tr>
        </thead>
        <tbody>
          {now.map((w, i) => (
            <tr key={i}>
              <td>{w.name}</td>
              <td className="fig">{percent(w.now)}</td>
              <td className="fig">{percent(later[i]!.now)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </article>
  )
}
