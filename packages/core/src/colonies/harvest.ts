import { growthRate } from './growth'
import type { ColonyCounts } from './model'
import { projectColony, wantedIn, type ColonyQuestion, type Take } from './project'
import { simulateColony } from './simulate'

export interface SustainableWish {
  stage: Take['stage']
  /** The week in which taking begins: 0, the first, where it is left out. */
  fromWeek?: number
  /** Share of played years in which it must be had every week and the colony last. */
  chance?: number
  runs?: number
  seed?: number
}

export interface SustainableHarvest {
  /** So many a week, week after week, keep the colony: whole animals, 0 where none can be spared. */
  perWeek: number
  /** Share of played years in which it was had every week and as many females were left. */
  kept: number
  /** What the mean course alone would allow. */
  byMean: number
  /** So many females were to be left. */
  females: number
}

/** A colony that is fuller than its bins bear shrinks by itself: most of what it would come to is enough. */
const OF_ALONE = 0.8

/** Females that keep a colony: as many as there are, or most of those it would have at the end if it were left alone. */
export function femalesToKeep(question: ColonyQuestion): number {
  const alone = projectColony(question).days.at(-1)!.females
  return Math.min(question.start.females, OF_ALONE * alone)
}

/** Beyond this nobody counts what is fed off. */
const MOST_PER_WEEK = 10_000_000

/**
 * The largest steady weekly take of one size that a colony gives over the time asked for and keeps itself by:
 * as many females at its end as at its start, or most of those it would have if left alone. Found by halving, first on the mean course, then on played years.
 * @throws RangeError for counts, days or a stage that cannot be
 */
export function sustainableHarvest(
  question: ColonyQuestion,
  { stage, fromWeek = 0, chance = 0.9, runs = 200, seed = 1 }: SustainableWish,
): SustainableHarvest {
  const withTake = (perWeek: number): ColonyQuestion => ({
    ...question,
    take: [...(question.take ?? []), { stage, perWeek, fromWeek }],
  })
  const females = femalesToKeep(question)
  const meanKeeps = (perWeek: number) => {
    const asked = withTake(perWeek)
    const { days, taken } = projectColony(asked)
    const given = taken.every((weeks, i) =>
      weeks.every((n, week) => n >= wantedIn(asked.take![i]!, week) - 1e-6),
    )
    return given && days.at(-1)!.females >= females
  }
  const byMean = largest(meanKeeps)
  const keptAt = (perWeek: number) =>
    simulateColony(withTake(perWeek), { runs, seed, femalesToKeep: females }).lasting
  const perWeek = largest((n) => n <= byMean * 1.5 + 1 && keptAt(n) >= chance, Math.max(1, byMean))
  return { perWeek, kept: keptAt(perWeek), byMean, females }
}

/** The largest whole number that holds, where every smaller one holds too; 0 where none does. */
function largest(holds: (n: number) => boolean, guess = 1): number {
  if (!holds(1)) return 0
  let [low, high] = [1, Math.max(2, guess)]
  while (high < MOST_PER_WEEK && holds(high)) [low, high] = [high, high * 2]
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2)
    if (holds(middle)) low = middle
    else high = middle
  }
  return low
}

export interface StartWish {
  /** So many of this stage, on this day from today. */
  stage: number
  count: number
  byDay: number
  /** Grown females that could be set into a new bin, and the males with them. */
  females: number
  males: number
}

export interface StartPlan {
  /** Females to set today for that many of that stage on that day; null where no number would do. */
  femalesToday: number | null
  /**
   * Where none set today would do: the day on which fewest females have to be set, and how many those are; null where today does, or no day.
   * Those set today would be past that size by then, or there would be so many by then that the bin is full.
   */
  later: { day: number; females: number; because: 'past' | 'full' } | null
  /** With the females there are: the last day from today on which a new bin may be started; null where it is too late. */
  latestDay: number | null
  /** What those started today would have come to by then. */
  comes: number
}

/**
 * What to start for so many of one size by a day: how many females today, or until when those at hand can wait.
 *
 * The new bin stands beside the old ones at the same temperature and nothing is taken from it. While it is not full its course
 * grows with its start, so one course tells the number; a fuller one is played again until the number holds.
 * @throws RangeError for counts, days or a stage that cannot be
 */
