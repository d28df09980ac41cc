import type { GenerationStep, PlanParent } from './goal'

/** A parent of a planned cross with the steps that lead to it. */
interface PlannedParent {
  parent: PlanParent
  steps: readonly GenerationStep[]
}

/** Steps of both parents, those they share counted once, and where each parent's own holdback stands among them. */
export function joinedSteps(
  dam: PlannedParent,
  sire: PlannedParent,
  youngASeason: number,
): {
  steps: GenerationStep[]
  parents: [PlanParent, PlanParent]
  chance: number
} {
  const steps = [...dam.steps]
  const places = sire.steps.map((step) => {
    const at = steps.indexOf(step)
    return at >= 0 ? at : steps.push(step) - 1
  })
  const moved = (parent: PlanParent, places_: readonly number[] | null): PlanParent =>
    'step' in parent && places_ ? { ...parent, step: places_[parent.step]! } : parent
  // Steps of the sire that were moved refer to each other by their new places.
  const renumbered = steps.map((step, i) => {
    const own = places.indexOf(i)
    const stays = places.every((place, k) => place === k)
    return own >= 0 && !stays && !dam.steps.includes(step)
      ? { ...step, dam: moved(step.dam, places), sire: moved(step.sire, places) }
      : step
  })
  const parents: [PlanParent, PlanParent] = [dam.parent, moved(sire.parent, places)]
  const told = renumbered.map((step, i) =>
    parents.every((p) => 'step' in p && p.step === i) ? heldAsPair(step, youngASeason) : step,
  )
  return { steps: told, parents, chance: told.reduce((p, s) => p * s.chance, 1) }
}

/** A holdback of which a female and a male are wanted, to be paired with each other. */
function heldAsPair(step: GenerationStep, youngASeason: number): GenerationStep {
  const n = youngASeason * step.seasons
  const chance = step.hold.cases.reduce(
    (sum, { weight, share }) => sum + weight * (1 - 2 * (1 - share / 2) ** n + (1 - share) ** n),
    0,
  )
  return { ...step, chance, hold: { ...step.hold, both: true, number: Math.max(2, step.hold.number) } }
}

/**
 * The most young held back at the same time, counting no more of each step than are needed: from their hatching until they
 * breed.
 */
export function tubsNeeded(steps: readonly GenerationStep[], seasonsToBreed: number): number {
  const held = steps.map(({ season, seasons, hold }) => ({
    from: season + seasons - 1,
    to: season + seasons - 1 + Math.max(1, seasonsToBreed),
    number: hold.both ? 2 : 1,
  }))
  return Math.max(
    0,
    ...held.map((at) =>
      held.reduce((sum, h) => sum + (h.from <= at.from && at.from < h.to ? h.number : 0), 0),
    ),
  )
}
