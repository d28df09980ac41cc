import {
  BODY_PLANS,
  checkWork,
  entryInWords,
  foldStanding,
  PARTS_BY_PLAN,
  PARTS_OF_HATCHLINGS,
  protocolUnder,
  stageOf,
  type AnimalEntry,
  type CheckFacts,
  type PayloadOf,
  type ProtocolLayer,
  type RearingFacts,
} from '../src'
import { speciesOf } from './newSpecies'

const TODAY = '2026-08-01'
const snake = speciesOf('egg-laying snake')
const set = (figures: Record<string, number | string>): ProtocolLayer => ({
  ...{ scope: 'species', of: '', edition: 1, by: 'Ada' },
  settings: {
    schools: {},
    figures: Object.fromEntries(
      Object.entries(figures).map(([key, value]) => [key, { value, low: null, high: null }]),
    ),
  },
})
const protocolOf = (figures: Record<string, number | string> = {}) => protocolUnder(snake, [set(figures)])!
const rule = (name: string, figures: Record<string, number | string> = {}) =>
  protocolOf(figures).checks.find((c) => c.name === name)!

const grown: CheckFacts = {
  ...{ done: {}, firstOn: TODAY, hatched: { from: '2022-06-01', to: '2022-06-01' }, hatchedHere: false },
  ...{ stage: 'Breeder', asleep: false, rest: null, leavesOn: null, quarantineUntil: null },
}
const A1 = { type: 'animal', id: 'a1', name: 'A1', placeId: null } as const
const due = (facts: Partial<CheckFacts>, today = TODAY, figures: Record<string, number | string> = {}) =>
  checkWork(A1, protocolOf(figures).checks, { ...grown, ...facts }, today).map(
    ({ carries, earliest, due, latest }) => [carries?.check, earliest, due, latest],
  )
const done = (on: string, passed = true, waits = false) => ({ on, passed, waits })

