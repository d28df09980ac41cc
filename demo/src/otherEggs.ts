import { entryThat, type ClutchDraft, type PlainKind } from '@hatch-book/contract'
import {
  MS_PER_DAY,
  addDays,
  dayOfInstant,
  incubationOf,
  instantOfDay,
  joinReadings,
  sexRatioByTemperature,
  whenDeveloped,
  type Day,
  type Instant,
  type Reading,
} from '@hatch-book/core'
import type * as v from 'valibot'
import type { DemoIdentity } from './identity'
import { say, type LivingAnimal } from './life'
import type { Chance } from './random'
import { arriveResident, bringToLife, liveQuietly, RESIDENTS } from './residents'
import { INCUBATORS, LAST_DAY, SIDE_RACK, ZONE } from './room'
import type { DemoStep } from './steps'

/** Matings seen, and the days on which two eggs were found after them. */
const GECKO_SEASONS = [
  { female: 'L05', mated: '2026-03-01', laid: ['2026-03-29', '2026-04-27', '2026-05-25'] },
  { female: 'L05', mated: '2027-02-24', laid: ['2027-03-25', '2027-04-22', '2027-05-20'] },
  { female: 'L07', mated: '2027-03-06', laid: ['2027-04-04', '2027-05-03'] },
] as const
const LITTER = { born: '2026-06-01', live: 7, stillborn: 1, unfertilised: 2 }
const FIRST_TUB_OF_YOUNG = 8

/** What they do from their arrival to the last day. */
export function otherEggs(
  places: ReadonlyMap<string, string>,
  readings: readonly Reading[],
  identity: DemoIdentity,
  luck: Chance,
): DemoStep[] {
  const animals = new Map(RESIDENTS.map((r) => [r.tag, bringToLife(r, luck.branch(r.tag))]))
  const steps = RESIDENTS.flatMap((r) => arriveResident(r, animals.get(r.tag)!, places, identity))
  let tub = FIRST_TUB_OF_YOUNG
  let young = 10
  const nextTub = () => places.get(`${SIDE_RACK.prefix}${Math.min(SIDE_RACK.tubs, tub++)}`)!
  const male = animals.get('L02')!
  GECKO_SEASONS.forEach(({ female, mated, laid }, season) => {
    const dam = animals.get(female)!
    const own = luck.branch(`${female} ${mated}`)
    const { pairingId, steps: meeting } = mate(dam, male, mated, own)
    steps.push(...meeting)
    laid.forEach((day, i) => {
      const box = places.get(`H3 box ${((season * 3 + i) % 8) + 1}`)!
      const pair = { pairingId, dam, box, day }
      steps.push(...twoEggs(pair, readings, own, () => `L${young++}`, nextTub))
    })
  })
  // Skinks bear every second year: one did, the other is about to.
  const bore = mate(animals.get('B03')!, animals.get('B01')!, '2026-02-14', luck.branch('skinks 2026'))
  steps.push(...bore.steps, ...bear(animals.get('B03')!, bore.pairingId, luck.branch('litter'), nextTub))
  const mother = animals.get('B02')!
  steps.push(
    ...mate(mother, animals.get('B01')!, '2027-02-16', luck.branch('skinks 2027')).steps,
    say(mother, '2027-05-18', 18, 'laying sign', { sign: 'off food' }, 'keeper'),
    say(mother, '2027-05-25', 10, 'laying sign', { sign: 'restless' }, 'helper'),
  )
  const counted = luck.branch('counted')
  steps.push(
    scattered(animals.get('Z01')!, '2027-04-30', places.get('Warm cupboard box 1')!, counted, {
      kind: 'ootheca',
      counted: { counted: 46, part: 1, whole: 4 },
    }),
    scattered(animals.get('P01')!, '2027-02-12', places.get('Warm cupboard box 2')!, counted, {
      kind: 'loose ova',
      counted: { counted: 38, part: 2, whole: 9 },
    }),
  )
  return steps.filter((s) => s.at <= instantOfDay(LAST_DAY, ZONE, 20))
}

function mate(dam: LivingAnimal, sire: LivingAnimal, day: Day, luck: Chance) {
  const first = instantOfDay(day, ZONE, 19)
  const pairingId = luck.id(first)
  const steps: DemoStep[] = [
    { at: first, act: 'pairing', body: { id: pairingId, femaleId: dam.id, maleId: sire.id } },
  ]
  const seen = (kind: PlainKind<'pairing'>, on: Day, hour: number) => {
    const at = instantOfDay(on, ZONE, hour)
    steps.push({
      ...{ at, act: 'entry', by: 'keeper' },
      body: entryThat(
        { kind, subject: { type: 'pairing', id: pairingId } },
        { id: luck.id(at), at: iso(at), device: 'demo' },
      ),
    })
  }
  seen('introduced', day, 20)
  seen('locked', day, 21)
  seen('separated', addDays(day, 1), 19)
  return { pairingId, steps }
}

const iso = (at: Instant) => new Date(at).toISOString()

