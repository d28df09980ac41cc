import { newId } from '@hatch-book/contract'
import { addDays } from '@hatch-book/core'
import {
  addAnimal,
  entry,
  feed,
  noon,
  openServer,
  TODAY,
  write,
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
  book = await server.openBook('A southern room')
})

/** The test day lies in May: a southern book rests its animals now. */
const PAIRING = '2026-09-25'
const planOf = (...animalIds: string[]) => ({
  id: newId(),
  name: 'Winter 2026',
  anchor: { kind: 'pairing', day: PAIRING },
  hemisphere: 'south',
  rests: animalIds.map((animalId) => ({ id: newId(), animalId })),
})
const rests = async (planId?: string) =>
  (await book.as.keeper('GET', `/api/rests${planId ? `?plan=${planId}` : ''}`)).body
const save = async (plan: object) => {
  const reply = await book.as.keeper('POST', '/api/rest-plans', plan)
  expect(reply).toMatchObject({ status: 200 })
  return reply.body.planId as string
}

describe('a plan', () => {
  it('is tried without being kept, and kept when it is saved', async () => {
    const id = await addAnimal(book, { tag: 'C1' })
    await feed(book, id)
    const plan = planOf(id)
    const tried = await book.as.keeper('POST', '/api/rest-plans/trial', plan)
    expect(tried.body.rests[0]).toMatchObject({ tag: 'C1', held: false, course: { state: 'planned' } })
    expect((await rests()).plans).toEqual([])
    await save(plan)
    const { plan: kept, rests: views } = await rests()
    expect(kept).toMatchObject({ name: 'Winter 2026', rests: 1 })
    expect(views[0].clock.edges.introductions).toBe(PAIRING)
    expect(views[0].clock.consequences).toEqual([])
  })

  it('holds back by name, with the rule; a keeper overrules what may be overruled', async () => {
    const light = await addAnimal(book, { tag: 'C2', grams: 138 })
    const ill = await addAnimal(book, { tag: 'C3' })
    await write(book, [entry('problem found', 'animal', ill, { problem: 'mites' })])
    await save(planOf(light, ill))
    const byTag = async () =>
      Object.fromEntries((await rests()).rests.map((r: { tag: string }) => [r.tag, r]))
    expect((await byTag()).C2).toMatchObject({ held: true, eligibility: { overrulable: true } })
    expect((await byTag()).C2.eligibility.reasons[0]).toMatchObject({
      rule: 'weight',
      standing: 'fails',
      wanted: { value: 150 },
    })
    expect((await byTag()).C3).toMatchObject({ held: true, eligibility: { overrulable: false } })
    for (const id of [light, ill])
      await write(book, [
        entry('overruled', 'animal', id, {
          about: 'rest',
          verdict: 'may rest',
          reason: 'she did well last year',
        }),
      ])
    expect((await byTag()).C2).toMatchObject({
      held: false,
      overruled: { reason: 'she did well last year', by: 'keeper' },
    })
    expect((await byTag()).C3).toMatchObject({ held: true })
  })

  it('stops a fast that was dragged too short, and keeps the plan as it was', async () => {
    const id = await addAnimal(book, { tag: 'C4' })
    const planId = await save(planOf(id))
    const [view] = (await rests(planId)).rests
    const { edges } = view.clock
    const early = { ...view.moved, 'step down': addDays(edges['last meal'], 4) }
    const refused = await book.as.keeper('PATCH', `/api/rests/${view.id}`, { version: 1, moved: early })
    expect(refused).toMatchObject({
      status: 409,
      body: { detail: expect.stringContaining('a fast of 4 days, at least 10') },
    })
    const longer = { 'step up': addDays(edges['step up'], 30) }
    expect(
      (await book.as.keeper('PATCH', `/api/rests/${view.id}`, { version: 1, moved: longer })).status,
    ).toBe(200)
    expect((await rests(planId)).rests[0].clock.consequences.map((c: { of: string }) => c.of)).toEqual([
      'step up',
      'introductions',
    ])
    expect((await book.as.keeper('PATCH', `/api/rests/${view.id}`, { version: 1, moved: {} })).status).toBe(
      409,
    )
    expect((await book.as.helper('PATCH', `/api/rests/${view.id}`, { version: 2, moved: {} })).status).toBe(
      403,
    )
  })

  it('rests a batch of cocoons, and refuses what cannot rest', async () => {
    const { body } = await book.as.keeper('GET', '/api/protocols')
    const idOf = (code: string) => body.protocols.find((p: { code: string }) => p.code === code).id
    const batch = { name: 'Cocoons of brood 3', count: 40, kind: 'pupae', holdC: 15, holdDays: 60 }
    const planId = await save({ ...planOf(), rests: [{ id: newId(), protocolId: idOf('AM'), batch }] })
    const [view] = (await rests(planId)).rests
    expect(view).toMatchObject({
      tag: 'Cocoons of brood 3',
      held: false,
      clock: { holdC: { least: 13, most: 17 } },
    })
    await write(book, [
      entry('batch went in', 'rest', view.id),
      entry('batch check', 'rest', view.id, { signs: ['damp'], lost: 2 }),
    ])
    expect((await rests(planId)).rests[0]).toMatchObject({
      course: { checksDone: 1 },
      checks: [{ signs: ['damp'], lost: 2 }],
    })
    const frog = await addAnimal(book, { tag: 'D1', protocolId: idOf('DF'), sex: undefined })
    expect(await book.as.keeper('POST', '/api/rest-plans', planOf(frog))).toMatchObject({ status: 422 })
    const colony = { ...planOf(), rests: [{ id: newId(), protocolId: idOf('BC'), batch }] }
    expect(await book.as.keeper('POST', '/api/rest-plans', colony)).toMatchObject({ status: 422 })
  })
})

