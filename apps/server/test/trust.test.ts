import { newId, type EntryKind, type Role } from '@hatch-book/contract'
import { addDays } from '@hatch-book/core'
import { eq } from 'drizzle-orm'
import { inBook, tables } from '../src/db/connect'
import { addAnimal, entry, noon, openServer, TODAY, write, type TestBook, type TestServer } from './support'
import { openWholeBook } from './wholeBook'

/* What somebody could do to the book, or learn from it, that is not theirs to do or to know. */
let server: TestServer
let book: TestBook
beforeAll(async () => {
  server = await openServer()
})
afterAll(() => server.close())
beforeEach(async () => {
  book = await server.openBook('Trust')
})

const animal = async (id: string) => (await book.as.viewer('GET', `/api/animals/${id}`)).body.animal

test('parentage is not rewritten by an entry made by hand: what an act writes is taken from nobody', async () => {
  const [dam, other] = [await addAnimal(book, { tag: 'D1' }), await addAnimal(book, { tag: 'D2' })]
  const child = await addAnimal(book, {
    tag: 'Y1',
    damId: dam,
    hatched: { date: '2025-06-01', precision: 'day' },
  })
  const payload = { mergedId: other, tag: 'D2', moved: { 'animal.dam_id': [child] } }
  for (const role of ['helper', 'keeper', 'owner'] as const)
    expect(await write(book, [entry('merged', 'animal', dam, payload)], role)).toMatchObject({
      status: 403,
      body: { detail: expect.stringContaining('written by the program') },
    })
  expect((await animal(child)).dam.id).toBe(dam)
})

test('a helper strikes out nothing that only a keeper may write', async () => {
  const id = await addAnimal(book, { tag: 'S1' })
  const over = entry('quarantined', 'animal', id, { until: addDays(TODAY, 30) })
  expect((await write(book, [over], 'keeper')).status).toBe(200)
  // Written as a keeper, who has become a helper since.
  await inBook(server.db, book.id, (tx) =>
    tx.update(tables.member).set({ role: 'helper' }).where(eq(tables.member.name, 'keeper')),
  )
  const strike = { ...entry('struck', 'animal', id, { reason: 'no' }), strikes: over.id }
  expect((await write(book, [strike], 'keeper')).status).toBe(403)
})

test('a time that only some can read is refused where it comes in, and so is a place of nobody', async () => {
  const id = await addAnimal(book, { tag: 'T1' })
  for (const at of ['2099-01-01T00:00:00+05', '2099-01-01T00:00:00Z', '1066-10-14T09:00:00Z'])
    expect((await write(book, [{ ...entry('weighed', 'animal', id, { grams: 1 }), at }])).status).toBe(422)
  expect((await animal(id)).grams).toBe(420)
  expect((await write(book, [entry('moved', 'animal', id, { placeId: newId() })])).status).toBe(404)
})

test('pages of the log lose nothing of one instant', async () => {
  const id = await addAnimal(book, { tag: 'L1' })
  const notes = Array.from({ length: 7 }, (_, i) => entry('noted', 'animal', id, { text: `note ${i}` }))
  await write(book, notes)
  const seen: string[] = []
  let page = ''
  for (let n = 0; n < 10; n++) {
    const { entries } = (await book.as.viewer('GET', `/api/entries?subjectId=${id}&limit=2${page}`)).body
    if (entries.length === 0) break
    seen.push(...entries.map((e: { id: string }) => e.id))
    const last = entries.at(-1)
    page = `&before=${last.at}&beforeId=${last.id}`
  }
  expect(new Set(seen).size).toBe(seen.length)
  for (const { id: note } of notes) expect(seen).toContain(note)
})

test('a cell that begins as a formula stays text, whatever line break follows', async () => {
  await addAnimal(book, { tag: 'F1', note: '=1+1\nmore' })
  const reply = await server.app.inject({ url: '/api/csv/animals', headers: { cookie: book.cookie } })
  expect(reply.body).toContain(`"'=1+1\nmore"`)
})

describe('owners', () => {
  const members = async () =>
    (await book.as.owner('GET', '/api/members')).body.members as { id: string; name: string; role: Role }[]
  const idOf = async (name: string) => (await members()).find((m) => m.name.toLowerCase() === name)!.id

  test('the last one stays one for good: not even until tonight', async () => {
    const id = await idOf('owner')
    for (const change of [
      { role: 'keeper', endsOn: null },
      { role: 'owner', endsOn: TODAY },
    ])
      expect((await book.as.owner('PATCH', `/api/members/${id}`, change)).status).toBe(409)
  })

  test('two who take each other’s role at the same moment leave one', async () => {
    const [a, b] = [await idOf('owner'), await idOf('keeper')]
    await book.as.owner('PATCH', `/api/members/${b}`, { role: 'owner', endsOn: null })
    const down = { role: 'viewer', endsOn: null }
    const both = await Promise.all([
      book.as.owner('PATCH', `/api/members/${b}`, down),
      book.as.keeper('PATCH', `/api/members/${a}`, down),
    ])
    expect(both.map((r) => r.status).filter((s) => s === 200)).toHaveLength(1)
  })
})

