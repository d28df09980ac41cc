import { addDays, dayOfInstant, laterDay, nextMeal, type Day, type NextMeal } from '@hatch-book/core'
import type { JudgedAnimal } from '../animals'

/** When an animal's next meal is due, by the stage it stands on; null where it is not fed. */
export function mealDueOf({ record, stage, facts }: JudgedAnimal, zone: string, today: Day): NextMeal | null {
  const { standing, protocol } = record
  const day = (at: number | null | undefined) => (at ? dayOfInstant(at, zone) : null)
  const last = standing.lastMeal
  // The first meal is offered once the stage that is not fed lies behind it.
  const unfed = protocol.stages.findIndex((s) => s.feed !== null)
  const firstDue =
    facts.hatched && unfed > 0
      ? addDays(
          facts.hatched.from,
          protocol.stages.slice(0, unfed).reduce((sum, s) => sum + Math.round(s.days.typical), 0),
        )
      : null
  return nextMeal(
    {
      hatched: facts.hatched,
      // Of one that nothing was ever written of, its keeper knows from today on.
      firstOn: record.animal.clutchId === null ? (day(standing.firstAt) ?? today) : null,
      lastOfferedOn: day(last?.at),
      lastOutcome: last?.outcome ?? null,
      condition: standing.condition?.score ?? null,
      inShed: standing.inShedSince !== null,
      resting: standing.restingSince !== null,
    },
    stage.stage.feed?.everyDays ?? null,
    today,
    firstDue && laterDay(firstDue, facts.hatched!.from),
  )
}
