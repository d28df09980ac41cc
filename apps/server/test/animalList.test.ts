import { sql } from 'drizzle-orm'
import { inBook } from '../src/db/connect'
import { addAnimal, openServer, type Reply, type TestBook, type TestServer } from './support'

let server: TestServer
let book: TestBook
beforeAll(async () => {
  server = await openServer()
})
beforeEach(async () => {
  book = await server.openBook('List')
})
afterAll(() => server.close())

const preview = async (file: string | Buffer) =>
  (await book.as.keeper('POST', '/api/animals/import/preview?fileName=mine.csv', Buffer.from(file as string)))
    .body
const bringIn = async (file: string | Buffer) =>
  (await book.as.keeper('POST', '/api/animals/import?fileName=mine.csv', Buffer.from(file as string))).body
const faultsOf = (body: Reply['body']) =>
  Object.fromEntries(
    (body.faultyRows as { line: number; faults: { says: string }[] }[]).map((r) => [
      r.line,
      r.faults.map((f) => f.says).join('; '),
    ]),
  )
const animals = async () => (await book.as.viewer('GET', '/api/animals')).body.animals as Reply['body'][]

test('a list comes in with parents, places, weights and dates as exact as they are known', async () => {
  const list = `tag,species,sex,hatched,dam,sire,place,weight g,purpose,note
K03,corn snake,,2025-08,K01,K02,N1,74,,"two
lines, quoted"
K01,Corn Snake,female,2022-07-14,,,A1,"412,5",breeder,
K02,Pantherophis guttatus,1.0,about 2021,,,A2,388 g,breeder,`
  expect(await preview(list)).toMatchObject({ good: 3, faulty: 0, delimiter: ',', encoding: 'utf-8' })
  expect(await bringIn(list)).toEqual({ imported: 3, kept: 0, restId: null })
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
  expect(body).toMatchObject({ good: 1, faulty: 18 })
  expect(faultsOf(body)).toMatchObject({
    3: 'A1 stands on line 2 already',
    4: 'OLD1 is in the book already',
    5: expect.stringContaining("'marsh wyrm' has no protocol"),
    6: expect.stringContaining("'maybe' is not a sex"),
    7: expect.stringContaining('can be two days: write 2023-09-03 or 2023-03-09'),
    8: expect.stringContaining('not a day of the calendar'),
    9: expect.stringContaining('more than 0'),
    10: expect.stringContaining('more than 0'),
    11: expect.stringContaining('at most 100000'),
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
  expect(await bringIn(list)).toMatchObject({ imported: 1, kept: 18 })
  const { rests } = (await book.as.viewer('GET', '/api/animals/import/rests')).body
  expect(rests).toHaveLength(1)
  expect(rests[0].rows).toHaveLength(18)
  expect(rests[0].rows[10].cells.tag).toBe('=cmd|x')
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
    expect(body).toMatchObject({ encoding, delimiter: ';', good: 1, faulty: 0 })
    expect(body.goodRows[0].cells).toEqual({ tag: 'Ä1', species: 'corn snake', note: 'größe' })
  }
  expect(await preview('tag\tspecies\nX\tcorn snake\n')).toMatchObject({ delimiter: '\t', good: 1 })
})

test('what is no list is refused with words', async () => {
  for (const [bytes, says] of [
    [Buffer.alloc(0), 'empty'],
    [Buffer.from([0, 1, 2, 0, 0, 0, 255, 0, 3]), 'not a text file'],
    [Buffer.from('tag,species\n'), 'no row under the headings'],
    [Buffer.from('a,b\n1,2\n'), 'headings'],
  ] as const) {
    const { status, body } = await book.as.keeper('POST', '/api/animals/import/preview', bytes)
    expect(status).toBe(422)
    expect(body.detail).toContain(says)
  }
})

test('a list of 50,000 rows comes in, and one more is too many', async () => {
  const rows = Array.from(
    { length: 50_000 },
    (_, i) => `T${i},corn snake,${i % 2 ? 'f' : 'm'},2024-05-0${1 + (i % 9)},,,,${10 + (i % 90)}`,
  )
  const list = `tag,species,sex,hatched,dam,sire,place,weight\n${rows.join('\n')}\n`
  expect(await bringIn(list)).toMatchObject({ imported: 50_000, kept: 0 })
  const count = await inBook(server.db, book.id, (tx) =>
    tx.execute(sql`select count(*)::int as n from animal`),
  )
  expect(count.rows).toEqual([{ n: 50_000 }])
  const { status, body } = await book.as.keeper(
    'POST',
    '/api/animals/import/preview',
    Buffer.from(`${list}X,corn snake,,,,,,\n`),
  )
  expect([status, body.code]).toEqual([413, 'too-large'])
}, 120_000)
