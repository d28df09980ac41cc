import { newId } from '@hatch-book/contract'
import { openEggRoom, type EggRoom } from './eggRoom'
import { entry, noon, openServer, TODAY, write, type TestServer } from './support'

let server: TestServer
let room: EggRoom
beforeAll(async () => {
  server = await openServer()
})
afterAll(() => server.close())
beforeEach(async () => {
  room = await openEggRoom(await server.openBook('Eggs'))
})

const litter = (tags: string[]) => ({
  live: tags.map((tag) => ({ animalId: newId(), tag, grams: 18 })),
  stillborn: 1,
  unfertilised: 2,
})

describe('finding', () => {
  it('puts each egg in its place, and refuses two in one or one beyond the box', async () => {
    const { id, eggs, reply } = await room.set('2026-05-01')
    expect(reply.status).toBe(200)
    expect(reply.body.clutch.eggs.map((e: { cell: number }) => e.cell)).toEqual([0, 1, 2, 3])
    const put = (cells: { eggId: string; cell: number | null }[]) =>
      room.book.as.helper('POST', `/api/clutches/${id}/cells`, { cells })
    expect(await put([{ eggId: eggs[0]!.id, cell: 1 }])).toMatchObject({
      status: 422,
      body: { fields: [{ says: 'two eggs in one place' }] },
    })
    expect((await put([{ eggId: eggs[0]!.id, cell: 6 }])).body.detail).toBe('box 1 has 6 places.')
    expect(
      await put([
        { eggId: eggs[0]!.id, cell: 1 },
        { eggId: eggs[1]!.id, cell: 0 },
      ]),
    ).toMatchObject({ status: 200 })
    const { clutch } = await room.get(`/api/clutches/${id}`)
    expect(clutch.eggs.slice(0, 2).map((e: { cell: number }) => e.cell)).toEqual([1, 0])
  })

  it('weighs the mother in the same breath', async () => {
    await room.set('2026-05-01', { damGrams: 333 })
    const { entries } = await room.get(`/api/entries?subjectId=${room.dam}`)
    expect(entries).toContainEqual(
      expect.objectContaining({
        kind: 'weighed',
        payload: { grams: 333, context: 'empty', note: 'after laying' },
      }),
    )
  })

  it('takes a litter at once: the living with tags, the rest counted, all of it undone by one striking', async () => {
    room.dam = await room.addOf('BT', 'K1')
    const { id, reply } = await room.set('2026-05-01', {
      kind: 'litter',
      boxId: null,
      eggs: [],
      litter: litter(['K2', 'K3']),
    })
    expect(reply.body.clutch).toMatchObject({
      kind: 'litter',
      counted: { count: 5 },
      waiting: 0,
      forecast: null,
    })
    const page = await room.get(`/api/clutches/${id}`)
    expect(page.entries[0].payload.note).toBe('2 alive, 1 stillborn, 2 unfertilised')
    const { animals } = await room.get('/api/animals')
    expect(animals.filter((a: { dam: { tag: string } | null }) => a.dam?.tag === 'K1')).toHaveLength(2)
    const again = await room.set('2026-05-02', {
      kind: 'litter',
      boxId: null,
      eggs: [],
      litter: litter(['K3', 'k3']),
    })
    expect(again.reply).toMatchObject({
      status: 422,
      body: { detail: 'K3 is in the book already; k3 is given twice' },
    })
    const { entries } = page
    await write(room.book, [{ ...entry('struck', 'clutch', id), strikes: entries[0].id }])
    expect((await room.get('/api/clutches')).clutches).toEqual([])
    expect((await room.get('/api/animals')).animals.map((a: { tag: string }) => a.tag)).not.toContain('K2')
  })

  it('refuses a litter of a species that lays, and eggs of one that bears', async () => {
    const born = await room.set('2026-05-01', {
      kind: 'litter',
      boxId: null,
      eggs: [],
      litter: litter(['X']),
    })
    expect(born.reply.body.fields).toEqual([{ field: 'kind', says: 'a corn snake lays eggs' }])
    room.dam = await room.addOf('BT', 'K1')
    expect((await room.set('2026-05-01')).reply.body.fields).toEqual([
      { field: 'damId', says: 'bears live young' },
    ])
    expect((await room.set('2026-05-01', { eggs: [] })).reply.body.fields[0].says).toBe(
      'a clutch has at least one egg',
    )
  })

  it('estimates loose ova from a sample, and lets no more end than there can be', async () => {
    room.dam = await room.addOf('PS', 'P1')
    const { id, reply } = await room.set('2026-05-01', {
      ...{ kind: 'loose ova', eggs: [], counted: { counted: 20, part: 1, whole: 5 } },
    })
    const { counted } = reply.body.clutch
    expect(counted.count).toBe(100)
    expect(counted.low).toBeLessThan(70)
    const ended = (what: string, count: number) =>
      write(room.book, [entry('batch fate', 'clutch', id, { fate: what, count })])
    await ended('hatched', 30)
    await ended('frozen', 50)
    expect((await room.get(`/api/clutches/${id}`)).clutch).toMatchObject({
      fates: { hatched: 30, frozen: 50 },
      waiting: 20,
    })
    expect(await ended('fed', 200)).toMatchObject({ status: 422 })
    expect((await room.get(`/api/clutches/${id}`)).clutch.waiting).toBe(20)
  })

  it('says who may lay again, and leaves an unlikely nest alone until she shows something', async () => {
    await room.set('2026-04-01')
    const rows = async () => (await room.get('/api/finding')).females
    expect(await rows()).toMatchObject([{ dam: { tag: 'F1' }, comes: 'eggs again', checkOn: null }])
    await write(room.book, [entry('laying sign', 'animal', room.dam, { sign: 'digs' }, noon('2026-05-19'))])
    const [due] = await rows()
    expect(due.seen).toEqual([{ sign: 'digs', on: '2026-05-19' }])
    expect(due.checkOn <= TODAY).toBe(true)
    await write(room.book, [entry('nest checked', 'animal', room.dam)])
    expect((await rows())[0]).toMatchObject({ checkedOn: TODAY, checkOn: '2026-05-21' })
  })
})

