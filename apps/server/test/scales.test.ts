import { newId } from '@hatch-book/contract'
import { addAnimal, openServer, type TestBook, type TestServer } from './support'

let server: TestServer
let book: TestBook
let other: TestBook
let url: string
beforeAll(async () => {
  server = await openServer()
  book = await server.openBook('Ours')
  other = await server.openBook('Theirs')
  url = await server.app.listen({ port: 0, host: '127.0.0.1' })
})
afterAll(() => server.close())

const addScale = async (of: TestBook, name: string) => {
  const { body } = await of.as.owner('POST', '/api/scales', { id: newId(), name, capacityGrams: 2000 })
  return body as { scale: { id: string; name: string }; token: string }
}
const bridge = (token: string, samples: unknown) =>
  server.app.inject({
    method: 'POST',
    url: '/api/bridge/samples',
    headers: { authorization: `Bearer ${token}` },
    payload: { samples },
  })

/** The next event of a stream of server-sent events. */
async function nextEvent(path: string, headers: Record<string, string>, meanwhile: () => Promise<unknown>) {
  const stop = new AbortController()
  const reply = await fetch(`${url}${path}`, { headers, signal: stop.signal })
  const reader = reply.body!.getReader()
  await meanwhile()
  let text = ''
  while (!text.includes('data: ')) text += new TextDecoder().decode((await reader.read()).value)
  stop.abort()
  return JSON.parse(text.slice(text.indexOf('data: ') + 6).split('\n')[0]!) as unknown
}

test('what a scale shows reaches whoever looks at it, and who is awaited reaches its bridge', async () => {
  const { scale, token } = await addScale(book, 'Bench')
  const samples = [
    [0, 84.2],
    [50, null],
  ]
  const seen = await nextEvent(`/api/scales/${scale.id}/stream`, { cookie: book.cookie }, async () => {
    expect((await bridge(token, samples)).json()).toEqual({ heard: 2 })
  })
  expect(seen).toEqual(samples)
  const animalId = await addAnimal(book, { tag: 'S1', grams: 84 })
  const awaited = await nextEvent('/api/bridge/awaited', { authorization: `Bearer ${token}` }, () =>
    book.as.helper('POST', `/api/scales/${scale.id}/awaits`, { animalId }),
  )
  expect(awaited).toEqual({ tag: 'S1', lastGrams: 84 })
})

test('a token speaks for its scale alone, and ends when the scale is given a new one or removed', async () => {
  const { scale, token } = await addScale(book, 'Second')
  const status = async (t: string) => (await bridge(t, [[0, 1]])).statusCode
  expect(await status(token)).toBe(200)
  for (const wrong of ['', 'x', `${other.id}.${scale.id}.secret`, token.slice(0, -1)])
    expect(await status(wrong)).toBe(401)
  const animals = await server.app.inject({
    url: '/api/animals',
    headers: { authorization: `Bearer ${token}` },
  })
  expect(animals.statusCode).toBe(401)
  const again = await addScale(book, 'Second')
  expect([await status(token), await status(again.token)]).toEqual([401, 200])
  expect((await other.as.owner('DELETE', `/api/scales/${scale.id}`)).status).toBe(404)
  expect((await book.as.owner('DELETE', `/api/scales/${scale.id}`)).status).toBe(200)
  expect(await status(again.token)).toBe(401)
})

test('samples that are none are refused, and only an owner adds a scale', async () => {
  const { token } = await addScale(book, 'Third')
  for (const samples of [[], [[0, 'heavy']], [[-1, 2]], 'x', Array.from({ length: 101 }, (_, i) => [i, 1])])
    expect((await bridge(token, samples)).statusCode).toBe(422)
  for (const role of ['keeper', 'helper', 'viewer'] as const)
    expect(
      (await book.as[role]('POST', '/api/scales', { id: newId(), name: 'X', capacityGrams: 10 })).status,
    ).toBe(403)
})
