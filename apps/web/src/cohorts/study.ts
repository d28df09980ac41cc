import type { Cohorts, CohortView } from '@hatch-book/contract'
import { type Say, studyCohort, type CohortStanding, type CohortStudy } from '@hatch-book/core'

/** A cohort with all that is reckoned of it, and what its keepers are warned of. */
export interface StudiedCohort extends CohortStudy<CohortView> {
  cautions: string
}

export function studyCohorts({ cohorts, species, today }: Cohorts, say?: Say): StudiedCohort[] {
  const bySpecies = new Map(species.map((s) => [s.protocolId, s]))
  return cohorts.map((c) => {
    const { protocol, cautions } = bySpecies.get(c.protocolId)!
    return { ...studyCohort(c, protocol, today, say), cautions }
  })
}

/** Everybody of a stage that can be told of, the grown included. */
export const countOf = ({ stages }: CohortStanding, name: string) =>
  Math.round(stages.find((s) => s.name === name)?.count ?? 0)

/** So many of a stage, in words: one egg, two eggs. */
export function told(count: number, name: string): string {
  const n = Math.round(count)
  const plural = /^(egg|pupal cell|female|male)s?$/.exec(name)
  return `${n.toLocaleString('en')} ${plural ? `${plural[1]}${n === 1 ? '' : 's'}` : name}`
}

/** What a form beside a cohort is handed. */
export interface ActProps {
  studied: StudiedCohort
  all: readonly StudiedCohort[]
  onDone(): void
  /** A cohort was made of it: go there. */
  onMade(id: string): void
}
