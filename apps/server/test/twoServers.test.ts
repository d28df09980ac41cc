import { createServer, request as ask, type Server } from 'node:http'
import { asRole } from '../src/db/connect'
import { rooms } from '../src/rooms'
import { buildApp, type BookApp } from '../src/shell/app'
import { addAnimal, entry, openServer, type TestBook, type TestServer } from './support'

let first: TestServer
let second: BookApp
let book: TestBook
let proxy: Server
let url: string
/** Which server the proxy asks next: each in turn, as a keeper's own proxy may. */
let turn = 0
const asked = [0, 0]

beforeAll(async () => {
  first = await openServer()
  book = await first.openBook('Two')
  const databaseUrl = asRole(first.ownerUrl, 'app_rw', process.env.TEST_APP_PASSWORD!)
  second = await buildApp({ databaseUrl, rooms, trustProxy: '127.0.0.1' })
  const ports = await Promise.all(
    [first.app, second].map(async (app) =>
      Number(new URL(await app.listen({ port: 0, host: '127.0.0.1' })).port),
    ),
  )
  proxy = createServer((near, reply) => {
    const to = turn++ % 2
    asked[to]!++
    const far = ask(
      {
        ...{ port: ports[to], method: near.method, path: near.url },
        headers: { ...near.headers, 'x-forwarded-proto': 'https', 'x-forwarded-for': '203.0.113.9' },
      },
      (answer) => {
        reply.writeHead(answer.statusCode!, answer.headers)
        answer.pipe(reply)
      },
    )
    near.pipe(far)
    reply.on('close', () => far.destroy())
  })
  await new Promise<void>((resolve) => proxy.listen(0, '127.0.0.1', resolve))
  url = `http://127.0.0.1:${(proxy.address() as { port: number }).port}`
})
afterAll(async () => {
  proxy.closeAllConnections()
  await new Promise((resolve) => proxy.close(resolve))
  await second.close()
  await first.close()
})

const get = (path: string, cookie: string) => fetch(`${url}${path}`, { headers: { cookie } })

/** Opens the stream of changes and waits for the next word on it. */
async function listen(cookie: string) {
  const stop = new AbortController()
  const reply = await fetch(`${url}/api/live`, { headers: { cookie }, signal: stop.signal })
  const reader = reply.body!.getReader()
  let heard = ''
  return {
    until: async (word: string) => {
      while (!heard.includes(word)) heard += new TextDecoder().decode((await reader.read()).value)
      heard = ''
    },
    close: () => stop.abort(),
  }
}

test('one signs in at one server and is known at both, and signed out of both', async () => {
  const email = `owner@${book.id}.example`
  const opened = await fetch(`${url}/api/sign-in`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ email, password: 'a long password' }),
  })
  const cookie = opened.headers.get('set-cookie')!.split(';')[0]!
  for (let i = 0; i < 4; i++) expect((await get('/api/animals', cookie)).status).toBe(200)
  await fetch(`${url}/api/sign-out`, { method: 'POST', headers: { cookie } })
  for (let i = 0; i < 4; i++) expect((await get('/api/animals', cookie)).status).toBe(401)
  expect(Math.min(...asked)).toBeGreaterThan(3)
})

test('behind a proxy that says it is safe the cookie is for safe lines only', async () => {
  turn = 1 // the server that believes the proxy
  const opened = await fetch(`${url}/api/sign-in`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ email: `owner@${book.id}.example`, password: 'a long password' }),
  })
  expect(opened.headers.get('set-cookie')).toMatch(/; Secure/i)
  expect(opened.headers.get('strict-transport-security')).toContain('max-age')
})

test('what is written at one server is heard at once by who listens at the other, and read there', async () => {
  const id = await addAnimal(book, { tag: 'W1' })
  const listeners = [await listen(book.cookie), await listen(book.cookie)]
  for (const n of [1, 2, 3, 4]) {
    const sent = await fetch(`${url}/api/entries`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', cookie: book.cookie },
      body: JSON.stringify({ entries: [entry('noted', 'animal', id, { text: `seen ${n}` })] }),
    })
    expect(sent.status).toBe(200)
    await Promise.all(listeners.map((l) => l.until('"touched":["animals"]')))
    for (const _ of [0, 1])
      expect(await (await get(`/api/entries?subjectId=${id}&limit=50`, book.cookie)).text()).toContain(
        `seen ${n}`,
      )
  }
  listeners.forEach((l) => l.close())
})

test('the same entry sent to both at once is written once', async () => {
  const id = await addAnimal(book, { tag: 'W2' })
  const meal = entry('meal', 'animal', id, { outcome: 'taken' })
  const send = () =>
    fetch(`${url}/api/entries`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', cookie: book.cookie },
      body: JSON.stringify({ entries: [meal] }),
    })
  const replies = await Promise.all([send(), send(), send(), send()])
  expect(replies.map((r) => r.status)).toEqual([200, 200, 200, 200])
  const { entries } = (await book.as.viewer('GET', `/api/entries?subjectId=${id}`)).body
  expect((entries as { id: string }[]).filter((e) => e.id === meal.id)).toHaveLength(1)
})
