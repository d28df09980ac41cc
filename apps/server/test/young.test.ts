import { newId, type Entry } from '@hatch-book/contract'
import { openEggRoom, type EggRoom } from './eggRoom'
import { addAnimal, entry, noon, openServer, write, TODAY, type TestBook, type TestServer } from './support'

let server: TestServer
let book: TestBook
let room: EggRoom
beforeAll(async () => {
  server = await openServer()
  book = await server.openBook('young')
  room = await openEggRoom(book)
})
afterAll(() => server.close())

const young = (tag: string, change: object = {}) =>
  addAnimal(book, {
    ...{ tag, sex: 'unknown', purpose: 'growing on', grams: 9, line: 'Lamplight' },
    hatched: { date: '2026-04-10', precision: 'day' },
    ...change,
  })

describe('sexes read blind', () => {
  const read = (id: string, sex: string, role: 'owner' | 'keeper' | 'helper', right = 0.95) =>
    write(book, [entry('sex read', 'animal', id, { sex, method: 'gentle eversion', right })], role)
  const listed = async (role: 'owner' | 'helper', id: string) =>
    (await book.as[role]('GET', '/api/rearing/sexing')).body.animals.find(
      (a: { animal: { id: string } }) => a.animal.id === id,
    )
  const logOf = async (role: 'owner' | 'helper', id: string): Promise<Entry[]> =>
    (await book.as[role]('GET', `/api/entries?subjectId=${id}`)).body.entries

  test('nor by how fast it grows: what is expected of it is the same whatever was read', async () => {
    // Of a year-old hognose a male is expected to weigh far less than a female.
    const heavy = {
      protocolId: book.protocols.WH,
      grams: 300,
      hatched: { date: '2025-05-20', precision: 'day' },
    }
    const [as, is] = [await young('G1', heavy), await young('G2', heavy)]
    expect((await read(is, 'male', 'keeper', 0.92)).status).toBe(200)
    const paceOf = async (id: string) => (await book.as.helper('GET', `/api/animals/${id}`)).body.pace
    expect(await paceOf(as)).toMatchObject({ is: 'too fast' })
    expect(await paceOf(is)).toEqual(await paceOf(as))
  })

  test('nobody is told what was read before, whoever asked to see it reads no more, and the log proves each reading', async () => {
    const id = await young('S1')
    expect((await read(id, 'female', 'keeper')).status).toBe(200)
    const told = await listed('helper', id)
    expect(told).toMatchObject({ readings: 1, wanted: 3, barred: '' })
    expect(JSON.stringify(told)).not.toMatch(/female|male/)
    // One reading at 95 % would make a corn snake's sex sure; nothing shows it before two agree elsewhere.
    const [reading] = (await logOf('helper', id)).filter((e) => e.kind === 'sex read')
    expect(reading!.payload).not.toHaveProperty('sex')
    const shown = await book.as.owner('POST', `/api/animals/${id}/readings`, {})
    expect(shown.body.readings).toMatchObject([{ sex: 'female', by: 'keeper', blind: true }])
    expect((await read(id, 'male', 'owner')).body.detail).toContain('You were shown the earlier readings')
    expect((await read(id, 'female', 'helper')).status).toBe(200)
    const { body } = await book.as.owner('POST', `/api/animals/${id}/readings`, {})
    expect(body).toMatchObject({ counted: 2, agree: 2, sex: 'female' })
    expect(body.certainty).toBeCloseTo(0.95 ** 2 / (0.95 ** 2 + 0.05 ** 2), 10)
    expect(body.readings.every((r: { blind: boolean }) => r.blind)).toBe(true)
    // Being shown is an entry too, once for each that looked.
    expect((await logOf('owner', id)).filter((e) => e.kind === 'readings shown')).toHaveLength(1)
  })

  test('while two contradict, no list, no page and no log says a sex; a correction outright is kept beside them', async () => {
    const id = await young('S2', { protocolId: (await protocols()).CG, grams: 7 })
    const lens = (sex: string, role: 'keeper' | 'helper') =>
      write(
        book,
        [entry('sex read', 'animal', id, { sex, method: 'pore row under a lens', right: 0.8 })],
        role,
      )
    await lens('female', 'keeper')
    await lens('male', 'helper')
    const page = (await book.as.owner('GET', `/api/animals/${id}`)).body
    expect(page.animal).toMatchObject({ sex: 'unknown', sexCertainty: 0, readings: 2 })
    expect(
      page.entries.filter((e: Entry) => e.kind === 'sex read').every((e: Entry) => !('sex' in e.payload)),
    ).toBe(true)
    const { animals } = (await book.as.owner('GET', '/api/animals')).body
    expect(animals.find((a: { id: string }) => a.id === id).sex).toBe('unknown')
    await write(book, [
      entry('sexed', 'animal', id, { sex: 'male', certainty: 0.99, method: 'outward bulge' }),
    ])
    const after = (await book.as.owner('POST', `/api/animals/${id}/readings`, {})).body
    expect(after.readings).toHaveLength(2)
    expect(after.said).toMatchObject([{ sex: 'male', method: 'outward bulge', by: 'keeper' }])
    expect((await book.as.owner('GET', `/api/animals/${id}`)).body.animal.sex).toBe('male')
  })

  test('a method is as right as its protocol says', async () => {
    const id = await young('S3')
    expect((await read(id, 'female', 'keeper', 0.99)).body.fields).toMatchObject([{ field: 'right' }])
    expect((await read(id, 'female', 'keeper', 0.3)).status).toBe(422)
  })
})

