import type { SaidOf } from '@hatch-book/contract'
import {
  addDays,
  daysBetween,
  dayNumber,
  fireSalamander,
  gompertzWeight,
  instantOfDay,
  marginatedTortoise,
  type CheckSign,
  type Day,
  type Protocol,
  type KindsOf,
} from '@hatch-book/core'
import type { LivingAnimal } from './life'
import { say } from './life'
import type { Chance } from './random'
import { CALLED, FIRST_DAY, LAST_DAY, ZONE } from './room'
import type { DemoIdentity } from './identity'
import type { DemoStep } from './steps'

/** Tortoises and salamanders: they are fed in the warm half of the year and sleep through the cold one. */
export interface Sleeper {
  tag: string
  protocol: Protocol
  line: string
  sex: 'female' | 'male'
  hatched: Day
  stretch: number
  place: string
  /** Share of its weight lost in a whole rest; more than the alarm line for one that has to be woken. */
  loses: number
}

const quay = { protocol: marginatedTortoise, line: 'Quayside tortoise' }
const spring = { protocol: fireSalamander, line: 'Springhead salamander' }
export const SLEEPERS: readonly Sleeper[] = [
  { tag: 'M01', ...quay, sex: 'male', hatched: '2009-08-20', stretch: 1.02, place: 'G1', loses: 0.034 },
  { tag: 'M02', ...quay, sex: 'female', hatched: '2008-09-04', stretch: 1.0, place: 'G2', loses: 0.041 },
  { tag: 'M03', ...quay, sex: 'female', hatched: '2010-08-28', stretch: 0.97, place: 'G3', loses: 0.038 },
  { tag: 'M04', ...quay, sex: 'female', hatched: '2012-09-11', stretch: 0.94, place: 'G4', loses: 0.215 },
  { tag: 'M05', ...quay, sex: 'male', hatched: '2013-08-30', stretch: 1.01, place: 'G5', loses: 0.045 },
  { tag: 'M06', ...quay, sex: 'female', hatched: '2018-09-02', stretch: 0.98, place: 'G6', loses: 0.05 },
  { tag: 'F01', ...spring, sex: 'female', hatched: '2019-04-20', stretch: 1.03, place: 'S1', loses: 0.05 },
  { tag: 'F02', ...spring, sex: 'female', hatched: '2020-05-02', stretch: 1.0, place: 'S2', loses: 0.044 },
  { tag: 'F03', ...spring, sex: 'male', hatched: '2020-04-26', stretch: 0.99, place: 'S3', loses: 0.075 },
  { tag: 'F04', ...spring, sex: 'male', hatched: '2021-05-08', stretch: 1.02, place: 'S4', loses: 0.039 },
  { tag: 'F05', ...spring, sex: 'female', hatched: '2022-04-30', stretch: 0.96, place: 'S5', loses: 0.048 },
  { tag: 'F07', ...spring, sex: 'male', hatched: '2018-05-03', stretch: 0.93, place: 'S7', loses: 0.19 },
  { tag: 'F06', ...spring, sex: 'female', hatched: '2025-04-24', stretch: 0.52, place: 'S6', loses: 0.05 },
]

/** Winters slept through: into the cold and out of it. M06 was ill before the second, F06 too small for the first. */
const WINTERS: Record<string, readonly [from: Day, to: Day][]> = {
  M: [
    ['2025-11-17', '2026-02-28'],
    ['2026-11-16', '2027-03-01'],
  ],
  F: [
    ['2025-11-22', '2026-02-19'],
    ['2026-11-20', '2027-02-17'],
  ],
}
const KEPT_AWAKE: Record<string, readonly string[]> = {
  M06: ['2026-11-16'],
  F06: ['2025-11-22', '2026-11-20'],
  F07: ['2026-11-20'],
}
/** Who did not come through. */
const DIED: Record<string, Day> = { F07: '2026-02-04' }
/** What was seen at checks that was not well. */
const SIGNS: readonly { tag: string; after: Day; signs: CheckSign[] }[] = [
  { tag: 'F05', after: '2027-01-05', signs: ['damp'] },
  { tag: 'F07', after: '2026-01-22', signs: ['skin'] },
  { tag: 'M04', after: '2027-01-16', signs: ['eyes'] },
]

export const restsOfSleeper = ({ tag }: Sleeper) =>
  WINTERS[tag[0]!]!.filter(([from]) => !KEPT_AWAKE[tag]?.includes(from))

export function arriveSleeper(
  sleeper: Sleeper,
  luck: Chance,
  placeId: string,
  identity: DemoIdentity,
): { animal: LivingAnimal; steps: DemoStep[] } {
  const { tag, protocol, sex, hatched, stretch, line } = sleeper
  const at = instantOfDay(FIRST_DAY, ZONE, 8)
  const animal: LivingAnimal = {
    ...{ id: luck.id(at), tag, protocol, sex, hatched, stretch, luck, log: [] },
    ...{ fussy: 0.02, rests: restsOfSleeper(sleeper), layings: [], offFood: [], adult: true },
  }
  const steps: DemoStep[] = [
    {
      at,
      act: 'animal',
      body: {
        ...{
          id: animal.id,
          tag,
          name: CALLED[tag] ?? '',
          protocolId: identity.protocolId(protocol.code),
          line,
        },
        origin: 'hatched here',
        purpose: 'breeder',
        hatched: { date: hatched, precision: 'day', widthDays: 0 },
      },
    },
    say(animal, FIRST_DAY, 8.5, 'sexed', { sex, certainty: 0.99, method: 'tail and shell' }, 'owner'),
    say(animal, FIRST_DAY, 8.6, 'moved', { placeId }, 'owner'),
    ...liveQuietly(sleeper, animal),
  ]
  return { animal, steps }
}

