import { sql } from 'drizzle-orm'
import { inBook } from '../src/db/connect'
import { faultsOf, listsOf } from './lists'
import { addAnimal, entry, openServer, write, type TestBook, type TestServer } from './support'

let server: TestServer
let book: TestBook
beforeAll(async () => {
  server = await openServer()
})
beforeEach(async () => {
  book = await server.openBook('List')
})
afterAll(() => server.close())

const { open, change, act, animals } = listsOf(() => book)
const preview = open
const bringIn = async (file: string | Buffer) => (await act(await open(file), 'bring-in')).body

test('a list comes in with parents, places, weights and dates as exact as they are known', async () => {
  const list = `tag,species,sex,hatched,dam,sire,place,weight g,purpose,note
K03,corn snake,,2025-08,K01,K02,N1,74,,"two
lines, quoted"
K01,Corn Snake,female,2022-07-14,,,A1,"412,5",breeder,
K02,Pantherophis guttatus,1.0,about 2021,,,A2,388 g,breeder,`
  expect(await preview(list)).toMatchObject({
    counts: { good: 3, faulty: 0 },
    delimiter: ',',
    encoding: 'utf-8',
  })
  expect(await bringIn(list)).toMatchObject({ state: 'in', broughtIn: 3, left: 0 })
  const [k01, k02, k03] = await animals()
  expect(k01).toMatchObject({
    tag: 'K01',
    sex: 'female',
    grams: 412.5,
    place: { name: 'A1' },
    hatched: { from: '2022-07-14', to: '2022-07-14' },
  })
  expect(k02).toMatchObject({
    sex: 'male',
    hatched: { from: '2020-12-31', to: '2022-01-01' },
    hatchFact: { precision: 'about' },
  })
  expect(k03).toMatchObject({
    dam: { tag: 'K01' },
    sire: { tag: 'K02' },
    hatched: { from: '2025-08-01', to: '2025-08-31' },
    sex: 'unknown',
  })
})

test('into a book without species a list brings those that the library knows, by any of their names, each once', async () => {
  book = await server.openBook('No species', { withSpecies: false })
  const list = await open(`tag,species,dam
P1,ball python,
P2,Python regius,P1
C1,corn snake,
X1,marsh wyrm,`)
  expect(list.notes).toContain('2 species will be added from the library: corn snake, royal python')
  expect(faultsOf(list)).toEqual({ 5: expect.stringContaining('add it under Species first') })
  const kept = async () => (await book.as.viewer('GET', '/api/protocols')).body.protocols as unknown[]
  expect(await kept()).toEqual([])
  expect((await act(list, 'bring-in')).body).toMatchObject({ broughtIn: 3, left: 1 })
  expect(await kept()).toMatchObject([{ species: 'corn snake' }, { species: 'royal python' }])
  expect((await animals()).map((a) => [a.tag, a.species])).toEqual([
    ...[
      ['C1', 'corn snake'],
      ['P1', 'royal python'],
      ['P2', 'royal python'],
    ],
  ])
})

test('each faulty row says why, and all of them are kept', async () => {
  await addAnimal(book, { tag: 'OLD1' })
  const list = `tag,species,sex,hatched,dam,sire,weight
A1,corn snake,f,2023-05-01,,,200
A1,corn snake,f,2023-05-01,,,200
OLD1,corn snake,f,,,,
A2,marsh wyrm,f,,,,
A3,corn snake,maybe,,,,
A4,corn snake,f,3/9/2023,,,
A5,corn snake,f,2023-02-30,,,
A6,corn snake,f,,,,0
A7,corn snake,f,,,,-3
A8,corn snake,f,,,,1e9
A9,corn snake,f,,,,abc
=cmd|x,corn snake,f,,,,
B1,corn snake,f,2020-01-01,A1,,
B2,corn snake,f,2025-01-01,,A1,
B3,corn snake,f,2025-01-01,A9,,
B4,corn snake,f,2025-01-01,ZZ,,
B5,corn snake,f,2025-01-01,B6,,
B6,corn snake,f,,B5,,
B7,corn snake,f,,,,10,20
`
  const body = await preview(list)
  expect(body).toMatchObject({ counts: { good: 1, faulty: 17, doubles: 1 } })
  expect(faultsOf(body)).toMatchObject({
    3: 'A1 stands on line 2 already',
    5: expect.stringContaining("'marsh wyrm' is not in this book or the library"),
    6: expect.stringContaining("'maybe' is not a sex"),
    7: expect.stringContaining('can be two days: write 2023-09-03 or 2023-03-09'),
    8: expect.stringContaining('not a day of the calendar'),
    9: expect.stringContaining('above 0'),
    10: expect.stringContaining('not a weight'),
    11: expect.stringContaining('not a weight'),
    12: expect.stringContaining("'abc' is not a weight"),
    13: expect.stringContaining('a tag starts with a letter'),
    14: 'it hatched before its dam A1 did',
    15: 'the sire A1 is female',
    16: expect.stringContaining('neither in the book nor in a good row'),
    17: expect.stringContaining('ZZ is neither'),
    18: expect.stringContaining('own ancestor'),
    19: expect.stringContaining('own ancestor'),
    20: expect.stringContaining('8 cells under 7 headings'),
  })
  const done = (await act(body, 'bring-in')).body
  expect(done).toMatchObject({ state: 'in', broughtIn: 1, left: 18 })
  const { lists } = (await book.as.viewer('GET', '/api/imports')).body
  expect(lists).toEqual([expect.objectContaining({ fileName: 'mine.csv', broughtIn: 1, left: 18 })])
  const { rows } = (await book.as.viewer('GET', `/api/imports/${body.id}?show=doubles`)).body
  expect(rows).toMatchObject([
    { line: 3, faults: [{ column: 0, says: 'A1 is in the book already' }] },
    { line: 4, faults: [{ column: 0, says: 'OLD1 is in the book already' }] },
  ])
})

