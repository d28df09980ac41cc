import { addDays, type Overlap } from '@hatch-book/core'
import {
  Area,
  CartesianGrid,
  ComposedChart,
  Line,
  ReferenceLine,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts'
import { AXIS, PAPER } from '../parts/chartLook'
import { useFigures } from '../shell/figures'
import css from './emergence.module.css'

/** Few that pause come out over months: nights with hardly anybody at the end would press the others together. */
const HARDLY = 0.05

function shownOf(nights: Overlap['nights']): Overlap['nights'] {
  const many = (n: Overlap['nights'][number]) => Math.max(n.females, n.males)
  const most = Math.max(0, ...nights.map(many))
  return nights.slice(0, nights.findLastIndex((n) => many(n) >= HARDLY * most) + 1)
}

/** Night by night: females that would pair, males alive, and how many pairs come of it. */
export function NightsChart({ overlap, today }: { overlap: Overlap; today: string }) {
  const figures = useFigures()
  const points = shownOf(overlap.nights).map((n) => ({ ...n, on: addDays(today, n.day) }))
  if (points.length === 0) return null
  const best = overlap.best && addDays(today, overlap.best.day)
  return (
    <figure className="chart">
      <figcaption>
        <span>
          <i className="swatch edge-yolk" />
          females that would pair
        </span>
        <span>
          <i className={`swatch ${css.dashed}`} />
          males alive
        </span>
        <span>
          <i className="swatch edge-moss" />
          pairs
        </span>
      </figcaption>
      <ResponsiveContainer width="100%" height={220}>
        <ComposedChart data={points} margin={{ top: 8, right: 10, bottom: 0, left: 0 }}>
          <CartesianGrid stroke="var(--rule)" vertical={false} />
          <XAxis dataKey="on" tickFormatter={(d: string) => figures.day(d)} minTickGap={40} {...AXIS} />
          <YAxis domain={[0, 'auto']} width={40} {...AXIS} />
          <Tooltip
            contentStyle={PAPER}
            labelFormatter={(d) => `night of ${figures.day(String(d))}`}
            formatter={(value, name) => [Number(value).toFixed(1), String(name)]}
          />
          <Area
            dataKey="females"
            stroke="var(--yolk)"
            fill="var(--yolk)"
            fillOpacity={0.3}
            isAnimationActive={false}
          />
          <Line
            dataKey="males"
            stroke="var(--slate)"
            strokeWidth={2}
            strokeDasharray="6 4"
            dot={false}
            isAnimationActive={false}
          />
          <Line dataKey="pairs" stroke="var(--moss)" strokeWidth={2} dot={false} isAnimationActive={false} />
          {best && (
            <ReferenceLine
              x={best}
              stroke="var(--ink)"
              strokeWidth={2}
              label={{ value: 'pair', fill: 'var(--ink)', fontSize: 12, position: 'insideTopLeft' }}
            />
          )}
        </ComposedChart>
      </ResponsiveContainer>
    </figure>
  )
}
