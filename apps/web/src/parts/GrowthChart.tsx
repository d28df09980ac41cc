import type { AnimalPage } from '@hatch-book/contract'
import { dayFromNumber, dayNumber } from '@hatch-book/core'
import {
  Area,
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
import { AXIS, PAPER } from './chartLook'
import { useFigures } from '../shell/figures'
import { useSession } from '../shell/session'

interface Point {
  x: number
  at: string
  grams: number
  context: string
  aside: string | null
}

/** Weights as points, the animal's own curve with its band, and the weight wanted of a breeder. */
export default function GrowthChart({ page, small = false }: { page: AnimalPage; small?: boolean }) {
  const figures = useFigures()
  const { today } = useSession()
  const at = (iso: string) => Date.parse(iso) / 86_400_000
  const aside = new Map(page.growth?.outliers.map((o) => [o.at, o.why]))
  const points: Point[] = page.weights.map((w) => ({
    x: at(w.at),
    at: w.at,
    grams: w.grams,
    context: w.context,
    aside: aside.get(w.at) ?? null,
  }))
  const curve = (page.growth?.curve ?? []).map((g) => ({
    x: dayNumber(g.day),
    curve: g.grams,
    band: [g.least, g.most] as [number, number],
  }))
  const breeder = page.animal.purpose === 'breeder' && page.wantedGrams !== null
  const most =
    Math.max(
      breeder ? page.wantedGrams! * 1.05 : 0,
      ...points.map((p) => p.grams),
      ...curve.map((c) => c.curve),
    ) * 1.05
  const from = Math.min(...points.map((p) => p.x), ...curve.map((c) => c.x))
  const to = Math.max(dayNumber(today) + 5, ...curve.map((c) => c.x))
  return (
    <figure className="chart flush">
      <ResponsiveContainer width="100%" height={small ? 116 : 230}>
        <ComposedChart margin={{ top: 6, right: 12, bottom: 0, left: 0 }} accessibilityLayer={false}>
          <CartesianGrid stroke="var(--rule)" vertical={false} />
          <XAxis
            dataKey="x"
            type="number"
            domain={[from, to]}
            allowDataOverflow
            tickFormatter={(x: number) => figures.day(dayFromNumber(x))}
            {...AXIS}
            tickCount={6}
          />
          <YAxis
            domain={[0, most]}
            allowDataOverflow
            tickFormatter={(g: number) => figures.grams(g)}
            {...AXIS}
            width={66}
            tickCount={small ? 3 : 5}
          />
          <Tooltip
            isAnimationActive={false}
            contentStyle={PAPER}
            labelFormatter={(x) => figures.day(dayFromNumber(Number(x)))}
            formatter={(value, name) =>
              Array.isArray(value)
                ? [`${figures.grams(Number(value[0]))} to ${figures.grams(Number(value[1]))}`, 'band']
                : [figures.grams(Number(value)), name === 'curve' ? 'curve' : 'weighed']
            }
          />
          <Area
            data={curve}
            dataKey="band"
            stroke="none"
            fill="var(--moss)"
            fillOpacity={0.18}
            isAnimationActive={false}
            activeDot={false}
          />
          {breeder && <ReferenceLine y={page.wantedGrams!} stroke="var(--clay)" strokeDasharray="5 4" />}
          <ReferenceLine x={dayNumber(today)} stroke="var(--clay)" />
          <Line
            data={curve}
            dataKey="curve"
            stroke="var(--moss)"
            strokeWidth={2}
            dot={false}
            activeDot={false}
            isAnimationActive={false}
          />
          <Scatter data={points} dataKey="grams" isAnimationActive={false} shape={Mark} />
        </ComposedChart>
      </ResponsiveContainer>
      {!small && <ChartInWords page={page} points={points} breeder={breeder} />}
    </figure>
  )
}

/** The legend in words, what the curve says, and the weights as a table. */
function ChartInWords({
  page,
  points,
  breeder,
}: {
  page: AnimalPage
  points: readonly Point[]
  breeder: boolean
}) {
  const figures = useFigures()
  return (
    <>
      <figcaption>
        <span>● weighed</span>
        <span>○ gravid or fed: counts for less, or not at all</span>
        {points.some((p) => p.aside === 'off the curve') && <span>✕ off the curve: set aside</span>}
        {page.growth && (
          <span>
            <i className="swatch in-moss" />
            its own growth curve with its 90 % range
          </span>
        )}
        {breeder && (
          <span>
            <i className="swatch dash in-clay" />
            breeding weight {figures.grams(page.wantedGrams)}
          </span>
        )}
      </figcaption>
      <GrowthInWords page={page} />
      <details className="small">
        <summary>as a table</summary>
        <table className="plain-table">
          <tbody>
            {[...points].reverse().map((p, i) => (
              // Two weighings may stand at one minute.
              <tr key={`${p.at} ${i}`}>
                <td>{figures.instant(p.at)}</td>
                <td className="fig">{figures.grams(p.grams)}</td>
                <td>{p.context}</td>
                <td>{p.aside === 'off the curve' ? 'off the curve, set aside' : ''}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </details>
    </>
  )
}

function Mark({ cx = 0, cy = 0, payload }: { cx?: number; cy?: number; payload?: Point }) {
  if (payload?.aside === 'off the curve')
    return (
      <path
        d={`M${cx - 4},${cy - 4}L${cx + 4},${cy + 4}M${cx + 4},${cy - 4}L${cx - 4},${cy + 4}`}
        stroke="var(--clay)"
        strokeWidth={2}
      />
    )
  return (
    <circle
      cx={cx}
      cy={cy}
      r={2.8}
      fill={payload?.aside ? 'var(--sheet)' : 'var(--ink)'}
      stroke="var(--ink)"
    />
  )
}

/** Weighings that scatter by more than this tell of slips, not of an animal. */
const WILD = 0.3

/** What the curve says: where it is going, among whom it stands, what was set aside. */
function GrowthInWords({ page }: { page: AnimalPage }) {
  const figures = useFigures()
  const { growth, wantedGrams, animal } = page
  if (!growth)
    return (
      <p className="small quiet above-8">
        No curve yet: it needs a hatch date (an estimate will do) and a weight.
      </p>
    )
  const light = wantedGrams !== null && (animal.grams ?? 0) < wantedGrams
  return (
    <p className="small above-8">
      {growth.noise > WILD
        ? 'These weights do not fit one curve. Check them for typing errors. '
        : `Weighings scatter by ${(growth.noise * 100).toFixed(1)} % round the curve. `}
      {light &&
        (growth.reaches
          ? `It reaches ${figures.grams(wantedGrams)} about ${figures.day(growth.reaches.likely)}, ${
              growth.reaches.to
                ? `between ${figures.day(growth.reaches.from)} and ${figures.day(growth.reaches.to)}`
                : `from ${figures.day(growth.reaches.from)} on, with no latest day`
            }. `
          : `On its own curve it does not reach ${figures.grams(wantedGrams)}. `)}
      {growth.percentile &&
        `Heavier than ${Math.round(growth.percentile.percent)} % of its ${growth.percentile.siblings} clutch mates at one age. `}
      {growth.counted < 6 && 'With few weighings it leans on its species.'}
    </p>
  )
}
