import type { CalibrationView } from '@hatch-book/contract'
import { useState } from 'react'
import { Segmented } from 'antd'
import { Link } from 'react-router'
import {
  CartesianGrid,
  ReferenceArea,
  ReferenceLine,
  ResponsiveContainer,
  Scatter,
  ScatterChart,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts'
import { PageHead } from '../parts/PageHead'
import { AXIS } from '../parts/chartLook'
import { useFigures } from '../shell/figures'
import { usePastForecasts } from './queries'
import { NotYet } from '../parts/NotYet'

const LEADS = ['when set', 'half way', 'a week before'] as const
const instant = (day: string) => Date.parse(`${day}T12:00:00Z`)

/** What was forecast against what happened: how far off, and how often the window of nine in ten held. */
export function ForecastsPage() {
  const asked = usePastForecasts()
  const { data } = asked
  const [lead, setLead] = useState<(typeof LEADS)[number]>('when set')
  if (!data) return <NotYet of={asked} page />
  return (
    <section className="page">
      <PageHead title="Past forecasts" />
      {data.clutches.length === 0 ? (
        <p className="empty">
          No clutch has hatched here yet. Once some have, each of their forecasts stands here against what
          happened.
        </p>
      ) : (
        <>
          <p className="small quiet">
            Each made again with what was known on that day: the readings so far, the dial as it stood, and
            only the clutches that had ended. So no clutch taught its own forecast.
          </p>
          <Summary data={data} />
          <div className="between above-16">
            <h2>Days from the likely hatch to the mean of the clutch</h2>
            <Segmented
              aria-label="Made"
              size="small"
              value={lead}
              onChange={(l) => setLead(l)}
              options={[...LEADS]}
            />
          </div>
          <ErrorChart data={data} lead={lead} />
          <ClutchTable data={data} lead={lead} />
        </>
      )}
    </section>
  )
}

function Summary({ data }: { data: CalibrationView }) {
  return (
    <div className="finding">
      {data.summary.map((s) => (
        <article key={s.lead} className="card small-card">
          <h3>Made {s.lead}</h3>
          <div>
            <strong className="fig">{Math.round((100 * s.held) / s.eggs)} %</strong> of {s.eggs} eggs hatched
            within their window of nine in ten
          </div>
          <div className="small quiet">
            between {Math.round(100 * s.low)} and {Math.round(100 * s.high)} % at 95 % confidence;{' '}
            {s.clutches} clutches
          </div>
          <hr />
          <div className="small">
            off by <span className="fig">{s.sizeDays.toFixed(1)} d</span> on average, on the whole{' '}
            <span className="fig">{Math.abs(s.meanErrorDays).toFixed(1)} d</span>{' '}
            {s.meanErrorDays > 0 ? 'too early' : 'too late'}
          </div>
          <div className="small quiet">
            by the protocol alone it would be <span className="fig">{s.untaughtSizeDays.toFixed(1)} d</span>
          </div>
        </article>
      ))}
    </div>
  )
}

function ErrorChart({ data, lead }: { data: CalibrationView; lead: string }) {
  const figures = useFigures()
  const points = data.clutches.flatMap((c) => {
    const past = c.leads[lead]
    return past ? [{ x: instant(c.meanOn), error: past.errorDays, name: c.name, species: c.species }] : []
  })
  const most = Math.ceil(Math.max(3, ...points.map((p) => Math.abs(p.error))) / 2) * 2
  return (
    <ResponsiveContainer width="100%" height={190}>
      <ScatterChart margin={{ top: 6, right: 14, bottom: 0, left: 0 }}>
        <CartesianGrid stroke="var(--rule)" vertical={false} />
        <ReferenceArea y1={-2} y2={2} fill="var(--moss)" fillOpacity={0.1} />
        <ReferenceLine y={0} stroke="var(--ink2)" />
        <XAxis
          dataKey="x"
          type="number"
          domain={['dataMin - 500000000', 'dataMax + 500000000']}
          tickFormatter={(x: number) => figures.day(new Date(x).toISOString().slice(0, 10))}
          {...AXIS}
        />
        <YAxis
          dataKey="error"
          type="number"
          domain={[-most, most]}
          ticks={[-most, -most / 2, 0, most / 2, most]}
          width={64}
          {...AXIS}
          tickFormatter={(d: number) => `${d > 0 ? '+' : ''}${d.toFixed(0)} d`}
        />
        <Tooltip
          isAnimationActive={false}
          cursor={false}
          content={({ payload }) => {
            const point = payload?.[0]?.payload as (typeof points)[number] | undefined
            if (!point) return null
            return (
              <div className="card small-card">
                {point.name}, {point.species}: {point.error > 0 ? '+' : ''}
                {point.error.toFixed(1)} d
              </div>
            )
          }}
        />
        <Scatter data={points} fill="var(--moss)" isAnimationActive={false} />
      </ScatterChart>
    </ResponsiveContainer>
  )
}

function ClutchTable({ data, lead }: { data: CalibrationView; lead: string }) {
  const figures = useFigures()
  return (
    <table className="plain-table two-lines" aria-label="Clutches">
      <thead>
        <tr>
          <th>clutch</th>
          <th>species, line</th>
          <th>forecast, nine in ten</th>
          <th>likely</th>
          <th>hatched, mean</th>
          <th>off by</th>
          <th>within</th>
          <th>taught by</th>
        </tr>
      </thead>
      <tbody>
        {data.clutches.slice(0, 200).map((c) => {
          const past = c.leads[lead]
          return (
            <tr key={c.id}>
              <td>
                <Link className="tag" to={`/incubation/${c.id}`}>
                  {c.name}
                </Link>
              </td>
              <td className="small">
                {c.species}
                {c.line && `, ${c.line}`}
              </td>
              <td data-head="forecast">{past ? figures.span(past.windowDays) : '–'}</td>
              <td data-head="likely">{past ? figures.day(past.likelyDay) : '–'}</td>
              <td data-head="hatched">{figures.day(c.meanOn)}</td>
              <td className="fig" data-head="off by">
                {past ? `${past.errorDays > 0 ? '+' : ''}${past.errorDays.toFixed(1)} d` : '–'}
              </td>
              <td className="fig" data-head="within">
                {past ? `${past.held}/${c.hatched}` : '–'}
              </td>
              <td className="small" data-head="taught by">
                {c.taught === 0 ? 'none yet' : `${c.taught} clutches`}
              </td>
            </tr>
          )
        })}
      </tbody>
    </table>
  )
}
