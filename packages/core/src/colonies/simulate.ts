import { diceOf, type Dice } from '../statistics'
import type { ColonyCounts } from './model'
import { playerOf } from './player'
import { checkQuestion, hatchedOf, missed, temperatureOf, wantedIn, type ColonyQuestion } from './project'

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
  const { model, start, days, bins, take = [] } = question
  const player = playerOf({ model, start, bins, countSpread, figuresSure }, dice)
  const celsius = temperatureOf(question)
  let givenWeeks = Infinity
  for (let day = 0; ; day++) {
    if (day % 7 === 0) {
      const week = day / 7
      if (day < days)
        for (const t of take) {
          const wanted = wantedIn(t, week)
          if (player.take(t.stage, wanted) < wanted - 1e-6 && givenWeeks === Infinity) givenWeeks = week
        }
      onWeek(week, player.counts())
    }
    if (day === days) {
      const counts = player.counts()
      const left = counts.young.reduce((a, b) => a + b, 0) + counts.females + counts.males
      return {
        givenWeeks,
        left,
        lasts: givenWeeks === Infinity && counts.females >= (femalesToKeep ?? player.females),
      }
    }
    player.passDay(celsius(day), missed(question, day))
  }
}
