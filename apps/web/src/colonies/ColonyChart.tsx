import type { ColonyCountView } from '@hatch-book/contract'
import { addDays, daysBetween, hatchedOf, type ColonyDay, type ColonySimulation } from '@hatch-book/core'
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
import { AXIS, PAPER } from '../parts/chartLook'
import { useFigures } from '../shell/figures'

/** A colony from one of its counts on: its mean course, the band of played courses, and what was counted since. */
export function ColonyChart({
  from,
  days,
  simulation,
  counts,
}: {
  from: string
  days: readonly ColonyDay[]
  simulation: ColonySimulation | null
  counts: readonly ColonyCountView[]
}) {
  const figures = useFigures()
  const counted = new Map(counts.map((c) => [Math.round(daysBetween(from, c.on) / 7), c]))
  const points = days
    .filter((d) => d.day % 7 === 0)
    .map((d) => {
      const week = d.day / 7
      const band = simulation?.weeks[week]?.hatched
      const count = counted.get(week)
      return {
        day: addDays(from, d.day),
        mean: Math.round(hatchedOf(d)),
        band: band ? [Math.round(band.low), Math.round(band.high)] : undefined,
        counted: count ? Math.round(hatchedOf(count)) : undefined,
      }
    })
  return (
    <figure className="chart">
      <figcaption>
        <span>
          <i className="swatch edge-moss" />
          all but eggs, as to be expected
        </span>
        <span className="quiet">pale: nine in ten</span>
        <span>● counted</span>
      </figcaption>
      <ResponsiveContainer width="100%" height={230}>
        <ComposedChart data={points} margin={{ top: 8, right: 10, bottom: 0, left: 0 }}>
          <CartesianGrid stroke="var(--rule)" vertical={false} />
          <XAxis dataKey="day" tickFormatter={(d: string) => figures.day(d)} interval={9} {...AXIS} />
          <YAxis
            domain={[0, 'auto']}
            width={58}
            tickFormatter={(n: number) => n.toLocaleString('en')}
            {...AXIS}
          />
          <Tooltip
            contentStyle={PAPER}
            labelFormatter={(d) => `week of ${figures.day(String(d))}`}
            formatter={(value, name) => [
              Array.isArray(value)
                ? value.map((n) => Number(n).toLocaleString('en')).join(' to ')
                : Number(value).toLocaleString('en'),
              name === 'band' ? 'nine in ten' : name === 'mean' ? 'to be expected' : 'counted',
            ]}
          />
          <Area
            dataKey="band"
            stroke="none"
            fill="var(--moss)"
            fillOpacity={0.18}
            isAnimationActive={false}
          />
          <Line dataKey="mean" stroke="var(--moss)" strokeWidth={2} dot={false} isAnimationActive={false} />
          <Line
            dataKey="counted"
            stroke="none"
            dot={{ fill: 'var(--ink)', stroke: 'none', r: 4 }}
            isAnimationActive={false}
          />
        </ComposedChart>
      </ResponsiveContainer>
    </figure>
  )
}
