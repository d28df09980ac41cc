import {
  MS_PER_DAY,
  addDays,
  incubationOf,
  instantOfDay,
  joinReadings,
  whenDeveloped,
  type Day,
  type EggFate,
  type Instant,
  type Reading,
} from '@hatch-book/core'
import { HOLDS, hold } from './counter'
import { inherit, lookedOver } from './heredity'
import { firstLeavingDay, liveThrough, say, type LivingAnimal } from './life'
import type { PlannedPairing } from './pairings'
import type { Chance } from './random'
import { LAST_DAY, ZONE } from './room'
import { askedFor, climbLadder, inspect, readBlind } from './raising'
import type { DemoStep } from './steps'

/** What the nursery has to give: tags in their order and tubs that are free. */
export interface Nursery {
  nextTag(prefix: string): string
  takeTub(from: Instant, until: Instant): string
}

export interface LaidClutch {
  pairingId: string
  dam: LivingAnimal
  sire: LivingAnimal
  laid: Day
  boxId: string
  readings: readonly Reading[]
  setPointC: number
}

const OUTCOMES = [
  { fate: 'infertile', share: 0.09 },
  { fate: 'dead', share: 0.09 },
] as const

/** In the second season the room changed its school: eggs lie drier, and those who hatch are lighter for some weeks. */
const isDry = (laid: Day) => laid >= '2026-09-01'
const LIGHTER = 0.17

/** A clutch from the finding to the hatching of each egg, and the lives of the young. */
export function layClutch(
  { pairingId, dam, sire, laid, boxId, readings, setPointC }: LaidClutch,
  luck: Chance,
  nursery: Nursery,
): DemoStep[] {
  const { code } = dam.protocol
  const incubation = incubationOf(dam.protocol)
  const foundAt = instantOfDay(laid, ZONE, 8) + luck.whole(0, 60) * 60_000
  const laidFrom = instantOfDay(addDays(laid, -1), ZONE, 20)
  const trulyLaid = laidFrom + luck.next() * (foundAt - laidFrom)
  const id = luck.id(foundAt)
  const count = Math.min(20, Math.max(6, Math.round(luck.normal(code === 'CS' ? 13 : 11, 2.4))))
  const eggs = Array.from({ length: count }, () => ({
    id: luck.id(foundAt),
    fate: 'set' as EggFate,
    grams: Math.round(luck.normal(code === 'CS' ? 10 : 5.6, 0.6) * 10) / 10,
    cell: null as number | null,
  }))
  eggs.forEach((egg, i) => (egg.cell = i))
  const steps: DemoStep[] = [
    {
      at: foundAt,
      act: 'clutch',
      body: {
        ...{ id, entryId: luck.id(foundAt), pairingId, damId: dam.id, boxId, eggs },
        ...{
          foundAt: iso(foundAt),
          laidFrom: iso(laidFrom),
          laidTo: iso(foundAt),
          method: incubation.methods[isDry(laid) ? 1 : 0]!.name,
        },
      },
    },
  ]
  const fate = (at: Instant, eggId: string, what: EggFate) =>
    steps.push({
      at,
      act: 'entry',
      by: 'keeper',
      body: {
        id: luck.id(at),
        kind: 'egg fate',
        subject: { type: 'clutch', id },
        at: iso(at),
        device: 'demo',
        payload: { eggId, fate: what },
      },
    })
  const candled = instantOfDay(addDays(laid, 12), ZONE, 17)
  const whole = whenDeveloped(
    incubation,
    joinReadings(readings, trulyLaid, trulyLaid + 300 * MS_PER_DAY, setPointC, incubation.gapHours),
    1,
  )!
  const ofClutch = luck.normal(0, incubation.clutchSpread) * (whole - trulyLaid)
  const hatches = new Map<Day, typeof eggs>()
  for (const egg of eggs) {
    const outcome = OUTCOMES.find((o) => luck.happens(o.share))?.fate ?? 'good'
    fate(candled, egg.id, outcome === 'infertile' ? 'infertile' : 'good')
    if (outcome === 'infertile') continue
    const hatch = whole + ofClutch + luck.normal(0, incubation.eggSpreadDays) * MS_PER_DAY
    if (outcome === 'dead') {
      const died = new Date(trulyLaid + luck.between(0.35, 0.95) * (hatch - trulyLaid))
        .toISOString()
        .slice(0, 10)
      const seen = instantOfDay(died, ZONE, 18)
      fate(seen - 4 * MS_PER_DAY, egg.id, 'mouldy')
      fate(seen, egg.id, 'dead')
      continue
    }
    const day = new Date(hatch).toISOString().slice(0, 10)
    fate(hatch - luck.between(1, 2) * MS_PER_DAY, egg.id, 'pipped')
    hatches.set(day, [...(hatches.get(day) ?? []), egg])
  }
  for (const [day, out] of [...hatches].sort(([a], [b]) => (a < b ? -1 : 1)))
    steps.push(...hatchDay(day, out, id, [dam, sire], isDry(laid), luck, nursery))
  return steps
}

