import { chainOf, type ColonyModel } from './model'
import { passDay } from './project'

export interface ColonyGrowth {
  /** Dominant eigenvalue of the daily step: by what an uncrowded colony is multiplied each day. */
  perDay: number
  perWeek: number
  /** Weeks to double; null where it does not grow. */
  doublingWeeks: number | null
  /** Daughters that one newly laid daughter will have on the mean; 1 keeps a colony as it is. */
  daughters: number
  /** Share of each stage of a colony that has grown long enough: young by stage, then females, then males. */
  settled: number[]
}

const MOST_STEPS = 40_000
const CLOSE = 1e-12

/**
 * How fast an uncrowded colony grows at a steady temperature, from the same daily step as its projection.
 *
 * The dominant eigenvalue by power iteration; the step is multiplied out to whole generations so that chains of narrow spread,
 * whose second eigenvalue lies close, settle as well.
 * @param takeShare share of each stage's animals that is fed off before the next one, one figure a stage; none where left out
 */
export function growthRate(model: ColonyModel, celsius: number, takeShare?: readonly number[]): ColonyGrowth {
  const taken: ColonyModel = takeShare
    ? {
        ...model,
        stages: model.stages.map((s, i) => ({ ...s, survive: s.survive * (1 - (takeShare[i] ?? 0)) })),
      }
    : model
  const chain = chainOf(taken)
  const settled = (state: Float64Array) => {
    const all = state.reduce((a, b) => a + b, 0)
    const share = (from: number, boxes: number) =>
      all > 0 ? state.slice(from, from + boxes).reduce((a, b) => a + b, 0) / all : 0
    return [
      ...chain.stages.map((l) => share(l.from, l.boxes)),
      ...[[chain.ripening, chain.laying, chain.spent]].map((ls) =>
        ls.reduce((sum, l) => sum + share(l.from, l.boxes), 0),
      ),
      share(chain.males.from, chain.males.boxes),
    ]
  }
  const none = { doublingWeeks: null, daughters: daughtersOf(taken, celsius) }
  if (celsius <= model.lethalC.low || celsius >= model.lethalC.high)
    return { ...none, perDay: 0, perWeek: 0, daughters: 0, settled: settled(new Float64Array(chain.size)) }
  const state = new Float64Array(chain.size).fill(1 / chain.size)
  let perDay = 1
  for (let step = 0; step < MOST_STEPS; step++) {
    passDay(taken, chain, state, celsius)
    const sum = state.reduce((a, b) => a + b, 0)
    if (sum < 1e-300) return { ...none, perDay: 0, perWeek: 0, settled: settled(state) }
    for (let i = 0; i < state.length; i++) state[i]! /= sum
    const settledNow = Math.abs(sum - perDay) < CLOSE * sum
    perDay = sum
    if (settledNow && step > 50) break
  }
  return {
    perDay,
    perWeek: perDay ** 7,
    doublingWeeks: perDay > 1 ? Math.LN2 / Math.log(perDay) / 7 : null,
    daughters: none.daughters,
    settled: settled(state),
  }
}

/** Daughters a newly laid daughter will have: what comes through, times the eggs of a laying life, times the share of daughters. */
function daughtersOf(model: ColonyModel, celsius: number): number {
  const chain = chainOf(model)
  const state = new Float64Array(chain.size)
  // One egg; what it lays is counted and taken away.
  state[chain.stages[0]!.from] = 1
  let eggs = 0
  for (let day = 0; day < MOST_STEPS / 10; day++) {
    const laid = passDay(model, chain, state, celsius)
    eggs += laid
    state[chain.stages[0]!.from]! -= laid
    if (day > 30 && state.reduce((a, b) => a + b, 0) < 1e-9) break
  }
  return eggs
}
