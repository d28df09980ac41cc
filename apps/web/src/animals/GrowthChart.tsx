import type { AnimalPage } from '@hatch-book/contract'
import { dayNumber, dayFromNumber } from '@hatch-book/core'
import {
  CartesianGrid,
  ComposedChart,
  Line,
  ReferenceLine,
  ResponsiveContainer,
  Scatter,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts'
import { useFigures } from '../shell/figures'
import { useSession } from '../shell/session'

/** Weights as points, the species curve through the last of them, and the weight wanted of a breeder. */
export default function GrowthChart({ page }: { page: AnimalPage }) {
  const figures = useFigures()
  const { today } = useSession()
  const at = (iso: string) => Date.parse(iso) / 86_400_000
  const points = page.weights.map((w) => ({ x: at(w.at), grams: w.grams, context: w.context }))
  const curve = page.growth.map((g) => ({ x: dayNumber(g.day), curve: g.grams }))
  const most =
    Math.max(
      page.wantedGrams * (page.animal.purpose === 'breeder' ? 1.05 : 0),
      ...points.map((p) => p.grams),
      ...curve.map((c) => c.curve),
    ) * 1.05
  const from = Math.min(...points.map((p) => p.x), ...curve.map((c) => c.x))
  const to = Math.max(dayNumber(today) + 5, ...curve.map((c) => c.x))
  return (
    <figure className="chart" style={{ margin: 0 }}>
      <ResponsiveContainer width="100%" height={230}>
        <ComposedChart margin={{ top: 6, right: 12, bottom: 0, left: 0 }}>
          <CartesianGrid stroke="var(--rule)" vertical={false} />
          <XAxis
            dataKey="x"
            type="number"
            domain={[from, to]}
            tickFormatter={(x: number) => figures.day(dayFromNumber(x))}
            stroke="var(--ink2)"
            tick={{ fontSize: 12, fill: 'var(--ink2)' }}
            tickCount={6}
          />
          <YAxis
            domain={[0, most]}
            tickFormatter={(g: number) => figures.grams(g)}
            stroke="var(--ink2)"
            tick={{ fontSize: 12, fill: 'var(--ink2)' }}
            width={66}
            tickCount={5}
          />
          <Tooltip
            isAnimationActive={false}
            contentStyle={{
              background: 'var(--sheet)',
              border: '1px solid var(--rule)',
              color: 'var(--ink)',
            }}
            labelFormatter={(x) => figures.day(dayFromNumber(Number(x)))}
            formatter={(value, name) => [
              figures.grams(Number(value)),
              name === 'curve' ? 'curve' : 'weighed',
            ]}
          />
          {page.animal.purpose === 'breeder' && (
            <ReferenceLine y={page.wantedGrams} stroke="var(--clay)" strokeDasharray="5 4" />
          )}
          <ReferenceLine x={dayNumber(today)} stroke="var(--clay)" />
          <Line
            data={curve}
            dataKey="curve"
            stroke="var(--moss)"
            strokeWidth={2}
            dot={false}
            isAnimationActive={false}
          />
          <Scatter
            data={points}
            dataKey="grams"
            fill="var(--ink)"
            isAnimationActive={false}
            shape={(p: { cx?: number; cy?: number; payload?: { context: string } }) => (
              <circle
                cx={p.cx}
                cy={p.cy}
                r={2.8}
                fill={p.payload?.context === 'gravid' ? 'var(--sheet)' : 'var(--ink)'}
                stroke="var(--ink)"
              />
            )}
          />
        </ComposedChart>
      </ResponsiveContainer>
      <figcaption>
        <span>● weighed</span>
        <span>○ gravid</span>
        <span>
          <i className="swatch" style={{ color: 'var(--moss)' }} />
          growth curve of the species, through the last weight
        </span>
        {page.animal.purpose === 'breeder' && (
          <span>
            <i className="swatch dash" style={{ color: 'var(--clay)' }} />
            breeding weight {figures.grams(page.wantedGrams)}
          </span>
        )}
      </figcaption>
      <details className="small">
        <summary>as a table</summary>
        <table className="plain-table">
          <tbody>
            {[...page.weights].reverse().map((w) => (
              <tr key={w.at}>
                <td>{figures.instant(w.at)}</td>
                <td className="fig">{figures.grams(w.grams)}</td>
                <td>{w.context}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </details>
    </figure>
  )
}