test('rows are mended in place and set aside, what is left comes in later, and one step undoes it all', async () => {
  const list = await open(`Name;DOB;kind of animal;wt;cage
M1;3/9/2024;corn snake;14.5 oz;T1
M2;13/9/2024;corn snake;390 g;T1
M3;;corn snak;12 oz;T2
M4;;corn snake;9 oz;T3
M5;;newt;8 oz;T3
`)
  expect(list.missing).toEqual(['Say which column holds the species.'])
  expect((await act(list, 'bring-in')).status).toBe(422)
  const mapped = await change(list, {
    choices: { means: ['tag', 'hatched', 'species', 'grams', 'place'] },
  })
  expect(mapped).toMatchObject({ counts: { good: 3, faulty: 2 }, choices: { massUnit: 'oz' } })
  expect(mapped.guesses).toEqual([
    expect.stringContaining('day before month: 1 cell leaves no doubt of it, 1 could be either'),
    expect.stringContaining('Weights are in oz: most cells'),
  ])
  const mended = await change(mapped, {
    repairs: [{ line: 4, column: 2, text: 'corn snake' }],
    aside: { lines: [6], aside: true },
  })
  expect(mended.counts).toEqual({ good: 4, faulty: 0, doubles: 0, aside: 1 })
  expect((await act(mended, 'bring-in')).body).toMatchObject({ broughtIn: 4, left: 1 })
  const [m1] = await animals()
  expect(m1).toMatchObject({
    tag: 'M1',
    grams: 411.07,
    hatched: { from: '2024-09-03' },
    place: { name: 'T1' },
  })

  const rest = await change(list, {
    repairs: [{ line: 6, column: 2, text: 'corn snake' }],
    aside: { lines: [6], aside: false },
  })
  expect((await act(rest, 'bring-in')).body).toMatchObject({ broughtIn: 5, left: 0 })
  expect(await animals()).toHaveLength(5)
  expect((await act(list, 'undo')).body).toMatchObject({ state: 'undone' })
  expect(await animals()).toEqual([])
  const { places } = (await book.as.viewer('GET', '/api/places')).body
  expect((places as { name: string }[]).filter((p) => /^T\d$/.test(p.name))).toEqual([])
  expect((await act(list, 'undo')).status).toBe(422)
  expect((await bringIn('tag,species\nM1,corn snake\n')).broughtIn).toBe(1)
})

test('a list whose animals went on since is not undone behind their keeper', async () => {
  const list = await open('tag,species\nG1,corn snake\nG2,corn snake\n')
  await act(list, 'bring-in')
  const [g1] = await animals()
  const seen = entry('noted', 'animal', g1!.id as string, { text: 'shy' })
  await write(book, [seen])
  expect((await act(list, 'undo')).body).toMatchObject({ code: 'depended-on' })
  expect(await animals()).toHaveLength(2)
  await write(book, [{ ...entry('struck', 'animal', g1!.id as string), strikes: seen.id }])
  expect((await act(list, 'undo')).status).toBe(200)
})

