import { DEFAULT_DEMO_DAY, demoTimeline, demoIdentity } from '@hatch-book/demo'
import { addDays } from '@hatch-book/core'
import { inBook, tables } from '../src/db/connect'
import { seedDemo } from '../src/demo'
import { REMINDERS } from '../src/rounds/tellOfWork'
import { openServer, type TestServer } from './support'

let server: TestServer
beforeAll(async () => {
  server = await openServer()
})
afterAll(() => server.close())

test('one seed is one life, another seed another', () => {
  const life = JSON.stringify(demoTimeline(7))
  expect(JSON.stringify(demoTimeline(7))).toBe(life)
  expect(JSON.stringify(demoTimeline(8))).not.toBe(life)
  expect(demoIdentity(7).bookId).toBe(demoIdentity(7).bookId)
})

test('the demo day shows everything at once, nothing of it refused, and goes on by a week', async () => {
  const { refused, happened, bookId } = await seedDemo(server.app, server.db, {
    seed: 7,
    day: DEFAULT_DEMO_DAY,
  })
  expect(refused).toEqual([])
  expect(happened).toBeGreaterThan(5000)
  const signedIn = await server.app.inject({
    method: 'POST',
    url: '/api/sign-in',
    payload: { email: 'ottoline@lantern-quay.example', password: 'lantern-quay' },
  })
  const headers = { cookie: `${signedIn.cookies[0]!.name}=${signedIn.cookies[0]!.value}` }
  const get = async (url: string) => (await server.app.inject({ url, headers })).json()
  const { pairings } = await get('/api/pairings')
  expect(pairings.filter((p: { mustStop: object | null }) => p.mustStop)).toHaveLength(1)
  expect(pairings.some((p: { state: string; eggs: unknown }) => p.state === 'apart' && p.eggs)).toBe(true)
  const { clutches } = await get('/api/clutches')
  const waiting = clutches.filter((c: { waiting: number }) => c.waiting > 0)
  expect(
    waiting.some(
      (c: { forecast: { windowDays: { from: string } } }) =>
        c.forecast.windowDays.from <= addDays(DEFAULT_DEMO_DAY, 3),
    ),
  ).toBe(true)
  const { steps } = await get('/api/rearing')
  expect(steps.every((s: { animals: unknown[] }) => s.animals.length > 0)).toBe(true)
  const { colonies } = await get('/api/colonies')
  expect(colonies.map((c: { name: string }) => c.name)).toEqual(['F1', 'Q1', 'R1', 'T1'])
  const { review, proposals } = await get('/api/review')
  const found = review.measures.find(
    (m: { measure: { name: string } }) => m.measure.name === 'hatchling weight',
  )
  // The room changed its school of incubation between the seasons, and those who hatch are lighter.
  expect([review.season, review.against]).toEqual([2027, 2026])
  expect(found.comparison).toMatchObject({ verdict: 'more than chance', units: [4, 8] })
  expect(found.comparison.high).toBeLessThan(0)
  const changed = review.changes.find((c: { dimension: string }) => c.dimension === 'method')
  expect(changed).toMatchObject({
    ...{ from: 'half-buried in moist granules', to: 'dry mesh over a moist layer' },
    ...{ before: { with: 0, of: 5 }, now: { with: 7, of: 7 } },
  })
  expect(changed.effects[0]).toMatchObject({
    measure: { name: 'hatchling weight' },
    tiedToSeason: true,
    comparison: { verdict: 'more than chance' },
  })
  expect(proposals.map((p: { key: string }) => p.key)).toContain('clutch.count')
  const { groups } = await get('/api/review/by?measure=eggs&dimension=method')
  expect(groups.map((g: { name: string }) => g.name)).toContain('half-buried in moist granules')
  // What is done by itself is done in a whole book too, and finds what must not be missed today.
  // Its own clock may have asked while the book was being grown: the next time is in eleven minutes.
  const later = Date.now() + 11 * 60_000
  const clock = jest.spyOn(Date, 'now').mockImplementation(() => later)
  for (const name of server.app.jobs.names) await server.app.jobs.run(name)
  clock.mockRestore()
  expect(server.app.jobs.of(bookId).filter((job) => job.failures > 0 || job.lastFailure)).toEqual([])
  expect(server.app.jobs.of(bookId).find((job) => job.name === REMINDERS)!.lastSuccess).not.toBeNull()
  const { messages } = await get('/api/messages')
  expect(messages.map((m: { subject: string }) => m.subject)).toContainEqual(
    expect.stringContaining('not to be missed'),
  )

  // While a week is played, whoever asks is told the day before it or the day after it, and none between.
  let done = false
  const advancing = server.app
    .inject({ method: 'POST', url: '/api/demo/advance', headers, payload: { days: 7 } })
    .then((reply) => {
      done = true
      return reply
    })
  const seen = new Set<string>()
  while (!done) {
    seen.add((await get('/api/session')).today)
    await new Promise((next) => setTimeout(next, 100))
  }
  const after = addDays(DEFAULT_DEMO_DAY, 7)
  expect((await advancing).json()).toMatchObject({ today: after, refused: 0 })
  expect([...seen].filter((day) => day !== DEFAULT_DEMO_DAY && day !== after)).toEqual([])
  expect(seen).toContain(DEFAULT_DEMO_DAY)
  const [book] = await inBook(server.db, bookId, (tx) => tx.select().from(tables.book))
  expect(book!.demoDay).toBe(after)
}, 420_000)
