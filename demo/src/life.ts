import { about, type SaidOf, entryThat } from '@hatch-book/contract'
import {
  MS_PER_DAY,
  addDays,
  ageOn,
  dayNumber,
  daysBetween,
  foldStanding,
  gompertzWeight,
  instantOfDay,
  mayLeave,
  type AnimalEntry,
  type Day,
  type Protocol,
  type KindsOf,
  CONDITION_SCORES,
} from '@hatch-book/core'
import type { Genome } from './genome'
import type { Chance } from './random'
import { ZONE } from './room'
import type { Author, DemoStep } from './steps'

/** An animal as it really is; its log is what the room saw of it. */
export interface LivingAnimal {
  id: string
  tag: string
  protocol: Protocol
  sex: 'female' | 'male'
  hatched: Day
  stretch: number
  /** Lighter by such a share as it hatched; caught up within weeks. */
  light?: number
  luck: Chance
  /** Share of meals refused when nothing is the matter. */
  fussy: number
  rests: [Day, Day][]
  layings: Day[]
  /** Days on which it refuses whatever is offered. */
  offFood: [Day, Day][]
  adult: boolean
  /** It will not feed, and does not grow. */
  stalled?: boolean
  /** What it truly has at each locus. */
  genome?: Genome
  log: AnimalEntry[]
}

/** The day's author: the helper comes on Saturdays, the others share the week. */
function authorOn(day: Day): Author {
  const weekday = (dayNumber(day) + 4) % 7
  return weekday === 6 ? 'helper' : weekday % 2 === 0 ? 'owner' : 'keeper'
}

export function say<K extends KindsOf<'animal'>>(
  animal: LivingAnimal,
  day: Day,
  hour: number,
  kind: K,
  payload: SaidOf<K>,
  by: Author = authorOn(day),
): DemoStep {
  const at = instantOfDay(day, ZONE, 0) + Math.round(hour * 60) * 60_000
  const id = animal.luck.id(at)
  animal.log.push({ id, at, kind, payload } as AnimalEntry)
  const told = about('animal', animal.id)(kind, payload)
  const when = { id, at: new Date(at).toISOString(), precision: 'minute' as const, device: 'demo' }
  return { at, act: 'entry', body: entryThat(told, when), by }
}

const CAUGHT_UP_DAYS = 20

/** What it truly weighs: its curve, less what a rest or a clutch took and what has been eaten back since. */
export function trueWeight(animal: LivingAnimal, day: Day): number {
  const age = Math.max(0, daysBetween(animal.hatched, day))
  if (animal.stalled)
    return (
      0.98 *
      animal.stretch *
      gompertzWeight(animal.protocol.growth[animal.sex], 0) *
      (1 - 0.0011 * Math.min(age, 150))
    )
  let body = 1 - (animal.light ?? 0) * Math.exp(-age / CAUGHT_UP_DAYS)
  for (const [from, to] of animal.rests) {
    if (day < from) continue
    const rested = Math.min(daysBetween(from, day), daysBetween(from, to))
    const since = Math.max(0, daysBetween(to, day))
    body *= 1 - 0.00045 * rested * Math.exp(-since / 25)
  }
  for (const laid of animal.layings) {
    if (day >= laid) body *= 1 - 0.27 * Math.exp(-daysBetween(laid, day) / 55)
    else if (daysBetween(day, laid) < 45) body *= 1 + 0.14 * (1 - daysBetween(day, laid) / 45)
  }
  for (const [from, to] of animal.offFood)
    if (day >= from)
      body *=
        1 -
        0.0022 *
          Math.min(daysBetween(from, day), daysBetween(from, to)) *
          Math.exp(-Math.max(0, daysBetween(to, day)) / 30)
  const { growth } = animal.protocol
  return animal.stretch * body * gompertzWeight(growth[animal.sex], age)
}

const within = (day: Day, spans: readonly [Day, Day][], before = 0) =>
  spans.some(([from, to]) => day >= addDays(from, -before) && day <= to)
const gravid = (animal: LivingAnimal, day: Day) =>
  animal.layings.some((laid) => day < laid && daysBetween(day, laid) <= 35)

/** A life between two days, as entries: meals, sheds, weigh-ins, rests. */
export function liveThrough(animal: LivingAnimal, from: Day, to: Day): DemoStep[] {
  const steps = [...sheds(animal, from, to)]
  const clouded = steps.flatMap((s) =>
    s.act === 'entry' && s.body.kind === 'going into shed' ? [dayOf(s.at)] : [],
  )
  steps.push(...meals(animal, from, to, clouded), ...weighIns(animal, from, to))
  for (const [began, warmed] of animal.rests)
    if (animal.adult && warmed <= to && began >= from)
      steps.push(
        say(animal, began, 18, 'rest began', { bedding: 'dry', unit: 'Snake cooler' }),
        say(animal, warmed, 18, 'warmed', {}),
      )
  return steps
}

const dayOf = (at: number): Day => new Date(at + MS_PER_DAY / 24).toISOString().slice(0, 10)

