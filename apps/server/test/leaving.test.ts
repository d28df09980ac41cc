import { newId, type SharedRecord } from '@hatch-book/contract'
import { addAnimal, entry, noon, openServer, write, TODAY, type TestBook, type TestServer } from './support'

let server: TestServer
let book: TestBook
let contactId: string
beforeAll(async () => {
  server = await openServer()
  book = await server.openBook('leaving')
  contactId = newId()
  await book.as.keeper('POST', '/api/contacts', { id: contactId, name: 'Osric at the weir' })
})
afterAll(() => server.close())

/** A young corn snake whose gates all hold on the test day. */
async function ready(tag: string, change: object = {}): Promise<string> {
  const id = await addAnimal(book, {
    ...{ tag, sex: 'female', sexCertainty: 0.99, purpose: 'growing on', grams: 14, line: 'Lamplight' },
    hatched: { date: '2026-02-01', precision: 'day' },
    ...change,
  })
  const days = ['2026-04-20', '2026-04-26', '2026-05-02', '2026-05-08', '2026-05-14']
  await write(book, [
    ...['2026-02-10', '2026-03-25'].map((d) => entry('shed', 'animal', id, { whole: true }, noon(d))),
    ...days.map((d) => entry('meal', 'animal', id, { outcome: 'taken', prey: 'fuzzy mouse' }, noon(d))),
  ])
  return id
}
const say = (
  kind: Parameters<typeof entry>[0],
  id: string,
  payload: object,
  role: 'keeper' | 'helper' = 'keeper',
) => write(book, [entry(kind, 'animal', id, payload, `${TODAY}T15:00:00.000Z`)], role)
const page = async (id: string) => (await book.as.keeper('GET', `/api/animals/${id}`)).body
const defect = { defect: 'kink in the tail', view: 'above', x: 0.9, y: 0.5 }

test('the closest line of the price list holds; a defect lowers it, and none is listed above that', async () => {
  const line = (change: object) =>
    book.as.keeper('POST', '/api/prices', {
      ...{ id: newId(), protocolId: book.protocols.CS, line: '', sex: 'either', trait: '', price: 50 },
      ...change,
    })
  const id = await ready('P1')
  expect((await page(id)).asked).toMatchObject({ price: 45, says: 'usual for a corn snake' })
  await line({})
  await line({ line: 'Lamplight', price: 80 })
  await line({ trait: 'amelanistic', price: 120 })
  expect((await line({ line: 'Lamplight', price: 90 })).body.detail).toContain('such a line already')
  expect((await page(id)).asked.price).toBe(80)
  await say('trait', id, { trait: 'amelanistic', carries: 'shows' })
  expect((await page(id)).asked.price).toBe(120)
  await say('defect found', id, { ...defect, grade: 'slight' })
  expect((await page(id)).asked).toMatchObject({
    price: 72,
    says: expect.stringContaining('less for kink in the tail'),
  })
  expect((await say('listed', id, { price: 100 })).body.fields).toMatchObject([
    { field: 'price', says: 'at most 72' },
  ])
  expect((await say('listed', id, { price: 70 })).status).toBe(200)
  const severe = await ready('P2')
  await say('defect found', severe, { ...defect, grade: 'severe' })
  expect((await say('sold', severe, { buyer: 'anybody', price: 1 })).body.detail).toContain(
    'never to be sold',
  )
  expect((await page(severe)).asked).toBeNull()
})

test('one that is held goes to nobody else; it is sold, comes back, and goes on, and the register has it all', async () => {
  const id = await ready('R1')
  const hold = (name: string, contact: string) =>
    say('reserved', id, { contactId: contact, name, price: 80, deposit: 20 })
  expect((await hold('Nobody known', newId())).status).toBe(404)
  expect((await hold('Osric at the weir', contactId)).status).toBe(200)
  expect((await say('sold', id, { buyer: 'somebody else', price: 80 })).body.detail).toContain(
    'reserved for Osric',
  )
  expect((await say('returned', id, { because: 'no' })).body.detail).toContain('was not sold')
  expect((await say('sold', id, { buyer: 'Osric at the weir', price: 80 })).status).toBe(200)
  expect((await page(id)).animal).toMatchObject({ presence: 'sold', reserved: false })
  expect((await say('changed hands', id, { to: '=cmd|calc' })).status).toBe(200)
  expect((await say('returned', id, { because: 'moved house' }, 'helper')).status).toBe(403)
  expect((await say('returned', id, { because: 'moved house' })).status).toBe(200)
  expect((await page(id)).animal).toMatchObject({ presence: 'here', place: null })
  const { movements } = (await book.as.keeper('GET', '/api/register?from=2026-05-01&to=2026-05-31')).body
  const of = movements
    .filter((m: { tag: string }) => m.tag === 'R1')
    .map((m: { what: string; whom: string }) => [m.what, m.whom])
  expect(of).toEqual(
    expect.arrayContaining([
      ['sold', 'Osric at the weir'],
      ['changed hands', '=cmd|calc'],
      ['came back', ''],
    ]),
  )
  expect((await book.as.keeper('GET', '/api/register?from=2026-06-01&to=2026-05-01')).status).toBe(422)
  const csv = await server.app.inject({
    url: '/api/register.csv?from=2026-05-01&to=2026-05-31',
    headers: { cookie: book.cookie },
  })
  expect(csv.body.split('\r\n')[0]).toContain('on,what,tag,species,latin,sex')
  // A cell that begins like a formula is made plain text.
  expect(csv.body).toContain("'=cmd|calc")
})

