import { newId } from '@hatch-book/contract'
import { addDays } from '@hatch-book/core'
import { sql } from 'drizzle-orm'
import { inBook } from '../src/db/connect'
import { coldRoomOf, logFile } from './coldRoom'
import {
  addAnimal,
  entry,
  noon,
  openServer,
  TODAY,
  write,
  type Reply,
  type TestBook,
  type TestServer,
} from './support'

let server: TestServer
let book: TestBook
beforeAll(async () => {
  server = await openServer()
})
afterAll(() => server.close())
beforeEach(async () => {
  book = await server.openBook('A cold room')
})

const { addUnit, protocolOf, unit, bringIn } = coldRoomOf(() => book)

describe('a cold unit', () => {
  it('is refused while it swings too low, and passes once the dial is turned', async () => {
    const id = await addUnit()
    await addAnimal(book, { tag: 'T1', protocolId: await protocolOf('MT'), grams: 900 })
    await write(book, [
      entry('trial began', 'place', id, {}, noon('2026-04-20')),
      entry('trial ended', 'place', id, {}, noon('2026-05-04')),
    ])
    expect((await bringIn(id, logFile('2026-04-20', 14, 3.3, 1.2))).body.written).toBe(1345)
    const before = await unit(id)
    const tortoise = before.proofs.find((p: { for: string }) => p.for.includes('tortoise'))
    expect(before.judged.of).toBe('trial')
    expect(tortoise).toMatchObject({ verdict: 'no-go', advice: { enough: true } })
    expect(tortoise.cycle.swingC).toBeCloseTo(1.2, 1)
    await write(book, [
      entry('set point', 'place', id, { celsius: 6.7 }, noon('2026-05-05')),
      entry('trial began', 'place', id, {}, noon('2026-05-05')),
      entry('trial ended', 'place', id, {}, noon('2026-05-19')),
    ])
    await bringIn(id, logFile('2026-05-05', 14, 5, 1.2))
    const after = await unit(id)
    expect(after.unit.setPointC).toBeCloseTo(6.7, 5)
    expect(after.proofs.find((p: { for: string }) => p.for.includes('tortoise')).verdict).toBe('go')
    expect(after.setPoints).toHaveLength(1)
  })

  it('that nothing logs is proved by what somebody read off a thermometer in it, twice a day', async () => {
    const id = await addUnit()
    await addAnimal(book, { tag: 'T1', protocolId: await protocolOf('MT'), grams: 900 })
    const days = Array.from({ length: 15 }, (_, i) => addDays('2026-05-06', i))
    const reads = days.flatMap((day) =>
      ['07', '19'].map((hour) =>
        entry(
          'thermometer read',
          'place',
          id,
          { celsius: 4.6, lowC: 3.8, highC: 6.1 },
          `${day}T${hour}:00:00.000Z`,
        ),
      ),
    )
    expect((await write(book, reads.slice(0, -1), 'helper')).status).toBe(200)
    const [proof] = (await unit(id)).proofs
    expect(proof).toMatchObject({ verdict: 'go', looks: { times: 28, extremes: 28 }, minC: 3.8, maxC: 6.1 })
    const wrong = entry('thermometer read', 'place', id, { celsius: 2, lowC: 3, highC: 4 })
    expect((await write(book, [wrong])).body.detail).toContain('between the lowest and the highest')
  })

  it('is drawn small without losing an extreme', async () => {
    const id = await addUnit()
    const rows = [
      'time;temperature C',
      ...Array.from(
        { length: 2900 },
        (_, i) =>
          `${new Date(Date.parse('2026-05-01T00:00Z') + i * 600_000).toISOString()};${i === 1234 ? 19.5 : i === 2222 ? -3 : 5}`,
      ),
    ]
    await bringIn(id, Buffer.from(rows.join('\n')))
    for (const [from, to] of [
      ['2026-04-30T00:00:00Z', '2026-05-22T00:00:00Z'],
      ['2026-05-08T00:00:00Z', '2026-05-11T00:00:00Z'],
    ] as const) {
      const { body } = await book.as.viewer('GET', `/api/probes/${id}/series?from=${from}&to=${to}`)
      expect(Math.max(...body.maxC)).toBe(19.5)
      expect(body.at.length).toBeLessThanOrEqual(1201)
      expect(body.meanC.every((m: number, i: number) => m >= body.minC[i] && m <= body.maxC[i])).toBe(true)
    }
    const whole = (
      await book.as.viewer(
        'GET',
        `/api/probes/${id}/series?from=2026-04-30T00:00:00Z&to=2026-05-22T00:00:00Z`,
      )
    ).body
    expect([whole.readings, Math.min(...whole.minC)]).toEqual([2900, -3])
    expect(
      (
        await book.as.viewer(
          'GET',
          `/api/probes/${id}/series?from=2026-05-22T00:00:00Z&to=2026-05-01T00:00:00Z`,
        )
      ).status,
    ).toBe(422)
  })
})

