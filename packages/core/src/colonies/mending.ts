import { provision, type PreyPlan, type Provision, type ProvisionQuestion } from './provision'
import type { Take } from './project'

/** One way out of a shortage. */
export interface Mend {
  how: 'spare' | 'start' | 'warm' | 'buy'
  plans: PreyPlan[]
  /** Chance that is left of the worst week. */
  chance: number
}

/** A chance of a shortage that keepers bear. */
export const BORNE_CHANCE = 0.1
const RUNS = 60
/** Nobody buys by the piece. */
const PACK = 10
/** So many weeks a colony may be left alone. */
const RESTS = [1, 2, 3, 4, 6, 8, 10, 12]
/** Cooler than its reference by less than this is not worth a heater, °C. */
const COOLER = 0.5

/**
 * Ways out of a want's shortage, each tried by playing it: leave its sizes alone and buy in meanwhile, as few weeks as will do; set
 * up bins today, as few as will do; keep the colonies warmer; buy in what is wanting, week by week. Only those that
 * mend it are told.
 * @param now what the wants come to as things stand
 */
export function mendsFor(
  question: ProvisionQuestion,
  now: Provision,
  want: number,
  onProgress?: (done: number) => boolean | void,
): Mend[] {
  const { stages } = question.wants[want]!
  const short = now.wants[want]!
  const last = short.length - 1 - [...short].reverse().findIndex((w) => w.chance > BORNE_CHANCE)
  if (last >= short.length) return []
  let tried = 0
  const worst = (plans: readonly PreyPlan[]) => {
    onProgress?.(Math.min(0.99, ++tried / 24))
    const { wants } = provision({ ...question, plans: [...question.plans, ...plans] }, { runs: RUNS })
    return Math.max(...wants[want]!.slice(0, last + 1).map((w) => w.chance))
  }
  const mends: Mend[] = []
  const add = (how: Mend['how'], plans: PreyPlan[]) => {
    const chance = worst(plans)
    if (chance > BORNE_CHANCE) return false
    mends.push({ how, plans, chance })
    return true
  }
  for (const weeks of RESTS) if (weeks <= last && add('spare', spareFor(question, stages, want, weeks))) break
  for (const bins of NEW_BINS) if (add('start', [startOf(question, bins)])) break
  const warmer = question.sources
    .filter((s) => s.celsius < s.model.referenceC - COOLER)
    .map((s): PreyPlan => ({ kind: 'warm', sourceId: s.id, celsius: s.model.referenceC }))
  if (warmer.length > 0) add('warm', warmer)
  const first = short.findIndex((w) => w.most > 0)
  const packs = (n: number) => Math.ceil(n / PACK) * PACK
  const amounts = short.slice(first, last + 1).map((w) => packs(w.most))
  // What is bought is not taken, and what is not taken breeds: once more with a little on top where it was not enough.
  for (const more of [1, 1.25, 1.6])
    if (add('buy', [{ kind: 'buy', stages, fromWeek: first, amounts: amounts.map((n) => packs(n * more)) }]))
      break
  onProgress?.(1)
  return mends
}

function spareFor(
  { sources, wants }: ProvisionQuestion,
  stages: readonly Take['stage'][],
  want: number,
  weeks: number,
): PreyPlan[] {
  const amounts = wants[want]!.weeks.slice(0, weeks).map(
    (w) => Math.ceil((w.mean + 1.3 * w.spread) / PACK) * PACK,
  )
  return [
    ...sources.map((s): PreyPlan => ({ kind: 'spare', sourceId: s.id, stages, toWeek: weeks - 1 })),
    { kind: 'buy', stages, fromWeek: 0, amounts },
  ]
}

/** A bin begins with about a tenth of the females that fill it. */
const STARTER = 0.1
const LEAST_STARTER = 20
/** More bins than these nobody sets up at once. */
const NEW_BINS = [1, 2, 3, 4, 6, 8, 12, 16]

function startOf({ model, sources }: ProvisionQuestion, bins: number): PreyPlan {
  const females = bins * Math.max(LEAST_STARTER, Math.round(model.bin.adults * model.femaleShare * STARTER))
  const males = model.femaleShare === 1 ? 0 : Math.ceil(females / 3)
  return { kind: 'start', week: 0, females, males, bins, celsius: sources[0]?.celsius ?? model.referenceC }
}
