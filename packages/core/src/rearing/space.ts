import type { Range } from '../protocols'
import { drawBeta, drawGamma, drawRange, evenStream } from '../statistics'

/** A stretch of a life in tubs of one size: how long it lasts, and how many share one. */
export interface TubStep {
  size: string
  days: Range
  together: number
}

/** When an animal goes: how old it must be, how long buyers then take, and whether it is one of those that stay. */
export interface LeavingChance {
  readyAgeDays: Range
  /** Mean of the days from ready to gone. */
  lagDays: number
  /** Share that is held back, 0 to 1. */
  keep: number
}

/** Animals in tubs today that are of one kind, line and stage. */
export interface YoungNow {
  count: number
  ageDays: number
  /** What lies ahead, from where it stands; the last step goes on. */
  steps: readonly TubStep[]
  /** How much of the first step is over, days. */
  since: number
  leaving: LeavingChance | null
}

/** Eggs, or young to be born: who will come, when, and what they will need. */
export interface YoungToCome {
  eggs: number
  /** Share that hatches, as a beta distribution. */
  hatch: { alpha: number; beta: number }
  /** Chance of each day from the first day on that the clutch hatches then; the rest never does within the window. */
  days: readonly number[]
  steps: readonly TubStep[]
  leaving: LeavingChance | null
}

export interface TubQuestion {
  /** Sizes of tubs, and how many of each are there. */
  have: Readonly<Record<string, number>>
  now: readonly YoungNow[]
  toCome: readonly YoungToCome[]
  weeks: number
}

/** Tubs wanted in one week: the middle, half of all runs, nine in ten of them. */
export interface TubWeek {
  week: number
  middle: number
  low50: number
  high50: number
  low90: number
  high90: number
  /** Chance that there are too few. */
  short: number
}

export interface TubSize {
  size: string
  have: number
  weeks: TubWeek[]
  /** The week in which most are wanting, where more than half of all runs fall short; null where they do not. */
  shortage: { week: number; by: number; low: number; high: number } | null
  /** The first week in which they fall short in more than half of all runs. */
  firstShort: number | null
}

/**
 * Tubs wanted by size and week, by simulation: each run draws when each clutch hatches and how much of it, how long every
 * stage lasts, who stays and when the others go. Buyers are slow or quick for a whole season at once, so a season's figures
 * go together; that widens the fan as it is wide in life.
 * @param runs how many seasons are played; 90 per cent limits want some hundreds
 * @throws RangeError for fewer than one run or week
 */
export function tubForecast(question: TubQuestion, runs = 600, seed = 1): TubSize[] {
  if (runs < 1 || question.weeks < 1) throw new RangeError('a forecast wants a run and a week at least')
  const sizes = Object.keys(question.have)
  const seasons = Array.from({ length: runs }, (_, run) =>
    playSeason(question, evenStream(seed * 7919 + run)),
  )
  return sizes.map((size) => {
    const have = question.have[size]!
    const weeks = Array.from({ length: question.weeks }, (_, week): TubWeek => {
      const wanted = seasons.map((s) => s[size]?.[week] ?? 0).sort((a, b) => a - b)
      const at = (share: number) => wanted[Math.min(runs - 1, Math.floor(share * runs))]!
      return {
        week,
        middle: at(0.5),
        low50: at(0.25),
        high50: at(0.75),
        low90: at(0.05),
        high90: at(0.95),
        short: wanted.filter((n) => n > have).length / runs,
      }
    })
    const worst = weeks.reduce((a, b) => (b.middle > a.middle ? b : a))
    const first = weeks.find((w) => w.short > 0.5)
    return {
      ...{ size, have, weeks },
      shortage:
        worst.middle > have
          ? {
              week: worst.week,
              by: worst.middle - have,
              low: Math.max(0, worst.low90 - have),
              high: worst.high90 - have,
            }
          : null,
      firstShort: first?.week ?? null,
    }
  })
}

/** Tubs in use by size, at the middle of every week, of one season as chance would have it. */
export function playSeason(
  { now, toCome, weeks, have }: TubQuestion,
  even: () => number,
): Record<string, number[]> {
  const used = Object.fromEntries(Object.keys(have).map((size) => [size, new Array<number>(weeks).fill(0)]))
  // Quick or slow buyers: the whole season's lag is longer or shorter by about a third.
  const season = drawGamma(9, even) / 9
  for (const group of now)
    addLives(used, weeks, even, {
      ...group,
      from: -group.since,
      bornOn: -group.ageDays,
      season,
    })
  for (const clutch of toCome) {
    const day = dayDrawn(clutch.days, even())
    const share = drawBeta(clutch.hatch.alpha, clutch.hatch.beta, even)
    let count = 0
    for (let egg = 0; egg < clutch.eggs; egg++) if (even() < share) count++
    if (day !== null && count > 0)
      addLives(used, weeks, even, { ...clutch, count, from: day, bornOn: day, season })
  }
  return used
}

interface Lives {
  count: number
  steps: readonly TubStep[]
  leaving: LeavingChance | null
  /** Day on which the first step began, and on which they were born. */
  from: number
  bornOn: number
  season: number
}

function addLives(used: Record<string, number[]>, weeks: number, even: () => number, lives: Lives): void {
  const { count, steps, leaving, from, bornOn, season } = lives
  if (steps.length === 0) return
  const ends = steps.map(() => Infinity)
  const shared = new Map<string, number>()
  for (let animal = 0; animal < count; animal++) {
    const gone = leavesOn(leaving, bornOn, season, even)
    let begins = from
    steps.forEach((step, i) => {
      // A step that is over already by its own length ends today: it is here, so it has not ended.
      const end =
        i === steps.length - 1 ? Infinity : Math.max(begins + drawRange(step.days, even), i === 0 ? 1 : 0)
      ends[i] = end
      const size = used[step.size]
      if (size)
        for (let week = 0; week < weeks; week++) {
          const day = week * 7 + 3
          if (day < begins || day >= end || day >= gone) continue
          if (step.together === 1) size[week]!++
          else {
            const key = `${step.size}:${i}:${week}`
            shared.set(key, (shared.get(key) ?? 0) + 1)
          }
        }
      begins = end
    })
  }
  for (const [key, animals] of shared) {
    const [size, i, week] = key.split(':') as [string, string, string]
    used[size]![Number(week)]! += Math.ceil(animals / steps[Number(i)]!.together)
  }
}

function leavesOn(leaving: LeavingChance | null, bornOn: number, season: number, even: () => number): number {
  if (!leaving) return Infinity
  const stays = even() < leaving.keep
  const ready = bornOn + drawRange(leaving.readyAgeDays, even)
  // Gone after a wait: the wait begins anew today for one that has been ready for long.
  const wait = -Math.log(1 - even()) * leaving.lagDays * season
  return stays ? Infinity : Math.max(ready, 0) + wait
}

function dayDrawn(days: readonly number[], u: number): number | null {
  let sum = 0
  for (let day = 0; day < days.length; day++) {
    sum += days[day]!
    if (u < sum) return day
  }
  return null
}
