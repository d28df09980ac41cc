import type { DueMeal } from '@hatch-book/contract'
import type { MealOutcome } from '@hatch-book/core'
import type { ToWrite } from '../shell/log'

export type Outcome = MealOutcome

/** What is written of a due meal: the outcome, with the prey, the powder and the trick that went with it. */
export function mealEntry(
  meal: DueMeal,
  outcome: Outcome,
  { assisted = false, trick = '' }: { assisted?: boolean; trick?: string } = {},
): ToWrite {
  const grams = meal.grams && Math.round(meal.grams.typical * (meal.half ? 0.5 : 1) * 100) / 100
  return {
    kind: 'meal',
    subject: { type: 'animal', id: meal.animal.id },
    payload: {
      outcome,
      prey: meal.prey.slice(0, 80),
      ...(grams ? { grams } : {}),
      ...(assisted ? { assisted } : {}),
      ...(trick && outcome !== 'offered' ? { trick } : {}),
      ...(meal.supplement && outcome !== 'brought up' ? { supplement: meal.supplement.supplement } : {}),
    },
  }
}
