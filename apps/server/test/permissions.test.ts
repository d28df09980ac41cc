import { may, newId, type Role } from '@hatch-book/contract'
import { addAnimal, entry, openServer, write, type Caller, type TestBook, type TestServer } from './support'

let server: TestServer
let book: TestBook
let other: TestBook
let animalId: string
beforeAll(async () => {
  server = await openServer()
  book = await server.openBook('Ours')
  other = await server.openBook('Theirs')
  animalId = await addAnimal(book)
})
afterAll(() => server.close())

const STREAMS = ['/api/live']
const routes = () => server.app.permissions.filter((r) => !STREAMS.includes(r.url))
const ask = (caller: Caller, method: string, url: string) =>
  caller(
    method as 'GET',
    url.replace(':id', animalId),
    method === 'GET' || method === 'DELETE' ? undefined : {},
  )

test('every route answers each role as the one table says, and nobody at all only where it is public', async () => {
  const seen: string[] = []
  for (const { method, url, permission } of routes()) {
    if (url === '/api/sign-out') continue
    for (const role of ['owner', 'keeper', 'helper', 'viewer', 'nobody'] as const) {
      const { status } = await ask(role === 'nobody' ? server.call : book.as[role as Role], method, url)
      const let_in = status !== 401 && status !== 403
      const wrong_sign_in = url === '/api/sign-in'
      if (!wrong_sign_in && let_in !== may(role, permission)) seen.push(`${role} ${method} ${url}: ${status}`)
      if (status >= 500) seen.push(`${role} ${method} ${url}: ${status}`)
    }
  }
  expect(seen).toEqual([])
  expect(routes().length).toBeGreaterThan(30)
})

test("another book's owner finds nothing of ours by its identifiers", async () => {
  const leaks: string[] = []
  for (const { method, url } of routes().filter((r) => r.url.includes(':id'))) {
    const { status, body } = await ask(other.as.owner, method, url)
    if (status < 400 && JSON.stringify(body).includes(animalId)) leaks.push(`${method} ${url}: ${status}`)
    if (method === 'GET' && status !== 404) leaks.push(`${method} ${url}: ${status}`)
  }
  expect(leaks).toEqual([])
  const { status } = await other.as.owner('POST', '/api/entries', {
    entries: [entry('noted', 'animal', animalId, { text: 'theirs' })],
  })
  expect(status).toBe(404)
  expect((await other.as.owner('GET', '/api/animals')).body.animals).toEqual([])
})

test('a helper writes what was seen, leaves decisions to keepers, and strikes out only their own', async () => {
  expect(
    (await write(book, [entry('meal', 'animal', animalId, { outcome: 'taken' })], 'helper')).status,
  ).toBe(200)
  const decided = await write(
    book,
    [entry('overruled', 'animal', animalId, { about: 'readiness', verdict: 'ready', reason: 'I say so' })],
    'helper',
  )
  expect(decided).toMatchObject({ status: 403, body: { code: 'not-allowed' } })
  const mine = entry('noted', 'animal', animalId, { text: 'keeper was here' })
  await write(book, [mine], 'keeper')
  const strike = { ...entry('struck', 'animal', animalId), strikes: mine.id }
  expect((await write(book, [strike], 'helper')).status).toBe(403)
  expect((await write(book, [{ ...strike, id: newId() }], 'keeper')).status).toBe(200)
})

test('signing in: wrong words are refused alike, the right ones open the book, signing out closes it', async () => {
  const email = `owner@${book.id}.example`
  const wrong = await server.call('POST', '/api/sign-in', { email, password: 'not this one' })
  const nobody = await server.call('POST', '/api/sign-in', {
    email: 'nobody@nowhere.example',
    password: 'not this one',
  })
  expect([wrong.status, wrong.body.detail]).toEqual([nobody.status, nobody.body.detail])
  const reply = await server.app.inject({
    method: 'POST',
    url: '/api/sign-in',
    payload: { email, password: 'a long password' },
  })
  const [cookie] = reply.cookies
  expect(cookie).toMatchObject({ httpOnly: true, sameSite: 'Strict' })
  const headers = { cookie: `${cookie!.name}=${cookie!.value}` }
  const who = async () =>
    (await server.app.inject({ url: '/api/session', headers })).json<{ member: unknown }>().member
  expect(await who()).toMatchObject({ role: 'owner' })
  await server.app.inject({ method: 'POST', url: '/api/sign-out', headers })
  expect(await who()).toBeNull()
})

test('an address that opens several books is asked which; one without a password opens none', async () => {
  const [here, there] = [await server.openBook('North room'), await server.openBook('South room')]
  const email = 'both@rooms.example'
  const join = (at: typeof here, password: string) =>
    at.as.owner('POST', '/api/members', { id: newId(), name: 'Both', email, password, role: 'keeper' })
  const signIn = (change: object = {}) =>
    server.call('POST', '/api/sign-in', { email, password: 'the same word', ...change })
  await join(here, 'the same word')
  expect((await signIn()).body).toEqual({ ok: true, books: [], codeWanted: false })
  await join(there, 'the same word')
  const asked = await signIn()
  expect(asked.body).toEqual({
    codeWanted: false,
    ok: false,
    books: [
      { id: here.id, name: 'North room' },
      { id: there.id, name: 'South room' },
    ],
  })
  expect((await signIn({ bookId: there.id })).body.ok).toBe(true)
  // The password of one book says nothing about another.
  expect((await signIn({ bookId: book.id })).status).toBe(401)
  // The helper of a test book was never given a password.
  const helper = { email: `helper@${here.id}.example`, password: '-' }
  expect((await server.call('POST', '/api/sign-in', helper)).status).toBe(401)
})

test('a forged or foreign cookie opens nothing', async () => {
  for (const value of ['x', `${book.id}.${newId()}.secret`, `${other.id}.${newId()}.`, '..', 'a.b.c']) {
    const reply = await server.app.inject({ url: '/api/animals', headers: { cookie: `hatch-book=${value}` } })
    expect(reply.statusCode).toBe(401)
  }
})
