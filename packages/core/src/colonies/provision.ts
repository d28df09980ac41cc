import { diceOf, type Dice, mean } from '../statistics'
import type { ColonyCounts, ColonyModel } from './model'
import { playerOf, type ColonyPlayer } from './player'
import type { Take } from './project'
import type { Band } from './simulate'
import type { DemandWeek } from './supply'

/** A colony that is fed from, as it was last counted. */
export interface PreySource {
  id: string
  name: string
  model: ColonyModel
  counted: ColonyCounts
  countedDaysAgo: number
  /** How well it was counted, as a share of each count. */
  countSpread: number
  bins: number
  celsius: number
  /** What was taken since it was counted. */
  taken: readonly { daysAgo: number; stage: Take['stage']; count: number }[]
}

/** What animals want of a prey each week: any of the sizes will do. */
export interface PreyWant {
  stages: readonly Take['stage'][]
  weeks: readonly DemandWeek[]
}

/** What is done about it: bought in, a bin set up, a size of a colony left alone, a colony kept at another temperature. */
export type PreyPlan =
  | { kind: 'buy'; stages: readonly Take['stage'][]; fromWeek: number; amounts: readonly number[] }
  | { kind: 'start'; week: number; females: number; males: number; bins: number; celsius: number }
  | { kind: 'spare'; sourceId: string; stages: readonly Take['stage'][]; toWeek: number }
  | { kind: 'warm'; sourceId: string; celsius: number }

export interface ProvisionQuestion {
  /** The species of all sources, and of a bin that is set up. */
  model: ColonyModel
  sources: readonly PreySource[]
  wants: readonly PreyWant[]
  plans: readonly PreyPlan[]
  /** Share of a size that may be taken in a week. */
  takeShare: number
  weeks: number
}

export interface ProvisionWeek {
  /** Chance that more than a twentieth of what is wanted is wanting. */
  chance: number
  /** What is wanting: on the mean of the weeks that are short, and at most, with nineteen chances in twenty. */
  by: number
  most: number
}

export interface Provision {
  runs: number
  /** For each want, week by week. */
  wants: ProvisionWeek[][]
  /** For each stage, and last the adults: what may be taken week by week, and what is eaten on the mean. */
  sizes: { stage: Take['stage']; may: Band[]; eaten: number[] }[]
}

/** Animals bear this share less of a week's feed: below it nobody speaks of a shortage. */
const BORNE = 0.05

/**
 * Whether the colonies feed the animals, week by week: every colony lives on from its last count as chance would have it while
 * each week takes from it what is wanted, up to the share that may be taken of a size; what is taken does not breed. What is
 * left over of a week is not kept apart: it grows on.
 *
 * The same seed gives each colony the same luck whatever is planned, so that plans can be compared.
 * @throws RangeError for runs or shares that cannot be
 */
export function provision(
  question: ProvisionQuestion,
  wish: { runs?: number; seed?: number; onProgress?: (done: number) => boolean | void } = {},
): Provision {
  const { wants, weeks, model, takeShare } = question
  const { runs = 200, seed = 1 } = wish
  if (!Number.isInteger(runs) || runs < 1) throw new RangeError('one run at least')
  if (!(takeShare > 0 && takeShare <= 1)) throw new RangeError('a share lies between 0 and 1')
  const stages: Take['stage'][] = [...model.stages.map((_s, i) => i), 'adult']
  const lacks = wants.map(() => Array.from({ length: weeks }, () => new Float32Array(runs)))
  const short = wants.map(() => new Array<number>(weeks).fill(0))
  const may = stages.map(() => Array.from({ length: weeks }, () => new Float32Array(runs)))
  const eaten = stages.map(() => new Array<number>(weeks).fill(0))
  let done = 0
  for (; done < runs; done++) {
    if (done % 20 === 0 && wish.onProgress?.(done / runs) === false) break
    playProvision(question, stages, seed * 104_729 + done, {
      may: (week, s, count) => (may[s]![week]![done]! += count),
      eaten: (week, s, count) => (eaten[s]![week]! += count),
      lack: (want, week, lack, wanted) => {
        lacks[want]![week]![done] = lack
        if (lack > BORNE * wanted) short[want]![week]!++
      },
    })
  }
  wish.onProgress?.(1)
  return {
    runs: done,
    wants: lacks.map((own, w) =>
      own.map((values, week) => {
        const sorted = values.slice(0, done).sort()
        const wanting = sorted.filter((n) => n > 0)
        return {
          chance: done > 0 ? short[w]![week]! / done : 0,
          by: wanting.length > 0 ? mean([...wanting]) : 0,
          most: sorted[Math.min(done - 1, Math.floor(0.95 * done))] ?? 0,
        }
      }),
    ),
    sizes: stages.map((stage, s) => ({
      stage,
      may: may[s]!.map((values) => {
        const sorted = values.slice(0, done).sort()
        const at = (share: number) => sorted[Math.min(done - 1, Math.floor(share * done))] ?? 0
        return { middle: at(0.5), low: at(0.05), high: at(0.95) }
      }),
      eaten: eaten[s]!.map((n) => (done > 0 ? n / done : 0)),
    })),
  }
}

