import { CartesianGrid, Line, LineChart, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts'
import { AXIS, PAPER } from '../parts/chartLook'
import { useFigures } from '../shell/figures'
import type { GrownCollection } from './growthOfAll'

const COLOURS = ['var(--moss)', 'var(--slate)', 'var(--plum)', 'var(--yolktext)', 'var(--clay)', 'var(--ink)']
const DASHES = { female: undefined, male: '6 4', unknown: '2 3' }

/** The curve of each line; a line has its colour, a sex its stroke. */
export default function LineCurves({ curves }: { curves: GrownCollection['curves'] }) {
  const figures = useFigures()
  const lines = [...new Set(curves.map((c) => c.line))]
  const most = Math.max(...curves.flatMap((c) => c.points.map((p) => p.age)), 1)
  return (
    <figure className="chart flush">
      <ResponsiveContainer width="100%" height={260}>
        <LineChart margin={{ top: 6, right: 12, bottom: 0, left: 0 }} accessibilityLayer={false}>
          <CartesianGrid stroke="var(--rule)" vertical={false} />
          <XAxis
            dataKey="age"
            type="number"
            domain={[0, most]}
            tickFormatter={(age: number) => figures.days(age)}
            {...AXIS}
            tickCount={6}
          />
          <YAxis tickFormatter={(g: number) => figures.grams(g)} {...AXIS} width={66} />
          <Tooltip
            isAnimationActive={false}
            contentStyle={PAPER}
            labelFormatter={(age) => figures.days(Number(age))}
            formatter={(value, name) => [figures.grams(Number(value)), name]}
          />
          {curves.map((c) => (
            <Line
              key={`${c.line} ${c.sex}`}
              name={`${c.line}, ${c.sex}`}
              data={c.points}
              dataKey="grams"
              stroke={COLOURS[lines.indexOf(c.line) % COLOURS.length]}
              strokeDasharray={DASHES[c.sex]}
              strokeWidth={2}
              dot={false}
              isAnimationActive={false}
            />
          ))}
        </LineChart>
      </ResponsiveContainer>
      <figcaption>
        {lines.map((line, i) => (
          <span key={line}>
            <i className="swatch" style={{ color: COLOURS[i % COLOURS.length] }} />
            {line}
          </span>
        ))}
        <span>whole stroke female, broken male</span>
      </figcaption>
    </figure>
  )
}
