import { newId } from '@hatch-book/contract'
import pg from 'pg'
import { Secret, TOTP } from 'otpauth'
import { addAnimal, openServer, type TestBook, type TestServer } from './support'

let server: TestServer
let book: TestBook
beforeAll(async () => {
  server = await openServer()
  book = await server.openBook('Reed Bank')
})
afterAll(() => server.close())

const PASSWORD = 'a long password'
const owner = () => `owner@${book.id}.example`
const signIn = (email: string, password: string, change: object = {}) =>
  server.app.inject({ method: 'POST', url: '/api/sign-in', payload: { email, password, ...change } })
const cookieOf = (reply: Awaited<ReturnType<typeof signIn>>) => ({
  cookie: `${reply.cookies[0]!.name}=${reply.cookies[0]!.value}`,
})
const who = async (headers: { cookie: string }) =>
  (await server.app.inject({ url: '/api/session', headers })).json<{ member: { name: string } | null }>()
    .member?.name ?? null
const post = (headers: { cookie: string }, url: string, payload: object = {}) =>
  server.app.inject({ method: 'POST', url, headers, payload })

describe('an invitation', () => {
  const invite = async (change: object = {}) => {
    const id = newId()
    const draft = { id, name: 'the new sitter', role: 'helper', ...change }
    const { body } = await book.as.owner('POST', '/api/invitations', draft)
    return { id, key: body.key as string }
  }
  const person = () => ({ name: 'Marlow', email: `marlow@${newId()}.example`, password: 'my own words' })

  test('tells whose book it is, lets one person in with the role and end it names, and never a second', async () => {
    const { key } = await invite({ endsOn: '2026-06-01' })
    const seen = await server.call('GET', `/api/invitation/${key}`)
    expect(seen.body).toMatchObject({ bookName: 'Reed Bank', role: 'helper', email: null })
    const marlow = person()
    const taken = await server.app.inject({
      method: 'POST',
      url: `/api/invitation/${key}`,
      payload: marlow,
    })
    expect(await who(cookieOf(taken))).toBe('Marlow')
    const { body } = await book.as.viewer('GET', '/api/members')
    expect(body.members).toContainEqual(
      expect.objectContaining({ name: 'Marlow', role: 'helper', endsOn: '2026-06-01' }),
    )
    expect((await server.call('POST', `/api/invitation/${key}`, person())).status).toBe(404)
    expect((await signIn(marlow.email, marlow.password)).json()).toMatchObject({ ok: true })
  })

  test('is refused when withdrawn, guessed, over, or for an address that is there; nothing is used up by a refusal', async () => {
    const { id, key } = await invite()
    const there = await server.call('POST', `/api/invitation/${key}`, { ...person(), email: owner() })
    expect(there.body).toMatchObject({ code: 'already-there' })
    const short = await server.call('POST', `/api/invitation/${key}`, { ...person(), password: 'short' })
    expect(short.status).toBe(422)
    expect(
      (
        await server.call(
          'POST',
          `/api/invitation/${key.slice(0, -3)}${key.endsWith('xyz') ? 'zyx' : 'xyz'}`,
          person(),
        )
      ).status,
    ).toBe(404)
    expect((await server.call('GET', `/api/invitation/${key}`)).status).toBe(200)
    await book.as.owner('DELETE', `/api/invitations/${id}`)
    expect((await server.call('POST', `/api/invitation/${key}`, person())).status).toBe(404)
    const late = await invite()
    await asDatabaseOwner(`update invitation set expires_at = now() - interval '1 minute' where id = $1`, [
      late.id,
    ])
    expect((await server.call('POST', `/api/invitation/${late.key}`, person())).status).toBe(404)
  })
})

test('a password is changed by who knows it, and every other device has to sign in anew', async () => {
  const email = `changes@${book.id}.example`
  const member = { id: newId(), name: 'Tamsin', email, password: 'the first one', role: 'keeper' }
  await book.as.owner('POST', '/api/members', member)
  const [here, there] = [
    cookieOf(await signIn(email, 'the first one')),
    cookieOf(await signIn(email, 'the first one')),
  ]
  const wrong = await post(here, '/api/password', { current: 'guessed it', password: 'the second one' })
  expect(wrong.json()).toMatchObject({ code: 'wrong-password' })
  const done = await post(here, '/api/password', { current: 'the first one', password: 'the second one' })
  expect(done.json()).toEqual({ closed: 1 })
  expect([await who(here), await who(there)]).toEqual(['Tamsin', null])
  expect((await signIn(email, 'the first one')).statusCode).toBe(401)
  const again = cookieOf(await signIn(email, 'the second one'))
  const { sessions } = (await server.app.inject({ url: '/api/sessions', headers: again })).json<{
    sessions: { isThis: boolean }[]
  }>()
  expect(sessions.map((s) => s.isThis).sort()).toEqual([false, true])
  await post(again, '/api/sessions/close', { which: 'all' })
  expect([await who(here), await who(again)]).toEqual([null, null])

  await recovers(member.id, email)
})

/** The owner makes a link for who forgot theirs; only the newest one opens, and no older device stays signed in. */
async function recovers(id: string, email: string): Promise<void> {
  const before = cookieOf(await signIn(email, 'the second one'))
  const link = async () => (await book.as.owner('POST', `/api/members/${id}/recovery`)).body.key as string
  const [old, key] = [await link(), await link()]
  expect((await server.call('GET', `/api/invitation/${old}`)).status).toBe(404)
  expect((await server.call('GET', `/api/invitation/${key}`)).body).toMatchObject({ email })
  await server.call('POST', `/api/invitation/${key}`, { password: 'the third one' })
  expect(await who(before)).toBeNull()
  expect((await signIn(email, 'the third one')).json()).toMatchObject({ ok: true })
}

