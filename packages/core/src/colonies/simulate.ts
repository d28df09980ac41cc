import { diceOf, drawRange, type Dice } from '../chance'
import { chainOf, layingShare, pace, spaceOf, type Chain, type ColonyCounts, type Link } from './model'
import {
  checkQuestion,
  countsOf,
  crowding,
  hatchedOf,
  missed,
  moveBy,
  sumOf,
  takeOff,
  temperatureOf,
  wantedIn,
  type ColonyQuestion,
  type Take,
} from './project'

export interface SimulationWish {
  runs?: number
  seed?: number
  /** Spread of each count of the start, as a share of it: how well it was counted. */
  countSpread?: number
  /** So many females have to be left at the end for a run to count as lasting: those of its start where it is left out. */
  femalesToKeep?: number
  /** True to take the protocol's figures as sure, so that only luck is left. */
  figuresSure?: boolean
  /** Called now and then with the share that is done; false stops it, and what is done so far is answered. */
  onProgress?: (done: number) => boolean | void
}

/** The middle of all runs, and between what nine in ten of them lie. */
export interface Band {
  middle: number
  low: number
  high: number
}

export interface SimulatedWeek {
  week: number
  young: Band[]
  females: Band
  males: Band
  /** All but the eggs. */
  hatched: Band
}

export interface ColonySimulation {
  runs: number
  weeks: SimulatedWeek[]
  /** Share of the runs in which every take was had in full, week by week, from the first on. */
  kept: number[]
  /** Share of the runs that have females enough at the end, and could give every take. */
  lasting: number
  /** Share of the runs in which nobody is left. */
  diedOut: number
}

/** Odds of coming through a stage differ from colony to colony by about so much, as a logarithm: a rule of thumb. */
const SURVIVAL_SPREAD = 0.25
const PROGRESS_EVERY = 50

/**
 * Plays a colony many times: moults, sexes, laying and, where they are few, each day's moving on come by chance, and each run has figures of its own within
 * what the protocol leaves open.
 *
 * The chain is that of `projectColony`, so with sure figures the mean of many runs is its course, as long as bins are not full.
 * @throws RangeError for counts, days or runs that cannot be
 */
export function simulateColony(question: ColonyQuestion, wish: SimulationWish = {}): ColonySimulation {
  checkQuestion(question)
  const { runs = 500, seed = 1 } = wish
  if (!Number.isInteger(runs) || runs < 1) throw new RangeError('one run at least')
  const classes = question.model.stages.length + 3
  const weeks = Math.floor(question.days / 7) + 1
  const seen = Array.from({ length: weeks * classes }, () => new Float32Array(runs))
  const kept = new Array<number>(Math.max(0, weeks - 1)).fill(0)
  let [done, lasting, diedOut] = [0, 0, 0]
  for (; done < runs; done++) {
    if (done % PROGRESS_EVERY === 0 && wish.onProgress?.(done / runs) === false) break
    const played = playColony(question, wish, diceOf(seed * 7919 + done), (week, counts) => {
      const values = [...counts.young, counts.females, counts.males, hatchedOf(counts)]
      values.forEach((n, c) => (seen[week * classes + c]![done] = n))
    })
    for (let w = 0; w < kept.length && w < played.givenWeeks; w++) kept[w]!++
    if (played.lasts) lasting++
    if (played.left === 0) diedOut++
  }
  wish.onProgress?.(1)
  const of = (week: number, c: number) => bandOf(seen[week * classes + c]!.subarray(0, done))
  const stages = question.model.stages.length
  const share = (count: number) => (done === 0 ? 0 : count / done)
  return {
    runs: done,
    weeks:
      done === 0
        ? []
        : Array.from({ length: weeks }, (_, week) => ({
            week,
            young: question.model.stages.map((_s, i) => of(week, i)),
            females: of(week, stages),
            males: of(week, stages + 1),
            hatched: of(week, stages + 2),
          })),
    kept: kept.map(share),
    lasting: share(lasting),
    diedOut: share(diedOut),
  }
}

function bandOf(values: Float32Array): Band {
  const sorted = Float32Array.from(values).sort()
  const at = (share: number) => sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]!
  return { middle: at(0.5), low: at(0.05), high: at(0.95) }
}

