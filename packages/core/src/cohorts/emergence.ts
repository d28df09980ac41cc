import { effectiveDegrees } from '../incubation'
import { normalCumulative } from '../statistics'
import { rangeSpread, type DevelopmentCurve, type Range } from '../protocols'

/** Pupae of one sex that will emerge together, more or less. */
export interface PupaGroup {
  sex: 'female' | 'male'
  count: number
  /** Days until half of them have emerged, if they are left as they are; without a spread and below 0: adult since then. */
  inDays: number
  /** Spread between them, days. */
  spreadDays: number
  /** They pause: warmth does not bring them sooner, nor the cool later. */
  pausing?: boolean
}

export interface AdultSpan {
  femaleDays: Range
  maleDays: Range
  /** Nights of a female's life on which she pairs, the first night being 1. */
  nights: { from: number; to: number }
}

export interface PairingNight {
  /** Days from today. */
  day: number
  /** Females that pair that night, and males alive, on the mean. */
  females: number
  males: number
  /** Of those females, how many find a male alive. */
  pairs: number
}

export interface Overlap {
  /** Females that find a male alive on one of their nights, on the mean. */
  pairs: number
  /** Chance that at least one does, if females met males independently of each other: at most so likely. */
  chance: number
  nights: PairingNight[]
  /** The night on which most females find a male; null where nobody ever does. */
  best: PairingNight | null
}

const HORIZON = 400

/**
 * How likely the sexes of short-lived adults meet: day by day, from when each group emerges and how long adults live. Exact for
 * independent animals, summed over days.
 *
 * A female counts as met when at least one male is alive on one of her nights.
 * @throws RangeError for counts or days that cannot be
 */
export function emergenceOverlap(groups: readonly PupaGroup[], span: AdultSpan): Overlap {
  for (const g of groups) {
    if (!Number.isFinite(g.count) || g.count < 0) throw new RangeError('a count is not a number from 0 on')
    if (!(g.spreadDays >= 0) || !Number.isFinite(g.inDays)) throw new RangeError('when do they emerge?')
  }
  const of = (sex: 'female' | 'male', life: Range) =>
    groups.filter((g) => g.sex === sex && g.count > 0).map((g) => courseOf(g, aliveAfter(life)))
  const males = of('male', span.maleDays)
  const females = of('female', span.femaleDays)
  const { from, to } = span.nights
  const noneMeets = (a: number, b: number) => males.reduce((p, m) => p * (1 - m.seen(a, b)) ** m.count, 1)
  let [pairs, missed] = [0, 1]
  for (const f of females) {
    let own = 0
    for (let day = f.first; day < f.last; day++)
      // Nights that are over are over.
      if (day + to - 1 >= 0)
        own += f.emerging(day) * (1 - noneMeets(Math.max(0, day + from - 1), day + to - 1))
    pairs += own * f.count
    missed *= (1 - Math.min(1, own)) ** f.count
  }
  const nights: PairingNight[] = []
  const all = [...females, ...males]
  const end = Math.max(0, ...all.map((c) => c.gone))
  for (let day = Math.max(0, Math.min(end, ...all.map((c) => c.first))); day < end; day++) {
    let receptive = 0
    for (const f of females)
      for (let night = from; night <= to; night++)
        receptive += f.emerging(day - night + 1) * f.count * f.lives(night - 1)
    const alive = males.reduce((sum, m) => sum + m.seen(day, day) * m.count, 0)
    if (receptive > 1e-4 || alive > 1e-4)
      nights.push({ day, females: receptive, males: alive, pairs: receptive * (1 - noneMeets(day, day)) })
  }
  const best = nights.reduce<PairingNight | null>((a, n) => (n.pairs > (a?.pairs ?? 1e-9) ? n : a), null)
  return { pairs, chance: 1 - missed, nights, best }
}