describe('when an animal is checked', () => {
  test('those that are new are looked over within the first month, each on a day of its own', () => {
    const daysOf = (id: string) =>
      checkWork({ ...A1, id }, protocolOf().checks, grown, TODAY).map((item) => [
        item.earliest,
        item.due,
        item.latest,
      ])
    const all = Array.from({ length: 300 }, (_, i) => daysOf(`animal ${i}`)[0]!)
    for (const [earliest, day, latest] of all) {
      expect([earliest, latest]).toEqual([TODAY, '2026-09-30'])
      expect(day! >= TODAY && day! < '2026-08-31').toBe(true)
    }
    // Some of them on each day, and no day with a tenth of them.
    const byDay = new Map<string, number>()
    for (const [, day] of all) byDay.set(day!, (byDay.get(day!) ?? 0) + 1)
    expect(byDay.size).toBeGreaterThan(25)
    expect(Math.max(...byDay.values())).toBeLessThan(30)
    expect(daysOf('animal 7')).toEqual(daysOf('animal 7'))
  })
  test('then on its rhythm since it was last done, passed or not', () => {
    const after = due({ done: { 'Routine check': done('2026-07-20', false) } })
    expect(after).toEqual([['Routine check', '2026-08-03', '2026-08-19', '2026-09-18']])
  })
  test('out of the incubator where it hatched here, and again on the next day where it was not ready', () => {
    const young = { hatched: { from: '2026-07-30', to: '2026-07-30' }, hatchedHere: true }
    expect(due(young)).toContainEqual(['Out of the incubator', '2026-07-30', '2026-07-30', '2026-08-01'])
    const waits = { ...young, done: { 'Out of the incubator': done(TODAY, false, true) } }
    expect(due(waits)).toContainEqual(['Out of the incubator', '2026-08-02', '2026-08-02', '2026-08-03'])
    const ready = { ...young, done: { 'Out of the incubator': done(TODAY) } }
    expect(due(ready).map(([name]) => name)).toEqual(['Routine check'])
    // Bought, or hatched long ago: nobody can tell any more.
    expect(due({ ...young, hatchedHere: false }).map(([name]) => name)).toEqual(['Routine check'])
    expect(due(young, '2026-08-20').map(([name]) => name)).toEqual(['Routine check'])
  })
  test('one that rests is left alone but for the middle of it, and once', () => {
    const rest = { asleep: true, rest: { hold: '2026-07-01', stepUp: '2026-08-30' } }
    expect(due(rest)).toEqual([['Mid-rest check', '2026-07-24', '2026-07-31', '2026-08-07']])
    expect(due({ ...rest, done: { 'Mid-rest check': done('2026-07-29') } })).toEqual([])
    // That of the year before was another rest.
    expect(due({ ...rest, done: { 'Mid-rest check': done('2025-07-29') } })).toHaveLength(1)
    expect(due({ asleep: true })).toEqual([])
  })
  test('before it leaves and before its quarantine ends; too early counts for nothing', () => {
    const routine = { 'Routine check': done(TODAY) }
    const leaving = { leavesOn: '2026-08-12', done: routine }
    expect(due(leaving)).toContainEqual(['Check before leaving', '2026-08-05', '2026-08-11', '2026-08-12'])
    const early = { ...leaving, done: { ...routine, 'Check before leaving': done('2026-08-01') } }
    expect(due(early).map(([name]) => name)).toContain('Check before leaving')
    const inTime = { ...leaving, done: { ...routine, 'Check before leaving': done('2026-08-06') } }
    expect(due(inTime).map(([name]) => name)).toEqual(['Routine check'])
    expect(due({ quarantineUntil: '2026-08-03' }).map(([name]) => name)).toContain('End of quarantine check')
    expect(due({ quarantineUntil: '2026-07-03' }).map(([name]) => name)).toEqual(['Routine check'])
  })
  test('a keeper stops one, sets its rhythm, and keeps one to some stages', () => {
    expect(due({}, TODAY, { 'check.1.stages': 'none' })).toEqual([])
    expect(due({ done: { 'Routine check': done(TODAY) } }, TODAY, { 'check.1.everyDays': 10 })).toEqual([
      ['Routine check', '2026-08-11', '2026-08-11', '2026-08-11'],
    ])
    expect(due({ stage: 'Starter' }, TODAY, { 'check.1.stages': '6' })).toEqual([])
  })
})

describe('what is looked at', () => {
  test('every part of every body, and of a hatchling, says how it looks when all is well, and every sign what to do', () => {
    for (const parts of [...BODY_PLANS.map((plan) => PARTS_BY_PLAN[plan]), PARTS_OF_HATCHLINGS]) {
      expect(parts.length).toBeGreaterThan(2)
      expect(new Set(parts.map(({ part }) => part)).size).toBe(parts.length)
      for (const { well, signs } of parts) {
        expect(well).not.toBe('')
        expect(signs.length).toBeGreaterThan(0)
        for (const { sign, means, today, vet } of signs)
          for (const text of [sign, means, today, vet]) expect(text).toMatch(/\w/)
      }
    }
  })
  test('a list names its parts; one that only its keeper knows is well or not; signs of their own stand with their part', () => {
    expect(
      rule('Out of the incubator')
        .parts.map((p) => p.part)
        .slice(0, 3),
    ).toEqual(['yolk', 'straight', 'bath'])
    const own = rule('Routine check', {
      'check.1.parts': 'eyes, rattle',
      ...{ 'check.sign.1.name': 'rattle lost', 'check.sign.1.part': 'rattle', 'check.sign.1.vet': 'never' },
    })
    expect(own.parts.map((p) => p.part)).toEqual(['eyes', 'rattle'])
    expect(own.parts[1]!.signs).toMatchObject([
      { sign: 'rattle: not normal' },
      { sign: 'rattle lost', vet: 'never' },
    ])
  })
})

