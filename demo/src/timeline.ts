import { addDays, daysBetween, instantOfDay, type Day, type Instant } from '@hatch-book/core'
import { mistTubs, waterTubs } from './care'
import { checkAnimals } from './checks'
import { incubatorLog } from './climate'
import { COLD_UNITS, type ColdUnit } from './coldUnits'
import { layClutch, layingDay, type Nursery } from './clutches'
import { genomeOf } from './heredity'
import { keepCounter } from './counter'
import { fitEquipment } from './equipment'
import { keepCohorts } from './cohorts'
import { keepFeeders } from './feeders'
import { demoIdentity, type DemoIdentity } from './identity'
import { mixFood } from './kitchen'
import { liveThrough, say, type LivingAnimal } from './life'
import { chance, type Chance } from './random'
import {
  CALLED,
  BOX_GRID,
  FIRST_DAY,
  FOUNDERS,
  INCUBATORS,
  LAST_DAY,
  MEMBERS,
  PASSWORD,
  RACKS,
  SIDE_RACK,
  WARM_CUPBOARD,
  ZONE,
  type Founder,
} from './room'
import { PAIRINGS, restsOf, type PlannedPairing } from './pairings'
import { planTheSpring } from './plans'
import { otherEggs } from './otherEggs'
import { photoOfRack, portraits } from './photos'
import { arriveSleeper, SLEEPERS } from './sleepers'
import type { TubMeasure } from '@hatch-book/contract'
import type { DemoStep } from './steps'
import { winters } from './winter'

const START = instantOfDay(FIRST_DAY, ZONE, 8)
const END = instantOfDay(LAST_DAY, ZONE, 20)
const LOGGING_SINCE = instantOfDay('2026-03-15', ZONE, 8)

/**
 * Everything that happens at Lantern Quay from the first day to the last, in order. Deterministic: one seed, one life; the
 * demo day only decides how much of it has happened yet.
 */
export function demoTimeline(seed: number): DemoStep[] {
  const luck = chance(seed)
  const places = layOut(luck.branch('places'))
  const animals = new Map(FOUNDERS.map((f) => [f.tag, bringToLife(f, luck.branch(f.tag))]))
  const steps: DemoStep[] = [...newMembers(luck.branch('members')), ...places.steps]
  for (const founder of FOUNDERS) steps.push(...arrive(founder, animals, places.ids, demoIdentity(seed)))
  steps.push(...mishaps(animals))
  const logs = new Map(
    INCUBATORS.map(({ name, setPointC }) => [
      name as string,
      { setPointC, readings: incubatorLog(name, setPointC, LOGGING_SINCE, END, luck.branch(name)) },
    ]),
  )
  for (const [name, { readings }] of logs) steps.push(...dailyLogs(places.ids.get(name)!, readings))
  const nursery = openNursery(places.ids)
  const laying = PAIRINGS.map((plan) => ({ plan, laid: layingDay(plan) })).sort((a, b) =>
    (a.laid ?? '9') < (b.laid ?? '9') ? -1 : 1,
  )
  laying.forEach(({ plan, laid }, i) => {
    const own = luck.branch(`${plan.female} ${plan.meetings[0]![0]}`)
    const dam = animals.get(plan.female)!
    const { pairingId, steps: meetings } = meet(plan, dam, animals.get(plan.male)!, own)
    steps.push(...meetings)
    if (!laid) return
    const { setPointC, readings } = logs.get(plan.incubator)!
    const boxId = places.ids.get(`${plan.incubator} box ${(i % 10) + 1}`)!
    steps.push(
      ...layClutch(
        { pairingId, dam, sire: animals.get(plan.male)!, laid, boxId, readings, setPointC },
        own,
        nursery,
      ),
    )
  })
  // Founders live last: their weights and appetites follow the clutches they laid.
  for (const animal of animals.values()) steps.push(...liveThrough(animal, FIRST_DAY, LAST_DAY))
  for (const sleeper of SLEEPERS) {
    const placeId = places.ids.get(sleeper.place)!
    const arrived = arriveSleeper(sleeper, luck.branch(sleeper.tag), placeId, demoIdentity(seed))
    animals.set(sleeper.tag, arrived.animal)
    steps.push(...arrived.steps)
  }
  steps.push(
    ...otherEggs(places.ids, logs.get('H3')!.readings, demoIdentity(seed), luck.branch('other eggs')),
  )
  steps.push(...keepCounter(demoIdentity(seed), luck.branch('counter')))
  steps.push(...keepFeeders(demoIdentity(seed), luck.branch('feeders')))
  steps.push(...keepCohorts(places.ids, demoIdentity(seed), luck.branch('cohorts')))
  steps.push(...mistTubs(places.ids, luck.branch('misting')))
  steps.push(...fitEquipment(places.ids, luck.branch('equipment')), ...mixFood(luck.branch('kitchen')))
  steps.push(...planTheSpring(animals, demoIdentity(seed), luck.branch('plans')))
  steps.push(...winters(animals, places.ids, demoIdentity(seed), luck.branch('winters')))
  steps.push(...checkAnimals(steps, demoIdentity(seed), luck.branch('checks')))
  steps.push(...waterTubs(steps, places.ids, luck.branch('water')))
  return steps.sort((a, b) => a.at - b.at)
}