test('what became of one on one day stands in the register in the order in which it happened, in whichever order it was entered', async () => {
  const id = await ready('R2')
  const at = (hour: number) => `${TODAY}T${String(hour).padStart(2, '0')}:00:00.000Z`
  const passOn = (to: string, hour: number) =>
    write(book, [entry('changed hands', 'animal', id, { to }, at(hour))])
  expect((await say('sold', id, { buyer: 'Ann', price: 80 })).status).toBe(200)
  // The last of them is heard of first.
  for (const [to, hour] of [
    ['Dora', 20],
    ['Carl', 18],
    ['Ben', 16],
  ] as const)
    expect((await passOn(to, hour)).status).toBe(200)
  const { movements } = (await book.as.keeper('GET', `/api/register?from=${TODAY}&to=${TODAY}`)).body
  const of = movements.filter((m: { tag: string }) => m.tag === 'R2').map((m: { whom: string }) => m.whom)
  expect(of.slice(-4)).toEqual(['Ann', 'Ben', 'Carl', 'Dora'])
})

test('a keeper says that one may leave all the same: every list, the calendar and the sale go by that, until it is withdrawn', async () => {
  const id = await ready('E1', { hatched: { date: '2026-05-01', precision: 'day' }, grams: null })
  const standing = async () => {
    const { steps } = (await book.as.keeper('GET', '/api/rearing')).body
    const rung = steps.flatMap((s: { animals: object[] }) => s.animals)
    const here = rung.find((y: { animal: { tag: string } }) => y.animal.tag === 'E1').leaving
    const { leaving } = await page(id)
    expect(leaving).toEqual(here)
    return leaving
  }
  expect(await standing()).toMatchObject({ opens: false, granted: false, overruled: null })
  expect((await say('sold', id, { buyer: 'Osric', price: 30 })).body.detail).toContain('cannot be sold yet')
  const early = entry('overruled', 'animal', id, {
    ...{ about: 'leaving', verdict: 'may leave', reason: 'to a friend who knows' },
  })
  await write(book, [early])
  // What is missing still is: it only no longer stands in the way.
  expect(await standing()).toMatchObject({
    ...{ opens: false, granted: true },
    overruled: { reason: 'to a friend who knows' },
  })
  const hold = { contactId, name: 'Osric at the weir', price: 30, until: null }
  expect((await say('reserved', id, hold)).status).toBe(200)
  const { path } = (await book.as.keeper('POST', '/api/shares', { id: newId(), kind: 'calendar' })).body
  const calendar = async () => (await server.app.inject(path)).body.replaceAll('\r\n ', '')
  expect(await calendar()).toContain('Cleared to leave by a keeper.')
  await write(book, [
    { ...entry('struck', 'animal', id, { reason: 'he changed his mind' }), strikes: early.id },
  ])
  expect(await standing()).toMatchObject({ granted: false, overruled: null })
  expect(await calendar()).toContain('Still missing: ')
  expect((await say('sold', id, { buyer: 'Osric at the weir', price: 30 })).status).toBe(409)
})

test('who waits is told who would do, in the order in which they asked', async () => {
  const wish = (change: object) =>
    book.as.keeper('POST', '/api/wishes', {
      ...{ id: newId(), contactId, protocolId: book.protocols.CS, sex: 'female', most: 100 },
      ...change,
    })
  await ready('W1', { line: 'Tidewrack' })
  expect((await wish({ line: 'Tidewrack' })).status).toBe(200)
  await wish({ line: 'Tidewrack', sex: 'male' })
  const { wishes } = (await book.as.keeper('GET', '/api/counter')).body
  expect(wishes.map((w: { fits: { tag: string }[] }) => w.fits.map((f) => f.tag))).toEqual([['W1'], []])
  const [first] = wishes
  const end = (version: number) =>
    book.as.keeper('PATCH', `/api/wishes/${first.id}`, { version, ended: 'served' })
  expect((await end(first.version)).status).toBe(200)
  expect((await end(first.version)).body.code).toBe('stale')
})