function sheds(animal: LivingAnimal, from: Day, to: Day): DemoStep[] {
  const steps: DemoStep[] = []
  const first = animal.protocol.stages[0]!.days
  let next = animal.adult
    ? addDays(from, animal.luck.whole(5, 40))
    : addDays(from, animal.luck.whole(first.least, first.most))
  while (next < to) {
    if (!within(next, animal.rests)) {
      if (daysBetween(from, next) > 12)
        steps.push(say(animal, addDays(next, -7), 18.2, 'going into shed', {}))
      steps.push(say(animal, next, 18.4, 'shed', { whole: animal.luck.happens(0.95) }))
    }
    next = addDays(next, animal.adult ? animal.luck.whole(45, 70) : animal.luck.whole(30, 46))
  }
  return steps
}

function rhythm({ protocol }: LivingAnimal, grams: number): { days: number; prey: string } {
  const stage =
    protocol.stages.findLast(
      (s, i) =>
        s.feed &&
        (i === 1 || protocol.stages[i - 1]!.gate.some((g) => g.kind === 'weight' && grams >= g.grams)),
    ) ?? protocol.stages[1]!
  return {
    days: stage.feed!.everyDays.typical,
    prey:
      grams < 12 ? 'pinky mouse' : grams < 40 ? 'fuzzy mouse' : grams < 120 ? 'hopper mouse' : 'adult mouse',
  }
}

function meals(animal: LivingAnimal, from: Day, to: Day, clouded: readonly Day[]): DemoStep[] {
  const steps: DemoStep[] = []
  const { luck } = animal
  let day = animal.adult ? addDays(from, luck.whole(1, 9)) : addDays(from, luck.whole(9, 12))
  while (day < to) {
    const grams = trueWeight(animal, day)
    const { days, prey } = rhythm(animal, grams)
    // Fed neither in the cold nor in the fortnight that empties the gut before it.
    if (!within(day, animal.rests, 14)) {
      const inShed = clouded.some((c) => day >= c && daysBetween(c, day) <= 6)
      const laying = animal.layings.some((laid) => day < laid && daysBetween(day, laid) <= 14)
      const refuses = within(day, animal.offFood) || luck.happens(inShed ? 0.5 : laying ? 0.8 : animal.fussy)
      const share = grams < 12 ? 0.2 : grams < 120 ? 0.15 : 0.1
      steps.push(
        say(animal, day, luck.between(17, 20), 'meal', {
          outcome: refuses ? 'refused' : 'taken',
          prey,
          grams: Math.round(grams * share * 10) / 10,
        }),
      )
    }
    day = addDays(day, Math.max(2, days + luck.whole(-1, 1)))
  }
  return steps
}

function weighIns(animal: LivingAnimal, from: Day, to: Day): DemoStep[] {
  const steps: DemoStep[] = []
  const { luck } = animal
  let day = animal.adult ? addDays(from, luck.whole(0, 12)) : addDays(from, 1)
  while (day < to) {
    const grams = trueWeight(animal, day) * luck.normal(1, 0.008)
    const rounded = grams < 50 ? Math.round(grams * 10) / 10 : Math.round(grams)
    const laid = animal.layings.findLast((l) => l <= day)
    const thin = laid !== undefined && daysBetween(laid, day) < 60 ? 0.5 : 0
    const judged = Math.round((3 - thin + luck.normal(0, 0.15)) * 2) / 2
    const condition = CONDITION_SCORES.find((score) => score === judged)
    const context = gravid(animal, day) ? 'gravid' : 'empty'
    steps.push(
      say(animal, day, luck.between(15, 16.5), 'weighed', {
        grams: rounded,
        context,
        ...(animal.adult && condition ? { condition } : {}),
      }),
    )
    day = addDays(day, animal.adult ? luck.whole(20, 28) : luck.whole(12, 16))
  }
  return steps
}

/** The first day, tried weekly, on which the animal's own log lets it leave. */
export function firstLeavingDay(animal: LivingAnimal, from: Day, to: Day): Day | null {
  for (let day = from; day < to; day = addDays(day, 7)) {
    const cut = instantOfDay(day, ZONE, 12)
    const s = foldStanding(animal.log.filter((e) => e.at < cut))
    const on = (at: number | null | undefined) => (at ? dayOf(at) : null)
    const facts = {
      ...{
        sex: s.sex,
        sexCertainty: s.sexCertainty,
        hatched: { from: animal.hatched, to: animal.hatched },
        mealsInARow: s.mealsInARow,
        longestRow: s.longestRow,
      },
      ...{
        weight: s.weight && { grams: s.weight.grams, on: dayOf(s.weight.at) },
        lastOfferedOn: on(s.lastMeal?.at),
        wholeSheds: s.wholeSheds,
        lastShedOn: on(s.lastShedAt),
      },
      ...{ openProblems: s.openProblems, quarantineUntil: s.quarantineUntil, readiness: null, breeds: false },
    }
    if (ageOn(facts.hatched, day).least > 30 && mayLeave(facts, animal.protocol, day).opens) return day
  }
  return null
}