function newMembers(luck: Chance): DemoStep[] {
  return MEMBERS.filter((m) => m.key !== 'owner').map(({ name, email, role }) => ({
    at: START,
    act: 'member',
    body: { id: luck.id(START), name, email, role, password: PASSWORD },
  }))
}

function layOut(luck: Chance): { steps: DemoStep[]; ids: Map<string, string> } {
  const ids = new Map<string, string>()
  const steps: DemoStep[] = []
  const add = (
    kind: 'room' | 'rack' | 'tub' | 'incubator' | 'box' | 'unit' | 'outdoors',
    name: string,
    key: string,
    parent?: string,
    setPointC?: number,
    more: {
      make?: ColdUnit['make']
      litres?: number
      grid?: { rows: number; columns: number }
      tub?: TubMeasure
      position?: number
    } = {},
  ) => {
    ids.set(key, luck.id(START))
    steps.push({
      at: START,
      act: 'place',
      body: {
        id: ids.get(key)!,
        kind,
        name,
        parentId: parent ? ids.get(parent)! : null,
        setPointC: setPointC ?? null,
        ...more,
      },
    })
  }
  const photos: DemoStep[] = []
  const addRack = (rack: (typeof RACKS)[number] | typeof SIDE_RACK, room: string) => {
    const columns = rack.columns
    add('rack', rack.name, rack.name, room, undefined, { grid: { rows: rack.tubs / columns, columns } })
    photos.push(photoOfRack(rack, ids.get(rack.name)!, START))
    for (let i = 0; i < rack.tubs; i++) {
      const name = `${rack.prefix}${i + 1}`
      add('tub', name, name, rack.name, undefined, { tub: rack.tub, position: i })
    }
  }
  const shelf = (name: string, prefix: string, tubs: number) => {
    add('rack', name, name, 'Back room')
    for (let i = 1; i <= tubs; i++) add('tub', `${prefix}${i}`, `${prefix}${i}`, name)
  }
  add('room', 'Front room', 'Front room')
  add('room', 'Back room', 'Back room')
  for (const rack of RACKS) addRack(rack, 'Front room')
  for (const { name, setPointC, boxes } of [...INCUBATORS, WARM_CUPBOARD]) {
    add('incubator', name, name, 'Back room', setPointC)
    for (let i = 1; i <= boxes; i++)
      add('box', `box ${i}`, `${name} box ${i}`, name, undefined, { grid: BOX_GRID })
  }
  addRack(SIDE_RACK, 'Back room')
  add('room', 'Garden house', 'Garden house')
  for (let i = 1; i <= 6; i++) add('tub', `G${i}`, `G${i}`, 'Garden house')
  shelf('Cool shelf', 'S', 7)
  for (const { name, make, litres, setPointC } of COLD_UNITS)
    add('unit', name, name, 'Back room', setPointC, { make, litres })
  add('outdoors', 'Yard', 'Yard')
  shelf('Long shelf', 'K', 6)
  return { steps: [...steps, ...photos], ids }
}

function bringToLife(founder: Founder, luck: Chance): LivingAnimal {
  return {
    ...{
      id: luck.id(START),
      tag: founder.tag,
      protocol: founder.protocol,
      sex: founder.sex,
      hatched: founder.truly,
      stretch: founder.stretch,
    },
    ...{ luck, fussy: 0.03, rests: restsOf(founder.tag), offFood: [], log: [] },
    layings: PAIRINGS.filter((p) => p.female === founder.tag).flatMap((p) => layingDay(p) ?? []),
    adult: daysBetween(founder.truly, FIRST_DAY) > 300,
    genome: genomeOf(founder, luck.branch('genes')),
  }
}

