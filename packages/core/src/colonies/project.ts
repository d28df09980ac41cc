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

/** So many of one stage fed off each week; `adult` takes males first, then spent females, then the others. */
export interface Take {
  /** Index of the stage, or adults. */
  stage: number | 'adult'
  perWeek: number
  /** Weeks from today in which it is taken, both included; all of them where they are left out. */
  fromWeek?: number
  toWeek?: number
}

export interface ColonyQuestion {
  model: ColonyModel
  start: ColonyCounts
  /** Mean temperature of a day, counted from today, °C. */
  celsius: number | ((day: number) => number)
  days: number
  bins: number
  take?: readonly Take[]
  /** Weeks in which the egg traps were forgotten: what was laid then is eaten. */
  missedWeeks?: readonly number[]
}

export interface ColonyDay extends ColonyCounts {
  day: number
  laid: number
  /** How full the bins are: 1 is full. */
  load: number
}

export interface ColonyProjection {
  /** From today (day 0) on. */
  days: ColonyDay[]
  /** What each take brought, week by week; less than asked for where there were not enough. */
  taken: number[][]
}

/** No colony is asked for longer than this. */
const MOST_DAYS = 3660

/**
 * The mean course of a colony, day by day: every stage a chain of boxes left at a pace set by temperature, losses at moults,
 * laying by the females in lay, less of both where the bins are overfull.
 * @throws RangeError for counts or days that cannot be
 */
export function projectColony(question: ColonyQuestion): ColonyProjection {
  checkQuestion(question)
  const { model, start, days, take = [] } = question
  const chain = chainOf(model)
  const state = placeCounts(model, chain, start)
  const space = spaceOf(model)
  const celsius = temperatureOf(question)
  const taken = take.map(() => [] as number[])
  const out: ColonyDay[] = []
  let laid = 0
  for (let day = 0; ; day++) {
    if (day % 7 === 0)
      take.forEach((t, i) => {
        if (day < days) taken[i]!.push(takeOff(chain, state, t, day / 7))
      })
    const counts = countsOf(chain, state)
    const load = loadOf(counts, space, question.bins)
    out.push({ day, ...counts, laid, load })
    if (day === days) return { days: out, taken }
    laid = passDay(model, chain, state, celsius(day), load, missed(question, day))
  }
}

export const temperatureOf = ({ celsius }: ColonyQuestion) =>
  typeof celsius === 'number' ? () => celsius : celsius

export const missed = ({ missedWeeks }: ColonyQuestion, day: number) =>
  missedWeeks?.includes(Math.floor(day / 7)) ?? false

/** All but the eggs: what a keeper sees running about. */
export const hatchedOf = ({ young, females, males }: ColonyCounts) =>
  young.reduce((sum, n, i) => (i === 0 ? sum : sum + n), 0) + females + males

/** Nobody was found, not even eggs. */
export const isEmptyColony = (counts: ColonyCounts) =>
  hatchedOf(counts) === 0 && counts.young.every((n) => n === 0)

/** How full the bins are with these in them. */
export const loadOf = (
  counts: ColonyCounts,
  space: { young: readonly number[]; adult: number },
  bins: number,
) =>
  (counts.young.reduce((sum, n, i) => sum + n * space.young[i]!, 0) +
    (counts.females + counts.males) * space.adult) /
  bins

/**
 * Share of what is laid, and of those that moult, that crowding leaves: hungry, crowded animals eat eggs and the newly moulted.
 * All up to a full bin, none at twice full, straight between: a rule of thumb that keeps a colony about as full as its bins.
 */
export const crowding = (load: number) => Math.min(1, Math.max(0, 2 - load))

/** Moves everybody on by a day; @returns how many eggs were laid. */
export function passDay(
  model: ColonyModel,
  chain: Chain,
  state: Float64Array,
  celsius: number,
  load = 0,
  trapForgotten = false,
): number {
  if (celsius <= model.lethalC.low || celsius >= model.lethalC.high) {
    state.fill(0)
    return 0
  }
  const left = crowding(load)
  const laid = trapForgotten
    ? 0
    : sumOf(state, chain.laying) * model.eggsPerFemaleDay.typical * layingShare(model, celsius) * left
  moveOn(state, chain.males, celsius)
  moveOn(state, chain.spent, celsius)
  state[chain.spent.from]! += moveOn(state, chain.laying, celsius)
  state[chain.laying.from]! += moveOn(state, chain.ripening, celsius)
  let into: number | null = null
  for (let i = chain.stages.length - 1; i >= 0; i--) {
    const link = chain.stages[i]!
    const out = moveOn(state, link, celsius) * link.survive * left
    if (into === null) {
      state[chain.ripening.from]! += out * model.femaleShare
      state[chain.males.from]! += out * (1 - model.femaleShare)
    } else state[into]! += out
    into = link.from
  }
  state[into!]! += laid
  return laid
}