interface Told {
  may(week: number, stage: number, count: number): void
  eaten(week: number, stage: number, count: number): void
  lack(want: number, week: number, lack: number, wanted: number): void
}

interface Stock {
  id: string
  player: ColonyPlayer
  celsius: number
  fromWeek: number
}

function playProvision(
  { model, sources, wants, plans, takeShare, weeks }: ProvisionQuestion,
  stages: readonly Take['stage'][],
  seed: number,
  tell: Told,
): void {
  const dice = diceOf(seed)
  const appetites = wants.map(() => dice.normal())
  const own = (i: number) => diceOf(seed * 31 + 7919 * (i + 1))
  const stocks: Stock[] = sources.map((source, i) => broughtUp(source, plans, own(i)))
  plans.forEach((plan, i) => {
    if (plan.kind !== 'start') return
    const start = { young: model.stages.map(() => 0), females: plan.females, males: plan.males }
    const player = playerOf({ model, start, bins: plan.bins }, own(100 + i))
    stocks.push({ id: '', player, celsius: plan.celsius, fromWeek: plan.week })
  })
  // Those who eat few sizes choose first.
  const order = wants.map((_w, i) => i).sort((a, b) => wants[a]!.stages.length - wants[b]!.stages.length)
  for (let week = 0; week < weeks; week++) {
    const here = stocks.filter((s) => s.fromWeek <= week)
    const left = here.map((s) => stages.map((stage) => Math.floor(takeShare * s.player.stock(stage))))
    left.forEach((own) => own.forEach((n, s) => tell.may(week, s, n)))
    for (const w of order) {
      const { stages: sizes, weeks: own } = wants[w]!
      const asked = own[week] ?? { mean: 0, spread: 0 }
      const wanted = Math.round(Math.max(0, asked.mean + asked.spread * appetites[w]!))
      let open = Math.max(0, wanted - boughtIn(plans, sizes, week))
      const at = sizes.map((size) => stages.indexOf(size))
      const spared = (s: Stock, size: Take['stage']) =>
        plans.some(
          (p) =>
            p.kind === 'spare' && p.sourceId === s.id && week <= p.toWeek && p.stages.some((t) => t === size),
        )
      const all = here.reduce(
        (sum, s, i) => sum + at.reduce((a, t) => a + (spared(s, stages[t]!) ? 0 : left[i]![t]!), 0),
        0,
      )
      const share = all > 0 ? Math.min(1, open / all) : 0
      here.forEach((s, i) => {
        for (const t of at) {
          if (spared(s, stages[t]!)) continue
          const take = Math.min(open, Math.ceil(left[i]![t]! * share))
          if (take <= 0) continue
          const got = s.player.take(stages[t]!, take)
          left[i]![t]! -= got
          open -= got
          tell.eaten(week, t, got)
        }
      })
      tell.lack(w, week, Math.max(0, open), wanted)
    }
    for (const s of here) for (let day = 0; day < 7; day++) s.player.passDay(s.celsius)
  }
}

/** A colony from its count to today, with what was taken since. */
function broughtUp(source: PreySource, plans: readonly PreyPlan[], dice: Dice): Stock {
  const { id, model, counted, bins, countSpread, celsius, countedDaysAgo, taken } = source
  const player = playerOf({ model, start: counted, bins, countSpread }, dice)
  for (let ago = countedDaysAgo; ago > 0; ago--) {
    for (const t of taken) if (t.daysAgo === ago) player.take(t.stage, t.count)
    player.passDay(celsius)
  }
  for (const t of taken) if (t.daysAgo === 0) player.take(t.stage, t.count)
  const warm = plans.find((p) => p.kind === 'warm' && p.sourceId === id)
  return { id, player, celsius: warm?.kind === 'warm' ? warm.celsius : celsius, fromWeek: 0 }
}

/** What was bought for a week, of sizes that one eats. */
const boughtIn = (plans: readonly PreyPlan[], sizes: readonly Take['stage'][], week: number) =>
  plans.reduce(
    (sum, p) =>
      p.kind === 'buy' && p.stages.some((s) => sizes.includes(s))
        ? sum + (p.amounts[week - p.fromWeek] ?? 0)
        : sum,
    0,
  )

/** The first week that is likelier short than not; null where none is. */
export const firstShortage = (weeks: readonly ProvisionWeek[], chance = 0.5): number | null =>
  shortagesOf(weeks, chance)[0]?.from ?? null

export interface Shortage {
  /** The first and the last week of it. */
  from: number
  to: number
  /** What is wanting in the worst of its weeks, on the mean of the courses that are short. */
  by: number
  /** Chance of its likeliest week. */
  chance: number
}

/** All stretches of weeks that are likelier short than not, the first one first. */
export function shortagesOf(weeks: readonly ProvisionWeek[], chance = 0.5): Shortage[] {
  const out: Shortage[] = []
  weeks.forEach((w, week) => {
    if (w.chance <= chance) return
    const last = out.at(-1)
    if (last && last.to === week - 1) {
      last.to = week
      last.by = Math.max(last.by, w.by)
      last.chance = Math.max(last.chance, w.chance)
    } else out.push({ from: week, to: week, by: w.by, chance: w.chance })
  })
  return out
}