const protocols = async (): Promise<Record<string, string>> =>
  Object.fromEntries(
    (await room.get('/api/protocols')).protocols.map((p: { code: string; id: string }) => [p.code, p.id]),
  )

describe('meals', () => {
  const meal = (id: string, day: string, payload: object) => entry('meal', 'animal', id, payload, noon(day))
  const dueOf = async (id: string) =>
    (await room.get('/api/rearing/meals')).meals.find((m: { animal: { id: string } }) => m.animal.id === id)

  test('one is due by its rhythm with the size to thaw; offered, it waits until somebody looks again', async () => {
    const id = await young('M1', { grams: 14 })
    await write(book, [
      entry('shed', 'animal', id, { whole: true }, noon('2026-04-18')),
      ...['2026-04-20', '2026-04-26', '2026-05-02', '2026-05-08', '2026-05-14'].map((day) =>
        meal(id, day, { outcome: 'taken' }),
      ),
    ])
    expect(await dueOf(id)).toMatchObject({
      stage: 'Established',
      due: '2026-05-20',
      prey: 'fuzzy mouse',
      firstMeal: false,
    })
    await write(book, [
      entry('meal', 'animal', id, { outcome: 'offered', prey: 'fuzzy mouse' }, `${TODAY}T10:00:00.000Z`),
    ])
    // A corn snake's food is looked after twelve hours later.
    expect((await dueOf(id)).offered).toMatchObject({ lookAt: `${TODAY}T22:00:00.000Z` })
    await write(book, [entry('meal', 'animal', id, { outcome: 'taken' }, `${TODAY}T11:00:00.000Z`)])
    expect(await dueOf(id)).toBeUndefined()
  })

  test('prey is never thicker than a measured girth, nor longer than heads allow', async () => {
    const snake = await young('M3', { grams: 30 })
    const gecko = await young('M4', { protocolId: (await protocols()).FG, grams: 5 })
    await write(book, [
      entry('shed', 'animal', gecko, { whole: true }, noon('2026-04-14')),
      entry('shed', 'animal', snake, { whole: true }, noon('2026-04-18')),
      ...['2026-04-20', '2026-04-26', '2026-05-02'].map((day) => meal(snake, day, { outcome: 'taken' })),
    ])
    // 30 g make it a juvenile, fed 12 to 20 %; then no thicker than 31.4 mm round lets through, 1.15 g.
    expect((await dueOf(snake)).grams.typical).toBeCloseTo(4.8, 6)
    await write(book, [
      entry('measured', 'animal', snake, { girthMm: 10 * Math.PI }),
      entry('measured', 'animal', gecko, { headMm: 10 }),
    ])
    expect((await dueOf(snake)).grams.typical).toBeCloseTo(1.152, 3)
    expect(await dueOf(gecko)).toMatchObject({ longestMm: 8, measures: 'head' })
    expect((await write(book, [entry('measured', 'animal', snake, {})])).status).toBe(422)
  })

  test('the ring of powders moves on only with what was eaten', async () => {
    const id = await young('M2', { protocolId: (await protocols()).FG, grams: 5 })
    await write(book, [
      entry('shed', 'animal', id, { whole: true }, noon('2026-04-14')),
      meal(id, '2026-05-10', { outcome: 'taken', supplement: 'Ca' }),
      meal(id, '2026-05-12', { outcome: 'refused', supplement: 'CaD' }),
    ])
    expect((await dueOf(id)).supplement).toEqual({ supplement: 'CaD', after: 'Ca' })
  })

  test('one that will not eat climbs the ladder, each trick once, and its loss is told', async () => {
    const { set } = room
    const clutch = await set('2026-03-01')
    const hatched = clutch.eggs.map((egg, i) => ({
      ...{ eggId: egg.id, entryId: newId(), animalId: newId(), tag: `N${i}`, placeId: null },
    }))
    expect(
      (
        await book.as.keeper('POST', `/api/clutches/${clutch.id}/hatch`, {
          at: noon('2026-04-28'),
          young: hatched,
        })
      ).status,
    ).toBe(200)
    const [stubborn, eater] = hatched
    await write(book, [
      entry('weighed', 'animal', stubborn!.animalId, { grams: 8, context: 'empty' }, noon('2026-04-29')),
      entry('weighed', 'animal', stubborn!.animalId, { grams: 7.1, context: 'empty' }, noon('2026-05-18')),
      meal(stubborn!.animalId, '2026-05-08', { outcome: 'refused', trick: 'plain thawed pinky' }),
      meal(stubborn!.animalId, '2026-05-14', { outcome: 'refused', trick: 'washed pinky' }),
      meal(eater!.animalId, '2026-05-08', { outcome: 'taken', trick: 'plain thawed pinky' }),
    ])
    const { waiting, lines } = await room.get('/api/rearing/first-meals')
    expect(waiting).toMatchObject([
      {
        animal: { tag: 'N0' },
        offers: 2,
        trick: { trick: 'left in a small tub overnight' },
        loss: { standing: 'vet' },
      },
    ])
    // One ate at the first offer, one is still waiting after two: by hand 1/2, and it stays there.
    expect(lines[0].curve).toMatchObject([
      { offers: 1, atRisk: 2, took: 1, waiting: 0.5 },
      { offers: 2, atRisk: 1, took: 0, censored: 1, waiting: 0.5 },
    ])
  })
})