const TRACE = 1e-60

/** Moves those of a link on by its pace; @returns how many left it. A pace over 1 moves all by one box and some by two. */
const moveOn = (state: Float64Array, link: Link, celsius: number) => moveBy(state, link, pace(link, celsius))

export function moveBy(state: Float64Array, link: Link, jump: number): number {
  // Whole numbers as such: an array is read a good deal quicker by them.
  const sure = Math.floor(jump) | 0
  const more = jump - sure
  const end = link.from + link.boxes
  if (sure === 0) return moveByOne(state, link.from, end, more)
  let left = 0
  for (let box = end - 1; box >= link.from; box--) {
    const here = state[box]!
    state[box] = 0
    if (here < TRACE) continue
    const far = here * more
    if (box + sure + 1 >= end) left += far
    else state[box + sure + 1]! += far
    if (box + sure >= end) left += here - far
    else state[box + sure]! += here - far
  }
  return left
}

/** The usual case, in one pass: a share of each box moves on by one. */
function moveByOne(state: Float64Array, from: number, end: number, share: number): number {
  let here = state[end - 1]!
  const left = here * share
  for (let box = end - 1; box > from; box--) {
    const below = state[box - 1]!
    const next = here - here * share + below * share
    state[box] = next < TRACE ? 0 : next
    here = below
  }
  const first = here - here * share
  state[from] = first < TRACE ? 0 : first
  return left
}

export function sumOf(state: Float64Array, { from, boxes }: Link): number {
  let sum = 0
  for (let i = from; i < from + boxes; i++) sum += state[i]!
  return sum
}

export function countsOf(chain: Chain, state: Float64Array): ColonyCounts {
  return {
    young: chain.stages.map((s) => sumOf(state, s)),
    females: sumOf(state, chain.ripening) + sumOf(state, chain.laying) + sumOf(state, chain.spent),
    males: sumOf(state, chain.males),
  }
}

/** Spreads counts over the boxes: of one stage nobody knows who is how far, so evenly. */
export function placeCounts(model: ColonyModel, chain: Chain, counts: ColonyCounts): Float64Array {
  const state = new Float64Array(chain.size)
  const spread = (link: Link, count: number) => {
    for (let i = 0; i < link.boxes; i++) state[link.from + i] = count / link.boxes
  }
  chain.stages.forEach((link, i) => spread(link, counts.young[i]!))
  const lives = [chain.ripening, chain.laying, chain.spent]
  const all = lives.reduce((sum, l) => sum + l.curve.degreeDays, 0)
  for (const life of lives) spread(life, (counts.females * life.curve.degreeDays) / all)
  spread(chain.males, counts.males)
  return state
}

/** What a take asks for in a week. */
export const wantedIn = ({ perWeek, fromWeek = 0, toWeek = Infinity }: Take, week: number) =>
  week < fromWeek || week > toWeek ? 0 : perWeek

/** Takes off what is asked for in a week, or all there is; @returns how many that were. */
export const takeOff = (chain: Chain, state: Float64Array, take: Take, week: number): number =>
  takeSome(chain, state, take.stage, wantedIn(take, week))

/** Where those of a size are: of adults males go first, then spent females. */
export const linksOf = (chain: Chain, stage: Take['stage']): readonly Link[] =>
  stage === 'adult' ? [chain.males, chain.spent, chain.laying, chain.ripening] : [chain.stages[stage]!]

/** Takes off so many, or all there are; @returns how many that were. */
export function takeSome(chain: Chain, state: Float64Array, stage: Take['stage'], asked: number): number {
  let wanted = asked
  for (const link of linksOf(chain, stage)) {
    const there = sumOf(state, link)
    if (there === 0) continue
    const share = Math.min(1, wanted / there)
    for (let i = link.from; i < link.from + link.boxes; i++) state[i]! *= 1 - share
    wanted -= share * there
  }
  return asked - wanted
}

export function checkQuestion({ model, start, days, bins, take = [] }: ColonyQuestion): void {
  const counts = [...start.young, start.females, start.males]
  if (start.young.length !== model.stages.length)
    throw new RangeError(
      `${model.species} has ${model.stages.length} stages, ${start.young.length} were counted`,
    )
  if (counts.some((n) => !Number.isFinite(n) || n < 0))
    throw new RangeError('a count is not a number from 0 on')
  if (!Number.isInteger(days) || days < 0 || days > MOST_DAYS)
    throw new RangeError(`a projection runs over 0 to ${MOST_DAYS} days`)
  if (!(bins > 0)) throw new RangeError('a colony stands in a bin at least')
  for (const t of take) {
    if (!(t.perWeek >= 0)) throw new RangeError('nobody takes less than none')
    if (t.stage !== 'adult' && !model.stages[t.stage]) throw new RangeError('no such stage')
  }
}
