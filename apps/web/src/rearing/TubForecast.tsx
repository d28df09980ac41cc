import type { TubSize } from '@hatch-book/core'
import { addDays } from '@hatch-book/core'
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

/** Tubs of one size wanted by week, as a fan, against those that there are. */
export function TubForecast({ size, from, height = 200 }: { size: TubSize; from: string; height?: number }) {
  const figures = useFigures()
  const points = size.weeks.map((w) => ({
    day: addDays(from, w.week * 7),
    middle: w.middle,
    half: [w.low50, w.high50],
    most: [w.low90, w.high90],
  }))
  return (
    <figure className="chart">
      <figcaption>
        <span>
          <i className="swatch edge-moss" />
          wanted, the middle
        </span>
        <span className="quiet">dark: half of all runs; pale: nine in ten</span>
        <span>
          <i className="swatch edge-ink" />
          {size.have} there
        </span>
      </figcaption>
      <ResponsiveContainer width="100%" height={height}>
        <ComposedChart data={points} margin={{ top: 8, right: 10, bottom: 0, left: 0 }}>
          <CartesianGrid stroke="var(--rule)" vertical={false} />
          <XAxis dataKey="day" tickFormatter={(d: string) => figures.day(d)} interval={7} {...AXIS} />
          <YAxis domain={[0, 'auto']} allowDecimals={false} width={40} {...AXIS} />
          <Tooltip
            contentStyle={PAPER}
            labelFormatter={(d) => `week of ${figures.day(String(d))}`}
            formatter={(value, name) => [
              Array.isArray(value) ? value.join(' to ') : String(value),
              name === 'most' ? 'nine in ten' : name === 'half' ? 'half' : 'the middle',
            ]}
          />
          <Area
            dataKey="most"
            stroke="none"
            fill="var(--moss)"
            fillOpacity={0.14}
            isAnimationActive={false}
          />
          <Area
            dataKey="half"
            stroke="none"
            fill="var(--moss)"
            fillOpacity={0.28}
            isAnimationActive={false}
          />
          <Line dataKey="middle" stroke="var(--moss)" strokeWidth={2} dot={false} isAnimationActive={false} />
          <ReferenceLine y={size.have} ifOverflow="extendDomain" stroke="var(--ink)" strokeWidth={2} />
        </ComposedChart>
      </ResponsiveContainer>
    </figure>
  )
}
