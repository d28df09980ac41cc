import { daysBetween, type Day } from '../calendar'
import { Z90 } from '../protocols'
import type { PupaGroup } from './emergence'
import { cohortForecast, type CohortGroup } from './forecast'
import { groupsOf, temperatureBehind, type CohortStanding } from './standing'
import type { CohortStudy } from './study'

/**
 * When the females and the males of a cohort will be adult, those that pause apart from the others, and those that are already.
 * @returns one group for each sex that emerges about one day
 */
export function pupaGroupsOf(study: CohortStudy, today: Day): PupaGroup[] {
  const { protocol, standing, ahead, cohort, way } = study
  const { sexed } = standing
  const told = sexed ? sexed.females + sexed.males : 0
  const coming = (['female', 'male'] as const).flatMap((sex): PupaGroup[] => {
    const share = told > 0 ? sexed![`${sex}s`] / told : 0.5
    if (share <= 0) return []
    const stages = sex === 'female' ? way : protocol.maleStages
    // Males of some species have a stage less: whoever is in it is a female.
    const members = groupsOf(
      { stages, pause: protocol.pause, referenceC: protocol.referenceC },
      withinOf(standing, stages.length),
      temperatureBehind(cohort.warmth, cohort.celsius, today),
      today,
    )
    const apart = (protocol.earlierMales / 2) * (sex === 'female' ? 1 : -1)
    const groupOf = (own: readonly CohortGroup[], pausing: boolean): PupaGroup[] => {
      const adults = cohortForecast(stages, own, ahead, protocol.referenceC).find(
        (f) => f.stage === stages.length,
      )
      if (!adults || !Number.isFinite(adults.half)) return []
      const spreadDays = Math.max(0.5, (adults.last - adults.first) / (2 * Z90))
      const inDays = Math.max(0, adults.half + apart)
      return [{ sex, count: adults.count * share, inDays, spreadDays, ...(pausing ? { pausing } : {}) }]
    }
    return [
      ...groupOf(
        members.filter((m) => !m.pauses),
        false,
      ),
      ...groupOf(
        members.filter((m) => m.pauses),
        true,
      ),
    ]
  })
  return [...coming, ...adultsOf(study, today)]
}

const withinOf = (standing: CohortStanding, stages: number) => ({
  stages: standing.stages.filter((s) => s.stage === null || s.stage < stages),
})

/** Those that live, the last to come out taken as the ones that are left. */
function adultsOf({ cohort, standing }: CohortStudy, today: Day): PupaGroup[] {
  return (['female', 'male'] as const).flatMap((sex) => {
    let left = Math.round(standing.stages.find((s) => s.name === `${sex}s`)?.count ?? 0)
    return cohort.emerged.flatMap((e): PupaGroup[] => {
      const count = Math.min(left, e[`${sex}s`])
      left -= count
      return count > 0 ? [{ sex, count, inDays: -daysBetween(e.on, today), spreadDays: 0 }] : []
    })
  })
}
