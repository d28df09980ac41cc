import { addDays, type FeederDemand, type Provision, type Take } from '@hatch-book/core'
import {
  Area,
  CartesianGrid,
  ComposedChart,
  ReferenceArea,
  ReferenceLine,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts'
import { AXIS, PAPER } from '../parts/chartLook'
import { useFigures } from '../shell/figures'

/** Small, middle and large have a colour and a pattern each. */
const LOOKS = ['yolk', 'moss', 'slate', 'plum', 'clay', 'ink2'] as const
/** A colony may hold many times what is eaten: more than this of the demand is not drawn. */
const MOST_OVER_DEMAND = 3

export interface Strand {
  name: string
  values: readonly number[]
}

/** Sizes that somebody eats, as what may be given of them week by week. */
export function strandsOf(
  provision: Provision,
  demand: readonly FeederDemand[],
  nameOf: (s: Take['stage']) => string,
): Strand[] {
  const eaten = new Set(demand.flatMap((d) => d.size.split(', ')))
  return provision.sizes
    .filter((s) => eaten.has(nameOf(s.stage)))
    .map((s) => ({ name: nameOf(s.stage), values: s.may.map((m) => m.middle) }))
}

/** What the colonies may give above the line, what the animals want below it, and the weeks that are short hatched. */
export function RiverChart({
  from,
  gives,
  demand,
  short,
}: {
  from: string
  gives: readonly Strand[]
  demand: readonly FeederDemand[]
  /** Weeks in which more is wanted than may be given, and how many are wanting in the worst of them. */
  short: readonly { from: number; to: number; by: number; says: string }[]
}) {
  const figures = useFigures()
  const sizes = [...new Set([...gives.map((g) => g.name), ...demand.map((d) => d.size)])]
  const look = (name: string) =>
    LOOKS[
      Math.max(
        0,
        gives.findIndex((g) => name.split(', ')[0] === g.name),
      ) % LOOKS.length
    ]!
  const weeks = demand[0]?.weeks.length ?? gives[0]?.values.length ?? 0
  const points = Array.from({ length: weeks }, (_, week) => ({
    week,
    ...Object.fromEntries(gives.map((g) => [`gives ${g.name}`, Math.round(g.values[week] ?? 0)])),
    ...Object.fromEntries(demand.map((d) => [`wants ${d.size}`, -Math.round(d.weeks[week]?.mean ?? 0)])),
  }))
  const total = (of: readonly { at(week: number): number }[]) =>
    Math.max(1, ...points.map((_p, week) => of.reduce((sum, s) => sum + s.at(week), 0)))
  const most = total(demand.map((d) => ({ at: (w: number) => d.weeks[w]?.mean ?? 0 })))
  const held = total(gives.map((g) => ({ at: (w: number) => g.values[w] ?? 0 })))
  const bottom = Math.ceil(most * 1.15)
  const top = Math.min(held, most * MOST_OVER_DEMAND)
  return (
    <figure className="chart">
      <figcaption>
        {sizes
          .filter((s) => gives.some((g) => g.name === s))
          .map((name) => (
            <span key={name}>
              <i className="swatch" style={{ borderColor: `var(--${look(name)})` }} />
              {name}
            </span>
          ))}
        <span className="quiet">
          above: what the colonies may give a week
          {held > top ? ', cut off where it is more than three times as much' : ''}; below: what is eaten
        </span>
      </figcaption>
      <ResponsiveContainer width="100%" height={290}>
        <ComposedChart data={points} margin={{ top: 8, right: 10, bottom: 0, left: 0 }}>
          <defs>
            <pattern
              id="short-of"
              width="8"
              height="8"
              patternUnits="userSpaceOnUse"
              patternTransform="rotate(45)"
            >
              <line x1="0" y1="0" x2="0" y2="8" stroke="var(--clay)" strokeWidth="3" />
            </pattern>
          </defs>
          <CartesianGrid stroke="var(--rule)" vertical={false} />
          <XAxis
            dataKey="week"
            type="number"
            domain={[0, weeks - 1]}
            tickFormatter={(w: number) => figures.day(addDays(from, w * 7))}
            ticks={points.map((p) => p.week).filter((w) => w % 5 === 0)}
            {...AXIS}
          />
          <YAxis
            domain={[-bottom, Math.ceil(top)]}
            ticks={ticksBetween(-bottom, top)}
            allowDataOverflow
            width={58}
            tickFormatter={(n: number) => Math.abs(Math.round(n)).toLocaleString('en')}
            {...AXIS}
          />
          <Tooltip
            contentStyle={PAPER}
            labelFormatter={(w) => `week of ${figures.day(addDays(from, Number(w) * 7))}`}
            formatter={(value, name) => [Math.abs(Number(value)).toLocaleString('en'), String(name)]}
          />
          {gives.map((g) => (
            <Area
              key={`g${g.name}`}
              dataKey={`gives ${g.name}`}
              stackId="gives"
              stroke="none"
              fill={`var(--${look(g.name)})`}
              fillOpacity={0.78}
              isAnimationActive={false}
            />
          ))}
          {demand.map((d) => (
            <Area
              key={`w${d.size}`}
              dataKey={`wants ${d.size}`}
              stackId="wants"
              stroke={`var(--${look(d.size)})`}
              fill={`var(--${look(d.size)})`}
              fillOpacity={0.38}
              isAnimationActive={false}
            />
          ))}
          {short.map((s) => (
            <ReferenceArea
              key={s.says}
              x1={s.from}
              x2={Math.max(s.to, s.from + 0.5)}
              y1={-s.by}
              y2={0}
              fill="url(#short-of)"
              fillOpacity={0.9}
              stroke="var(--clay)"
              ifOverflow="hidden"
              label={{
                ...{ value: s.says, position: 'insideBottomLeft', dy: 18 },
                ...{ fill: 'var(--ink)', fontSize: 12, fontWeight: 700 },
              }}
            />
          ))}
          <ReferenceLine y={0} stroke="var(--ink)" strokeWidth={2} />
        </ComposedChart>
      </ResponsiveContainer>
    </figure>
  )
}

/** Round figures between two, some five of them. */
function ticksBetween(low: number, high: number): number[] {
  const rough = (high - low) / 5
  const power = 10 ** Math.floor(Math.log10(Math.max(1, rough)))
  const step = [1, 2, 5, 10].map((n) => n * power).find((n) => n >= rough)!
  const ticks: number[] = []
  for (let t = Math.ceil(low / step) * step; t <= high; t += step) ticks.push(t)
  return ticks
}
