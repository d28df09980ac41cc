import {
  cohortForecast,
  daysBetween,
  groupsOf,
  temperatureBehind,
  Z90,
  type PupaGroup,
} from '@hatch-book/core'
import { countOf, type StudiedCohort } from './study'

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

/** When the females and the males of a cohort will be adult, and those that are already. */
export function pupaGroupsOf(studied: StudiedCohort, today: string): PupaGroup[] {
  const { protocol, standing, ahead, cohort, way } = studied
  const { sexed } = standing
  const told = sexed ? sexed.females + sexed.males : 0
  const groups = (['female', 'male'] as const).flatMap((sex): PupaGroup[] => {
    const stages = sex === 'female' ? way : protocol.maleStages
    // Males of some species have a stage less: whoever is in it is a female.
    const members = groupsOf(
      { stages },
      withinOf(standing, stages.length),
      temperatureBehind(cohort.warmth, cohort.celsius, today),
      today,
    )
    const adults = cohortForecast(stages, members, ahead, protocol.referenceC).find(
      (f) => f.stage === stages.length,
    )
    if (!adults || !Number.isFinite(adults.half)) return []
    const share = told > 0 ? sexed![`${sex}s`] / told : 0.5
    const apart = (protocol.earlierMales / 2) * (sex === 'female' ? 1 : -1)
    const spreadDays = Math.max(0.5, (adults.last - adults.first) / (2 * Z90))
    return share > 0
      ? [{ sex, count: adults.count * share, inDays: Math.max(0, adults.half + apart), spreadDays }]
      : []
  })
  return [...groups, ...adultsOf(studied, today)]
}

const withinOf = (standing: StudiedCohort['standing'], stages: number) => ({
  ...standing,
  stages: standing.stages.filter((s) => s.stage === null || s.stage < stages),
})

/** Those that live, the last to come out taken as the ones that are left. */
function adultsOf({ cohort, standing }: StudiedCohort, today: string): PupaGroup[] {
  return (['female', 'male'] as const).flatMap((sex) => {
    let left = countOf(standing, `${sex}s`)
    return cohort.emerged.flatMap((e): PupaGroup[] => {
      const count = Math.min(left, e[`${sex}s`])
      left -= count
      return count > 0 ? [{ sex, count, inDays: -daysBetween(e.on, today), spreadDays: 0 }] : []
    })
  })
}
