import { restApi, type WeatherRuleView } from '@hatch-book/contract'
import { Button } from 'antd'
import { useState } from 'react'
import { Link } from 'react-router'
import {
  Bar,
  CartesianGrid,
  Cell,
  ComposedChart,
  Line,
  ReferenceLine,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts'
import { PageHead } from '../parts/PageHead'
import { AXIS, PAPER } from '../parts/chartLook'
import { useFigures } from '../shell/figures'
import { useMay } from '../shell/session'
import { useSendAndSay } from '../shell/useSendAndSay'
import { NewWeatherRule } from './NewWeatherRule'
import { useWeather } from './queries'
import { ruleInWords, stateInWords } from './WeatherCard'
import { NotYet } from '../parts/NotYet'

/** Whoever keeps without a unit moves by the weather: rules of nights in a row, and how likely they are to be met by when. */
export function WeatherPage() {
  const asked = useWeather()
  const { data } = asked
  const may = useMay()
  const figures = useFigures()
  const [adding, setAdding] = useState(false)
  if (!data) return <NotYet of={asked} page />
  return (
    <section className="page">
      <PageHead title="Bring in, put out">
        {may.decide && !adding && (
          <Button type="primary" onClick={() => setAdding(true)}>
            Add a rule
          </Button>
        )}
      </PageHead>
      {adding && <NewWeatherRule stations={data.stations} onDone={() => setAdding(false)} />}
      {data.stations.map((s) => (
        <p key={s.id} className="quiet flush below-12">
          Thermometer ‘{s.name}’: {s.nights} nights logged
          {s.last && `, the last ${figures.day(s.last.day)} with ${figures.celsius(s.last.lowC)}`}.{' '}
          <Link to={`/incubation/log?probe=${s.id}&back=/rest/weather`}>bring in a weather log (CSV)</Link>
        </p>
      ))}
      {data.rules.length === 0 && !adding && (
        <p className="empty">
          No rule is set. ‘Bring in when 5 nights in a row fall under {figures.celsiusBrief(6)}’: with a log
          of past years it also says how likely that is, by date.
        </p>
      )}
      {data.rules.map((r) => (
        <Rule key={r.id} view={r} />
      ))}
    </section>
  )
}

function Rule({ view }: { view: WeatherRuleView }) {
  const figures = useFigures()
  const may = useMay()
  const sendAndSay = useSendAndSay()
  const remove = () =>
    sendAndSay(restApi.changeWeatherRule, {
      params: { id: view.id },
      body: { version: view.version, withdrawn: true },
    })
  return (
    <article className={`card ${view.run.metOn ? 'now' : ''} below-16`} aria-label={view.name}>
      <div className="between">
        <h3>{view.name}</h3>
        {may.decide && (
          <button type="button" className="plain small" onClick={() => void remove()}>
            take the rule away
          </button>
        )}
      </div>
      <p className="quiet below-4">
        {ruleInWords(view, figures)}; checked since {figures.day(view.since)}, at ‘{view.station}’
      </p>
      <p className="bigger">
        <strong>{stateInWords(view, figures)}</strong>
      </p>
      <div className={view.chance.length > 0 ? 'columns halves' : ''}>
        <Nights view={view} />
        {view.chance.length > 0 && <Chance view={view} />}
      </div>
      <Who view={view} />
      {view.run.missing.length > 0 && (
        <p className="note small">
          {view.run.missing.length} nights were not logged and break a run:{' '}
          {view.run.missing.slice(0, 6).map(figures.day).join(', ')}
          {view.run.missing.length > 6 && ' …'}
        </p>
      )}
    </article>
  )
}

/** The list to walk with: whom to bring in or put out, and where they are. */
function Who({ view }: { view: WeatherRuleView }) {
  if (view.animals.length === 0) return null
  return (
    <>
      <h2 className="above-8">{view.act === 'bring in' ? 'To bring in' : 'To put out'}</h2>
      <p className="row flush">
        {view.animals.map((a) => (
          <span key={a.id} className="nowrap">
            <Link className="tag" to={`/animals/${a.id}`}>
              {a.tag}
            </Link>{' '}
            <span className="quiet small">{a.place ?? 'no place'}</span>
          </span>
        ))}
      </p>
    </>
  )
}

function Nights({ view }: { view: WeatherRuleView }) {
  const figures = useFigures()
  const { limitC, side } = view.rule
  const counts = (lowC: number) => (side === 'under' ? lowC < limitC : lowC > limitC)
  return (
    <figure className="chart" aria-label="Nights so far">
      <ResponsiveContainer width="100%" height={170}>
        <ComposedChart
          data={view.nights}
          margin={{ top: 6, right: 8, bottom: 0, left: 0 }}
          accessibilityLayer={false}
        >
          <CartesianGrid stroke="var(--rule)" vertical={false} />
          <XAxis dataKey="day" tickFormatter={(d: string) => figures.day(d)} minTickGap={40} {...AXIS} />
          <YAxis tickFormatter={(c: number) => figures.celsiusBrief(c)} width={62} {...AXIS} />
          <Tooltip
            isAnimationActive={false}
            contentStyle={PAPER}
            cursor={{ fill: 'var(--wash)' }}
            labelFormatter={(d) => `night of ${figures.day(String(d))}`}
            formatter={(v) => [figures.celsius(Number(v)), 'low']}
          />
          <Bar dataKey="lowC" isAnimationActive={false}>
            {view.nights.map((n) => (
              <Cell
                key={n.day}
                fill={counts(n.lowC) ? 'var(--slate)' : 'var(--rule)'}
                stroke="var(--slate)"
                strokeWidth={0.6}
              />
            ))}
          </Bar>
          <ReferenceLine y={limitC} stroke="var(--clay)" strokeWidth={1.6} />
        </ComposedChart>
      </ResponsiveContainer>
      <figcaption>
        <span>lows of the nights; dark ones count</span>
        <span>
          <i className="swatch in-clay" />
          {figures.celsius(limitC)}
        </span>
      </figcaption>
    </figure>
  )
}

function Chance({ view }: { view: WeatherRuleView }) {
  const figures = useFigures()
  const years = view.chance[0]?.years ?? 0
  return (
    <figure className="chart" aria-label="How likely by date">
      <ResponsiveContainer width="100%" height={170}>
        <ComposedChart
          data={view.chance}
          margin={{ top: 6, right: 8, bottom: 0, left: 0 }}
          accessibilityLayer={false}
        >
          <CartesianGrid stroke="var(--rule)" vertical={false} />
          <XAxis dataKey="day" tickFormatter={(d: string) => figures.day(d)} minTickGap={40} {...AXIS} />
          <YAxis
            domain={[0, 1]}
            tickFormatter={(s: number) => `${Math.round(100 * s)} %`}
            width={50}
            {...AXIS}
          />
          <Tooltip
            isAnimationActive={false}
            contentStyle={PAPER}
            labelFormatter={(d) => `met by ${figures.day(String(d))}`}
            formatter={(v, name) => [`${Math.round(100 * Number(v))} %`, name]}
          />
          <Line
            dataKey="low"
            name="at least"
            stroke="var(--ink2)"
            strokeDasharray="3 4"
            dot={false}
            isAnimationActive={false}
          />
          <Line
            dataKey="high"
            name="at most"
            stroke="var(--ink2)"
            strokeDasharray="3 4"
            dot={false}
            isAnimationActive={false}
          />
          <Line
            type="stepAfter"
            dataKey="share"
            name="likely"
            stroke="var(--moss)"
            strokeWidth={2.4}
            dot={false}
            isAnimationActive={false}
          />
        </ComposedChart>
      </ResponsiveContainer>
      <figcaption>
        <span>
          <i className="swatch in-moss" />
          share of {years} past years that had met it by then
        </span>
        <span>
          <i className="swatch dash in-ink2" />
          what so few years allow
        </span>
      </figcaption>
    </figure>
  )
}
