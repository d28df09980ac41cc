import type { FeederRule, Range, Stage } from '../protocols'
import type { LeavingChance } from '../rearing'
import type { Eater } from './supply'

/** Animals of one species and age: those that are here, or that will be born. */
export interface Mouths {
  name: string
  count: number
  /** Age today, days; below 0 for those born later. */
  ageDays: number
  /** Index of the stage they are in, and days of it that are over. */
  step: number
  since: number
  leaving: LeavingChance | null
}

/** Eggs that will hatch: how many of them, with what spread, and the chance of each day that they do then. */
export interface MouthsToCome {
  name: string
  count: number
  spread: number
  days: readonly number[]
  leaving: LeavingChance | null
}

/** A stage that eats a feeder, with the mouths in it week by week. */
type Fed = Omit<Eater, 'mouths' | 'spread'> & { mouths: number[]; spread: number[] }

/**
 * How many mouths of each fed stage there will be in each week from today on: animals go through the stages of their protocol in
 * the usual time and leave when buyers usually take them. Losses among young are not taken off, so it is a little too many.
 * @param stages of one species, from the youngest on
 * @throws RangeError for counts that cannot be
 */
export function eatersOf(
  stages: readonly Stage[],
  now: readonly Mouths[],
  toCome: readonly MouthsToCome[],
  weeks: number,
): Eater[] {
  if ([...now, ...toCome].some((m) => !Number.isFinite(m.count) || m.count < 0))
    throw new RangeError('mouths are from 0 on')
  const fed = new Map<string, Fed>()
  const add = (step: number, week: number, name: string, mean: number, spread: number) => {
    const rule = stages[step]?.feeder
    if (!rule || mean < 1e-6) return
    const key = `${name}|${step}`
    if (!fed.has(key)) fed.set(key, blank(rule, `${name}, ${spoken(stages[step]!.name)}`, weeks))
    const own = fed.get(key)!
    own.mouths[week]! += mean
    // Young of one name come from one clutch: its spread is all of theirs.
    own.spread[week]! += spread
  }
  for (let week = 0; week < weeks; week++) {
    const on = week * 7 + 3.5
    for (const m of now)
      add(
        stageAfter(stages, m.step, m.since + on),
        week,
        m.name,
        m.count * stillHere(m.leaving, m.ageDays + on),
        0,
      )
    for (const m of toCome) {
      const born = new Map<number, number>()
      m.days.forEach((chance, day) => {
        if (day + 0.5 > on || chance <= 0) return
        const age = on - day - 0.5
        const step = stageAfter(stages, 0, age)
        born.set(step, (born.get(step) ?? 0) + chance * stillHere(m.leaving, age))
      })
      for (const [step, share] of born) add(step, week, m.name, m.count * share, m.spread * share)
    }
  }
  return [...fed.values()]
}

/** In the middle of a sentence: instars keep their letter. */
const spoken = (name: string) => (/^[A-Z][a-z]/.test(name) ? name.toLowerCase() : name)

const blank = (rule: FeederRule, name: string, weeks: number): Fed => ({
  prey: rule.code,
  size: rule.sizes.join(', '),
  perFeed: rule.each,
  everyDays: rule.everyDays,
  mouths: new Array<number>(weeks).fill(0),
  spread: new Array<number>(weeks).fill(0),
  name,
})

/** The stage that one is in after so many more days; the last goes on. */
function stageAfter(stages: readonly { days: Range }[], step: number, days: number): number {
  let [at, left] = [step, days]
  while (at < stages.length - 1 && left >= stages[at]!.days.typical) left -= stages[at++]!.days.typical
  return at
}

/** Share that is still here at an age: those kept, and the others until buyers take them. */
export function stillHere(leaving: LeavingChance | null, ageDays: number): number {
  if (!leaving) return 1
  const over = ageDays - leaving.readyAgeDays.typical
  return over <= 0 ? 1 : leaving.keep + (1 - leaving.keep) * Math.exp(-over / leaving.lagDays)
}
