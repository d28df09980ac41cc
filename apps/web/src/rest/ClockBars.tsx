import type { RestView } from '@hatch-book/contract'
import type { Day, RestClock } from '@hatch-book/core'
import css from './rest.module.css'

const TOP = 7
const BAR = 16

/** The bars of one clock: a dotted box without food, a slope down, the hatched hold with its checks, a slope up, an arrow. */
export function ClockBars({
  clock,
  rest,
  x,
  today,
}: {
  clock: RestClock
  rest: RestView
  x(day: Day): number
  today: Day
}) {
  const { edges } = clock
  const [meal, down, hold, up, warm] = (
    ['last meal', 'step down', 'hold', 'step up', 'full warmth'] as const
  ).map((e) => x(edges[e])) as [number, number, number, number, number]
  const meet = x(edges.introductions)
  const bottom = TOP + BAR
  const ended = rest.diedOn ?? null
  return (
    <g>
      {down > meal + 1 && (
        <rect
          x={meal}
          y={TOP + 0.5}
          width={down - meal}
          height={BAR - 1}
          fill="none"
          stroke="var(--ink)"
          strokeDasharray="2 2.5"
        />
      )}
      {down - meal > 34 && (
        <text x={meal + 5} y={TOP + 12} className={css.inside}>
          fast
        </text>
      )}
      <path d={`M${down} ${TOP}L${hold} ${bottom}H${down}z`} fill="var(--slate)" opacity={0.7} />
      <rect x={hold} y={TOP} width={Math.max(0, up - hold)} height={BAR} fill="url(#hold)" />
      {checksOf(rest, clock, today).map(({ day, done, bad }, i) => (
        <circle
          key={i}
          cx={x(day)}
          cy={TOP + BAR / 2}
          r={3.6}
          fill={bad ? 'var(--clay)' : done ? 'var(--ink)' : 'var(--sheet)'}
          stroke={bad ? 'var(--clay)' : 'var(--ink)'}
        />
      ))}
      <path d={`M${up} ${bottom}L${warm} ${TOP}V${bottom}z`} fill="var(--yolk)" opacity={0.75} />
      {ended ? (
        <path d={`M${x(ended) - 5} ${TOP + 3}l10 10m0 -10l-10 10`} stroke="var(--clay)" strokeWidth={2.4} />
      ) : rest.batch ? null : (
        // Cocoons and eggs meet nobody.
        <path
          d={`M${warm + 3} ${TOP + BAR / 2}H${Math.max(warm + 8, meet - 2)}m-5 -4l5 4l-5 4`}
          fill="none"
          stroke="var(--plum)"
          strokeWidth={1.8}
        />
      )}
    </g>
  )
}

/** Checks done as they were done, and those still to come. */
function checksOf(rest: RestView, clock: RestClock, today: Day) {
  const done = rest.checks.map((c) => ({ day: c.on, done: true, bad: c.signs.length > 0 }))
  const ended = rest.subject.warmedOn ?? rest.diedOn
  const last = done.at(-1)?.day ?? ''
  const open = ended
    ? []
    : clock.checks.filter((day) => day > last && (day >= today || !rest.subject.wentInOn))
  return [...done, ...open.map((day) => ({ day, done: false, bad: false }))]
}
