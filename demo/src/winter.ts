import { entryThat, type Told, type SaidOf } from '@hatch-book/contract'
import { addDays, instantOfDay, type Day } from '@hatch-book/core'
import { COLD_UNITS } from './coldUnits'
import { say, trueWeight, type LivingAnimal } from './life'
import type { Chance } from './random'
import { ZONE } from './room'
import { sleepThrough, SLEEPERS } from './sleepers'
import type { DemoStep } from './steps'
import type { DemoIdentity } from './identity'
import { WEATHER_SINCE, yardNights } from './weather'

interface Winter {
  name: string
  planned: Day
  pairing: Day
  from: Day
  to: Day
}
const WINTERS: readonly Winter[] = [
  {
    name: 'Winter 2025/26',
    planned: '2025-09-12',
    pairing: '2026-03-15',
    from: '2025-09-01',
    to: '2026-06-01',
  },
  {
    name: 'Winter 2026/27',
    planned: '2026-09-12',
    pairing: '2027-03-15',
    from: '2026-09-01',
    to: '2027-06-01',
  },
]
/** Who was put into the plan and has not gone in: the gates say why. */
const HELD_BACK = ['C37']
/** Late in autumn the keeper decides for good about those that are only a little short. */
const DECIDED: Day = '2026-11-14'

/** What a winter is made of beyond its animals' own lives: units, the yard, plans, batches, rules. */
export function winters(
  animals: ReadonlyMap<string, LivingAnimal>,
  places: ReadonlyMap<string, string>,
  identity: DemoIdentity,
  luck: Chance,
): DemoStep[] {
  return [
    ...trials(places, luck.branch('trials')),
    ...yard(places, animals, luck.branch('yard')),
    ...WINTERS.flatMap((winter) => plan(winter, animals, places, identity, luck.branch(winter.name))),
    ...snakesAsleep(animals),
    ...[...HELD_BACK, 'F06'].map((tag) =>
      say(
        animals.get(tag)!,
        DECIDED,
        19,
        'overruled',
        {
          about: 'rest',
          verdict: 'held back',
          reason:
            tag === 'F06'
              ? 'too small in autumn, stays awake on springtails'
              : 'young and light in autumn, fed on through the winter',
        },
        'owner',
      ),
    ),
  ]
}

function trials(places: ReadonlyMap<string, string>, luck: Chance): DemoStep[] {
  return COLD_UNITS.flatMap(({ name, trial }) => {
    if (!trial) return []
    return (['trial began', 'trial ended'] as const).map((kind, i) => {
      const at = instantOfDay(trial[i]!, ZONE, 12.1)
      return entryStep(luck.id(at), at, { kind, subject: { type: 'place', id: places.get(name)! } })
    })
  })
}

function entryStep(id: string, at: number, told: Told): DemoStep {
  const body = entryThat(told, { id, at: new Date(at).toISOString(), device: 'demo' })
  return { at, act: 'entry', by: 'keeper', body }
}

function yard(
  places: ReadonlyMap<string, string>,
  animals: ReadonlyMap<string, LivingAnimal>,
  luck: Chance,
): DemoStep[] {
  const stationId = places.get('Yard')!
  const nights = yardNights(WEATHER_SINCE, '2027-12-30', luck)
  const began = instantOfDay('2025-09-02', ZONE, 9)
  const past = nights.filter((n) => n.at < began)
  const tortoises = SLEEPERS.filter((s) => s.tag.startsWith('M')).map((s) => animals.get(s.tag)!.id)
  const rule = (
    name: string,
    act: 'bring in' | 'put out',
    since: Day,
    what: { nights: number; side: 'under' | 'over'; limitC: number },
  ): DemoStep => {
    const at = instantOfDay(since, ZONE, 9.2)
    return {
      at,
      act: 'weather rule',
      body: { id: luck.id(at), name, act, stationId, since, rule: what, animalIds: tortoises },
    }
  }
  return [
    { at: began, act: 'readings', probeId: stationId, readings: past },
    ...nights
      .filter((n) => n.at >= began)
      .map((n) => ({ at: n.at, act: 'readings' as const, probeId: stationId, readings: [n] })),
    rule('Tortoises in from the garden house', 'bring in', '2026-09-20', {
      nights: 5,
      side: 'under',
      limitC: 6,
    }),
    rule('Tortoises out into the garden house', 'put out', '2027-01-15', {
      nights: 7,
      side: 'over',
      limitC: 5,
    }),
  ]
}