describe('what a check leaves behind', () => {
  let at = Date.parse('2026-08-01T18:00:00Z')
  const checked = (payload: Partial<PayloadOf<'checked'>>): AnimalEntry => ({
    ...{ id: String((at += 60_000)), at, kind: 'checked' },
    payload: { check: 'Routine check', looked: ['eyes', 'nose'], left: [], found: [], ...payload },
  })
  const slime = { part: 'nose', sign: 'bubbles or slime at the nose', waits: false }

  test('what was found is an open problem until that part is looked at again and it is gone', () => {
    const ill = checked({ found: [slime] })
    expect(foldStanding([ill]).openProblems).toEqual([slime.sign])
    const other = checked({ looked: ['eyes'], left: ['nose'] })
    expect(foldStanding([ill, other]).openProblems).toEqual([slime.sign])
    expect(foldStanding([ill, other, checked({})]).openProblems).toEqual([])
    // Written in another order it comes to the same.
    expect(foldStanding([checked({}), other, ill].reverse()).openProblems).toEqual([])
  })
  test('it is passed only where all was looked at and nothing was found', () => {
    const passed = (entry: AnimalEntry) => foldStanding([entry]).checks['Routine check']!.passed
    expect(passed(checked({}))).toBe(true)
    expect(passed(checked({ left: ['mouth'] }))).toBe(false)
    expect(passed(checked({ found: [slime] }))).toBe(false)
  })
  test('not ready yet is no problem', () => {
    const folded = { part: 'straight', sign: 'still folded', waits: true }
    const standing = foldStanding([checked({ looked: ['straight'], found: [folded] })])
    expect(standing.openProblems).toEqual([])
    expect(standing.checks['Routine check']).toMatchObject({ passed: false, waits: true })
  })
  test('a problem that somebody wrote by hand is left to them', () => {
    const problem: AnimalEntry = {
      id: '0',
      at: at - 86_400_000,
      kind: 'problem found',
      payload: { problem: 'a swelling' },
    }
    expect(foldStanding([problem, checked({})]).openProblems).toEqual(['a swelling'])
  })
  test('the log says what was found and what nobody looked at', () => {
    const says = (payload: Partial<PayloadOf<'checked'>>) =>
      entryInWords(checked(payload) as never, { grams: String, celsius: String, day: String })
    expect(says({})).toBe('Routine check: all well')
    expect(says({ left: ['mouth'] })).toBe('Routine check: nothing found; not looked at: mouth')
    expect(says({ found: [slime] })).toBe('Routine check: bubbles or slime at the nose')
  })
})

test('a gate may ask for a check: unknown as long as nobody looked, or too long ago', () => {
  const asked = {
    'stage.2.gate.meals': 0,
    'stage.2.gate.grams': 0,
    'stage.2.gate.check': 'Check before leaving',
  }
  const protocol = protocolOf({ ...asked, 'stage.1.gate.sheds': 0, 'stage.1.gate.words': 'the usual time' })
  const young: RearingFacts = {
    ...{ sex: 'unknown', sexCertainty: 0, hatched: { from: '2026-06-20', to: '2026-06-20' } },
    ...{ weight: null, mealsInARow: 0, longestRow: 0, lastOfferedOn: null, wholeSheds: 0, lastShedOn: null },
    ...{ openProblems: [], quarantineUntil: null, readiness: null, breeds: false },
  }
  const gate = (on: string | null, passed = true) =>
    stageOf(
      { ...young, checks: on === null ? {} : { 'Check before leaving': done(on, passed) } },
      protocol,
      TODAY,
    )
  const second = protocol.stages[1]!.name
  expect(gate(null)).toMatchObject({
    stage: { name: second },
    gate: { missing: [{ rule: 'check', standing: 'unknown', change: 'check it' }] },
  })
  expect(gate('2026-07-01').gate.missing).toMatchObject([{ standing: 'unknown', change: 'check it again' }])
  expect(gate('2026-07-30', false).gate.missing).toMatchObject([{ standing: 'fails' }])
  expect(gate('2026-07-30').stage.name).not.toBe(second)
})
