import type { Day } from '../calendar'

export type PhaseName = 'rest' | 'warming' | 'pairing' | 'laying' | 'incubating' | 'rearing'

/** One stretch of the season on the ribbon. */
export interface Phase {
  name: PhaseName
  from: Day
  to: Day
  /** What opens when it is clicked: the page and the thing. */
  subject: { room: 'animals' | 'pairing' | 'incubation' | 'rearing'; id: string }
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