test('siblings are compared; holding one back is a decision, and a defect forbids it', async () => {
  const clutch = await room.set('2026-02-20')
  const born = clutch.eggs.map((egg, i) => ({
    ...{ eggId: egg.id, entryId: newId(), animalId: newId(), tag: `K${i}`, placeId: null },
  }))
  await book.as.keeper('POST', `/api/clutches/${clutch.id}/hatch`, { at: noon('2026-04-20'), young: born })
  const ids = born.map((b) => b.animalId)
  const defect = { defect: 'kink in the tail', grade: 'slight', view: 'above', x: 0.9, y: 0.5 }
  await write(book, [
    entry('defect found', 'animal', ids[1]!, defect),
    ...ids.map((id, i) =>
      entry('weighed', 'animal', id, { grams: 6 + i, context: 'empty' }, noon('2026-04-21')),
    ),
  ])
  const keep = (id: string, role: 'keeper' | 'helper' = 'keeper') =>
    write(book, [entry('held back', 'animal', id, { keep: true, reason: 'the heaviest' })], role)
  expect((await keep(ids[1]!)).body.detail).toContain('not for breeding')
  expect((await keep(ids[3]!, 'helper')).status).toBe(403)
  expect((await keep(ids[3]!)).status).toBe(200)
  const told = (await book.as.viewer('GET', `/api/holdbacks/${clutch.id}`)).body
  expect(told.candidates.map((c: { tag: string; decided: string }) => [c.tag, c.decided])).toEqual([
    ['K0', null],
    ['K1', null],
    ['K2', null],
    ['K3', 'keep'],
  ])
  expect(told.candidates[3].percentile).toBe(1)
  const page = (await book.as.viewer('GET', `/api/animals/${ids[3]}`)).body
  expect(page.animal).toMatchObject({ purpose: 'holdback', held: 'keep' })
  const { version } = (await book.as.viewer('GET', `/api/animals/${ids[1]}`)).body.animal
  const refused = await book.as.keeper('POST', '/api/animals/purpose', { ids: [ids[1]], purpose: 'breeder' })
  expect(refused.body.fields).toMatchObject([
    { field: 'purpose', says: expect.stringContaining('kink in the tail') },
  ])
  expect((await book.as.viewer('GET', `/api/animals/${ids[1]}`)).body.animal.version).toBe(version)
})

test('tubs wanted count who lives in them, and the clutches that wait', async () => {
  const tub = { size: 'small', areaM2: 0.06, litres: 6, most: 1 }
  await book.as.keeper('POST', '/api/racks', {
    ...{ id: newId(), name: 'Nursery', prefix: 'N', roomId: null, rows: 2, columns: 2, tub },
  })
  const [first] = (await room.get('/api/rooms')).rooms[0].racks[0].tubs
  const id = await young('T1')
  await write(book, [entry('moved', 'animal', id, { placeId: first.id })])
  await room.set('2026-05-10')
  const space = await room.get('/api/rearing/space')
  expect(space.question.have).toEqual({ small: 4 })
  expect(space.question.now).toMatchObject([{ count: 1, ageDays: 40 }])
  const waiting = space.question.toCome.find((g: { eggs: number }) => g.eggs === 4)
  const chance = waiting.days.reduce((sum: number, share: number) => sum + share, 0)
  expect(chance).toBeGreaterThan(0.98)
  expect(chance).toBeLessThan(1.001)
})
