import { addDays, priceWith, type Day, type Defect } from '@hatch-book/core'
import type { Chance } from './random'
import { say, type LivingAnimal } from './life'
import type { Author, DemoStep } from './steps'

const READERS: readonly Author[] = ['keeper', 'helper', 'owner']

/** Three of the room read the sex of a young animal, weeks apart, none knowing what the others saw. */
export function readBlind(animal: LivingAnimal, first: Day, luck: Chance): DemoStep[] {
  const method = animal.protocol.rearing.methods[0]
  if (!method) return []
  return READERS.map((by, i) => {
    const right = luck.happens(method.right)
    const other = animal.sex === 'female' ? 'male' : 'female'
    return say(
      animal,
      addDays(first, i * 9 + luck.whole(0, 3)),
      16 + i * 0.2,
      'sex read',
      {
        sex: luck.happens(0.06) ? 'unsure' : right ? animal.sex : other,
        method: method.name,
        right: method.right,
      },
      by,
    )
  })
}

const FOUND: readonly (Omit<Defect, 'view'> & { of: string })[] = [
  { of: 'snake', defect: 'kink in the tail', grade: 'slight', x: 0.88, y: 0.48 },
  { of: 'snake', defect: 'eye small or missing', grade: 'marked', x: 0.07, y: 0.45 },
  { of: 'snake', defect: 'scales missing', grade: 'note', x: 0.42, y: 0.5 },
]

/** A few are found with something when they are looked over. */
export function inspect(
  animal: LivingAnimal,
  day: Day,
  luck: Chance,
): { steps: DemoStep[]; defects: Defect[] } {
  if (!luck.happens(0.08)) return { steps: [], defects: [] }
  const { of: _, ...found } = luck.pick(FOUND.filter((f) => f.of === animal.protocol.bodyPlan))
  const defect: Defect = { ...found, view: 'above' }
  return {
    steps: [say(animal, addDays(day, 2), 11, 'defect found', { ...defect }, 'keeper')],
    defects: [defect],
  }
}

/** What is asked for one as it is; null for one that is never to be sold. */
export const askedFor = (animal: LivingAnimal, price: number, defects: readonly Defect[]): number | null =>
  defects.length === 0
    ? price
    : priceWith(Math.min(price, animal.protocol.price.typical), defects, animal.protocol.rearing)

/** Those that refuse their first meals are helped on: each trick of the ladder is tried once, in its order. */
export function climbLadder(steps: readonly DemoStep[], { protocol }: LivingAnimal): void {
  const { tricks } = protocol.rearing
  let offers = 0
  for (const step of steps) {
    if (step.act !== 'entry' || step.body.kind !== 'meal') continue
    const { payload } = step.body
    const trick = tricks[offers]
    // Nobody forces food before the day that the protocol gives.
    if (trick && !/assist/i.test(trick)) payload.trick = trick
    offers++
    if (payload.outcome === 'taken') return
  }
}

/** Feeds are dusted by turns; one that was refused is dusted the same again. */
export function dust(steps: readonly DemoStep[], ring: readonly string[]): void {
  if (ring.length === 0) return
  let turn = 0
  for (const step of steps) {
    if (step.act !== 'entry' || step.body.kind !== 'meal') continue
    const { payload } = step.body
    payload.supplement = ring[turn]!
    if (payload.outcome === 'taken') turn = (turn + 1) % ring.length
  }
}
