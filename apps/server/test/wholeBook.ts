import { newId } from '@hatch-book/contract'
import { addAnimal, feed, noon, type TestBook, type TestServer } from './support'

/** What is read of a book, without a subject of its own. */
export const ROOMS = [
  'animals readiness growth rearing rearing/meals rearing/space rearing/sexing rearing/first-meals',
  'holdbacks clutches finding incubation-methods forecasts pairings season season-plans line-goals',
  'pairing-scenes receptive round round?days=30 rests rests/seasons units weather places climate alarms',
  'probes cohorts colonies colonies/supply counter review history entries protocols messages scales',
  'members imports session csv csv/animals register?from=2026-01-01&to=2026-12-31',
].flatMap((line) => line.split(' '))

/** A small book in which something is going on in every room, by what each thing in it is for. */
export interface WholeBook {
  book: TestBook
  female: string
  male: string
  young: string
  incubator: string
  box: string
  otherBox: string
  clutch: string
  /** Three of one clutch. */
  eggs: readonly string[]
  counted: string
  /** Born alive: one, with the tag K2. */
  litter: string
  born: string
  colony: string
  recipe: string
  cohort: string
  /** Of the same species as the cohort. */
  otherCohort: string
  breedingBox: string
  pairing: string
  /** Two that have not met. */
  planned: string
  /** Of a batch. */
  rest: string
  tub: string
  /** A cold unit. */
  unit: string
  protocolOf(code: string): string
}

export async function openWholeBook(server: TestServer, name: string): Promise<WholeBook> {
  const book = await server.openBook(name)
  const post = async (url: string, body: object) => {
    const reply = await book.as.keeper('POST', `/api/${url}`, body)
    if (reply.status !== 200) throw new Error(`${url}: ${JSON.stringify(reply.body)}`)
    return reply.body
  }
  const { protocols } = (await book.as.keeper('GET', '/api/protocols')).body
  const protocolOf = (code: string): string =>
    protocols.find((p: { code: string }) => p.code === code).id as string
  const add = async (url: string, body: object) => {
    const id = newId()
    await post(url, { id, ...body })
    return id
  }
  const female = await addAnimal(book, { tag: 'F1' })
  const male = await addAnimal(book, { tag: 'M1', sex: 'male' })
  for (const id of [female, male]) await feed(book, id)
  const young = await addAnimal(book, {
    ...{ tag: 'Y1', purpose: 'growing on', grams: 30, hatched: { date: '2025-09-01', precision: 'day' } },
  })
  const tub = await add('places', { kind: 'tub', name: 'Tub 1' })
  const unit = await add('places', {
    kind: 'unit',
    name: 'Fridge',
    setPointC: 5,
    make: 'fridge',
    litres: 200,
  })
  const incubator = await add('places', { kind: 'incubator', name: 'Incubator', setPointC: 28 })
  const boxOf = (box: string) =>
    add('places', { kind: 'box', name: box, parentId: incubator, grid: { rows: 2, columns: 4 } })
  const [box, otherBox] = [await boxOf('Box'), await boxOf('Box 2')]
  const pairing = newId()
  const planned = newId()
  for (const id of [pairing, planned]) await post('pairings', { id, femaleId: female, maleId: male })
  const eggs = [0, 1, 2].map((cell) => ({ id: newId(), fate: 'good', grams: null, cell }))
  const found = { entryId: newId(), kind: 'clutch', pairingId: null, damId: female, note: '', damGrams: null }
  const clutch = await add('clutches', {
    ...{ ...found, boxId: box, eggs, method: 'half-buried in moist granules' },
    ...{ foundAt: noon('2026-05-10'), laidFrom: noon('2026-05-09'), laidTo: noon('2026-05-10') },
  })
  const mantis = await addAnimal(book, {
    ...{ tag: 'MA1', protocolId: protocolOf('MA'), grams: null },
    hatched: { date: '2025-11-01', precision: 'day' },
  })
  const counted = await add('clutches', {
    ...{ ...found, entryId: newId(), damId: mantis, boxId: otherBox, eggs: [] },
    ...{ counted: { counted: 60 }, method: '' },
    ...{ foundAt: noon('2026-05-01'), laidFrom: noon('2026-05-01'), laidTo: noon('2026-05-01') },
  })
  const mother = await addAnimal(book, {
    ...{ tag: 'K1', protocolId: protocolOf('BT'), hatched: { date: '2022-05-01', precision: 'day' } },
  })
  const born = newId()
  const litter = await add('clutches', {
    ...{ ...found, entryId: newId(), kind: 'litter', damId: mother },
    litter: { live: [{ animalId: born, tag: 'K2', grams: 18 }], stillborn: 1, unfertilised: 0 },
    ...{ foundAt: noon('2026-05-12'), laidFrom: noon('2026-05-12'), laidTo: noon('2026-05-12') },
  })
  const colony = await add('colonies', {
    ...{ name: 'Q1', protocolId: protocolOf('BC'), bins: 1, celsius: 29, method: '' },
  })
  const recipe = await add('recipes', {
    ...{ name: 'Mash', parts: [{ what: 'papaya', parts: 3, turns: [] }], keepsDays: 3 },
    ...{ portionShare: 0.05, portionGrams: null },
  })
  const cohortOf = (called: string, code: string, change: object = {}) =>
    add('cohorts', {
      ...{ name: called, protocolId: protocolOf(code), kind: 'young', began: '2026-05-01', line: '' },
      ...{ generation: 2, fertilised: 'mated', origin: '', fromId: null, placeId: null, tubs: 1, litres: 5 },
      ...{ heightMm: 300, celsius: 25, thenC: null, thenFrom: null, hostPlant: '', ...change },
    })
  const [cohort, otherCohort] = [await cohortOf('S1', 'PS'), await cohortOf('S2', 'PS')]
  const breedingBox = await cohortOf('B1', 'SB', { kind: 'breeding box', litres: 20 })
  const winter = { anchor: { kind: 'pairing', day: '2026-09-01' }, hemisphere: 'south' }
  const batch = { name: 'Cocoons', count: 40, kind: 'pupae', holdC: 15, holdDays: 60 }
  const rest = newId()
  await add('rest-plans', { ...winter, name: 'Winter', rests: [{ id: newId(), animalId: female }] })
  await add('rest-plans', {
    ...{ name: 'Cocoons', anchor: { kind: 'cooling begins', day: '2026-05-10' }, hemisphere: 'south' },
    rests: [{ id: rest, protocolId: protocolOf('AM'), batch }],
  })
  return {
    ...{ book, female, male, young, incubator, box, otherBox, clutch, eggs: eggs.map((e) => e.id), counted },
    ...{ litter, born },
    ...{ colony, recipe, cohort, otherCohort, breedingBox, pairing, planned, rest, tub, unit, protocolOf },
  }
}
