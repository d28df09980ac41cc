import { newId, type EntryInput, type EntryKind } from '@hatch-book/contract'
import { addDays } from '@hatch-book/core'
import { addAnimal, entry, feed, noon, TODAY, write, type Reply } from './support'
import type { WholeBook } from './wholeBook'

const sure = (count: number) => ({ count, low: count, high: count })
/** For whom one is held. */
export const CONTACT = newId()

type Said = (of: WholeBook) => Omit<EntryInput, 'id' | 'at'> & { at?: string }
const animal =
  (kind: EntryKind, payload: object = {}, who: 'female' | 'male' | 'young' = 'female'): Said =>
  (of) => ({ kind, subject: { type: 'animal', id: of[who] }, payload })
const of =
  (
    type: 'pairing' | 'clutch' | 'rest' | 'colony' | 'cohort' | 'place' | 'recipe',
    kind: EntryKind,
    id: (of: WholeBook) => string,
    payload: object | ((of: WholeBook) => object) = {},
  ): Said =>
  (whole) => ({
    ...{ kind, subject: { type, id: id(whole) } },
    payload: typeof payload === 'function' ? (payload as (of: WholeBook) => object)(whole) : payload,
  })
const pairing = (kind: EntryKind) => of('pairing', kind, (w) => w.pairing)
const clutch = (kind: EntryKind, payload: object | ((of: WholeBook) => object) = {}) =>
  of('clutch', kind, (w) => w.clutch, payload)
const cohort = (kind: EntryKind, payload: object | ((of: WholeBook) => object) = {}) =>
  of('cohort', kind, (w) => w.cohort, payload)
const tub = (kind: EntryKind, payload: object = {}) => of('place', kind, (w) => w.tub, payload)