describe('the hours kept with the readings', () => {
  it('are what the readings say, however they came in', async () => {
    const id = await addUnit()
    await bringIn(id, logFile('2026-05-01', 2, 5, 1))
    await bringIn(id, logFile('2026-05-02', 2, 5, 1))
    await bringIn(id, logFile('2026-05-01', 2, 5, 1))
    const wrong = await inBook(server.db, book.id, (tx) =>
      tx.execute(sql`
        select h.hour from reading_hour h full join (
          select probe_id, date_trunc('hour', at) as hour, count(*)::int as n, min(celsius) as low, max(celsius) as high,
            sum(celsius::float8) as sum from reading group by 1, 2) r on r.probe_id = h.probe_id and r.hour = h.hour
        where (h.count, h.min_c, h.max_c) is distinct from (r.n, r.low, r.high) or abs(h.sum_c - r.sum) > 1e-3`),
    )
    expect(wrong.rows).toEqual([])
  })
})

describe('a probe that speaks', () => {
  async function speaking(): Promise<{ id: string; say(...celsius: number[]): Promise<Reply> }> {
    const id = await addUnit()
    const { token } = (await book.as.owner('POST', `/api/probes/${id}/token`)).body
    return {
      id,
      say: async (...celsius) => {
        const reply = await server.app.inject({
          method: 'POST',
          url: '/api/bridge/readings',
          headers: { authorization: `Bearer ${token}` },
          payload: {
            everySeconds: 60,
            readings: celsius.map((c, i) => ({ celsius: c, secondsAgo: (celsius.length - 1 - i) * 60 })),
          },
        })
        return { status: reply.statusCode, body: reply.json() }
      },
    }
  }
  async function putToSleep(unitId: string): Promise<string> {
    const { body } = await book.as.keeper('GET', '/api/protocols')
    const protocolId = body.protocols.find((p: { code: string }) => p.code === 'MT').id
    const id = await addAnimal(book, {
      tag: 'MT1',
      protocolId,
      grams: 900,
      hatched: { date: '2010', precision: 'year' },
    })
    await write(book, [entry('rest began', 'animal', id, {}, noon('2026-04-01'))])
    const plan = {
      ...{
        id: newId(),
        name: 'Winter',
        hemisphere: 'south',
        anchor: { kind: 'cooling begins', day: '2026-04-01' },
      },
      rests: [{ id: newId(), animalId: id, unitId }],
    }
    expect((await book.as.keeper('POST', '/api/rest-plans', plan)).status).toBe(200)
    return id
  }
  const alarms = async () => (await book.as.viewer('GET', '/api/alarms')).body.alarms

  it('raises no alarm over an empty unit', async () => {
    const probe = await speaking()
    expect((await probe.say(5, 14, 15)).body).toEqual({ heard: 3 })
    expect(await alarms()).toEqual([])
  })

  it('raises one over sleepers at the second hot reading, writes to the keepers, and clears it', async () => {
    const probe = await speaking()
    await putToSleep(probe.id)
    await probe.say(5, 5.2, 13)
    expect(await alarms()).toEqual([])
    await probe.say(13.4)
    const [alarm] = await alarms()
    expect(alarm).toMatchObject({ place: 'Cold unit 1', kind: 'too warm', severity: 'alarm', seenBy: null })
    expect(alarm.todo).toContain('Look at the plug, the door and the dial')
    const { messages } = (await book.as.viewer('GET', '/api/messages')).body
    expect(messages.map((m: { to: string }) => m.to).sort()).toEqual(['Owner', 'keeper'])
    expect(messages[0].body).toContain('Asleep there: MT1')
    await probe.say(13.5)
    expect((await book.as.viewer('GET', '/api/messages')).body.messages).toHaveLength(2)
    await book.as.helper('POST', `/api/alarms/${alarm.id}/seen`)
    expect((await alarms())[0].seenBy).toBe('helper')
    await probe.say(6, 5.5)
    expect(await alarms()).toEqual([])
    expect((await unit(probe.id)).alarms[0].clearedAt).not.toBeNull()
  })

  it('is watched by a log brought in as well, when that reaches up to today', async () => {
    const probe = await speaking()
    await putToSleep(probe.id)
    const file = (day: string, ...celsius: number[]) =>
      Buffer.from(
        [
          'time;temperature C',
          ...celsius.map((c, i) => `${day}T${String(8 + i).padStart(2, '0')}:00:00Z;${c}`),
        ].join('\n'),
      )
    await bringIn(probe.id, file('2026-05-11', 5, 14, 15))
    expect(await alarms()).toEqual([])
    await bringIn(probe.id, file(TODAY, 5, 6, 10.4, 11))
    expect(await alarms()).toMatchObject([{ kind: 'too warm', severity: 'alarm' }])
  })

  it('is heard only with its own token', async () => {
    const probe = await speaking()
    const send = (authorization: string) =>
      server.app.inject({
        method: 'POST',
        url: '/api/bridge/readings',
        headers: { authorization },
        payload: { everySeconds: 60, readings: [{ celsius: 5 }] },
      })
    expect((await send('Bearer nonsense')).statusCode).toBe(401)
    const { token } = (await book.as.owner('POST', '/api/scales', { name: 'bench', capacityGrams: 5000 }))
      .body
    expect((await send(`Bearer ${token}`)).statusCode).toBe(401)
    await book.as.owner('POST', `/api/probes/${probe.id}/token`)
    expect((await probe.say(5)).status).toBe(401)
  })

  it('gives its messages to the outbox once', async () => {
    const probe = await speaking()
    await putToSleep(probe.id)
    await probe.say(1, 1)
    const { token } = (await book.as.owner('POST', `/api/probes/${probe.id}/token`)).body
    const take = async () =>
      (
        await server.app.inject({
          method: 'POST',
          url: '/api/bridge/outbox/taken',
          headers: { authorization: `Bearer ${token}` },
        })
      ).json()
    expect([await take(), await take()]).toEqual([{ heard: 2 }, { heard: 0 }])
    expect((await book.as.viewer('GET', '/api/messages')).body.messages[0].takenAt).not.toBeNull()
  })
})

