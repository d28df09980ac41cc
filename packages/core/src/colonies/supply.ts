import { rangeSpread, type Range } from '../protocols'

/** Mouths of one kind that eat prey of one kind and size. */
export interface Eater {
  /** What is eaten, such as `banded cricket`, and which stage of it. */
  prey: string
  size: string
  perFeed: Range
  everyDays: Range
  /** How many mouths there are in each week from today on; fewer or more are possible where spread is given. */
  mouths: readonly number[]
  /** Spread of the mouths of each week: hatchings to come are not sure. */
  spread?: readonly number[]
  /** Who they are, to be told. */
  name: string
}

export interface DemandWeek {
  mean: number
  spread: number
}

export interface FeederDemand {
  prey: string
  size: string
  /** By week from today on. */
  weeks: DemandWeek[]
  /** Who eats it, the hungriest of all weeks first. */
  eaters: { name: string; share: number }[]
}

/**
 * What all mouths of the book will eat, by prey, size and week: mouths times a feed times feeds a week. Spreads of the mouths
 * and of what each takes add up as squares between eaters.
 * @throws RangeError for mouths or feeds that cannot be
 */
export function feederDemand(eaters: readonly Eater[]): FeederDemand[] {
  const kinds = new Map<string, Eater[]>()
  for (const e of eaters) {
    if (!(e.perFeed.typical >= 0) || !(e.everyDays.typical > 0))
      throw new RangeError(`${e.name}: a feed is from 0 on, and comes every so many days`)
    if (e.mouths.some((m) => !Number.isFinite(m) || m < 0))
      throw new RangeError(`${e.name}: mouths are from 0 on`)
    const key = JSON.stringify([e.prey, e.size])
    kinds.set(key, [...(kinds.get(key) ?? []), e])
  }
  return [...kinds.values()].map((own) => {
    const length = Math.max(...own.map((e) => e.mouths.length))
    const a = (e: Eater, week: number) => (e.mouths[week] ?? 0) * perWeek(e)
    const weeks = Array.from({ length }, (_, week) => ({
      mean: own.reduce((sum, e) => sum + a(e, week), 0),
      spread: Math.sqrt(
        own.reduce((sum, e) => {
          const appetite = rangeSpread(e.perFeed.least, e.perFeed.most) / Math.max(1e-9, e.perFeed.typical)
          return sum + (a(e, week) * appetite) ** 2 + ((e.spread?.[week] ?? 0) * perWeek(e)) ** 2
        }, 0),
      ),
    }))
    const all = weeks.reduce((sum, w) => sum + w.mean, 0)
    return {
      prey: own[0]!.prey,
      size: own[0]!.size,
      weeks,
      eaters: own
        .map((e) => ({
          name: e.name,
          share: all > 0 ? e.mouths.reduce((sum, _m, week) => sum + a(e, week), 0) / all : 0,
        }))
        .sort((x, y) => y.share - x.share),
    }
  })
}

const perWeek = (e: Eater) => (e.perFeed.typical * 7) / e.everyDays.typical