const iso = (at: Instant) => new Date(at).toISOString()

function hatchDay(
  day: Day,
  eggs: { id: string }[],
  clutchId: string,
  [dam, sire]: readonly [LivingAnimal, LivingAnimal],
  dry: boolean,
  luck: Chance,
  nursery: Nursery,
): DemoStep[] {
  // Looked at in the morning: what hatched late in the day is found then, so the step is the same day at noon.
  const at = instantOfDay(day, ZONE, 12)
  if (day > LAST_DAY) return []
  const young = eggs.map((egg) => {
    const tag = nursery.nextTag(dam.protocol.code === 'CS' ? 'C' : 'H')
    const own = luck.branch(tag)
    const animal: LivingAnimal = {
      ...{
        id: luck.id(at),
        tag,
        protocol: dam.protocol,
        sex: own.happens(0.5) ? 'female' : 'male',
        hatched: day,
        stretch: Math.exp(own.normal(0, 0.13)),
        ...(dry && { light: LIGHTER }),
      },
      ...{
        luck: own,
        fussy: dam.protocol.code === 'CS' ? 0.06 : 0.09,
        rests: [],
        layings: [],
        offFood: [],
        adult: false,
        genome: inherit(dam.genome ?? {}, sire.genome ?? {}, own.branch('genes')),
        log: [],
      },
    }
    // Young hognoses often refuse for weeks before the first meal.
    if (dam.protocol.code === 'WH' && own.happens(0.35))
      animal.offFood.push([day, addDays(day, own.whole(15, 45))])
    if (tag === STALLED) Object.assign(animal, { stalled: true, offFood: [[day, LAST_DAY]] })
    return { egg, animal }
  })
  const lives = young.flatMap(({ animal }) => growUp(animal, day, nursery))
  return [
    {
      at,
      act: 'hatch',
      clutchId,
      body: {
        at: iso(at),
        young: young.map(({ egg, animal }) => ({
          eggId: egg.id,
          entryId: luck.id(at),
          animalId: animal.id,
          tag: animal.tag,
          placeId: null,
        })),
      },
    },
    ...lives,
  ]
}

/** The hatchling that will not eat. */
const STALLED = 'H31'
/** The one whose sex was read wrong at first. */
const REVISED = 'C52'
const BUYERS = [
  'Perpetua of Saltmarsh Lane',
  'the Tollgate school',
  'Osric at the weir',
  'Linnet and Fife',
  'a visitor from Kelp Street',
  'Marguerite the joiner',
]

