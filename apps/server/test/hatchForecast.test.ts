import { newId } from '@hatch-book/contract'
import { eq } from 'drizzle-orm'
import { inBook, tables, type Transaction } from '../src/db/connect'
import { openEggRoom, type EggRoom } from './eggRoom'
import { entry, noon, openServer, TODAY, write, type TestServer } from './support'

let server: TestServer
let room: EggRoom
beforeAll(async () => {
  server = await openServer()
})
afterAll(() => server.close())
beforeEach(async () => {
  room = await openEggRoom(await server.openBook('Forecasts'))
})

const fate = (clutchId: string, eggId: string, what: string, at: string) =>
  entry('egg fate', 'clutch', clutchId, { eggId, fate: what }, at)

describe('the forecast', () => {
  const log = (from: string, days: number, celsius: number) =>
    Buffer.from(
      [
        'time;temperature C',
        ...Array.from({ length: days * 24 + 1 }, (_, h) => {
          const at = new Date(Date.parse(`${from}T12:00:00Z`) + h * 3_600_000).toISOString()
          return `${at};${celsius}`
        }),
      ].join('\n'),
    )
  const bringIn = (probe: string, file: Buffer) =>
    room.book.as.keeper('POST', `/api/probes/${probe}/log`, file)
  /** A clutch that took so many days at 28 °C, whatever the protocol says. */
  async function hatched(day: string, days: number) {
    const { id, eggs } = await room.set(day)
    const out = new Date(Date.parse(noon(day)) + days * 86_400_000).toISOString()
    const young = eggs.map((e, i) => ({
      ...{ eggId: e.id, entryId: newId(), animalId: newId(), tag: `Y${day.slice(2, 7)}${i}`, placeId: null },
    }))
    expect((await room.book.as.keeper('POST', `/api/clutches/${id}/hatch`, { at: out, young })).status).toBe(
      200,
    )
    return id
  }

  it('works out anew what an older method had learned of a clutch, and keeps it, when somebody only looks at the list', async () => {
    const ended = await hatched('2026-02-01', 66)
    await room.set('2026-05-01')
    const inRecords = <T>(work: (tx: Transaction) => Promise<T>) => inBook(server.db, room.book.id, work)
    const kept = () =>
      inRecords((tx) => tx.select().from(tables.hatchRecord).where(eq(tables.hatchRecord.id, ended)))
    const before = await kept()
    await inRecords((tx) => tx.update(tables.hatchRecord).set({ basis: 'an older method', record: null }))
    // Nobody who looks waits for it; where something else was written meanwhile it is kept by whoever looks next.
    for (let look = 0; look < 20 && (await kept())[0]?.record === null; look++) {
      expect((await room.book.as.viewer('GET', '/api/clutches')).status).toBe(200)
      await new Promise((resolve) => setTimeout(resolve, 100))
    }
    expect(await kept()).toEqual(before)
    expect(before[0]?.record?.eggs).toBe(4)
  })

  it('is taught by every clutch that has hatched, and says by how many', async () => {
    const { id } = await room.set('2026-05-01')
    const before = await room.get(`/api/clutches/${id}`)
    expect(before.rules.learned).toMatchObject({ clutches: 0, moved: 0, degreeDays: 780 })
    expect(before.clutch.forecast.likelyDay).toBe('2026-06-30')
    for (const day of ['2025-06-01', '2025-07-01', '2025-08-01', '2026-02-01']) await hatched(day, 66)
    const after = await room.get(`/api/clutches/${id}`)
    // 66 days at 28 °C are 858 degree-days; four clutches take it most of the way there.
    expect(after.rules.learned.clutches).toBe(4)
    expect(after.rules.learned.degreeDays).toBeGreaterThan(825)
    expect(after.rules.learned.degreeDays).toBeLessThan(858)
    expect(after.clutch.forecast.likelyDay > '2026-07-03').toBe(true)
    const past = await room.get('/api/forecasts')
    expect(past.clutches).toHaveLength(4)
    const when = (at: string) => past.summary.find((s: { lead: string }) => s.lead === at)
    expect(when('when set')).toMatchObject({ clutches: 4, eggs: 16 })
    // What was learned on the way came nearer than the protocol alone.
    expect(when('when set').sizeDays).toBeLessThan(when('when set').untaughtSizeDays - 1)
    // The first had nobody to learn from: six days late.
    expect(past.clutches.at(-1)).toMatchObject({ taught: 0 })
    expect(past.clutches.at(-1).leads['when set'].errorDays).toBeCloseTo(6, 0)
  })

  it('is reckoned anew when a log of that time is brought in, and by a probe that is found to be off', async () => {
    await hatched('2026-02-01', 60)
    const { id } = await room.set('2026-05-01')
    const learned = async () => (await room.get(`/api/clutches/${id}`)).rules.learned.degreeDays
    expect(await learned()).toBeCloseTo(780, 0)
    await bringIn(room.incubator, log('2026-02-01', 60, 26))
    const cooler = await learned()
    expect(cooler).toBeLessThan(740)
    const calibrate = (readC: number, trueC: number) =>
      room.book.as.keeper('POST', `/api/probes/${room.incubator}/calibrations`, { id: newId(), readC, trueC })
    expect((await calibrate(26, 28)).status).toBe(200)
    expect(await learned()).toBeCloseTo(780, 0)
    expect((await calibrate(26, 40)).body.fields[0].says).toBe('more than 8 °C off')
    const { places } = await room.get('/api/climate')
    expect(places[0]).toMatchObject({ name: 'H1', offsetC: 2, lastC: 28 })
  })

  it('is taught anew when a turn of the dial is written down later, and again when it is struck out', async () => {
    await hatched('2026-02-01', 60)
    const { id } = await room.set('2026-05-01')
    const learned = async () => (await room.get(`/api/clutches/${id}`)).rules.learned.degreeDays
    expect(await learned()).toBeCloseTo(780, 0)
    const turned = entry('set point', 'place', room.incubator, { celsius: 26, wasC: 28 }, noon('2026-02-20'))
    const back = entry('set point', 'place', room.incubator, { celsius: 28 }, noon('2026-04-20'))
    await write(room.book, [turned, back])
    expect(await learned()).toBeLessThan(755)
    await write(room.book, [
      { ...entry('struck', 'place', room.incubator), strikes: turned.id },
      { ...entry('struck', 'place', room.incubator), strikes: back.id },
    ])
    expect(await learned()).toBeCloseTo(780, 0)
  })

  it('is narrowed and taught by a counted batch as well, and lets its incubator rest once it has ended', async () => {
    room.dam = await room.addOf('PS', 'P1')
    const ova = { kind: 'loose ova', eggs: [], counted: { counted: 30 } }
    const { id } = await room.set('2026-01-01', ova)
    const width = async () => {
      const { windowDays } = (await room.get(`/api/clutches/${id}`)).clutch.forecast
      return Date.parse(windowDays.to) - Date.parse(windowDays.from)
    }
    const before = await width()
    const said = (what: string, count: number, day: string) =>
      write(room.book, [entry('batch fate', 'clutch', id, { fate: what, count }, noon(day))])
    await said('hatched', 12, '2026-05-15')
    expect(await width()).toBeLessThan(before)
    const alarmed = async () => {
      const { places } = await room.get('/api/climate')
      return places[0].occupants
    }
    expect(await alarmed()).toEqual(['P1-26a'])
    await said('infertile', 18, '2026-05-19')
    expect(await alarmed()).toEqual([])
    const next = await room.set('2026-05-01', ova)
    const { rules } = await room.get(`/api/clutches/${next.id}`)
    expect(rules.learned).toMatchObject({ clutches: 1 })
    expect(rules.learned.moved).not.toBe(0)
  })

  it('follows a clutch into another incubator, and the dial as it is turned', async () => {
    const { id } = await room.set('2026-05-01')
    const likely = async () => (await room.get(`/api/clutches/${id}`)).clutch.forecast.likelyDay
    const warm = await room.addIncubator('H2', 30)
    await write(room.book, [entry('clutch moved', 'clutch', id, { boxId: warm.box }, noon('2026-05-11'))])
    // Ten days at 28 are 130 of 780; the rest at 30 takes 43.3 days.
    expect(await likely()).toBe('2026-06-23')
    await write(room.book, [
      entry('set point', 'place', warm.incubator, { celsius: 27, wasC: 30 }, noon('2026-05-16')),
    ])
    // Five days at 30 are 75 more; 575 at 12 a day take 47.9.
    expect(await likely()).toBe('2026-07-03')
    expect((await room.get(`/api/clutches/${id}`)).clutch).toMatchObject({ incubator: { name: 'H2' } })
    expect(
      await write(room.book, [entry('clutch moved', 'clutch', id, { boxId: warm.incubator })]),
    ).toMatchObject({
      status: 422,
    })
  })

  it('counts days and nights that are set apart as what they are together', async () => {
    const { id } = await room.set('2026-05-01')
    const turn = (night: object | null) =>
      write(room.book, [
        entry('set point', 'place', room.incubator, { celsius: 30, wasC: 28, night }, noon('2026-05-01')),
      ])
    await turn({ celsius: 26, startHour: 18, hours: 12 })
    const page = await room.get(`/api/clutches/${id}`)
    // Twelve hours each of 26 and 30 are 28 to the eggs: sixty days.
    expect(page.clutch.forecast.likelyDay).toBe('2026-06-30')
    expect(page.climate.setPointC).toBe(28)
    expect(await turn({ celsius: 26, startHour: 25, hours: 12 })).toMatchObject({ status: 422 })
  })

  it('answers what a turn of the dial would do, and what speaks against it', async () => {
    const { id } = await room.set('2026-05-01')
    const ask = async (celsius: number) =>
      (await room.book.as.viewer('POST', `/api/clutches/${id}/what-if`, { from: noon(TODAY), celsius })).body
    // Nineteen days at 28 are gone; 533 degree-days are left.
    expect((await ask(27)).shiftDays).toBeCloseTo(533 / 12 - 533 / 13, 1)
    expect((await ask(27)).against).toEqual([])
    expect((await ask(32)).against).toEqual(['above the warning limit of 31 °C'])
    expect((await ask(35)).against).toEqual(['above 33 °C, which kills eggs after 6 hours'])
    expect(await ask(10)).toMatchObject({ likelyDay: null, shiftDays: null })
  })

  it('says the sexes where temperature decides, and what a plan would make of them', async () => {
    room.dam = await room.addOf('FG', 'L1')
    const { id } = await room.set('2026-05-01')
    room.dam = await room.addOf('FG', 'L2')
    const other = await room.addIncubator('H2', 30)
    const second = await room.set('2026-05-13', { boxId: other.box })
    const page = await room.get(`/api/clutches/${id}`)
    expect(page.sexes.maleShare).toBeCloseTo(0.027, 2)
    expect((await room.get(`/api/clutches/${second.id}`)).sexes.maleShare).toBeCloseTo(0.5, 2)
    const { body: plan } = await room.book.as.viewer('POST', '/api/hatch-plans', {
      clutchIds: [id, second.id],
      wish: { kind: 'gathered' },
    })
    expect(plan.spanDays.after).toBeLessThan(0.5)
    const moved = plan.clutches.find((c: { celsius: number | null }) => c.celsius !== null)
    expect(moved.males.after).not.toBe(moved.males.before)
    const one = await room.book.as.viewer('POST', '/api/hatch-plans', {
      clutchIds: [id],
      wish: { kind: 'gathered' },
    })
    expect(one.status).toBe(422)
  })

  it('counts methods by what ended, pooled with the other pairs', async () => {
    const { id, eggs } = await room.set('2026-02-01', { method: 'dry mesh over a moist layer' })
    await write(room.book, [
      fate(id, eggs[0]!.id, 'infertile', noon('2026-02-12')),
      ...eggs.slice(1).map((e) => fate(id, e.id, 'dead', noon('2026-03-12'))),
    ])
    const { methods } = await room.get('/api/incubation-methods')
    const dry = methods.find(
      (m: { name: string; code: string }) => m.code === 'CS' && m.name.startsWith('dry'),
    )
    expect(dry).toMatchObject({ clutches: 1, eggs: 4, fertility: { successes: 3, trials: 4 } })
    expect(dry.hatch).toMatchObject({ successes: 0, trials: 3 })
    expect(dry.expected.share).toBeCloseTo(1 / 5)
    const buried = methods.find(
      (m: { name: string; code: string }) => m.code === 'CS' && m.name.startsWith('half'),
    )
    expect(buried).toMatchObject({ clutches: 0, meanDays: null })
  })
})