test('addresses that were given away close with whoever gave them, and with the book', async () => {
  const share = async (role: 'owner' | 'keeper') => {
    const { body } = await book.as[role]('POST', '/api/shares', {
      id: newId(),
      kind: 'calendar',
      animalId: null,
    })
    return async () => (await server.app.inject(body.path)).statusCode
  }
  const [owners, keepers] = [await share('owner'), await share('keeper')]
  expect([await owners(), await keepers()]).toEqual([200, 200])
  await inBook(server.db, book.id, (tx) =>
    tx
      .update(tables.member)
      .set({ endsOn: addDays(TODAY, -1) })
      .where(eq(tables.member.name, 'keeper')),
  )
  expect([await owners(), await keepers()]).toEqual([200, 404])
  await inBook(server.db, book.id, (tx) => tx.update(tables.book).set({ deletedAt: new Date() }))
  expect(await owners()).toBe(404)
})

test('what was read of a sex blindly stands in no reply of any route', async () => {
  const id = await addAnimal(book, {
    tag: 'B1',
    sex: 'unknown',
    hatched: { date: '2026-01-01', precision: 'day' },
  })
  await write(
    book,
    [entry('sex read', 'animal', id, { sex: 'female', method: 'probing', right: 0.9 }, noon('2026-05-01'))],
    'owner',
  )
  const lists = (await book.as.viewer('GET', '/api/csv')).body.lists as { name: string }[]
  const urls = [
    ...server.app.permissions
      .filter(
        ({ method, url, permission }) =>
          method === 'GET' && !/[:*]/.test(url) && permission === 'read the book',
      )
      .map(({ url }) => url)
      .filter((url) => !/live|stream|archive/.test(url)),
    ...lists.map(({ name }) => `/api/csv/${name}`),
    `/api/animals/${id}`,
    `/api/entries?subjectId=${id}`,
  ]
  const told: string[] = []
  for (const url of urls) {
    const { body } = await server.app.inject({ url, headers: { cookie: book.cookie } })
    // As a value: rules of both sexes have these words for keys.
    if (/"sex":\s*"female"|(^|,)"?female"?(,|\r)/m.test(body)) told.push(url)
  }
  expect(urls.length).toBeGreaterThan(25)
  expect(told).toEqual([])
})

test('who buys, who waits and what is paid stand in no reply of any route to those who do not sell', async () => {
  const { book: own, young, protocolOf } = await openWholeBook(server, 'Secrets')
  const [contactId, protocolId] = [newId(), protocolOf('CS')]
  const keeper = (url: string, body: object) => own.as.keeper('POST', `/api/${url}`, { id: newId(), ...body })
  await own.as.keeper('POST', '/api/contacts', {
    id: contactId,
    name: 'Qwillow',
    reach: 'Qbridge 4',
    note: 'Qnote',
  })
  const wish = { contactId, protocolId, line: '', sex: 'either', trait: '', most: 77123, note: 'Qwish' }
  await keeper('wishes', wish)
  await keeper('prices', { protocolId, line: '', sex: 'either', trait: '', price: 77456 })
  const say = (kind: EntryKind, payload: object, minute: string) =>
    write(own, [entry(kind, 'animal', young, payload, `${TODAY}T12:${minute}:00.000Z`)])
  await say('overruled', { about: 'leaving', verdict: 'may leave', reason: 'to a friend' }, '01')
  await say('listed', { price: 77789 }, '02')
  await say('reserved', { contactId, name: 'Qwillow', price: 77321, deposit: 77654, until: TODAY }, '03')
  const secret = /Q(willow|bridge|note|wish|other)|(?<![\d.])77(123|456|789|321|654|987)(?!\d)/
  const told = async (role: Role) => {
    const { lists } = (await own.as[role]('GET', '/api/csv')).body as { lists: { name: string }[] }
    const urls = [
      ...server.app.permissions
        .filter(({ method, url }) => method === 'GET' && !/live|stream|archive/.test(url))
        .map(({ url }) => url.replace(':id', young)),
      ...lists.map(({ name }) => `/api/csv/${name}`),
      ...['/api/csv/prices', `/api/entries?subjectId=${young}`, `/api/history?subjectId=${contactId}`],
      ...['/api/register?from=2026-01-01&to=2026-12-31', '/api/register.csv?from=2026-01-01&to=2026-12-31'],
      ...['/api/round?days=30', '/api/review/by?measure=price&dimension=line'],
    ]
    const found: string[] = []
    for (const url of urls) {
      const { body } = await server.app.inject({ url, headers: { cookie: own.cookies[role] } })
      const at = body.search(secret)
      if (at >= 0) found.push(`${url}: …${body.slice(Math.max(0, at - 40), at + 20)}…`)
    }
    return found
  }
  expect([await told('viewer'), await told('helper')]).toEqual([[], []])
  expect((await told('keeper')).length).toBeGreaterThan(6)
  await say('sold', { buyer: 'Qwillow', price: 77987 }, '04')
  await say('changed hands', { to: 'Qother' }, '05')
  expect([await told('viewer'), await told('helper')]).toEqual([[], []])
  expect((await told('keeper')).join()).toContain('register.csv')
  const { body } = await own.as.viewer('GET', `/api/animals/${young}`)
  expect(body.animal).toMatchObject({ presence: 'sold', reserved: false })
})