/** One of a group: when it emerges, and when it is alive. Days before `first` and from `last` on are without chance. */
function courseOf({ count, inDays, spreadDays }: PupaGroup, lifetime: (days: number) => number) {
  const adult = spreadDays === 0 && inDays < 0
  // Who is adult already is known to have lived until today.
  const untilToday = adult ? Math.max(1e-9, lifetime(-Math.ceil(inDays))) : 1
  const lives = (days: number) => Math.min(1, lifetime(days) / untilToday)
  const below = (day: number) =>
    spreadDays > 0 ? normalCumulative((day - inDays) / spreadDays) : day > inDays ? 1 : 0
  const first = adult ? Math.floor(inDays) : Math.max(0, Math.floor(inDays - 5 * spreadDays))
  const last = Math.min(HORIZON, Math.max(first + 1, Math.ceil(inDays + 5 * spreadDays) + 1))
  // Who is not out yet emerges from today on: what lay before today is no chance any more.
  const before = adult ? 0 : Math.min(below(first), 1 - 1e-9)
  const share = Array.from(
    { length: last - first },
    (_, i) => (below(first + i + 1) - below(first + i)) / (1 - before),
  )
  const emerging = (day: number) => share[day - first] ?? 0
  let oldest = 1
  while (oldest < HORIZON && lives(oldest) > 1e-6) oldest++
  const surviving = Array.from({ length: oldest }, (_, days) => lives(days))
  const aliveOn = new Map<number, number>()
  /** Chance that it emerged before a day and is alive on it. */
  const alive = (day: number): number => {
    let sum = aliveOn.get(day)
    if (sum === undefined) {
      sum = 0
      for (let days = 1; days < oldest; days++) sum += emerging(day - days) * surviving[days]!
      aliveOn.set(day, sum)
    }
    return sum
  }
  return {
    ...{ count, first, last, emerging, lives, gone: last + oldest },
    /** Chance that it is alive at some time of the days a to b. */
    seen: (a: number, b: number) => {
      let sum = alive(a)
      for (let day = a; day <= b; day++) sum += emerging(day)
      return Math.min(1, sum)
    },
  }
}

/** Share still alive after so many days of adult life. */
function aliveAfter({ typical, least, most }: Range): (days: number) => number {
  const spread = rangeSpread(least, most)
  return (days) => (spread > 0 ? 1 - normalCumulative((days - typical) / spread) : days < typical ? 1 : 0)
}

/**
 * A second brood of cocoons, half of either sex, that comes so many days after those that are there: each sex is shared out over their groups as
 * they are. Those that pause, and those that are adult already, tell nothing of it.
 */
export function secondBrood(groups: readonly PupaGroup[], cocoons: number, daysLater: number): PupaGroup[] {
  const alike = groups.filter((g) => g.spreadDays > 0 && !g.pausing)
  const all = (sex: PupaGroup['sex']) =>
    alike.filter((g) => g.sex === sex).reduce((sum, g) => sum + g.count, 0)
  return alike.map((g) => ({
    ...g,
    count: ((cocoons / 2) * g.count) / Math.max(1e-9, all(g.sex)),
    inDays: g.inDays + daysLater,
  }))
}

export interface CoolingQuestion {
  groups: readonly PupaGroup[]
  span: AdultSpan
  curve: DevelopmentCurve
  /** Where they are now, and where some could be kept, °C. */
  warmC: number
  coolC: number
  /** No pupa is kept cool longer, days. */
  mostDays: number
}

export interface CoolingPlan {
  /** Which sex is kept cool; null where both stay warm. */
  cool: 'female' | 'male' | null
  days: number
  overlap: Overlap
}

/**
 * Which pupae to keep cool, and for how many days, so that most females find a male. Every number of days is tried for either
 * sex; the shortest of the best is taken, since cool pupae dry out.
 * @throws RangeError where it is not cooler in the cool, or counts cannot be
 */
export function planEmergence(question: CoolingQuestion): {
  best: CoolingPlan
  asTheyAre: CoolingPlan
  tried: CoolingPlan[]
} {
  const { groups, span, curve, warmC, coolC, mostDays } = question
  const [warm, cool] = [effectiveDegrees(curve, warmC), effectiveDegrees(curve, coolC)]
  if (!(cool < warm)) throw new RangeError('nothing is held back where it is not cooler')
  // A day in the cool does the share of a warm one; nobody is cooled once it would have emerged.
  const kept = (g: PupaGroup, days: number) => {
    const inCool = Math.min(days, cool > 0 ? (g.inDays * warm) / cool : days)
    return { ...g, inDays: g.inDays + inCool * (1 - cool / warm) }
  }
  const plan = (sex: CoolingPlan['cool'], days: number): CoolingPlan => ({
    cool: days === 0 ? null : sex,
    days,
    overlap: emergenceOverlap(
      groups.map((g) => (g.sex === sex && !g.pausing ? kept(g, days) : g)),
      span,
    ),
  })
  const asTheyAre = plan(null, 0)
  const tried = [asTheyAre]
  for (const sex of ['female', 'male'] as const)
    for (let days = 1; days <= mostDays; days++) tried.push(plan(sex, days))
  const most = Math.max(...tried.map((t) => t.overlap.pairs))
  const best = tried
    .filter((t) => t.overlap.pairs >= most - 0.005 * Math.max(1, most))
    .reduce((a, b) => (b.days < a.days ? b : a))
  return { best, asTheyAre, tried }
}