function arrive(
  founder: Founder,
  animals: Map<string, LivingAnimal>,
  places: Map<string, string>,
  identity: DemoIdentity,
): DemoStep[] {
  const animal = animals.get(founder.tag)!
  const { tag, line, hatched, origin } = founder
  // What is said of its traits draws from a luck of its own, so that its life stays what it was.
  const described = { ...animal, luck: animal.luck.branch('traits') }
  return [
    {
      at: START,
      act: 'animal',
      body: {
        ...{
          id: animal.id,
          tag,
          name: CALLED[tag] ?? '',
          protocolId: identity.protocolId(founder.protocol.code),
          line,
          origin,
          purpose: animal.adult ? 'breeder' : 'holdback',
        },
        hatched: { widthDays: 0, ...hatched },
        damId: founder.dam ? animals.get(founder.dam)!.id : null,
        sireId: founder.sire ? animals.get(founder.sire)!.id : null,
      },
    },
    say(animal, FIRST_DAY, 8.5, 'sexed', { sex: founder.sex, certainty: 0.98, method: 'probed' }, 'owner'),
    say(animal, FIRST_DAY, 8.6, 'moved', { placeId: places.get(founder.tub)! }, 'owner'),
    ...(founder.shows ?? []).map((trait) =>
      say(described, FIRST_DAY, 8.7, 'trait', { trait, carries: 'shows', certainty: 1 }, 'owner'),
    ),
    ...(founder.carries ?? []).map(([trait, certainty]) =>
      say(described, FIRST_DAY, 8.7, 'trait', { trait, carries: 'carries', certainty }, 'owner'),
    ),
    ...portraits(founder, animal, START),
  ]
}

/** What goes wrong on purpose, so that the program has something to say. */
function mishaps(animals: Map<string, LivingAnimal>): DemoStep[] {
  const fasting = animals.get('H10')!
  fasting.offFood.push(['2027-04-18', '2027-06-04'])
  const trial = animals.get('C31')!
  trial.offFood.push(['2027-05-13', '2027-06-06'])
  const twice = animals.get('C37')!
  const feed = { outcome: 'taken' as const, prey: 'hopper mouse', grams: 11 }
  return [
    say(trial, '2027-05-16', 18, 'meal', { outcome: 'refused', prey: 'adult mouse' }),
    say(trial, '2027-05-24', 18, 'meal', { outcome: 'refused', prey: 'adult mouse' }),
    say(twice, '2027-05-22', 10.5, 'meal', feed, 'helper'),
    say(twice, '2027-05-22', 10.6, 'meal', feed, 'helper'),
  ]
}

function dailyLogs(probeId: string, readings: { at: Instant; celsius: number }[]): DemoStep[] {
  const days = new Map<string, typeof readings>()
  for (const reading of readings) {
    const day = new Date(reading.at).toISOString().slice(0, 13)
    // Logs come in twice a day, so that the demo's afternoon has this morning's.
    const half = `${day.slice(0, 11)}${Number(day.slice(11)) < 12 ? '00' : '12'}`
    days.set(half, [...(days.get(half) ?? []), reading])
  }
  return [...days.values()].map((part) => ({ at: part.at(-1)!.at, act: 'readings', probeId, readings: part }))
}

function openNursery(places: Map<string, string>): Nursery {
  const next: Record<string, number> = { C: 40, H: 20 }
  const nursery = RACKS.at(-1)!
  const free = Array.from({ length: nursery.tubs }, (_, i) => ({
    id: places.get(`${nursery.prefix}${i + 1}`)!,
    until: 0,
  }))
  return {
    nextTag: (prefix) => `${prefix}${next[prefix]!++}`,
    takeTub: (from, until) => {
      const tub = free.find((t) => t.until < from) ?? free.at(-1)!
      tub.until = until
      return tub.id
    },
  }
}

function meet(
  plan: PlannedPairing,
  dam: LivingAnimal,
  sire: LivingAnimal,
  luck: Chance,
): { pairingId: string; steps: DemoStep[] } {
  const first = instantOfDay(plan.meetings[0]![0], ZONE, 19)
  const pairingId = luck.id(first)
  const steps: DemoStep[] = [
    { at: first, act: 'pairing', body: { id: pairingId, femaleId: dam.id, maleId: sire.id } },
  ]
  const seen = (
    kind: 'introduced' | 'locked' | 'ignored' | 'separated',
    day: Day,
    hour: number,
    payload = {},
  ) => {
    const at = instantOfDay(day, ZONE, hour)
    steps.push({
      at,
      act: 'entry',
      by: 'keeper',
      body: {
        id: luck.id(at),
        kind,
        subject: { type: 'pairing', id: pairingId },
        at: new Date(at).toISOString(),
        device: 'demo',
        payload,
      },
    })
  }
  for (const [day, locks] of plan.meetings) {
    seen('introduced', day, 20)
    if (locks) seen('locked', day, 22, { minutes: luck.whole(12, 45) })
    else seen('ignored', day, 22)
    seen('separated', addDays(day, 2), 18)
  }
  return { pairingId, steps }
}