/** A young animal's life: tub, sexing, meals, and for most of them the day they leave. */
function growUp(animal: LivingAnimal, day: Day, nursery: Nursery): DemoStep[] {
  const { luck } = animal
  const sexedOn = addDays(day, luck.whole(9, 14))
  const read = animal.tag === REVISED ? 'male' : animal.sex
  const looked = luck.branch('looked over')
  const steps =
    animal.tag === REVISED
      ? [
          say(
            animal,
            sexedOn,
            16,
            'sexed',
            { sex: read, certainty: 0.95, method: 'gentle eversion' },
            'keeper',
          ),
        ]
      : readBlind(animal, sexedOn, luck.branch('read blind'))
  const inspected = inspect(animal, day, looked)
  steps.push(...inspected.steps)
  if (animal.tag === REVISED) {
    animal.sex = 'female'
    steps.push(
      say(
        animal,
        addDays(day, 70),
        16,
        'sexed',
        { sex: 'female', certainty: 0.97, method: 'probed', note: 'first reading was wrong' },
        'owner',
      ),
    )
  }
  const life = liveThrough(animal, day, LAST_DAY)
  climbLadder(life, animal)
  steps.push(...lookedOver(animal, day), ...life)
  if (animal.stalled)
    steps.push(say(animal, addDays(day, 40), 19, 'problem found', { problem: 'will not feed' }, 'keeper'))
  const keep = animal.stalled || luck.happens(0.2)
  const ready = keep ? null : firstLeavingDay(animal, addDays(day, 40), LAST_DAY)
  const listed = ready && firstLeavingDay(animal, addDays(ready, luck.whole(3, 25)), LAST_DAY)
  const sold = listed && firstLeavingDay(animal, addDays(listed, luck.whole(5, 45)), LAST_DAY)
  const wanted = Math.round(luck.between(animal.protocol.price.least, animal.protocol.price.most) / 5) * 5
  const price = askedFor(animal, wanted, inspected.defects)!
  const until = instantOfDay(sold ?? LAST_DAY, ZONE, 14)
  const at = instantOfDay(day, ZONE, 12) + 60_000
  const tub = nursery.takeTub(at, until)
  steps.push({
    at,
    act: 'entry',
    by: 'keeper',
    body: {
      id: luck.id(at),
      kind: 'moved',
      subject: { type: 'animal', id: animal.id },
      at: iso(at),
      device: 'demo',
      payload: { placeId: tub },
    },
  })
  if (listed) steps.push(say(animal, listed, 13, 'listed', { price }, 'keeper'))
  const held = listed !== null && looked.happens(0.3)
  const holdDay = listed && addDays(listed, 2)
  if (held && holdDay && (!sold || holdDay < sold)) steps.push(hold(animal, holdDay, price))
  const buyer = held && holdDay && sold && holdDay < sold ? HOLDS.name : luck.pick(BUYERS)
  if (sold) steps.push(say(animal, sold, 14, 'sold', { buyer, price }, 'keeper'))
  if (keep && !animal.stalled && inspected.defects.length === 0)
    steps.push(
      say(
        animal,
        addDays(day, 120),
        12,
        'held back',
        { keep: true, reason: 'the best of its clutch' },
        'owner',
      ),
    )
  // The tub of one that left is cleaned the next morning, and now and then forgotten.
  const cleanAt = until + 20 * 3_600_000
  const cleaned: DemoStep[] =
    sold && looked.happens(0.85)
      ? [
          {
            at: cleanAt,
            act: 'entry',
            by: 'helper',
            body: {
              ...{ id: looked.id(cleanAt), kind: 'cleaned', subject: { type: 'place', id: tub } },
              ...{ at: iso(cleanAt), device: 'demo', payload: {} },
            },
          },
        ]
      : []
  return sold ? [...steps.filter((s) => s.at <= until), ...cleaned] : steps
}

export const layingDay = ({ meetings, layAfter }: PlannedPairing): Day | null => {
  const locked = meetings.findLast(([, locks]) => locks)?.[0]
  return locked && layAfter !== null ? addDays(locked, layAfter) : null
}
