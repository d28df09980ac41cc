import {
  addDays,
  blueTonguedSkink,
  daysBetween,
  fatTailedGecko,
  giantMantis,
  gompertzWeight,
  instantOfDay,
  stickInsect,
  type Day,
  type Protocol,
} from '@hatch-book/core'
import type { DemoIdentity } from './identity'
import { say, type LivingAnimal } from './life'
import { dust } from './raising'
import type { Chance } from './random'
import { CALLED, FIRST_DAY, LAST_DAY, ZONE } from './room'
import type { DemoStep } from './steps'

/** Geckos whose eggs decide their sex by warmth, skinks that bear, a mantis and a stick insect: eggs of other kinds. */
export interface Resident {
  tag: string
  protocol: Protocol
  line: string
  sex: 'female' | 'male'
  hatched: Day
  stretch: number
  tub: string
}
const gecko = { protocol: fatTailedGecko, line: 'Wrack gecko' }
const skink = { protocol: blueTonguedSkink, line: 'Causeway skink' }
export const RESIDENTS: readonly Resident[] = [
  { tag: 'L02', ...gecko, sex: 'male', hatched: '2023-05-04', stretch: 1.02, tub: 'D1' },
  { tag: 'L05', ...gecko, sex: 'female', hatched: '2023-06-11', stretch: 1.05, tub: 'D2' },
  { tag: 'L07', ...gecko, sex: 'female', hatched: '2024-04-22', stretch: 0.98, tub: 'D3' },
  { tag: 'B01', ...skink, sex: 'male', hatched: '2021-05-30', stretch: 1.0, tub: 'D4' },
  { tag: 'B02', ...skink, sex: 'female', hatched: '2020-06-02', stretch: 1.04, tub: 'D5' },
  { tag: 'B03', ...skink, sex: 'female', hatched: '2021-06-20', stretch: 0.99, tub: 'D30' },
  {
    ...{ tag: 'Z01', protocol: giantMantis, line: 'Reed mantis', sex: 'female' as const },
    ...{ hatched: '2026-12-20', stretch: 1, tub: 'D6' },
  },
  {
    ...{ tag: 'P01', protocol: stickInsect, line: 'Bramble stick', sex: 'female' as const },
    ...{ hatched: '2026-06-15', stretch: 1, tub: 'D7' },
  },
]
export function bringToLife({ tag, protocol, sex, hatched, stretch }: Resident, luck: Chance): LivingAnimal {
  const at = instantOfDay(FIRST_DAY, ZONE, 8)
  return {
    ...{ id: luck.id(at), tag, protocol, sex, hatched, stretch, luck, log: [] },
    ...{ fussy: 0.03, rests: [], layings: [], offFood: [], adult: true },
  }
}

export function arriveResident(
  { tag, protocol, sex, hatched, line, tub }: Resident,
  animal: LivingAnimal,
  places: ReadonlyMap<string, string>,
  identity: DemoIdentity,
): DemoStep[] {
  const day = hatched > FIRST_DAY ? addDays(hatched, 1) : FIRST_DAY
  const steps: DemoStep[] = [
    {
      at: instantOfDay(day, ZONE, 8),
      act: 'animal',
      body: {
        ...{
          id: animal.id,
          tag,
          name: CALLED[tag] ?? '',
          protocolId: identity.protocolId(protocol.code),
          line,
        },
        ...{ origin: 'hatched here', purpose: 'breeder' },
        hatched: { date: hatched, precision: 'day', widthDays: 0 },
      },
    },
    say(animal, day, 8.5, 'sexed', { sex, certainty: 0.98, method: 'looked over twice' }, 'owner'),
    say(animal, day, 8.6, 'moved', { placeId: places.get(tub)! }, 'owner'),
  ]
  return protocol.keptAs === 'animals' ? [...steps, ...liveQuietly(animal, addDays(day, 4), LAST_DAY)] : steps
}

export function liveQuietly(animal: LivingAnimal, from: Day, to: Day): DemoStep[] {
  const { luck, protocol, sex, hatched, stretch } = animal
  const steps: DemoStep[] = []
  const prey = protocol === fatTailedGecko ? 'banded crickets' : 'snail and leaf'
  for (let day = from; day < to; day = addDays(day, luck.whole(26, 32)))
    steps.push(
      say(animal, day, 15, 'weighed', {
        grams:
          Math.round(
            stretch *
              gompertzWeight(protocol.growth[sex], daysBetween(hatched, day)) *
              luck.normal(1, 0.01) *
              10,
          ) / 10,
        context: 'empty',
        ...(animal.adult ? { condition: 3 } : {}),
      }),
    )
  const feeds: DemoStep[] = []
  for (let day = addDays(from, luck.whole(1, 4)); day < to; day = addDays(day, luck.whole(9, 12)))
    feeds.push(
      say(animal, day, luck.between(17, 20), 'meal', {
        outcome: luck.happens(animal.fussy) ? 'refused' : 'taken',
        prey,
      }),
    )
  dust(feeds, protocol.stages.find((s) => s.ring.length > 0)?.ring ?? [])
  return [...steps, ...feeds]
}
