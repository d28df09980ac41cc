import type { BodyPlan } from '../animals/bodyPlan'
import { ARTHROPOD, FROG, SALAMANDER } from './partsOfOthers'
import { CHELONIAN, LIZARD, SNAKE } from './partsOfReptiles'
import { sign, waiting, type CheckPart } from './sign'

/** What is looked at, by the plan of the body, in the order in which one looks. */
export const PARTS_BY_PLAN: Readonly<Record<BodyPlan, readonly CheckPart[]>> = {
  snake: SNAKE,
  lizard: LIZARD,
  chelonian: CHELONIAN,
  frog: FROG,
  salamander: SALAMANDER,
  arthropod: ARTHROPOD,
}

/** What is looked at in one that comes out of the incubator, before the parts of its body. */
export const PARTS_OF_HATCHLINGS: readonly CheckPart[] = [
  {
    part: 'yolk',
    well: 'absorbed, navel closed',
    signs: [
      waiting(
        'yolk not absorbed yet',
        'it hatched early, or needs another day',
        'Leave it in the damp egg box and never pull at the yolk. Check again tomorrow.',
        'if the yolk sac is torn, bleeds or smells',
      ),
      sign(
        'navel open or red',
        'an infection',
        'Keep it on its own on clean, damp paper towel.',
        'within a day',
      ),
    ],
  },
  {
    part: 'straight',
    well: 'straight, moves evenly',
    signs: [
      waiting(
        'still folded',
        'nothing to worry about: most straighten within a day or two',
        'Keep it damp and do not disturb it. Check again tomorrow.',
        'if it is still folded after three days, or drags its legs',
      ),
      sign(
        'crooked spine',
        'the wrong temperature or humidity in the egg, or a defect it inherited',
        'Record it as a defect under Inspection. Do not breed from it.',
        'to judge whether it can live without pain',
      ),
    ],
  },
  {
    part: 'bath',
    well: 'rinsed and clean',
    signs: [
      waiting(
        'not rinsed yet',
        'bits of shell and bedding still on it',
        'Rinse it in lukewarm water, then keep it on damp paper towel.',
        'not needed for this',
      ),
    ],
  },
]

/** Every part that is known, by its name: a check names its parts. */
export const knownParts = (plan: BodyPlan): readonly CheckPart[] => [
  ...PARTS_OF_HATCHLINGS,
  ...PARTS_BY_PLAN[plan],
]

/** A part that only its keeper knows: it is well, or it is not. */
export const ownPart = (part: string): CheckPart => ({
  part,
  well: 'normal',
  signs: [
    sign(`${part}: not normal`, 'whatever you watch it for', 'Write down what you see.', 'when in doubt'),
  ],
})