describe('who carries', () => {
  it('counts a gestation from how long the two were together, and from a mating once one was seen', async () => {
    const dam = await room.addOf('BT', 'B1')
    const sire = await room.addOf('BT', 'B2', { sex: 'male' })
    const overrule = (id: string) =>
      entry('overruled', 'animal', id, { about: 'readiness', verdict: 'ready', reason: 'known from before' })
    await write(room.book, [overrule(dam), overrule(sire)])
    const id = newId()
    const made = await room.book.as.keeper('POST', '/api/pairings', { id, femaleId: dam, maleId: sire })
    expect(made.status).toBe(200)
    const seen = (kind: 'introduced' | 'locked' | 'separated', day: string) =>
      write(room.book, [entry(kind, 'pairing', id, {}, noon(day))])
    await seen('introduced', '2026-02-10')
    await seen('separated', '2026-02-20')
    const found = async () => (await room.get('/api/finding')).females[0]
    // 90 to 125 days after ten days together.
    expect(await found()).toMatchObject({
      ...{ comes: 'young', kind: 'litter', because: 'together with B2' },
      windowDays: { from: '2026-05-11', to: '2026-06-25' },
    })
    await seen('locked', '2026-02-12')
    expect(await found()).toMatchObject({
      ...{ because: 'mated with B2', likelyDay: '2026-05-28' },
      windowDays: { from: '2026-05-13', to: '2026-06-17' },
    })
  })
})

describe('the watch', () => {
  async function speaking() {
    const { token } = (await room.book.as.owner('POST', `/api/probes/${room.incubator}/token`)).body
    const say = (readings: { celsius: number; humidity?: number; secondsAgo?: number }[]) =>
      server.app.inject({
        ...{ method: 'POST', url: '/api/bridge/readings', headers: { authorization: `Bearer ${token}` } },
        payload: { everySeconds: 60, readings },
      })
    return { say }
  }
  const alarms = async () => (await room.get('/api/alarms')).alarms

  it('calls over eggs when the heater sticks, names them to the keepers, and is quiet over an empty incubator', async () => {
    const probe = await speaking()
    await probe.say([{ celsius: 36 }, { celsius: 36, secondsAgo: 5 }])
    expect(await alarms()).toEqual([])
    await room.set('2026-05-01')
    await probe.say([{ celsius: 34.1 }, { celsius: 34, secondsAgo: 5 }])
    const [alarm] = await alarms()
    expect(alarm).toMatchObject({ place: 'H1', placeKind: 'incubator', kind: 'too warm', severity: 'alarm' })
    expect(alarm.todo).toContain('no fan, no ice')
    const { messages } = await room.get('/api/messages')
    expect(messages[0].body).toContain('Eggs there: F1-26a')
    await probe.say([{ celsius: 28.2 }, { celsius: 28.1, secondsAgo: 1 }])
    expect(await alarms()).toEqual([])
  })

  it('notices a sensor that shows the same figure for ever', async () => {
    await room.set('2026-05-01')
    const probe = await speaking()
    await probe.say(
      Array.from({ length: 40 }, (_, i) => ({ celsius: 28 + (i % 5) / 50, secondsAgo: 4000 - i * 20 })),
    )
    await probe.say(Array.from({ length: 45 }, (_, i) => ({ celsius: 28.07, secondsAgo: 900 - i * 20 })))
    expect(await alarms()).toMatchObject([{ kind: 'probe frozen', severity: 'warn' }])
  })

  it('watches an enclosure by its bands, damp included, and refuses bands that run backward', async () => {
    const tub = newId()
    await room.book.as.keeper('POST', '/api/places', { id: tub, kind: 'tub', name: 'T1' })
    const bands = { day: { low: 26, high: 32 }, night: { low: 20, high: 26 }, dayFrom: 8, dayHours: 12 }
    const put = (change: object) =>
      room.book.as.keeper('PATCH', `/api/places/${tub}/bands`, {
        bands: { ...bands, humidity: null, ...change },
      })
    expect((await put({ day: { low: 32, high: 26 } })).body.fields[0].says).toBe(
      'the band of the day ends before it begins',
    )
    expect((await put({ humidity: { low: 0.5, high: 0.8 } })).status).toBe(200)
    const { probeId } = (await room.get('/api/climate')).places.find((p: { name: string }) => p.name === 'T1')
    const { token } = (await room.book.as.owner('POST', `/api/probes/${probeId}/token`)).body
    await server.app.inject({
      ...{ method: 'POST', url: '/api/bridge/readings', headers: { authorization: `Bearer ${token}` } },
      payload: {
        everySeconds: 600,
        readings: Array.from({ length: 10 }, (_, i) => ({ celsius: 36, humidity: 0.3, secondsAgo: i * 600 })),
      },
    })
    expect((await alarms()).map((a: { kind: string }) => a.kind).sort()).toEqual(['too dry', 'too warm'])
    const place = (await room.get('/api/climate')).places.find((p: { name: string }) => p.name === 'T1')
    expect(place).toMatchObject({
      says: 'too warm by day, too dry',
      well: false,
      lastHumidity: expect.closeTo(0.3),
    })
    const series = await room.get(
      `/api/probes/${probeId}/series?from=${noon('2026-05-19')}&to=${noon('2026-05-21')}`,
    )
    expect(series.humidity.length).toBe(series.at.length)
  })
})