test('a list of what was seen comes into the log, once, whether its days stand in a column or head one', async () => {
  const id = await addAnimal(book, {
    tag: 'L1',
    grams: null,
    hatched: { date: '2026-01-01', precision: 'day' },
  })
  await addAnimal(book, { tag: 'L2', grams: null })
  const list = await open(`snake,date,weight (g),fed,prey,shed
L1,4/5/2026,102,ate,hopper mouse,
l1,18/5/2026,105,no,,
L2,18/5/2026,,,,in pieces
L1,18/5/2026,105,no,,
L2,25/5/2026,300,,,
L1,1/12/2025,9,,,
L9,18/5/2026,10,,,
L2,18/5/2026,,maybe,,
L2,18/5/2026,,,,
`)
  const mapped = await change(list, { choices: { means: ['tag', 'day', 'grams', 'meal', 'food', 'shed'] } })
  expect(mapped.counts).toEqual({ good: 3, faulty: 5, doubles: 1, aside: 0 })
  expect(faultsOf(mapped)).toEqual({
    6: '2026-05-25 has not come yet',
    7: 'L1 had not hatched on 2025-12-01',
    8: 'L9 is not in the book',
    9: expect.stringContaining('no outcome of a meal'),
    10: 'nothing is said in this row',
  })
  expect((await act(list, 'bring-in')).body.broughtIn).toBe(3)
  const { entries } = (await book.as.viewer('GET', `/api/entries?subjectId=${id}`)).body
  expect(
    (entries as { kind: string; at: string; payload: object }[]).map((e) => [
      e.kind,
      e.at.slice(0, 10),
      e.payload,
    ]),
  ).toEqual(
    expect.arrayContaining([
      ['weighed', '2026-05-04', expect.objectContaining({ grams: 102 })],
      ['meal', '2026-05-04', { outcome: 'taken', prey: 'hopper mouse' }],
      ['weighed', '2026-05-18', expect.objectContaining({ grams: 105 })],
      ['meal', '2026-05-18', { outcome: 'refused' }],
    ]),
  )

  const wide = await open('tag,2026-05-04,11 May 2026,18/05/2026\nL1,102,103.5,105\nL2,,,310\n')
  expect(wide.choices.what).toBe('entries')
  expect((await act(wide, 'bring-in')).body.broughtIn).toBe(2)
  const again = await open('tag,2026-05-04,11 May 2026\nL1,102,103.5\n')
  expect(again.counts).toEqual({ good: 0, faulty: 0, doubles: 1, aside: 0 })
  const l1 = async () => (await animals()).find((a) => a.tag === 'L1')!
  expect(await l1()).toMatchObject({ grams: 105 })
  await act(list, 'undo')
  // What the second list said still stands: 103.5 g of the 11th, but nothing of the 18th that was the first one's.
  expect(await l1()).toMatchObject({ grams: 103.5 })
})

test('a byte-order mark, semicolons, tabs and other encodings are read', async () => {
  const rows = 'tag;species;note\nÄ1;corn snake;größe\n'
  const wide = Buffer.concat([Buffer.from([0xff, 0xfe]), Buffer.from(rows, 'utf16le')])
  const big = Buffer.from(Buffer.from(rows, 'utf16le')).swap16()
  for (const [encoding, bytes] of [
    ['utf-8', Buffer.from(`\ufeff${rows}`)],
    ['utf-16le', wide],
    ['utf-16be', Buffer.concat([Buffer.from([0xfe, 0xff]), big])],
    ['windows-1252', Buffer.from(rows, 'latin1')],
  ] as const) {
    const body = await preview(bytes)
    expect(body).toMatchObject({ encoding, delimiter: ';', counts: { good: 1, faulty: 0 } })
    expect(body.rows[0].cells).toEqual(['Ä1', 'corn snake', 'größe'])
  }
  expect(await preview('tag\tspecies\nX\tcorn snake\n')).toMatchObject({
    delimiter: '\t',
    counts: { good: 1 },
  })
})

test('what is no list is refused with words', async () => {
  for (const [bytes, says] of [
    [Buffer.alloc(0), 'empty'],
    [Buffer.from([0, 1, 2, 0, 0, 0, 255, 0, 3]), 'not a text file'],
    [Buffer.from('tag,species\n'), 'no row under the headings'],
  ] as const) {
    const { status, body } = await book.as.keeper('POST', '/api/imports', bytes)
    expect(status).toBe(422)
    expect(body.detail).toContain(says)
  }
})

test('a long list comes in while somebody watches; one longer than 50,000 rows is refused', async () => {
  const heading = 'tag,species,sex,hatched,dam,sire,place,weight\n'
  const rows = Array.from(
    { length: 8_000 },
    (_, i) => `T${i},corn snake,${i % 2 ? 'f' : 'm'},2024-05-0${1 + (i % 9)},,,,${10 + (i % 90)}`,
  )
  const list = `${heading}${rows.join('\n')}\n`
  const opened = await open(list)
  const far = { id: opened.id as string, seen: new Set<number>(), over: false }
  const watching = (async () => {
    while (!far.over) {
      const { body } = await book.as.viewer('GET', `/api/imports/${far.id}/progress`)
      far.seen.add(body.done as number)
    }
  })()
  const { body: done } = await act(opened, 'bring-in')
  far.over = true
  await watching
  expect(done).toMatchObject({ broughtIn: 8_000, left: 0 })
  // Whoever waits sees it come: in more than the beginning and the end.
  expect(far.seen.size).toBeGreaterThan(5)
  const count = async () =>
    (
      await inBook(server.db, book.id, (tx) =>
        tx.execute(sql`select count(*)::int as n from animal where not withdrawn`),
      )
    ).rows
  expect(await count()).toEqual([{ n: 8_000 }])
  expect((await act(opened, 'undo')).body.state).toBe('undone')
  expect(await count()).toEqual([{ n: 0 }])
  const { status, body } = await book.as.keeper(
    'POST',
    '/api/imports',
    Buffer.from(heading + 'X,corn snake,,,,,,\n'.repeat(50_001)),
  )
  expect([status, body.code]).toEqual([413, 'too-large'])
}, 120_000)