export function startFor(
  question: Omit<ColonyQuestion, 'start' | 'days' | 'take'>,
  wish: StartWish,
): StartPlan {
  const { model } = question
  if (!model.stages[wish.stage]) throw new RangeError('no such stage')
  if (!(wish.count > 0) || !Number.isInteger(wish.byDay) || wish.byDay < 1)
    throw new RangeError('how many are wanted, and by which day from tomorrow on?')
  const celsius = typeof question.celsius === 'number' ? () => question.celsius as number : question.celsius
  const comesTo = (females: number, from: number) => {
    const start: ColonyCounts = {
      young: model.stages.map(() => 0),
      females,
      males: wish.females > 0 ? (females * wish.males) / wish.females : 0,
    }
    const days = wish.byDay - from
    const later = (day: number) => celsius(day + from)
    return projectColony({ ...question, celsius: later, start, days }).days.at(-1)!.young[wish.stage]!
  }
  const mostFemales = model.bin.adults * question.bins
  /** Females to set on a day for as many as are wanted; null where no number would do. */
  const femalesOn = (from: number): number | null => {
    const one = comesTo(1, from)
    if (one <= 1e-9) return null
    let females = Math.ceil(wish.count / one - 1e-9)
    // Bins that fill up give less: more females, until it is enough or more of them do not help.
    for (let round = 0; round < 30 && females <= mostFemales; round++) {
      const comes = comesTo(females, from)
      if (comes >= wish.count - 1e-6) return females
      females = Math.max(females + 1, Math.ceil((females * wish.count) / Math.max(comes, 1e-9)))
    }
    return null
  }
  const femalesToday = femalesOn(0)
  let later: StartPlan['later'] = null
  if (femalesToday === null) {
    // Few would do if there were room for all that come of them.
    const because = comesTo(1, 0) * mostFemales >= wish.count ? 'full' : 'past'
    // While a bin is not full its course grows with its start: the day on which one female comes to most is the one.
    const byDay = Array.from({ length: wish.byDay - 1 }, (_, i) => ({ day: i + 1, one: comesTo(1, i + 1) }))
    for (const { day } of byDay
      .filter((d) => d.one > 1e-9)
      .sort((a, b) => b.one - a.one)
      .slice(0, 14)) {
      const females = femalesOn(day)
      if (females !== null && (later === null || females < later.females)) later = { day, females, because }
    }
  }
  let latestDay: number | null = null
  if (wish.females > 0)
    for (let from = wish.byDay - 1; from >= 0 && latestDay === null; from--)
      if (comesTo(wish.females, from) >= wish.count - 1e-6) latestDay = from
  return { femalesToday, later, latestDay, comes: wish.females > 0 ? comesTo(wish.females, 0) : 0 }
}

export interface CourseCost {
  /** Days by which the colony lags in the end, on the mean. */
  days: number
  /** Animals fewer at the end. */
  fewer: number
}

/**
 * What a stretch of other temperatures, or a week's forgotten traps, costs: the colony with it lags so many days behind the one
 * without, once its stages have settled again.
 * @param normalC the temperature it otherwise stands at, °C
 */
export function costOf(
  question: ColonyQuestion,
  changed: Partial<ColonyQuestion>,
  normalC: number,
): CourseCost {
  const end = (q: ColonyQuestion) => allOf(projectColony(q).days.at(-1)!)
  const [without, withIt] = [end(question), end({ ...question, ...changed })]
  const { perDay } = growthRate(question.model, normalC)
  return {
    fewer: without - withIt,
    days: withIt <= 0 ? Infinity : perDay > 1 ? Math.log(without / withIt) / Math.log(perDay) : 0,
  }
}

export const allOf = (counts: ColonyCounts) =>
  counts.young.reduce((a, b) => a + b, 0) + counts.females + counts.males

/** The first day on which the bins are full, and another is due; null within the course where they are not. */
export const fullOn = (days: readonly { day: number; load: number }[]): number | null =>
  days.find((d) => d.load >= 1)?.day ?? null
