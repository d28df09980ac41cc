import { counted } from '@hatch-book/core'
import type { FirstMeals } from '@hatch-book/contract'
import { useState } from 'react'
import { Select } from 'antd'
import { Link } from 'react-router'
import {
  Area,
  CartesianGrid,
  ComposedChart,
  Line,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts'
import { PageHead } from '../parts/PageHead'
import { AXIS, PAPER } from '../parts/chartLook'
import { useLineFilter } from '../shell/queries'
import { useFirstMeals } from './queries'
import { NotYet } from '../parts/NotYet'

const percent = (share: number) => `${Math.round(share * 100)} %`

/** The anxious part: who has not eaten yet, what to try next, and what worked in which line. */
export function FirstMealsPage() {
  const asked = useFirstMeals()
  const { data } = asked
  const { fits } = useLineFilter()
  const [shown, setShown] = useState(0)
  if (!data) return <NotYet of={asked} page />
  const waiting = data.waiting.filter(fits)
  const lines = data.lines.filter(fits)
  const line = lines[shown] ?? lines[0]
  return (
    <section className="page">
      <PageHead title="First meals" />
      <div className="columns wider-left">
        <div>
          <h2>Offered food, not eaten on their own yet ({waiting.length})</h2>
          {waiting.length === 0 ? (
            <p className="quiet">
              {lines.length === 0
                ? 'No young animal has been offered food yet.'
                : 'All the young that were offered food have eaten on their own.'}
            </p>
          ) : (
            <ul className="lines">
              {waiting.map((w) => (
                <NonFeeder key={w.animal.id} young={w} />
              ))}
            </ul>
          )}
        </div>
        <div>
          {line ? (
            <>
              <div className="between">
                <h2>How many offers it takes</h2>
                <Select
                  aria-label="Line"
                  value={lines.indexOf(line)}
                  onChange={setShown}
                  options={lines.map((l, i) => ({ value: i, label: l.line || l.species }))}
                  className="min-190"
                />
              </div>
              <Curve line={line} />
              <Tricks line={line} />
            </>
          ) : (
            <p className="empty">
              Once young that hatched here are offered food, this shows how many offers a first meal takes in
              each line, and which tricks worked.
            </p>
          )}
        </div>
      </div>
    </section>
  )
}

function NonFeeder({ young: w }: { young: FirstMeals['waiting'][number] }) {
  return (
    <li>
      <div className="between">
        <span>
          <Link className="tag" to={`/rearing/${w.animal.id}`}>
            {w.animal.tag}
          </Link>{' '}
          <span className="small quiet">
            {w.place?.name ?? 'no tub'}, day {w.ageDays ?? '?'}, {counted(w.offers, 'offer')}
          </span>
        </span>
        <span className={w.loss.standing === 'well' ? 'small warm' : 'small bad'}>
          {w.loss.says || w.late}
        </span>
      </div>
      <div className="small">
        {w.trick ? (
          <>
            Next: <strong>{w.trick.trick}</strong>
            {w.trick.fromDay !== null && `, not before day ${w.trick.fromDay}`}
            <span className="quiet">, {w.trick.because}</span>
          </>
        ) : (
          <span className="bad">
            {w.tried.length > 0
              ? 'You have tried everything on the list. Ask a vet.'
              : 'Nothing to try is listed for its species. Ask somebody who knows it, or a vet.'}
          </span>
        )}
        {w.tried.length > 0 && (
          <span className="quiet">
            {' '}
            · tried {w.tried.map((t) => `${t.trick}${t.took ? ' (helped)' : ''}`).join(', ')}
          </span>
        )}
      </div>
    </li>
  )
}

function Curve({ line }: { line: FirstMeals['lines'][number] }) {
  const points = [
    { offers: 0, waiting: 100, band: [100, 100] },
    ...line.curve.map((s) => ({
      offers: s.offers,
      waiting: Math.round(s.waiting * 100),
      band: [Math.round(s.low * 100), Math.round(s.high * 100)],
    })),
  ]
  return (
    <figure className="chart">
      <figcaption>
        <span>
          <i className="swatch edge-moss" />
          not eaten on its own yet, %
        </span>
        <span className="quiet">shade: 95 % interval</span>
        <span>
          {line.ate} of {line.animals} ate
        </span>
      </figcaption>
      <ResponsiveContainer width="100%" height={210}>
        <ComposedChart data={points} margin={{ top: 8, right: 10, bottom: 0, left: 0 }}>
          <CartesianGrid stroke="var(--rule)" vertical={false} />
          <XAxis dataKey="offers" type="number" domain={[0, 'dataMax']} allowDecimals={false} {...AXIS} />
          <YAxis domain={[0, 100]} ticks={[0, 50, 100]} width={40} {...AXIS} />
          <Tooltip
            contentStyle={PAPER}
            labelFormatter={(n) => `after ${String(n)} offers`}
            formatter={(value, name) =>
              name === 'waiting'
                ? [`${String(value)} %`, 'still waiting']
                : [`${String(value)}`, 'interval, %']
            }
          />
          <Area
            dataKey="band"
            type="stepAfter"
            stroke="none"
            fill="var(--moss)"
            fillOpacity={0.15}
            isAnimationActive={false}
          />
          <Line
            dataKey="waiting"
            type="stepAfter"
            stroke="var(--moss)"
            strokeWidth={2}
            dot={false}
            isAnimationActive={false}
          />
        </ComposedChart>
      </ResponsiveContainer>
      <details>
        <summary className="small quiet">as a table</summary>
        <table className="plain-table small">
          <thead>
            <tr>
              <th>offers</th>
              <th>waiting before</th>
              <th>ate</th>
              <th>left or waiting</th>
              <th>not eaten</th>
            </tr>
          </thead>
          <tbody>
            {line.curve.map((s) => (
              <tr key={s.offers}>
                <td className="fig">{s.offers}</td>
                <td className="fig">{s.atRisk}</td>
                <td className="fig">{s.took}</td>
                <td className="fig">{s.censored}</td>
                <td className="fig">
                  {percent(s.waiting)}{' '}
                  <span className="quiet">
                    ({percent(s.low)}–{percent(s.high)})
                  </span>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </details>
    </figure>
  )
}

function Tricks({ line }: { line: FirstMeals['lines'][number] }) {
  if (line.tricks.length === 0) return null
  return (
    <>
      <h2 className="above-16">What works in this line</h2>
      <table className="plain-table">
        <tbody>
          {line.tricks.map((t) => (
            <tr key={t.trick}>
              <td>{t.trick}</td>
              <td className="fig right nowrap">{t.tried > 0 ? `${t.took} of ${t.tried}` : 'not tried'}</td>
              <td className="small quiet nowrap right">
                {percent(t.chance)} next time ({percent(t.low)}–{percent(t.high)})
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="small quiet">
        While there are few tries, a line’s figure is pulled towards the other lines of the species. Food is
        never forced without somebody who knows how; a vet shows it.
      </p>
    </>
  )
}
