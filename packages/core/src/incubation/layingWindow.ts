import { counted } from '../words'
import { addDays, daysBetween, type Day } from '../calendar'
import type { Range } from '../protocols'
import { normalQuantile, mean } from '../statistics'
import type { ClockWindow } from './otherClocks'
import type { LayingSign } from './signs'

/** What is known of when a female lays. */
export interface LayingEvidence {
  /** By the protocol, from her matings or her last clutch. */
  window: ClockWindow
  /** Days that the same took her earlier, and what the protocol says it takes. */
  own: readonly number[]
  usualDays: number
  signs: readonly { sign: LayingSign; on: Day }[]
  /** From the shed before laying to laying, where the species has one. */
  shedToLaying: Range | null
}

export interface LayingForecast extends ClockWindow {
  /** What it rests on, in words. */
  because: string[]
}

/** How much one female's layings differ from each other, days (one standard deviation). A rule of thumb. */
const HER_SPREAD = 4
/** Laying follows a sign after so many days, nine in ten. Rules of thumb, wide on purpose. */
const AFTER_SIGN: Record<LayingSign, { least: number; most: number }> = {
  'off food': { least: 2, most: 24 },
  restless: { least: 0, most: 14 },
  digs: { least: 0, most: 9 },
  swollen: { least: 5, most: 35 },
  'eggs seen through the belly': { least: 2, most: 24 },
  'shed before laying': { least: 5, most: 18 },
  'in the nest': { least: 0, most: 5 },
}
const Z = normalQuantile(0.95)

/**
 * When she lays: the protocol's window, drawn to her own earlier layings and to the signs that were seen. Each is read as a
 * normal that holds nine in ten of it, and they are joined by their precisions (Bayes).
 */
export function layingWindow(evidence: LayingEvidence): LayingForecast {
  const { window, own, usualDays, signs, shedToLaying } = evidence
  const origin = window.from
  const because: string[] = []
  let likely = daysBetween(origin, window.likely)
  let precision = spreadOf(daysBetween(window.from, window.to)) ** -2
  const join = (at: number, spread: number) => {
    const own_ = spread ** -2
    likely = (likely * precision + at * own_) / (precision + own_)
    precision += own_
  }
  if (own.length > 0) {
    const average = mean(own)
    const off = average - usualDays
    join(daysBetween(origin, window.likely) + off, Math.hypot(HER_SPREAD / Math.sqrt(own.length), 2))
    because.push(
      own.length === 1
        ? `took ${counted(Math.round(average), 'day')} last time`
        : `took ${counted(Math.round(average), 'day')} on average over ${own.length} clutches`,
    )
  }
  for (const { sign, on } of signs) {
    const after = sign === 'shed before laying' && shedToLaying ? shedToLaying : AFTER_SIGN[sign]
    join(daysBetween(origin, on) + (after.least + after.most) / 2, spreadOf(after.most - after.least))
    because.push(`${sign} on ${on}`)
  }
  const half = Z / Math.sqrt(precision)
  const day = (days: number) => addDays(origin, Math.round(days))
  return because.length === 0
    ? { ...window, because }
    : { from: day(likely - half), to: day(likely + half), likely: day(likely), because }
}

const spreadOf = (days: number) => Math.max(1, days / (2 * Z))

/**
 * When to look at a nest next: nowhere before her window comes near, each second day within it, each day about the likely day
 * and once signs were seen; not again on a day on which it was looked at.
 */
export function nextNestCheck(
  window: ClockWindow,
  signs: readonly { on: Day }[],
  checkedOn: Day | null,
  today: Day,
): Day | null {
  const opens = addDays(window.from, -1)
  if (today < addDays(opens, -14)) return null
  const lately = signs.some((s) => daysBetween(s.on, today) <= 7)
  const near = today >= addDays(window.likely, -3)
  const step = lately || near ? 1 : 2
  const first = lately && today < opens ? today : opens
  const next = checkedOn ? addDays(checkedOn, step) : first
  return next < first ? first : next
}

/** Chance that another clutch follows the n-th of a year: by the usual number, and by how often it did here. */
export function anotherClutchChance(
  nth: number,
  usual: number,
  here: { followed: number; clutches: number },
): number {
  const prior = nth < usual ? 0.85 : nth < usual + 1 ? 0.25 : 0.05
  const weight = 4
  return (prior * weight + here.followed) / (weight + here.clutches)
}