describe('going in, being checked, waking', () => {
  const began = (id: string, on: string) =>
    entry('rest began', 'animal', id, { bedding: 'dry', unit: 'fridge' }, noon(on))
  const weighed = (id: string, on: string, grams: number) =>
    entry('weighed', 'animal', id, { grams, context: 'empty' }, noon(on))

  /** Fed for the last time long enough ago, and empty since. */
  const fast = (id: string) =>
    write(book, [
      entry('meal', 'animal', id, { outcome: 'taken' }, noon('2026-04-20')),
      entry('droppings', 'animal', id, { clear: true }, noon('2026-05-02')),
    ])

  it('nobody goes in on a full gut, nor before it is known when they ate: before anything is written, in a plan or without', async () => {
    const planned = await addAnimal(book, { tag: 'G1' })
    const unplanned = await addAnimal(book, { tag: 'G2' })
    // Its plan begins in weeks: the fast of the plan is long enough, today's is not.
    await save(planOf(planned))
    const goesIn = (id: string) => write(book, [began(id, TODAY)])
    const state = async (id: string) =>
      (await book.as.viewer('GET', `/api/animals/${id}`)).body.animal.restingSince
    for (const id of [planned, unplanned]) {
      const before = await state(id)
      expect(await goesIn(id)).toMatchObject({
        status: 409,
        body: { code: 'gate-closed', detail: expect.stringContaining('no meal is on record') },
      })
      await write(book, [entry('meal', 'animal', id, { outcome: 'taken' })])
      expect(await goesIn(id)).toMatchObject({
        status: 409,
        body: {
          detail: expect.stringMatching(
            /fed on 2026-05-20, so wait \d+ days before cooling: food left in the gut rots at \d+ °C.*Earliest 2026-05-30/,
          ),
        },
      })
      // No reason overrules the fast.
      await write(book, [
        entry('overruled', 'animal', id, { about: 'rest', verdict: 'may rest', reason: 'I am in a hurry' }),
      ])
      expect((await goesIn(id)).status).toBe(409)
      expect(await state(id)).toEqual(before)
      const { entries } = (await book.as.viewer('GET', `/api/entries?subjectId=${id}`)).body
      expect(entries.filter((e: { kind: string }) => e.kind === 'rest began')).toEqual([])
    }
    const [view] = (await rests()).rests
    expect(view.goingIn).toMatchObject({ may: false, earliest: '2026-05-30' })
    // Fasted, but nobody saw that the gut is empty.
    const waiting = await addAnimal(book, { tag: 'G3' })
    await write(book, [entry('meal', 'animal', waiting, { outcome: 'taken' }, noon('2026-04-20'))])
    expect(await goesIn(waiting)).toMatchObject({
      status: 409,
      body: { detail: expect.stringContaining('no droppings since the last meal') },
    })
    await write(book, [entry('droppings', 'animal', waiting, { clear: true })])
    expect((await goesIn(waiting)).status).toBe(200)
    // What began weeks ago is written as it was.
    const late = await addAnimal(book, { tag: 'G4' })
    expect((await write(book, [began(late, '2026-04-01')])).status).toBe(200)
  })

  it('that went by without a word is asked about once, in the round and where it stands, and closed by the answer', async () => {
    const id = await addAnimal(book, { tag: 'Q1' })
    const on = (kind: Parameters<typeof entry>[0], day: string, payload = {}) =>
      entry(kind, 'animal', id, payload, noon(day))
    // A northern winter: free to meet from the middle of April, and nobody wrote whether it did.
    await write(book, [weighed(id, '2025-12-01', 450), began(id, '2025-12-01'), on('warmed', '2026-03-10')])
    await save({ ...planOf(id), anchor: { kind: 'pairing', day: '2026-04-15' }, hemisphere: 'north' })
    const [asked] = (await rests()).rests
    expect(asked.course).toMatchObject({ state: 'over', next: null, asks: { about: 'meeting' } })
    const questions = async () =>
      (
        (await book.as.keeper('GET', '/api/round?days=0')).body.items as { kind: string; says: string }[]
      ).filter((i) => i.kind === 'ask' || i.kind === 'rest')
    expect(await questions()).toMatchObject([{ kind: 'ask', says: 'say whether it met a mate' }])
    expect((await write(book, [on('met a mate', TODAY, { met: 'no' })], 'helper')).status).toBe(200)
    expect(await questions()).toEqual([])
    expect((await rests()).rests[0].course).toMatchObject({ state: 'over', asks: null })
  })

  it('every rest counts: of three plans each sleeper is checked, whichever plan comes first', async () => {
    const ids = [
      await addAnimal(book, { tag: 'P1' }),
      await addAnimal(book, { tag: 'P2' }),
      await addAnimal(book, { tag: 'P3' }),
    ]
    for (const [n, id] of ids.entries()) {
      await write(book, [weighed(id, '2026-04-03', 400), began(id, '2026-04-03')])
      await save({
        ...planOf(id),
        anchor:
          n === 2 ? { kind: 'pairing', day: PAIRING } : { kind: 'cooling begins', day: `2026-04-0${n + 1}` },
      })
    }
    const { items } = (await book.as.keeper('GET', '/api/round?days=0')).body
    const checks = (items as { kind: string; subject: { name: string } }[]).filter((i) => i.kind === 'check')
    expect(checks.map((i) => i.subject.name).sort()).toEqual(['P1', 'P2', 'P3'])
    expect((await rests('current')).rests.map((r: { tag: string }) => r.tag).sort()).toEqual([
      'P1',
      'P2',
      'P3',
    ])
    // None of them is to be fed meanwhile.
    expect((items as { kind: string }[]).filter((i) => i.kind === 'meal')).toEqual([])
  })

  it('does not let one in that is held back, and says why', async () => {
    const ill = await addAnimal(book, { tag: 'C5' })
    await write(book, [entry('problem found', 'animal', ill, { problem: 'mouth rot' })])
    await fast(ill)
    await save(planOf(ill))
    expect(await write(book, [began(ill, TODAY)])).toMatchObject({
      status: 409,
      body: { code: 'gate-closed', detail: expect.stringContaining('mouth rot') },
    })
    await write(book, [entry('problem over', 'animal', ill, { problem: 'mouth rot' })])
    expect((await write(book, [began(ill, TODAY)])).status).toBe(200)
  })

  it('counts loss from the start weight, wakes at the line, and remembers who was lost', async () => {
    const [slow, fast] = [
      await addAnimal(book, { tag: 'C6', grams: undefined }),
      await addAnimal(book, { tag: 'C7', grams: undefined }),
    ]
    for (const [id, grams] of [
      [slow, 400],
      [fast, 400],
    ] as const)
      await write(book, [weighed(id, '2026-03-01', grams), began(id, '2026-03-01')])
    await save(planOf(slow, fast))
    for (const [id, first, second] of [
      [slow, 396, 393],
      [fast, 380, 366],
    ] as const)
      await write(book, [
        weighed(id, '2026-03-25', first),
        entry('rest check', 'animal', id, { signs: [] }, noon('2026-03-25')),
        weighed(id, '2026-05-10', second),
        entry('rest check', 'animal', id, { signs: id === fast ? ['breathing'] : [] }, noon('2026-05-10')),
      ])
    const views = (await rests()).rests
    expect(views[0]).toMatchObject({
      tag: 'C6',
      loss: { standing: 'well' },
      disturbances: 2,
      course: { wakeBecause: [] },
    })
    expect(views[0].loss.lost).toBeCloseTo(7 / 400, 6)
    expect(views[1]).toMatchObject({ tag: 'C7', loss: { standing: 'wake now' }, course: { seeVet: true } })
    expect(views[1].course.wakeBecause).toEqual([
      'lost 8.5 % of its start weight',
      'at the last check: breathing',
    ])
    await write(book, [
      entry('warmed', 'animal', fast, { because: 'lost 8.5 %' }),
      entry('watered', 'animal', fast),
    ])
    expect((await rests()).rests[1].course.state).toBe('woken early')
    const report = (await book.as.viewer('GET', '/api/rests/seasons')).body
    expect(report.seasons[0]).toMatchObject({ name: '2025/26', wentIn: 2, wokenEarly: 1, stillResting: 1 })
    expect(report.groups[0].name).toBe('dry')
    expect(report.notThrough[0]).toMatchObject({
      animal: { tag: 'C7' },
      outcome: 'woken early',
      because: 'lost 8.5 %',
    })
    expect(report.notThrough[0].known).toContain('2026-05-10: breathing')
  })

  it('hands females over to pairing, which says when they are expected to be receptive', async () => {
    const id = await addAnimal(book, { tag: 'C8', grams: undefined })
    await write(book, [weighed(id, '2026-02-01', 400), began(id, '2026-02-01')])
    const planId = await save({ ...planOf(id), anchor: { kind: 'cooling begins', day: '2026-02-01' } })
    await write(book, [entry('warmed', 'animal', id, {}, noon('2026-04-20')), weighed(id, '2026-05-10', 396)])
    const [view] = (await rests(planId)).rests
    expect(view).toMatchObject({
      course: { state: 'awake', next: { does: 'first water' } },
    })
    expect(view.regained).toBeCloseTo(396 / 400, 6)
    const { females } = (await book.as.viewer('GET', '/api/receptive')).body
    // Warm on 27 April, seven days after the hold at two degrees a day; by the protocol receptive 14 days later, for 30.
    expect(females).toMatchObject([{ tag: 'C8', window: { from: '2026-05-11', to: '2026-06-10' } }])
  })
})
