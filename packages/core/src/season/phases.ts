import { addDays, type Day } from '../calendar'
import type { StageForecast } from '../cohorts'
import { normalCumulative } from '../statistics'

export type PhaseName = 'rest' | 'warming' | 'pairing' | 'laying' | 'incubating' | 'rearing' | 'supply'

/** The room whose page opens. */
export type SeasonRoom = 'animals' | 'pairing' | 'incubation' | 'rearing' | 'cohorts' | 'colonies'

/** One stretch of the season on the ribbon. */
export interface Phase {
  name: PhaseName
  from: Day
  to: Day
  /** What opens when it is clicked: the page and the thing. */
  subject: { room: SeasonRoom; id: string }
  label: string
}

/** Joins phases of one name that touch or overlap and lead to the same room, so that a lane stays readable. */
export function joinPhases(phases: readonly Phase[]): Phase[] {
  const joined: Phase[] = []
  const inOrder = [...phases].sort((a, b) =>
    a.name === b.name ? (a.from < b.from ? -1 : 1) : a.name < b.name ? -1 : 1,
  )
  for (const phase of inOrder) {
    const last = joined.at(-1)
    if (last && last.name === phase.name && phase.from <= last.to) {
      if (phase.to > last.to) last.to = phase.to
      if (!last.label.includes(phase.label)) last.label += `, ${phase.label}`
    } else joined.push({ ...phase })
  }
  return joined
}

/** A chance spread over days: of hatching, or of growing up. */
export interface Hill {
  from: Day
  /** Share of the chance that falls on each day. */
  shares: number[]
}

/** Beyond so many spreads nothing is drawn. */
const DRAWN_SPREADS = 2.5
/** One in twenty lies further than so many spreads below the middle. */
const ONE_IN_TWENTY = 1.645
const LONGEST_HILL = 300

/**
 * How the day spreads on which the members of a group get somewhere, from the days on which one in twenty, half and nineteen in twenty have:
 * normal on either side of the half, each side with its own spread.
 * @param today the day from which the three are counted
 */
export function stageHill(
  today: Day,
  { first, half, last }: Pick<StageForecast, 'first' | 'half' | 'last'>,
): Hill {
  const below = Math.max(0.5, (half - first) / ONE_IN_TWENTY)
  const above = Math.max(0.5, (last - half) / ONE_IN_TWENTY)
  const reached = (day: number) => normalCumulative((day - half) / (day < half ? below : above))
  const from = Math.floor(half - DRAWN_SPREADS * below)
  const days = Math.min(LONGEST_HILL, Math.ceil(half + DRAWN_SPREADS * above) - from)
  return {
    from: addDays(today, from),
    shares: Array.from({ length: days }, (_, i) => reached(from + i + 1) - reached(from + i)),
  }
}