/** One of every kind that is taken as an entry, in an order in which each makes sense. */
export const SAID: Readonly<Partial<Record<EntryKind, Said>>> = {
  weighed: animal('weighed', { grams: 380, context: 'empty', condition: 2 }),
  measured: animal('measured', { girthMm: 21 }, 'young'),
  meal: animal('meal', { outcome: 'refused' }),
  'going into shed': animal('going into shed'),
  shed: animal('shed'),
  droppings: animal('droppings', {}, 'male'),
  sexed: animal('sexed', { sex: 'male', certainty: 0.9, method: 'probe' }, 'young'),
  'sex read': animal('sex read', { sex: 'female', method: 'probe', right: 0.9 }, 'young'),
  'defect found': animal(
    'defect found',
    { defect: 'kink', grade: 'note', view: 'above', x: 0.5, y: 0.5 },
    'young',
  ),
  'held back': animal('held back', { keep: true, reason: 'the best of them' }, 'young'),
  'permit noted': animal('permit noted', { name: 'paper', number: '7' }),
  'problem found': animal('problem found', { problem: 'a swelling' }),
  'problem over': animal('problem over', { problem: 'a swelling' }),
  quarantined: animal('quarantined', { until: addDays(TODAY, 9) }),
  moulted: animal('moulted', { stage: 'juvenile' }, 'young'),
  'stage reached': animal('stage reached', { stage: 'Juvenile' }, 'young'),
  trait: animal('trait', { trait: 'amelanistic', carries: 'carries' }),
  'looked at': animal('looked at', { sign: 'roams and searches', seen: true }),
  'laying sign': animal('laying sign', { sign: 'digs' }),
  'nest checked': animal('nest checked'),
  'hatchling step': animal('hatchling step', { step: 'yolk absorbed' }, 'young'),
  overruled: animal('overruled', { about: 'readiness', verdict: 'ready', reason: 'I know her' }),
  noted: animal('noted', { text: 'calm' }),
  moved: (w) => ({
    kind: 'moved',
    subject: { type: 'animal', id: w.male },
    payload: { placeId: w.tub },
  }),
  introduced: pairing('introduced'),
  ignored: pairing('ignored'),
  courted: pairing('courted'),
  locked: of('pairing', 'locked', (w) => w.pairing, { minutes: 30 }),
  attacked: pairing('attacked'),
  spermatophore: pairing('spermatophore'),
  'taken up': pairing('taken up'),
  separated: pairing('separated'),
  withdrawn: of('pairing', 'withdrawn', (w) => w.planned, { reason: 'he is promised elsewhere' }),
  'eggs looked at': clutch('eggs looked at'),
  'egg fate': clutch('egg fate', (w) => ({ eggId: w.eggs[0], fate: 'infertile' })),
  'batch fate': of('clutch', 'batch fate', (w) => w.counted, { fate: 'dead', count: 3 }),
  'box weighed': clutch('box weighed', { grams: 300, dryGrams: 100, addedGrams: 5 }),
  'clutch moved': clutch('clutch moved', (w) => ({ boxId: w.otherBox })),
  'set point': of('place', 'set point', (w) => w.incubator, { celsius: 26 }),
  'thermometer read': of('place', 'thermometer read', (w) => w.incubator, { celsius: 27.8 }),
  checked: animal('checked', { check: 'Routine check', looked: ['eyes'], left: ['nose'] }),
  cleaned: tub('cleaned'),
  soiled: tub('soiled'),
  'equipment fitted': tub('equipment fitted', { equipment: 'Lamp', kind: 'UV lamp', replaceDays: 365 }),
  'food made': of('recipe', 'food made', (w) => w.recipe, { grams: 310 }),
  'light set': tub('light set', { hours: 11.5 }),
  'equipment taken out': tub('equipment taken out', { equipment: 'Lamp' }),
  'place task set up': tub('place task set up', { task: 'refill it', everyDays: 3 }),
  'place task dropped': tub('place task dropped', { task: 'refill it' }),
  misted: tub('misted'),
  'water changed': tub('water changed'),
  'cared for': tub('cared for', { task: 'look at the lamp' }),
  'food given': tub('food given', { task: 'chow', with: 'greens' }),
  'trial began': tub('trial began'),
  'trial ended': tub('trial ended'),
  'cohort counted': cohort('cohort counted', { stages: { L4: sure(30) } }),
  'moulted on': cohort('moulted on', { from: 'L4', to: 'L5', count: 20 }),
  lost: cohort('lost', { stage: 'L4', count: 2, why: 'found dead' }),
  'passed on': cohort('passed on', { stage: 'L5', count: 3, how: 'sold' }),
  'moved out': cohort('moved out', (w) => ({ to: w.otherCohort, stages: { L5: 4 } })),
  'moved in': of(
    'cohort',
    'moved in',
    (w) => w.otherCohort,
    (w) => ({ from: w.cohort, stages: { L5: 4 } }),
  ),
  'eggs collected': cohort('eggs collected', { count: 9, mothers: 'mated' }),
  'eggs judged': cohort('eggs judged', { fertile: 3, infertile: 2 }),
  emerged: cohort('emerged', { females: 1, males: 1 }),
  'adults set in': of('cohort', 'adults set in', (w) => w.breedingBox, { females: 6, males: 3 }),
  'adults taken out': of('cohort', 'adults taken out', (w) => w.breedingBox, { females: 1, males: 1 }),
  searched: of('cohort', 'searched', (w) => w.breedingBox, {
    ...{ eggs: { young: 5, old: 0 }, larvae: {}, adults: { females: 5, males: 2 }, takenOut: false },
  }),
  counted: of('colony', 'counted', (w) => w.colony, {
    ...{ young: {}, females: sure(200), males: sure(200), how: 'by scoops' },
  }),
  tended: of('colony', 'tended', (w) => w.colony, { task: 'egg cards' }),
  'fed off': of('colony', 'fed off', (w) => w.colony, { size: 'adults', count: 20 }),
  'batch went in': of('rest', 'batch went in', (w) => w.rest),
  'batch check': of('rest', 'batch check', (w) => w.rest, { signs: ['damp'], lost: 2 }),
  'batch came out': of('rest', 'batch came out', (w) => w.rest),
  'rest began': animal('rest began', {}, 'male'),
  'rest check': animal('rest check', { signs: [] }, 'male'),
  watered: animal('watered', {}, 'male'),
  warmed: animal('warmed', {}, 'male'),
  'met a mate': animal('met a mate', { met: 'no' }, 'male'),
  'put off': animal('put off', {
    ...{ work: 'weigh', says: 'weigh it', reason: 'no time', until: addDays(TODAY, 2) },
  }),
  listed: animal('listed', { price: 40 }, 'young'),
  unlisted: animal('unlisted', {}, 'young'),
  reserved: animal('reserved', { contactId: CONTACT, name: 'Ines', price: 40 }, 'young'),
  'reservation ended': animal('reservation ended', { because: 'moved away' }, 'young'),
  sold: animal('sold', { buyer: 'Ines', price: 40 }, 'young'),
  'changed hands': animal('changed hands', { to: 'Ines' }, 'young'),
  returned: animal('returned', { because: 'no room' }, 'young'),
  died: animal('died', {}, 'male'),
}

