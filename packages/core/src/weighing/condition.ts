import type { BodyPlan } from '../animals'
import { CONDITION_SCORES, type ConditionScore } from './entries'

export { CONDITION_SCORES, type ConditionScore }

/** What whole scores look like, from 1 to 5, by the plan of the body; half steps lie between two. */
const WORDS: Record<BodyPlan, readonly [string, string, string, string, string]> = {
  snake: [
    'spine and ribs stand out',
    'ridge of the spine shows',
    'rounded triangle',
    'round, soft rolls',
    'rolls at rest, a groove along the back',
  ],
  lizard: [
    'hip bones sharp, tail thin',
    'hip bones show, tail thinner than the neck',
    'hips just felt, tail as wide as the neck',
    'no hip felt, tail wider than the head',
    'fat pads bulge, belly drags',
  ],
  chelonian: [
    'light in the hand, legs’ roots hollow',
    'light for its length, skin folds at the legs',
    'firm and heavy for its length',
    'skin full at the legs’ roots',
    'bulges from the shell when it draws in',
  ],
  frog: [
    'hips and back line stand out',
    'hips seen',
    'hips not seen, belly not bulging',
    'belly round from above',
    'belly bulges, folds at the arms',
  ],
  salamander: [
    'back line sunken, hips sharp',
    'back line flat',
    'back line full, hips rounded',
    'sides bulge behind the arms',
    'folds along the sides, tail swollen',
  ],
  arthropod: [
    'abdomen shrunken, plates overlap wide',
    'abdomen flat',
    'abdomen full, plates meet',
    'abdomen swollen, skin seen between the plates',
    'abdomen tight and shining',
  ],
}

/** A condition score in words for a body plan; of a half step both neighbours. */
export function conditionInWords(plan: BodyPlan, score: number): string {
  const words = WORDS[plan]
  const low = words[Math.floor(score) - 1]
  if (low === undefined) return ''
  return Number.isInteger(score) ? low : `between ‘${low}’ and ‘${words[Math.floor(score)]}’`
}
