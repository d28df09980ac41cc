import type { ClutchPage } from '@hatch-book/contract'
import {
  Area,
  CartesianGrid,
  ComposedChart,
  Line,
  ReferenceArea,
  ReferenceLine,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts'
import { AXIS, PAPER } from '../parts/chartLook'
import { useFigures } from '../shell/figures'
import { useSession } from '../shell/session'

/** Temperature above; development adding up below, and the hill where it ends. */
export default function DevelopmentChart({ page }: { page: ClutchPage }) {
  const figures = useFigures()
  const { now } = useSession()
  const { series, hill } = page
  const climate = page.climate!
  const highest = Math.max(...hill.map((h) => h.share), 0.01)
  const rows = [
    ...series.map((p) => ({
      x: Date.parse(p.at),
      celsius: p.celsius,
      done: p.ahead ? null : p.developed * 100,
      ahead: p.ahead ? p.developed * 100 : null,
    })),
    ...hill.map((h) => ({ x: Date.parse(`${h.day}T12:00:00Z`), hill: (h.share / highest) * 100 })),
  ].sort((a, b) => a.x - b.x)
  const domain = [rows[0]?.x ?? 0, rows.at(-1)?.x ?? 1]
  const day = (x: number) => figures.day(new Date(x).toISOString().slice(0, 10))
  const low = Math.floor(Math.min(climate.warnC.low, climate.minC ?? 99) - 1)
  const high = Math.ceil(Math.max(climate.warnC.high, climate.maxC ?? 0) + 1)
  return (
    <figure className="chart flush">
      <ResponsiveContainer width="100%" height={170}>
        <ComposedChart data={rows} syncId="development" margin={{ top: 6, right: 10, bottom: 0, left: 0 }}>
          <CartesianGrid stroke="var(--rule)" vertical={false} />
          <ReferenceArea
            y1={climate.warnC.low}
            y2={climate.warnC.high}
            fill="var(--moss)"
            fillOpacity={0.1}
          />
          <ReferenceLine y={climate.setPointC} stroke="var(--ink2)" strokeDasharray="2 4" />
          <ReferenceLine x={Date.parse(now)} stroke="var(--clay)" />
          <XAxis dataKey="x" type="number" domain={domain} hide />
          <YAxis
            domain={[low, high]}
            width={62}
            {...AXIS}
            tickFormatter={(c: number) => figures.celsiusBrief(c)}
            tickCount={4}
          />
          <Tooltip
            isAnimationActive={false}
            contentStyle={PAPER}
            labelFormatter={(x) => day(Number(x))}
            formatter={(value) => [figures.celsius(Number(value)), 'temperature']}
          />
          <Line
            dataKey="celsius"
            stroke="var(--ink)"
            strokeWidth={1.2}
            dot={false}
            isAnimationActive={false}
            connectNulls={false}
          />
        </ComposedChart>
      </ResponsiveContainer>
      <ResponsiveContainer width="100%" height={130}>
        <ComposedChart data={rows} syncId="development" margin={{ top: 0, right: 10, bottom: 0, left: 0 }}>
          <XAxis dataKey="x" type="number" domain={domain} tickFormatter={day} {...AXIS} tickCount={7} />
          <YAxis
            domain={[0, 100]}
            width={62}
            {...AXIS}
            tickFormatter={(p: number) => `${p} %`}
            ticks={[0, 50, 100]}
          />
          <ReferenceLine
            x={Date.parse(now)}
            stroke="var(--clay)"
            label={{ value: 'today', fill: 'var(--clay)', fontSize: 12, position: 'insideTopLeft' }}
          />
          <Tooltip
            isAnimationActive={false}
            contentStyle={PAPER}
            labelFormatter={(x) => day(Number(x))}
            formatter={(value, name) => [
              `${Math.round(Number(value))} %`,
              name === 'hill' ? 'of the likeliest day' : 'development',
            ]}
          />
          <Area
            dataKey="hill"
            stroke="none"
            fill="var(--moss)"
            fillOpacity={0.55}
            connectNulls
            isAnimationActive={false}
          />
          <Line
            dataKey="done"
            stroke="var(--moss)"
            strokeWidth={2.4}
            dot={false}
            connectNulls
            isAnimationActive={false}
          />
          <Line
            dataKey="ahead"
            stroke="var(--moss)"
            strokeWidth={2}
            strokeDasharray="3 4"
            dot={false}
            connectNulls
            isAnimationActive={false}
          />
        </ComposedChart>
      </ResponsiveContainer>
      <figcaption>
        <span>
          <i className="swatch in-ink" />
          probe; the band is what its protocol calls safe
        </span>
        <span>
          <i className="swatch in-moss" />
          development so far
        </span>
        <span>
          <i className="swatch dash in-moss" />
          ahead, at the set point
        </span>
        <span>▲ chance of hatching by day</span>
      </figcaption>
      <details className="small">
        <summary>as a table</summary>
        <table className="plain-table">
          <thead>
            <tr>
              <th>when</th>
              <th>temperature</th>
              <th>development</th>
            </tr>
          </thead>
          <tbody>
            {series
              .filter((_, i) => i % 10 === 0)
              .map((p) => (
                <tr key={p.at}>
                  <td>{figures.instant(p.at)}</td>
                  <td className="fig">{p.celsius === null ? 'set point' : figures.celsius(p.celsius)}</td>
                  <td className="fig">
                    {Math.round(p.developed * 100)} %{p.ahead && ' ahead'}
                  </td>
                </tr>
              ))}
          </tbody>
        </table>
      </details>
    </figure>
  )
}