test('a paper that has run out shuts the door until it is renewed', async () => {
  const id = await ready('B1')
  await say('permit noted', id, { name: 'keeping permit', number: 'K 17', until: '2026-05-19' })
  expect((await say('listed', id, { price: 40 })).body.fields).toMatchObject([{ field: 'papers' }])
  await say('permit noted', id, { name: 'keeping permit', number: 'K 18', until: '2027-05-19' })
  expect((await say('listed', id, { price: 40 })).status).toBe(200)
})

describe('links', () => {
  const give = async (kind: 'animal' | 'calendar', animalId?: string) => {
    const id = newId()
    const { status, body } = await book.as.keeper('POST', '/api/shares', { id, kind, animalId })
    return { id, status, path: String(body.path ?? '') }
  }

  test('a buyer sees one animal and nothing of any other, until the address is withdrawn', async () => {
    const dam = await addAnimal(book, { tag: 'SECRET-DAM' })
    await ready('OTHER-1')
    const id = await ready('V1', { damId: dam, name: 'Wick' })
    await say('noted', id, { text: 'the neighbour asked after SECRET-DAM' })
    const { id: shareId, path } = await give('animal', id)
    const key = path.slice('/record/'.length)
    expect(key.length).toBeGreaterThan(50)
    const reply = await server.app.inject({ url: `/api/shared/${key}` })
    const record = reply.json<SharedRecord>()
    expect(record).toMatchObject({ tag: 'V1', name: 'Wick', mealsTaken: 5, sheds: 2, photo: false })
    const { animals } = (await book.as.viewer('GET', '/api/animals')).body
    for (const other of animals.filter((a: { id: string }) => a.id !== id)) {
      expect(reply.body).not.toContain(other.id)
      expect(reply.body).not.toContain(`"${other.tag}"`)
    }
    expect(reply.body).not.toMatch(/SECRET|Osric|@/)
    const another = key.replace(/.$/, (last) => (last === 'A' ? 'Q' : 'A'))
    expect((await server.app.inject({ url: `/api/shared/${another}` })).statusCode).toBe(404)
    expect((await server.app.inject({ url: `/api/shared/short` })).statusCode).toBe(422)
    // The address opens the record, not the book.
    expect((await server.call('GET', `/api/animals/${id}`)).status).toBe(401)
    expect((await book.as.keeper('POST', `/api/shares/${shareId}/withdraw`, {})).status).toBe(200)
    expect((await server.app.inject({ url: `/api/shared/${key}` })).statusCode).toBe(404)
    const other = await server.openBook('another')
    expect(
      (await other.as.keeper('POST', '/api/shares', { id: newId(), kind: 'animal', animalId: id })).status,
    ).toBe(404)
    expect(
      (await book.as.helper('POST', '/api/shares', { id: newId(), kind: 'animal', animalId: id })).status,
    ).toBe(403)
  })

  test('a calendar holds promised hand-overs and papers that end, as the standard has it', async () => {
    const id = await ready('C1')
    await say('reserved', id, { contactId, name: 'Osric at the weir', price: 45, until: '2026-06-12' })
    await say('permit noted', id, { name: 'movement permit', number: 'M 3', until: '2026-07-01' })
    const { path } = await give('calendar')
    const reply = await server.app.inject({ url: path })
    expect(reply.headers['content-type']).toContain('text/calendar')
    const lines = reply.body.split('\r\n')
    expect([lines[0], lines.at(-1) || lines.at(-2)]).toEqual(['BEGIN:VCALENDAR', 'END:VCALENDAR'])
    // Lines are folded at 75 octets, days end before the next begins, and every event has its own name and stamp.
    expect(lines.every((l) => Buffer.byteLength(l) <= 75)).toBe(true)
    const events = reply.body.split('BEGIN:VEVENT').slice(1)
    const handOver = events.find((e) => e.includes('C1 goes to Osric'))!
    expect(handOver).toContain('DTSTART;VALUE=DATE:20260612')
    expect(handOver).toContain('DTEND;VALUE=DATE:20260613')
    expect(events.some((e) => e.includes('movement permit ends') && e.includes('20260701'))).toBe(true)
    // The days' rounds stand in it too, with what they are made of.
    await say('meal', id, { outcome: 'taken' })
    const later = (await server.app.inject({ url: path })).body.replaceAll('\r\n ', '')
    const rounds = later.split('BEGIN:VEVENT').filter((e) => e.includes('SUMMARY:Round: '))
    expect(rounds.length).toBeGreaterThan(0)
    expect(rounds.some((e) => /SUMMARY:Round: .*\d+ meals?/.test(e) && e.includes('C1: '))).toBe(true)
    const names = events.map((e) => /UID:(.+)/.exec(e)![1])
    expect(new Set(names).size).toBe(events.length)
    expect(events.every((e) => e.includes('DTSTAMP:'))).toBe(true)
  })
})