/** One course as chance would have it. */
function playColony(
  question: ColonyQuestion,
  { countSpread = 0, figuresSure = false, femalesToKeep }: SimulationWish,
  dice: Dice,
  onWeek: (week: number, counts: ColonyCounts) => void,
): { givenWeeks: number; lasts: boolean; left: number } {
  const { model, days, bins, take = [] } = question
  const chain = chainOf(model)
  const celsius = temperatureOf(question)
  const survive = model.stages.map((s) =>
    figuresSure ? s.survive : shiftOdds(s.survive, SURVIVAL_SPREAD * dice.normal()),
  )
  const eggs = figuresSure ? model.eggsPerFemaleDay.typical : drawRange(model.eggsPerFemaleDay, dice.even)
  const { state, females } = startingState(question, chain, countSpread, dice)
  const links = [...chain.stages, chain.ripening, chain.laying, chain.spent, chain.males]
  const stages = chain.stages.length
  const [ripening, laying, spent, males] = [stages, stages + 1, stages + 2, stages + 3]
  const space = spaceOf(model)
  const share = links.map((_l, i) => space.young[i] ?? space.adult)
  // Both are asked for every day: reckoned once, the pace again only when the temperature changes.
  const paces = new Float64Array(links.length)
  const sums = new Float64Array(links.length)
  let [pacedAt, layingThen] = [NaN, 0]
  const jump = (i: number) => jumpOn(state, links[i]!, paces[i]!, sums[i]!, dice)
  let givenWeeks = Infinity
  for (let day = 0; ; day++) {
    if (day % 7 === 0) {
      if (day < days)
        for (const t of take)
          if (!takeWhole(chain, state, t, day / 7, dice) && givenWeeks === Infinity) givenWeeks = day / 7
      onWeek(day / 7, countsOf(chain, state))
    }
    if (day === days) {
      const counts = countsOf(chain, state)
      const left = counts.young.reduce((a, b) => a + b, 0) + counts.females + counts.males
      return {
        givenWeeks,
        left,
        lasts: givenWeeks === Infinity && counts.females >= (femalesToKeep ?? females),
      }
    }
    const warm = celsius(day)
    if (warm <= model.lethalC.low || warm >= model.lethalC.high) {
      state.fill(0)
      continue
    }
    if (warm !== pacedAt) {
      links.forEach((link, i) => (paces[i] = pace(link, warm)))
      layingThen = layingShare(model, warm)
      pacedAt = warm
    }
    let load = 0
    for (let i = 0; i < sums.length; i++) {
      sums[i] = sumOf(state, links[i]!)
      load += sums[i]! * share[i]!
    }
    const left = crowding(load / bins)
    const laid = missed(question, day) ? 0 : dice.poisson(sums[laying]! * eggs * layingThen * left)
    jump(males)
    jump(spent)
    state[links[spent]!.from]! += jump(laying)
    state[links[laying]!.from]! += jump(ripening)
    for (let i = stages - 1; i >= 0; i--) {
      const out = dice.binomial(jump(i), survive[i]! * left)
      if (i === stages - 1) {
        const grown = dice.binomial(out, model.femaleShare)
        state[links[ripening]!.from]! += grown
        state[links[males]!.from]! += out - grown
      } else state[links[i + 1]!.from]! += out
    }
    state[links[0]!.from]! += laid
  }
}

/** Whole animals, scattered over the boxes of their stages by chance. */
function startingState({ start }: ColonyQuestion, chain: Chain, countSpread: number, dice: Dice) {
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

/** Takes whole animals, where a mean take would halve them rounded by chance; @returns whether there were enough. */
function takeWhole(chain: Chain, state: Float64Array, take: Take, week: number, dice: Dice): boolean {
  const before = Float64Array.from(state)
  const got = takeOff(chain, state, take, week)
  for (let i = 0; i < state.length; i++) {
    if (state[i] === before[i]) continue
    state[i] = wholeOf(state[i]!, dice)
  }
  return got >= wantedIn(take, week) - 1e-6
}

/** From so many on, the chance of each moving today averages out: they move by their mean. */
const MANY = 30

/** Moves those of a link on, one by one where they are few; @returns how many whole ones left it. */
function jumpOn(state: Float64Array, link: Link, jump: number, count: number, dice: Dice): number {
  if (count === 0) return 0
  if (count >= MANY) return wholeOf(moveBy(state, link, jump), dice)
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