test('a second step: wanted after the right password only, and no code opens twice', async () => {
  const email = `codes@${book.id}.example`
  const member = { id: newId(), name: 'Sorrel', email, password: 'the first one', role: 'keeper' }
  await book.as.owner('POST', '/api/members', member)
  const here = cookieOf(await signIn(email, member.password))
  // Who only found the page open sets nothing up.
  expect((await post(here, '/api/second-factor', { password: 'guessed' })).statusCode).toBe(422)
  const { secret } = (await post(here, '/api/second-factor', { password: member.password })).json<{
    secret: string
  }>()
  const telephone = new TOTP({ secret: Secret.fromBase32(secret) })
  const code = (steps = 0) => telephone.generate({ timestamp: Date.now() + steps * 30_000 })
  expect((await post(here, '/api/second-factor/prove', { code: '000000' })).statusCode).toBe(422)
  expect((await signIn(email, member.password)).json()).toMatchObject({ ok: true })
  // Proved by the code before, so that the one of now and the next are still unused.
  await post(here, '/api/second-factor/prove', { code: code(-1) })

  const wanted = await signIn(email, member.password)
  expect(wanted.json()).toEqual({ ok: false, books: [], codeWanted: true })
  expect(wanted.cookies).toEqual([])
  expect((await signIn(email, 'not this one', { code: code() })).statusCode).toBe(401)
  const now = code()
  const opened = await signIn(email, member.password, { code: now })
  expect(opened.json()).toMatchObject({ ok: true })
  expect((await signIn(email, member.password, { code: now })).json()).toMatchObject({ code: 'wrong-code' })
  expect((await post(here, '/api/second-factor/end', { password: 'guessed' })).statusCode).toBe(422)
  await post(here, '/api/second-factor/end', { password: member.password })
  expect((await signIn(email, member.password)).json()).toMatchObject({ ok: true })
})

test('an owner changes what a member may do and signs them out; the last owner stays one; what each did is told', async () => {
  const { body } = await book.as.owner('GET', '/api/members')
  const idOf = (name: string) =>
    (body.members as { id: string; name: string }[]).find((m) => m.name === name)!.id
  const demoted = await book.as.owner('PATCH', `/api/members/${idOf('Owner')}`, {
    role: 'viewer',
    endsOn: null,
  })
  expect(demoted).toMatchObject({ status: 409, body: { code: 'depended-on' } })
  await addAnimal(book, { tag: 'R01' })
  const { body: doings } = await book.as.viewer('GET', `/api/members/${idOf('keeper')}/doings`)
  expect(doings.byKind).toContainEqual(expect.objectContaining({ kind: 'weighed', count: 1, struck: 0 }))
  expect(doings.total).toBe((doings.byKind as { count: number }[]).reduce((n, k) => n + k.count, 0))
  await book.as.owner('PATCH', `/api/members/${idOf('helper')}`, { role: 'viewer', endsOn: null })
  expect((await book.as.helper('GET', '/api/session')).body.member).toMatchObject({ role: 'viewer' })
  await book.as.owner('PATCH', `/api/members/${idOf('helper')}`, { role: 'helper', endsOn: '2026-05-01' })
  expect((await book.as.helper('GET', '/api/session')).body.member).toBeNull()
})

test('a second book is opened from within, a deleted one is closed to all, comes back, and goes for good after thirty days', async () => {
  const here = cookieOf(await signIn(owner(), PASSWORD))
  const opened = await post(here, '/api/books', { name: 'Sluice House', zone: 'UTC' })
  const second = cookieOf(opened)
  expect(await who(second)).toBe('Owner')
  const { books } = (await signIn(owner(), PASSWORD)).json<{ books: { id: string; name: string }[] }>()
  expect(books.map((b) => b.name)).toEqual(['Reed Bank', 'Sluice House'])
  const bookId = books[1]!.id

  const slip = await post(second, '/api/book/delete', { name: 'Sluice', password: PASSWORD })
  expect(slip.statusCode).toBe(422)
  await post(second, '/api/book/delete', { name: 'Sluice House', password: PASSWORD })
  const animals = () => server.app.inject({ url: '/api/animals', headers: second })
  expect((await animals()).json()).toMatchObject({ code: 'book-deleted' })
  await post(second, '/api/book/restore')
  expect((await animals()).statusCode).toBe(200)

  await post(second, '/api/book/delete', { name: 'Sluice House', password: PASSWORD })
  const forget = () => asDatabaseOwner('select forget_deleted_books() as n')
  const age = (days: number) =>
    asDatabaseOwner(
      `alter table book disable trigger user; update book set deleted_at = now() - interval '${days} days' where id = '${bookId}'; alter table book enable trigger user`,
    )
  await age(29)
  expect(await forget()).toEqual([{ n: 0 }])
  await age(31)
  expect(await forget()).toEqual([{ n: 1 }])
  expect(await who(second)).toBeNull()
  expect((await book.as.viewer('GET', '/api/animals')).body.animals).toHaveLength(1)
})

async function asDatabaseOwner(text: string, values?: unknown[]): Promise<unknown[]> {
  const client = new pg.Client({ connectionString: server.ownerUrl })
  await client.connect()
  try {
    return (await client.query(text, values)).rows as unknown[]
  } finally {
    await client.end()
  }
}
