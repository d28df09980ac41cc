import type { Season } from '@hatch-book/contract'
import { addDays, type PhaseName, type SeasonRoom } from '@hatch-book/core'

/** What is drawn: a phase, or the hills of chance. */
export type Drawn = PhaseName | 'chance'

/** Each phase its own row in the lane, colour and pattern: how high it stands and how thick it is. */
export const PHASES: Record<PhaseName, { y: number; h: number; colour: string }> = {
  rest: { y: 9, h: 8, colour: 'slate' },
  warming: { y: 13, h: 4, colour: 'slate' },
  pairing: { y: 10, h: 6, colour: 'plum' },
  laying: { y: 5, h: 4, colour: 'plum' },
  incubating: { y: 9, h: 8, colour: 'yolk' },
  rearing: { y: 15, h: 3, colour: 'moss' },
  supply: { y: 6, h: 5, colour: 'clay' },
}
export const SAYS: Record<Drawn, string> = {
  rest: 'rest',
  warming: 'warming',
  pairing: 'pairing',
  laying: 'look for eggs',
  incubating: 'incubating',
  rearing: 'rearing',
  supply: 'feeder plan',
  chance: 'chance of hatching, of growing up',
}
export const LEADS: Record<SeasonRoom, string> = {
  animals: '/animals/',
  pairing: '/pairing/',
  incubation: '/incubation/',
  rearing: '/rearing/',
  cohorts: '/cohorts/',
  colonies: '/colonies/',
}

export type LaneOf = Season['lanes'][number]
/** A stretch or a hill of a lane, in the order of its days: what one walks along by keys. */
export interface Mark {
  key: string
  drawn: Drawn
  from: string
  to: string
  opens: string
  phase?: LaneOf['phases'][number]
  hill?: LaneOf['hills'][number]
}

type Hill = LaneOf['hills'][number]
/** A hill of chance as a path: its highest day as high as is given, its foot on the base. */
export function hillPath(
  hill: Hill,
  x: (day: string) => number,
  base: number,
  height: number,
  highest: number,
): string {
  const points = hill.shares.map(
    (share, i) => `${x(addDays(hill.from, i))},${base - (share / highest) * height}`,
  )
  return `M${x(hill.from)},${base}L${points.join('L')}L${x(addDays(hill.from, hill.shares.length))},${base}Z`
}
/** The highest share of a day among hills that are drawn to one scale. */
export const highestOf = (hills: readonly Hill[]): number => Math.max(0.02, ...hills.flatMap((h) => h.shares))

export function Patterns() {
  return (
    <defs>
      <pattern id="rb-rest" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <line x1="0" y1="0" x2="0" y2="5" stroke="var(--slate)" strokeWidth="2.4" />
      </pattern>
      <pattern id="rb-warming" width="6" height="6" patternUnits="userSpaceOnUse">
        <path d="M0 6L6 0" stroke="var(--slate)" strokeWidth="1.4" />
      </pattern>
      <pattern id="rb-pairing" width="4" height="3" patternUnits="userSpaceOnUse">
        <rect width="2.6" height="1.7" fill="var(--plum)" />
      </pattern>
      <pattern id="rb-laying" width="6" height="4" patternUnits="userSpaceOnUse">
        <circle cx="2" cy="2" r="1.5" fill="var(--plum)" />
      </pattern>
      <pattern id="rb-incubating" width="5" height="4" patternUnits="userSpaceOnUse">
        <ellipse cx="2" cy="2" rx="1.2" ry="1.6" fill="var(--yolk)" />
      </pattern>
      <pattern id="rb-rearing" width="8" height="3" patternUnits="userSpaceOnUse">
        <rect width="5" height="3" fill="var(--moss)" />
      </pattern>
      <pattern id="rb-supply" width="6" height="5" patternUnits="userSpaceOnUse">
        <path d="M0 5L3 0L6 5" stroke="var(--clay)" strokeWidth="1.3" fill="none" />
      </pattern>
    </defs>
  )
}

/** A stretch of a phase as it is drawn, in the lane and in the legend. */
export function Stretch({ name, x, y, width }: { name: PhaseName; x: number; y: number; width: number }) {
  const { h, colour } = PHASES[name]
  return (
    <>
      <rect x={x} y={y} width={width} height={h} fill={`var(--${colour})`} opacity={0.18} />
      <rect x={x} y={y} width={width} height={h} fill={`url(#rb-${name})`} />
    </>
  )
}