/** Its weight on a day: the curve of its species, less what a rest took, regained within five weeks. */
function gramsOn(
  { tag, protocol, sex, hatched, stretch, loses }: Sleeper,
  rests: readonly [Day, Day][],
  day: Day,
) {
  let grams = stretch * gompertzWeight(protocol.growth[sex], daysBetween(hatched, day))
  for (const [from, to] of rests) {
    if (day < from) continue
    // Its bad winter is the last one.
    const whole = to < '2027' && loses > 0.08 && tag !== 'F07' ? 0.04 : loses
    const share = Math.min(1, daysBetween(from, day) / daysBetween(from, to))
    const since = Math.max(0, daysBetween(to, day))
    grams *= 1 - whole * share * Math.exp(-since / 12)
  }
  return grams
}

function liveQuietly(sleeper: Sleeper, animal: LivingAnimal): DemoStep[] {
  const { luck, rests } = animal
  const round = (grams: number) => (grams < 100 ? Math.round(grams * 10) / 10 : Math.round(grams))
  const weigh = (day: Day, hour: number) =>
    say(animal, day, hour, 'weighed', {
      grams: round(gramsOn(sleeper, rests, day) * luck.normal(1, 0.002)),
      context: 'empty',
      ...(within(day, rests, 0) ? {} : { condition: 3 }),
    })
  const tortoise = sleeper.protocol === marginatedTortoise
  const steps: DemoStep[] = []
  for (let day = addDays(FIRST_DAY, 3); day < LAST_DAY; day = addDays(day, luck.whole(24, 30)))
    if (!within(day, rests, 20)) steps.push(weigh(day, 15.5))
  for (let day = addDays(FIRST_DAY, luck.whole(1, 6)); day < LAST_DAY; day = addDays(day, luck.whole(6, 8)))
    if (!within(day, rests, tortoise ? 24 : 11))
      steps.push(
        say(animal, day, luck.between(9, 11), 'meal', {
          outcome: luck.happens(animal.fussy) ? 'refused' : 'taken',
          prey: tortoise ? 'weeds and hay' : 'earthworms',
        }),
      )
  if (sleeper.tag === 'M06')
    steps.push(say(animal, '2026-11-09', 9.5, 'problem found', { problem: 'runny nose' }, 'keeper'))
  for (const [from, to] of rests) steps.push(...sleepThrough(sleeper, animal, from, to, weigh))
  const died = DIED[sleeper.tag]
  if (!died) return steps
  const end = instantOfDay(died, ZONE, 9)
  return [
    ...steps.filter((s) => s.at < end),
    say(animal, died, 9, 'died', { cause: 'found dead at a check, thin, a sore on the belly' }, 'keeper'),
  ]
}

const within = (day: Day, spans: readonly [Day, Day][], before: number) =>
  spans.some(([from, to]) => day >= addDays(from, -before) && day <= addDays(to, 4))

/** The way into the cold, the checks, and the way out. */
export function sleepThrough(
  { tag }: { tag: string },
  animal: LivingAnimal,
  from: Day,
  to: Day,
  weigh: (day: Day, hour: number) => DemoStep,
): DemoStep[] {
  const { rest } = animal.protocol
  const unit = tag.startsWith('C') || tag.startsWith('H') ? 'Snake cooler' : 'Cold unit 1'
  const bedding = dayNumber(from) % 365 < 180 || tag.startsWith('F') ? 'damp' : 'dry'
  const told = <K extends KindsOf<'animal'>>(day: Day, hour: number, kind: K, payload: SaidOf<K>) =>
    say(animal, day, hour, kind, payload, 'keeper')
  const steps = [
    told(addDays(from, -4), 9, 'droppings', { clear: true }),
    weigh(addDays(from, -1), 17.2),
    told(from, 18, 'rest began', { bedding, unit }),
  ]
  const every = rest!.checkDays.typical
  for (let day = addDays(from, 14); day < to; day = addDays(day, every)) {
    const seen = SIGNS.find((s) => s.tag === tag && day >= s.after && daysBetween(s.after, day) < every)
    steps.push(weigh(day, 10.1), told(day, 10.2, 'rest check', { signs: seen?.signs ?? [] }))
  }
  const warm = addDays(to, rest!.upDays?.typical ?? 7)
  steps.push(
    told(to, 18.1, 'warmed', {}),
    told(addDays(warm, rest!.firstWaterDays.typical), 9.2, 'watered', {}),
    weigh(addDays(warm, 2), 9.4),
  )
  return steps
}