/** What has to be there before each of them is taken: somebody for whom one is held, and a word that the young may leave. */
export async function readyForEveryKind({ book, young }: WholeBook): Promise<void> {
  await book.as.keeper('POST', '/api/contacts', { id: CONTACT, name: 'Ines' })
  const early = { about: 'leaving', verdict: 'may leave', reason: 'to a friend who knows' }
  await write(book, [entry('overruled', 'animal', young, early)])
}

/** What only some larger act writes, and other things that are written without an entry. */
export const ACTS: readonly (readonly [what: string, act: (w: WholeBook) => Promise<Reply>])[] = [
  [
    'clutch found',
    ({ book, female, box }) =>
      book.as.keeper('POST', '/api/clutches', {
        ...{ id: newId(), entryId: newId(), kind: 'clutch', pairingId: null, damId: female, boxId: box },
        ...{ foundAt: noon(TODAY), laidFrom: noon(TODAY), laidTo: noon(TODAY), eggs: [{ id: newId() }] },
      }),
  ],
  [
    'litter counted',
    ({ book, litter, born }) =>
      book.as.keeper('POST', `/api/clutches/${litter}/recount`, {
        ...{ entryId: newId(), at: noon(TODAY), stillborn: 0, unfertilised: 2, fewer: [born] },
        more: [{ animalId: newId(), tag: 'K9', grams: 20 }],
      }),
  ],
  [
    'calibrated',
    async ({ book, incubator }) =>
      book.as.keeper('POST', `/api/probes/${incubator}/calibrations`, {
        ...{ id: newId(), readC: 28, trueC: 29 },
      }),
  ],
  ['readings shown', ({ book, young }) => book.as.keeper('POST', `/api/animals/${young}/readings`, {})],
  [
    'singled',
    ({ book, cohort: id }) =>
      book.as.keeper('POST', `/api/cohorts/${id}/single`, {
        ...{ entryId: newId(), animalId: newId(), tag: 'PX1', stage: 'L5', placeId: null },
      }),
  ],
  [
    'merged',
    async ({ book, female }) => {
      const otherId = await addAnimal(book, { tag: 'F1 again' })
      return book.as.keeper('POST', `/api/animals/${female}/merge`, { otherId })
    },
  ],
  [
    'paired despite',
    async ({ book, female, male }) => {
      const bred = async (tag: string, sex: string) => {
        const id = await addAnimal(book, {
          ...{ tag, sex, damId: female, sireId: male },
          hatched: { date: '2023-07-01', precision: 'day' },
        })
        await feed(book, id)
        return id
      }
      const [femaleId, maleId] = [await bred('F7', 'female'), await bred('M7', 'male')]
      return book.as.keeper('POST', '/api/pairings', {
        id: newId(),
        femaleId,
        maleId,
        despite: 'the last ones',
      })
    },
  ],
  [
    'an egg that hatched',
    ({ book, clutch: id, eggs }) =>
      book.as.keeper('POST', `/api/clutches/${id}/hatch`, {
        at: noon(TODAY),
        young: [{ eggId: eggs[1], entryId: newId(), animalId: newId(), tag: 'N1', placeId: null }],
      }),
  ],
  [
    'an animal that is changed',
    async ({ book, young }) => {
      const { version } = (await book.as.keeper('GET', `/api/animals/${young}`)).body.animal
      return book.as.keeper('PATCH', `/api/animals/${young}`, {
        ...{ version, tag: 'Y1', line: 'Lamplight', purpose: 'holdback', origin: '', note: '' },
        ...{ hatched: { date: '2025-08-01', precision: 'day' }, damId: null, sireId: null },
      })
    },
  ],
  [
    'a protocol that is changed',
    ({ book, protocolOf }) => {
      const figures = { 'readiness.female.grams.cautious': { value: 350 } }
      return book.as.keeper('POST', `/api/protocols/${protocolOf('CS')}/editions`, {
        ...{ scope: 'species', basedOn: 0, reason: 'ours are heavier', settings: { schools: {}, figures } },
      })
    },
  ],
  [
    'a price',
    ({ book, protocolOf }) =>
      book.as.keeper('POST', '/api/prices', {
        ...{ id: newId(), protocolId: protocolOf('CS'), line: '', sex: 'either', trait: '', price: 77 },
      }),
  ],
  [
    'a place',
    ({ book }) => book.as.keeper('POST', '/api/places', { id: newId(), kind: 'tub', name: 'Tub 9' }),
  ],
  [
    'a book in other hands',
    async ({ book }) =>
      book.as.owner('PATCH', '/api/book', {
        ...{ name: 'Kept well', zone: 'Pacific/Auckland', version: 1 },
        ...{ weightUnit: 'g', temperatureUnit: 'C' },
      }),
  ],
]