/** The season's plan, and in it each rest where it really lay. */
function plan(
  winter: Winter,
  animals: ReadonlyMap<string, LivingAnimal>,
  places: ReadonlyMap<string, string>,
  identity: DemoIdentity,
  luck: Chance,
): DemoStep[] {
  const at = instantOfDay(winter.planned, ZONE, 19)
  const planId = luck.id(at)
  const second = winter.planned.startsWith('2026')
  const moves: DemoStep[] = []
  const rests = [...animals.values()].flatMap((animal) => {
    const slept = animal.adult
      ? animal.rests.find(([from]) => from >= winter.from && from < winter.to)
      : undefined
    const held = second && (HELD_BACK.includes(animal.tag) || animal.tag === 'M06' || animal.tag === 'F06')
    if (!slept && !held) return []
    const snake = animal.tag.startsWith('C') || animal.tag.startsWith('H')
    const restId = luck.id(at)
    if (slept)
      moves.push({
        at: at + 60_000,
        act: 'rest',
        restId,
        body: {
          version: 1,
          moved: {
            'step down': slept[0],
            'step up': slept[1],
            'last meal': addDays(slept[0], snake ? -14 : -24),
          },
        },
      })
    return [{ id: restId, animalId: animal.id, unitId: places.get(snake ? 'Snake cooler' : 'Cold unit 1')! }]
  })
  const steps: DemoStep[] = [
    {
      at,
      act: 'rest plan',
      body: { id: planId, name: winter.name, anchor: { kind: 'pairing', day: winter.pairing }, rests },
    },
    ...moves,
  ]
  return second ? [...steps, ...cocoons(planId, places, identity, luck.branch('cocoons'))] : steps
}

/** A brood of moth pupae held cool, so that they emerge together. */
function cocoons(
  planId: string,
  places: ReadonlyMap<string, string>,
  identity: DemoIdentity,
  luck: Chance,
): DemoStep[] {
  const at = instantOfDay('2026-12-06', ZONE, 17)
  const id = luck.id(at)
  const check = (day: Day, payload: SaidOf<'batch check'>) => {
    const when = instantOfDay(day, ZONE, 10)
    return entryStep(luck.id(when), when, { kind: 'batch check', subject: { type: 'rest', id }, payload })
  }
  const out = instantOfDay('2027-02-10', ZONE, 17)
  return [
    {
      at,
      act: 'more rests',
      planId,
      body: {
        version: 1,
        add: [
          {
            id,
            protocolId: identity.protocolId('AM'),
            unitId: places.get('Pupae cupboard')!,
            batch: { name: 'Cocoons, brood 2', count: 38, kind: 'pupae', holdC: 15, holdDays: 60 },
          },
        ],
      },
    },
    entryStep(luck.id(at), at + 600_000, { kind: 'batch went in', subject: { type: 'rest', id } }),
    check('2026-12-21', { signs: [], lost: 0, grams: 341 }),
    check('2027-01-04', { signs: ['skin'], lost: 2, grams: 319 }),
    check('2027-01-18', { signs: [], lost: 1, grams: 307 }),
    entryStep(luck.id(out), out, { kind: 'batch came out', subject: { type: 'rest', id } }),
  ]
}

/** What the snakes' own lives do not tell: droppings before, checks within, water after. */
function snakesAsleep(animals: ReadonlyMap<string, LivingAnimal>): DemoStep[] {
  return [...animals.values()].flatMap((animal) => {
    if (!/^[CH]/.test(animal.tag) || !animal.adult) return []
    const told = { ...animal, luck: animal.luck.branch('asleep') }
    return animal.rests.flatMap(([from, to]) =>
      sleepThrough(animal, told, from, to, (day, hour) =>
        say(told, day, hour, 'weighed', {
          grams: Math.round(trueWeight(animal, day) * told.luck.normal(1, 0.003)),
          context: 'empty',
        }),
      ).filter(
        (step) => step.act !== 'entry' || (step.body.kind !== 'rest began' && step.body.kind !== 'warmed'),
      ),
    )
  })
}
