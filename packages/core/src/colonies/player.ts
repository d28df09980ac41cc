import { drawRange, type Dice } from '../statistics'
import {
  chainOf,
  layingShare,
  pace,
  spaceOf,
  type Chain,
  type ColonyCounts,
  type ColonyModel,
  type Link,
} from './model'
import { countsOf, crowding, linksOf, moveBy, sumOf, takeSome, type Take } from './project'

export interface PlayerQuestion {
  model: ColonyModel
  start: ColonyCounts
  bins: number
  /** Spread of each count of the start, as a share of it. */
  countSpread?: number
  /** True to take the protocol's figures as sure, so that only luck is left. */
  figuresSure?: boolean
}

/** A colony that lives one day after the other as chance would have it. */
export interface ColonyPlayer {
  /** Females of its start, as chance counted them. */
  readonly females: number
  /** Takes whole animals, or all there are; @returns how many were had. */
  take(stage: Take['stage'], wanted: number): number
  passDay(celsius: number, trapForgotten?: boolean): void
  /** So many of a stage, or adults, there are now. */
  stock(stage: Take['stage']): number
  counts(): ColonyCounts
}

/** Odds of coming through a stage differ from colony to colony by about so much, as a logarithm: a rule of thumb. */
const SURVIVAL_SPREAD = 0.25

/** Sets a colony up as chance would have it: its counts, and figures of its own within what the protocol leaves open. */
export function playerOf(
  { model, start, bins, countSpread = 0, figuresSure = false }: PlayerQuestion,
  dice: Dice,
): ColonyPlayer {
  const chain = chainOf(model)
  const survive = model.stages.map((s) =>
    figuresSure ? s.survive : shiftOdds(s.survive, SURVIVAL_SPREAD * dice.normal()),
  )
  const eggs = figuresSure ? model.eggsPerFemaleDay.typical : drawRange(model.eggsPerFemaleDay, dice.even)
  const { state, females } = startingState(start, chain, countSpread, dice)
  const links = [...chain.stages, chain.ripening, chain.laying, chain.spent, chain.males]
  const stages = chain.stages.length
  const [ripening, laying, spent, males] = [stages, stages + 1, stages + 2, stages + 3]
  const space = spaceOf(model)
  const share = links.map((_l, i) => space.young[i] ?? space.adult)
  // Both are asked for every day: reckoned once, the pace again only when the temperature changes.
  const paces = new Float64Array(links.length)
  const sums = new Float64Array(links.length)
  let [pacedAt, layingThen] = [NaN, 0]
  // Sums are carried along with what moves and reckoned anew once a week: less than a rounding goes astray in between.
  let sinceReckoned = Infinity
  const reckon = () => {
    for (let i = 0; i < sums.length; i++) sums[i] = sumOf(state, links[i]!)
    sinceReckoned = 0
  }
  const jump = (i: number) => {
    const moved = jumpOn(state, links[i]!, paces[i]!, sums[i]!, dice)
    sums[i] = Math.max(0, sums[i]! - moved)
    return wholeOf(moved, dice)
  }
  const enter = (i: number, count: number) => {
    state[links[i]!.from]! += count
    sums[i]! += count
  }
  const passDay = (celsius: number, trapForgotten = false) => {
    if (celsius <= model.lethalC.low || celsius >= model.lethalC.high) {
      state.fill(0)
      sinceReckoned = Infinity
      return
    }
    if (celsius !== pacedAt) {
      links.forEach((link, i) => (paces[i] = pace(link, celsius)))
      layingThen = layingShare(model, celsius)
      pacedAt = celsius
    }
    if (++sinceReckoned > 7) reckon()
    let load = 0
    for (let i = 0; i < sums.length; i++) load += sums[i]! * share[i]!
    const left = crowding(load / bins)
    const laid = trapForgotten ? 0 : dice.poisson(sums[laying]! * eggs * layingThen * left)
    jump(males)
    jump(spent)
    enter(spent, jump(laying))
    enter(laying, jump(ripening))
    for (let i = stages - 1; i >= 0; i--) {
      const out = dice.binomial(jump(i), survive[i]! * left)
      if (i === stages - 1) {
        const grown = dice.binomial(out, model.femaleShare)
        enter(ripening, grown)
        enter(males, out - grown)
      } else enter(i + 1, out)
    }
    enter(0, laid)
  }
  return {
    females,
    passDay,
    take: (stage, wanted) => {
      sinceReckoned = Infinity
      return takeWhole(chain, state, stage, wanted, dice)
    },
    stock: (stage) => linksOf(chain, stage).reduce((sum, link) => sum + sumOf(state, link), 0),
    counts: () => countsOf(chain, state),
  }
}

/** Whole animals, scattered over the boxes of their stages by chance. */
function startingState(start: ColonyCounts, chain: Chain, countSpread: number, dice: Dice) {
  const state = new Float64Array(chain.size)
  const counted = (n: number) =>
    Math.max(0, Math.round(n + (countSpread > 0 ? n * countSpread * dice.normal() : 0)))
  const scatter = (link: Link, count: number) => {
    let [left, boxes] = [count, link.boxes]
    for (let i = link.from; i < link.from + link.boxes; i++) {
      state[i] = dice.binomial(left, 1 / boxes--)
      left -= state[i]!
    }
  }
  chain.stages.forEach((link, i) => scatter(link, counted(start.young[i]!)))
  const females = counted(start.females)
  const lives = [chain.ripening, chain.laying, chain.spent]
  let [left, degrees] = [females, lives.reduce((sum, l) => sum + l.curve.degreeDays, 0)]
  for (const life of lives) {
    const here = dice.binomial(left, Math.min(1, life.curve.degreeDays / degrees))
    scatter(life, here)
    left -= here
    degrees -= life.curve.degreeDays
  }
  scatter(chain.males, counted(start.males))
  return { state, females }
}

/** A mean take would halve animals: rounded by chance. */
function takeWhole(
  chain: Chain,
  state: Float64Array,
  stage: Take['stage'],
  wanted: number,
  dice: Dice,
): number {
  const before = Float64Array.from(state)
  const got = takeSome(chain, state, stage, wanted)
  for (let i = 0; i < state.length; i++) {
    if (state[i] === before[i]) continue
    state[i] = wholeOf(state[i]!, dice)
  }
  return got
}

/** From so many on, the chance of each moving today averages out: they move by their mean. */
const MANY = 30

/** Moves those of a link on, one by one where they are few; @returns how many left it, parts of one included. */
function jumpOn(state: Float64Array, link: Link, jump: number, count: number, dice: Dice): number {
  if (count === 0) return 0
  if (count >= MANY) return moveBy(state, link, jump)
  const sure = Math.floor(jump) | 0
  const more = jump - sure
  const end = link.from + link.boxes
  let left = 0
  for (let box = end - 1; box >= link.from; box--) {
    if (state[box] === 0) continue
    const here = wholeOf(state[box]!, dice)
    const far = dice.binomial(here, more)
    state[box] = 0
    if (box + sure + 1 >= end) left += far
    else state[box + sure + 1]! += far
    if (box + sure >= end) left += here - far
    else state[box + sure]! += here - far
  }
  return left
}

/** A part of one more is one more as often as it is large. */
function wholeOf(count: number, dice: Dice): number {
  const whole = Math.floor(count)
  return count === whole ? whole : whole + (dice.even() < count - whole ? 1 : 0)
}

/** A share whose odds are shifted by a factor. */
function shiftOdds(share: number, by: number): number {
  if (share <= 0 || share >= 1) return share
  const odds = (share / (1 - share)) * Math.exp(by)
  return odds / (1 + odds)
}