describe('the weather rule', () => {
  it('says how many nights are to go, and how likely by date', async () => {
    const id = newId()
    await book.as.keeper('POST', '/api/places', { id, kind: 'outdoors', name: 'Yard' })
    const nights: string[] = []
    for (let year = 2019; year <= 2026; year++)
      for (let d = 1; d <= 31; d++) {
        const on = `${year}-05-${String(d).padStart(2, '0')}`
        if (on < TODAY || year < 2026) nights.push(`${on};${d + (year % 3) >= 18 ? 5 : 9}`)
      }
    expect((await bringIn(id, Buffer.from(`date;low C\n${nights.join('\n')}`))).body.written).toBe(
      nights.length,
    )
    const tortoise = await addAnimal(book, { tag: 'MT9' })
    const rule = {
      ...{
        id: newId(),
        name: 'Bring in',
        act: 'bring in',
        stationId: id,
        since: '2026-05-01',
        animalIds: [tortoise],
      },
      rule: { nights: 5, side: 'under', limitC: 6 },
    }
    expect((await book.as.keeper('POST', '/api/weather-rules', rule)).status).toBe(200)
    const { rules, stations } = (await book.as.viewer('GET', '/api/weather')).body
    expect(stations[0].last).toEqual({ day: '2026-05-18', lowC: 5 })
    expect(rules[0].run).toMatchObject({ metOn: null, running: 3, toGo: 2 })
    expect(rules[0].animals.map((a: { tag: string }) => a.tag)).toEqual(['MT9'])
    expect(rules[0].chance[0].share).toBe(0)
    expect(rules[0].chance[1]).toMatchObject({ share: 1, years: 7 })
    expect(
      (await book.as.keeper('PATCH', `/api/weather-rules/${rule.id}`, { version: 1, withdrawn: true }))
        .status,
    ).toBe(200)
    expect((await book.as.viewer('GET', '/api/weather')).body.rules).toEqual([])
  })
})
