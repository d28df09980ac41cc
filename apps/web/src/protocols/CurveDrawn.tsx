import css from './protocol.module.css'

interface Point {
  x: number
  y: number
}

const WIDTH = 300
const HEIGHT = 90
const POINTS = 60

/** A curve as it follows from what was typed, with what was typed as points on it: a picture to see a slip by, not to read figures from. */
export function CurveDrawn({
  label,
  from = 0,
  to,
  most,
  yOf,
  told,
  limit,
}: {
  label: string
  from?: number
  to: number
  /** The highest that is drawn. */
  most: number
  yOf(x: number): number
  told: readonly Point[]
  /** What it comes near in the end. */
  limit?: number
}) {
  const across = (x: number) => ((x - from) / (to - from)) * WIDTH
  const up = (y: number) => HEIGHT - (y / most) * HEIGHT
  const all = Array.from({ length: POINTS + 1 }, (_, i) => from + ((to - from) * i) / POINTS)
  return (
    <svg
      viewBox={`0 -4 ${WIDTH} ${HEIGHT + 8}`}
      className={css.curve}
      style={{ maxWidth: WIDTH }}
      role="img"
      aria-label={label}
    >
      {limit !== undefined && (
        <line x1={0} x2={WIDTH} y1={up(limit)} y2={up(limit)} stroke="var(--clay)" strokeDasharray="5 4" />
      )}
      <line x1={0} x2={WIDTH} y1={HEIGHT} y2={HEIGHT} stroke="var(--rule)" />
      <polyline
        fill="none"
        stroke="var(--moss)"
        strokeWidth={2}
        points={all.map((x) => `${across(x)},${up(yOf(x))}`).join(' ')}
      />
      {told.map(({ x, y }) => (
        <circle key={x} cx={across(x)} cy={up(y)} r={4} fill="var(--ink)" />
      ))}
    </svg>
  )
}
