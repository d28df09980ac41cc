import css from './review.module.css'
/** A figure with its interval on a scale of its own: a stroke for the interval, a mark for the figure. */
export function Whisker({
  from,
  to,
  low,
  high,
  at,
  line,
}: {
  from: number
  to: number
  low: number | null
  high: number | null
  at: number | null
  /** A figure to be held against, such as nothing at all. */
  line?: number
}) {
  if (at === null || !(to > from)) return null
  const x = (value: number) => `${Math.max(0, Math.min(100, ((value - from) / (to - from)) * 100))}%`
  return (
    <svg className={css.whisker} aria-hidden>
      {line !== undefined && (
        <line x1={x(line)} x2={x(line)} y1="0" y2="100%" stroke="var(--ink2)" strokeDasharray="2 2" />
      )}
      {low !== null && high !== null && (
        <line
          x1={x(low)}
          x2={x(high)}
          y1="50%"
          y2="50%"
          stroke="var(--moss)"
          strokeWidth={3}
          opacity={0.55}
        />
      )}
      <circle cx={x(at)} cy="50%" r={4.5} fill="var(--moss)" />
    </svg>
  )
}
