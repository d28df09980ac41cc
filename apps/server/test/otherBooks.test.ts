import { EVERY_ROUTE, isReading, may, type Role } from '@hatch-book/contract'
import pg from 'pg'
import { CALLS, NAMES_NOTHING } from './everyCall'
import { openFullBook, type FullBook } from './fullBook'
import { openServer, type TestBook, type TestServer } from './support'

/* Whoever knows the names of another book's things, and how to ask, gets none of them, writes to none of them, and ties none of them to theirs. */
let server: TestServer
let theirs: FullBook
let ours: TestBook
let owner: pg.Client
let names: Set<string>
beforeAll(async () => {
  server = await openServer()
  theirs = await openFullBook(server, 'Theirs')
  ours = await server.openBook('Ours')
  owner = new pg.Client({ connectionString: server.ownerUrl })
  await owner.connect()
  names = new Set(await namesIn(theirs.book.id))
  // Both books were given the same starting protocols: what they are called is no secret.
  for (const name of await namesIn(ours.id)) names.delete(name)
})
afterAll(async () => {
  await owner.end()
  await server.close()
})

const tablesOf = async () =>
  (
    await owner.query<{ table_name: string }>(
      "select table_name from information_schema.columns where table_schema = 'public' and column_name = 'book_id'",
    )
  ).rows.map((r) => r.table_name)
async function rowsOf(bookId: string): Promise<Map<string, string>> {
  const found = new Map<string, string>()
  for (const table of await tablesOf()) {
    const { rows } = await owner.query<{ text: string }>(
      `select t::text as text from ${owner.escapeIdentifier(table)} t where book_id = $1 order by id`,
      [bookId],
    )
    found.set(table, rows.map((r) => r.text).join('\n'))
  }
  return found
}
const UUID = /[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}/g
const namesIn = async (bookId: string) =>
  [...(await rowsOf(bookId)).values()].flatMap((text) => text.match(UUID) ?? [])
/** Seen and touched by every request of a session; and messages are sent meanwhile by the server itself. */
const BY_ITSELF = ['session', 'message']
const changed = (before: Map<string, string>, after: Map<string, string>) =>
  [...after.keys()].filter((table) => before.get(table) !== after.get(table))
const changedByHand = (before: Map<string, string>, after: Map<string, string>) =>
  changed(before, after).filter((table) => !BY_ITSELF.includes(table))

const methodOf = (call: string) => call.split(' ')[0] as 'GET'

it('every endpoint that writes is tried here, or names nothing of a book', () => {
  const writing = EVERY_ROUTE.filter((r) => !isReading(r)).map((r) => `${r.method} ${r.path}`)
  expect([...Object.keys(CALLS), ...NAMES_NOTHING].sort()).toEqual(writing.sort())
})

describe('an owner of another book', () => {
  it.each(Object.keys(CALLS))('%s is refused, and nothing comes of it', async (call) => {
    const { url, body } = CALLS[call]!(theirs)
    const [before, own] = [await rowsOf(theirs.book.id), await rowsOf(ours.id)]
    const reply = await ours.as.owner(methodOf(call), url, body)
    expect(changedByHand(before, await rowsOf(theirs.book.id))).toEqual([])
    const now = await rowsOf(ours.id)
    const tied = changed(own, now).flatMap((table) =>
      (now.get(table)!.match(UUID) ?? []).filter((id) => names.has(id)).map((id) => `${table} names ${id}`),
    )
    expect(tied).toEqual([])
    // What was made of their names alone, and needs none of ours, is refused; it is not quietly left out.
    const namesTheirs = [url, JSON.stringify(body ?? '')].some((text) =>
      (text.match(UUID) ?? []).some((id) => names.has(id)),
    )
    if (namesTheirs) expect(reply.status).toBeGreaterThanOrEqual(400)
    expect(reply.status).toBeLessThan(500)
    const said = JSON.stringify(reply.body)
    for (const id of said.match(UUID) ?? []) expect(url + JSON.stringify(body ?? '')).toContain(id)
    expect(said).not.toMatch(/F1|M1|Kiln|Ines|Incubator/)
  })
})

describe('each member of the book itself, with a request that is whole and right', () => {
  const ROLES: readonly Role[] = ['viewer', 'helper', 'keeper', 'owner']
  it.each(Object.keys(CALLS))('%s', async (call) => {
    const route = EVERY_ROUTE.find((r) => `${r.method} ${r.path}` === call)!
    for (const role of ROLES.filter((r) => !may(r, route.permission))) {
      const { url, body } = CALLS[call]!(theirs)
      const before = await rowsOf(theirs.book.id)
      expect([role, (await theirs.book.as[role](methodOf(call), url, body)).status]).toEqual([role, 403])
      expect(changedByHand(before, await rowsOf(theirs.book.id))).toEqual([])
    }
    // It is right: whoever may do it does it.
    const { url, body } = CALLS[call]!(theirs)
    const reply = await theirs.book.as.owner(methodOf(call), url, body)
    expect([reply.status, reply.status === 200 ? null : reply.body]).toEqual([200, null])
    // Lists come in, and go out again, behind the answer.
    const ends = { 'bring-in': 'in', undo: 'undone' }[url.split('/').at(-1)!]
    const state = async () =>
      (await theirs.book.as.owner('GET', `/api/imports/${theirs.list}/progress`)).body.state as string
    for (let looks = 0; ends && looks < 100 && (await state()) !== ends; looks++)
      await new Promise((resolve) => setTimeout(resolve, 50))
  })
})
