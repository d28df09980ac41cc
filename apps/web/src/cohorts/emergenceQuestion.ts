import type { StudiedCohort } from './study'

/** Cohorts of one species whose members will be adult: all broods count together. */
export interface Broods {
  protocolId: string
  species: string
  cohorts: StudiedCohort[]
}

export function broodsOf(studied: readonly StudiedCohort[]): Broods[] {
  const bySpecies = new Map<string, Broods>()
  for (const s of studied) {
    if (!s.protocol.adults || s.cohort.kind !== 'young') continue
    // Eggs are too far off to say who meets whom.
    if (s.groups.every((g) => g.stage === 0) && s.standing.grown === 0) continue
    const { protocolId, species } = s.cohort
    const own = bySpecies.get(protocolId) ?? { protocolId, species, cohorts: [] }
    bySpecies.set(protocolId, { ...own, cohorts: [...own.cohorts, s] })
  }
  return [...bySpecies.values()]
}