/** Two gecko eggs from the finding to the hatching; their sexes follow from the warmth they had, and are read months later. */
function twoEggs(
  { pairingId, dam, box, day }: { pairingId: string; dam: LivingAnimal; box: string; day: Day },
  readings: readonly Reading[],
  luck: Chance,
  nextTag: () => string,
  nextTub: () => string,
): DemoStep[] {
  const rules = incubationOf(dam.protocol)
  const foundAt = instantOfDay(day, ZONE, 9)
  const laidFrom = foundAt - 14 * 3_600_000
  const id = luck.id(foundAt)
  const eggs = [0, 1].map((cell) => ({
    ...{ id: luck.id(foundAt), cell, fate: 'set' as const },
    grams: Math.round(luck.normal(3.8, 0.25) * 10) / 10,
  }))
  const setPointC = INCUBATORS[2].setPointC
  const segments = joinReadings(readings, laidFrom, laidFrom + 200 * MS_PER_DAY, setPointC, rules.gapHours)
  const whole = whenDeveloped(rules.curve, segments, Math.exp(luck.normal(0, rules.clutchSpread)))!
  const { maleShare } = sexRatioByTemperature(rules.sex!, rules.curve, segments)!
  const steps: DemoStep[] = [
    {
      ...{ at: foundAt, act: 'clutch' },
      body: {
        ...{ id, entryId: luck.id(foundAt), pairingId, damId: dam.id, boxId: box, eggs },
        ...{ foundAt: iso(foundAt), laidFrom: iso(laidFrom), laidTo: iso(foundAt) },
        method: rules.methods[1]!.name,
      },
    },
  ]
  for (const egg of eggs) {
    const own = luck.branch(egg.id)
    const fate = (at: Instant, what: 'good' | 'infertile' | 'pipped') =>
      steps.push({
        ...{ at, act: 'entry', by: 'keeper' },
        body: {
          ...{ id: own.id(at), kind: 'egg fate', subject: { type: 'clutch', id } },
          ...{ at: iso(at), device: 'demo', payload: { eggId: egg.id, fate: what } },
        },
      })
    const fertile = !own.happens(0.1)
    fate(instantOfDay(addDays(day, 9), ZONE, 17), fertile ? 'good' : 'infertile')
    if (!fertile) continue
    const hatch = whole + own.normal(0, rules.eggSpreadDays * 0.6) * MS_PER_DAY
    const out = dayOfInstant(hatch, ZONE)
    const at = instantOfDay(out, ZONE, 12)
    if (out > LAST_DAY) continue
    fate(at - 20 * 3_600_000, 'pipped')
    const tag = nextTag()
    const animal: LivingAnimal = {
      ...{ id: own.id(at), tag, protocol: dam.protocol, sex: own.happens(maleShare) ? 'male' : 'female' },
      ...{ hatched: out, stretch: Math.exp(own.normal(0, 0.1)), luck: own, log: [] },
      ...{ fussy: 0.06, rests: [], layings: [], offFood: [], adult: false },
    }
    steps.push(
      {
        ...{ at, act: 'hatch', clutchId: id },
        body: {
          at: iso(at),
          young: [{ eggId: egg.id, entryId: own.id(at), animalId: animal.id, tag, placeId: nextTub() }],
        },
      },
      ...liveQuietly(animal, addDays(out, 5), LAST_DAY),
      say(
        animal,
        addDays(out, 125),
        16,
        'sexed',
        { sex: animal.sex, certainty: 0.97, method: 'bulges behind the vent' },
        'owner',
      ),
    )
  }
  return steps
}

/** A litter: those alive get their tubs the same day. */
function bear(dam: LivingAnimal, pairingId: string, luck: Chance, nextTub: () => string): DemoStep[] {
  const { born, live, stillborn, unfertilised } = LITTER
  const foundAt = instantOfDay(born, ZONE, 8)
  const young = Array.from({ length: live }, (_, i) => {
    const own = luck.branch(`young ${i}`)
    return {
      placeId: nextTub(),
      grams: Math.round(own.normal(18, 1.6) * 10) / 10,
      animal: {
        ...{ id: own.id(foundAt), tag: `B${10 + i}`, protocol: dam.protocol, luck: own, log: [] },
        ...{ sex: own.happens(0.5) ? ('male' as const) : ('female' as const), hatched: born },
        ...{ stretch: Math.exp(own.normal(0, 0.1)), fussy: 0.03, rests: [], layings: [], offFood: [] },
        adult: false,
      } satisfies LivingAnimal,
    }
  })
  return [
    {
      ...{ at: foundAt, act: 'clutch' },
      body: {
        ...{ id: luck.id(foundAt), entryId: luck.id(foundAt), kind: 'litter', pairingId, damId: dam.id },
        ...{ foundAt: iso(foundAt), laidFrom: iso(foundAt - 10 * 3_600_000), laidTo: iso(foundAt) },
        damGrams: 512,
        litter: {
          live: young.map(({ animal: { id, tag }, placeId, grams }) => ({
            animalId: id,
            ...{ tag, placeId, grams },
          })),
          ...{ stillborn, unfertilised },
        },
      },
    },
    ...young.flatMap(({ animal }) => liveQuietly(animal, addDays(born, 4), LAST_DAY)),
  ]
}

/** Eggs that are counted by a sample and not kept one by one. */
function scattered(
  dam: LivingAnimal,
  day: Day,
  boxId: string,
  luck: Chance,
  what: Pick<v.InferInput<typeof ClutchDraft>, 'kind' | 'counted'>,
): DemoStep {
  const foundAt = instantOfDay(day, ZONE, 11)
  return {
    ...{ at: foundAt, act: 'clutch' },
    body: {
      ...{ id: luck.id(foundAt), entryId: luck.id(foundAt), pairingId: null, damId: dam.id, boxId, ...what },
      ...{ foundAt: iso(foundAt), laidFrom: iso(foundAt - 2 * MS_PER_DAY), laidTo: iso(foundAt) },
    },
  }
}
