import {
  cohortProtocolOf,
  cohortStanding,
  cohortWork,
  doubtCohortCount,
  eggClock,
  eggsToKeep,
  generationMixed,
  generationOfYoung,
  groupsOf,
  lifeFor,
  membersByWeek,
  mixLines,
  sayGeneration,
  startingDocuments,
  temperatureAhead,
  temperatureBehind,
  type CohortEvent,
} from '../src'
import { normals, uniforms } from './chance'

const protocol = (code: string) => cohortProtocolOf(startingDocuments.find((d) => d.code === code)!)!
const mantis = protocol('MA')
const NAMES = mantis.stages.map((s) => s.name)
const sure = (count: number) => ({ count, low: count, high: count })

describe('a cohort’s log', () => {
  const log: CohortEvent[] = [
    { kind: 'counted', on: '2027-04-19', stages: { L1: { count: 100, low: 90, high: 110 } }, sexed: null },
    { kind: 'moulted', on: '2027-05-01', from: 'L1', to: 'L2', count: 70 },
    { kind: 'changed', on: '2027-05-03', stages: { L1: -10 } },
    { kind: 'moulted', on: '2027-05-04', from: 'L1', to: 'L2', count: 15 },
  ]
  test('counts set, moults and losses shift; most of them came on the day most of them came', () => {
    const now = cohortStanding(NAMES, log, '2027-03-01')
    expect(now.stages).toEqual([
      { name: 'L1', stage: 1, count: 5, low: 0, high: 15, since: null },
      { name: 'L2', stage: 2, count: 85, low: 85, high: 85, since: '2027-05-01' },
    ])
    expect(now).toMatchObject({ young: 90, grown: 0, most: 100, countedOn: '2027-04-19', doubts: [] })
  })
  test('who is set apart takes along since when it is in its stage; of whom nobody knows, nobody knows', () => {
    const moved = (since?: Record<string, string | null>): CohortEvent[] => [
      { kind: 'changed', on: '2027-05-27', stages: { L8: 6 }, ...(since && { since }) },
    ]
    const of = (events: CohortEvent[]) => cohortStanding(NAMES, events, '2027-05-27').stages[0]!.since
    expect(of(moved({ L8: '2027-05-04' }))).toBe('2027-05-04')
    expect(of(moved())).toBeNull()
  })
  test('more that left than were there are doubted, not refused; a count mends it', () => {
    const wrong: CohortEvent[] = [
      ...log,
      { kind: 'changed', on: '2027-05-05', stages: { L1: -9 } },
      { kind: 'counted', on: '2027-05-06', stages: { L2: sure(80), L1: sure(0) }, sexed: null },
    ]
    expect(cohortStanding(NAMES, wrong.slice(0, -1), '2027-03-01').doubts).toEqual([
      '9 L1 left on 2027-05-05, where 5 were known of',
    ])
    const now = cohortStanding(NAMES, wrong, '2027-03-01')
    expect(now.doubts).toEqual([])
    expect(now.stages).toMatchObject([{ name: 'L2', count: 80, since: '2027-05-01' }])
  })
  test('those told apart by sex stay told apart when they emerge or are set apart', () => {
    const pupae: CohortEvent[] = [
      { kind: 'counted', on: '2027-05-12', stages: { L8: sure(13) }, sexed: { females: 6, males: 7 } },
      { kind: 'changed', on: '2027-05-20', stages: { L8: -1, males: 1 }, sexed: { females: 0, males: -1 } },
      { kind: 'changed', on: '2027-05-21', stages: { L8: -4 }, sexed: { females: 0, males: -4 } },
    ]
    const now = cohortStanding(NAMES, pupae, '2027-03-01')
    expect(now).toMatchObject({ sexed: { females: 6, males: 2 }, young: 8, grown: 1 })
  })
  test('more adults than young ever seen are questioned; so is a crowd out of nothing', () => {
    const before = { young: 30, grown: 5, most: 60 }
    expect(doubtCohortCount(before, { young: 0, grown: 36 })).toContain('more adults than young ever seen?')
    expect(doubtCohortCount(before, { young: 90, grown: 0 })).toContain('never more than 60')
    expect(doubtCohortCount(before, { young: 20, grown: 15 })).toBe('')
    expect(doubtCohortCount(null, { young: 0, grown: 500 })).toBe('')
  })
  test('how far they are in a stage is reckoned from the day they came into it', () => {
    const now = cohortStanding(NAMES, log, '2027-03-01')
    const [l1, l2] = groupsOf(mantis, now, () => 25, '2027-05-07')
    expect(l1).toEqual({ stage: 1, count: 5, done: null })
    // Six days at twelve degrees over the threshold, of 140.
    expect(l2!.done).toBeCloseTo((6 * 12) / 140, 9)
    expect(groupsOf(mantis, now, () => 25, '2027-08-07')[1]!.done).toBe(0.98)
    // Six days of which the last two were cool: 12, 12, 12, 12, 7 and 7 degrees.
    const behind = temperatureBehind(
      [
        { from: '2027-03-01', celsius: 25 },
        { from: '2027-05-05', celsius: 20 },
      ],
      20,
      '2027-05-07',
    )
    expect(groupsOf(mantis, now, behind, '2027-05-07')[1]!.done).toBeCloseTo((4 * 12 + 2 * 7) / 140, 9)
    expect([0, 9, 10, 40].map(temperatureAhead(15, 25, 10) as never)).toEqual([15, 15, 25, 25])
  })
})

describe('who is in which stage', () => {
  test('week by week as many lives played one by one', () => {
    const groups = [{ stage: 1, count: 100, done: 0 }]
    const table = membersByWeek(mantis.stages, groups, 25, mantis.referenceC, 25)
    const [even, normal] = [uniforms(5), normals(6)]
    const lives = 20_000
    const seen = table.map(() => new Array<number>(25).fill(0))
    for (let i = 0; i < lives; i++) {
      let day = 0
      for (let s = 1; s <= mantis.stages.length; s++) {
        const own = mantis.stages[s]
        const until = own
          ? day + Math.max(0, own.curve.degreeDays / 12 + own.spreadDays * normal())
          : Infinity
        for (let week = 0; week < 25; week++)
          if (week * 7 + 3.5 >= day && week * 7 + 3.5 < until) seen[s]![week]!++
        if (!own || even() > own.survive) break
        day = until
      }
    }
    table.forEach((row, s) =>
      row.forEach((n, week) => expect(Math.abs(n - (seen[s]![week]! * 100) / lives)).toBeLessThan(1.5)),
    )
    // All that live are somewhere: of a hundred L1 those left in the last week are adults.
    expect(table[9]![24]!).toBeCloseTo(100 * mantis.stages.slice(1).reduce((p, s) => p * s.survive, 1), 0)
  })
})

describe('the grown', () => {
  test('those of today are gone after a life, those to come a life after they came', () => {
    const moth = protocol('AM')
    const groups = [{ stage: 8, count: 10, done: 0.99 }]
    const table = membersByWeek(moth.stages, groups, 25, 25, 6, { grown: 4, adultDays: 14 })
    const adults = table[9]!
    // In the middle of the first week nine of ten are out, and three of the four are left.
    expect(adults[0]!).toBeCloseTo(9 + 3, 0)
    expect(adults[1]!).toBeCloseTo(9 + 4 * (1 - 10.5 / 14), 0)
    expect(adults[4]!).toBeLessThan(0.1)
  })
})

describe('generations and lines', () => {
  test('young of wild parents are F1; mixed generations are a span, unknown ones stay unknown', () => {
    const wild = { least: 0, most: 0 }
    expect(sayGeneration(generationOfYoung([wild, wild]))).toBe('F1')
    expect(sayGeneration(generationOfYoung([wild, { least: 3, most: 3 }]))).toBe('F1 to F4')
    expect(sayGeneration(wild)).toBe('wild')
    expect(generationOfYoung([wild, null])).toBeNull()
    expect(sayGeneration(generationMixed({ least: 2, most: 3 }, { least: 5, most: 5 }))).toBe('F2 to F5')
    expect(sayGeneration(null)).toBe('generation unknown')
  })
  test('lines mix by how many come from each', () => {
    const mixed = mixLines([
      { lines: [{ line: 'A', share: 1 }], count: 30 },
      {
        lines: [
          { line: 'A', share: 0.5 },
          { line: 'B', share: 0.5 },
        ],
        count: 10,
      },
    ])
    expect(mixed).toEqual([
      { line: 'A', share: 0.875 },
      { line: 'B', share: 0.125 },
    ])
    expect(() => mixLines([])).toThrow(RangeError)
  })
})

describe('eggs to keep', () => {
  const sticks = protocol('PS')
  test('enough for those wanted nine times in ten, as many as a thousand broods played show', () => {
    const way = lifeFor(sticks, 'not mated')
    const { atLeast, share, over, atMost } = eggsToKeep(way, 400, 12, 24)
    expect(share).toBeCloseTo(0.35 * 0.75 * 0.9 * 0.94 * 0.95 ** 3, 9)
    const even = uniforms(11)
    const grown = (eggs: number) => Array.from({ length: eggs }, () => even()).filter((x) => x < share).length
    const of = (eggs: number, holds: (n: number) => boolean) =>
      Array.from({ length: 4000 }, () => grown(eggs)).filter(holds).length / 4000
    expect(of(atLeast, (n) => n >= 12)).toBeGreaterThan(0.88)
    expect(of(atLeast - 4, (n) => n >= 12)).toBeLessThan(0.9)
    expect(of(atMost!, (n) => n > 24)).toBeLessThan(0.12)
    expect(of(atMost! + 5, (n) => n > 24)).toBeGreaterThan(0.1)
    expect(over).toBe(400 - atLeast)
  })
  test('no room for those wanted: the room decides; small and impossible ones', () => {
    const { atMost, over } = eggsToKeep([{ survive: 0.5 }], 100, 40, 10)
    expect(over).toBe(100 - atMost!)
    // 14 eggs: more than ten of them with a chance of 2.9 %, 16: with 10.5 %.
    expect(atMost).toBe(15)
    expect(eggsToKeep([{ survive: 1 }], 9, 3, null)).toEqual({ atLeast: 3, atMost: null, share: 1, over: 6 })
    expect(eggsToKeep([{ survive: 0.5 }], 9, 0, null).atLeast).toBe(0)
    expect(() => eggsToKeep([{ survive: 0 }], 9, 1, null)).toThrow(RangeError)
    expect(() => eggsToKeep([{ survive: 1 }], 9, 1.5, null)).toThrow(RangeError)
    // Thousands of eggs go by the normal curve, at the same place.
    expect(eggsToKeep([{ survive: 0.3 }], 0, 1000, null).atLeast).toBeCloseTo(3466, -2)
  })
})

describe('eggs found in a search', () => {
  const beetle = protocol('SB')
  test('a young one has most of its time before it, an old one little; none is older than the search before', () => {
    const clock = (look: 'young' | 'old', since: number | null) =>
      eggClock(beetle.stages[0]!, look, since, 26, 26)
    // Twelve days in all: young are 0 to 6 days old, old ones 6 to 12.
    expect(clock('young', 21).half).toBeCloseTo(9, 9)
    expect(clock('old', 21).half).toBeCloseTo(3, 9)
    expect(clock('young', 4).half).toBeCloseTo(10, 9)
    expect(clock('old', 8).half).toBeCloseTo(5, 9)
    expect(clock('old', null)).toEqual(clock('old', 30))
    const { first, half, last } = clock('young', 21)
    expect(half - first).toBeCloseTo(last - half, 9)
    expect(last - half).toBeCloseTo(1.6449 * Math.sqrt(1.5 ** 2 + 36 / 12), 3)
    expect(() => clock('old', -1)).toThrow(RangeError)
  })
})

describe('work that falls due', () => {
  const next = { day: 19, risk: 0.1, byRisk: 19, because: 'the risk' as const, expected: [], chances: [] }
  const facts = {
    ...{ id: 'b', name: 'B1', today: '2027-05-27', protocol: protocol('SB'), forecast: [], countedOn: null },
    ...{ then: null, search: { lastOn: '2027-05-10', next }, collectedOn: null, crowded: '', toBeSingled: 0 },
  }
  test('a box is searched when its risk says so, not before it bears it; the same work keeps its name', () => {
    const [search] = cohortWork(facts)
    expect(search).toMatchObject({ earliest: '2027-05-24', due: '2027-05-29', latest: '2027-05-29' })
    expect(cohortWork({ ...facts, today: '2027-05-28' })[0]!.id).toBe(search!.id)
    const early = { ...next, day: 14, byRisk: 9, because: 'the disturbance' as const }
    const [soon] = cohortWork({ ...facts, search: { lastOn: '2027-05-10', next: early } })
    expect(soon).toMatchObject({
      due: '2027-05-24',
      latest: '2027-05-24',
      why: 'sooner breaks more eggs than it saves',
    })
  })
  test('moults, crowding, those to be boxed singly, another temperature, eggs: each with its window', () => {
    const work = cohortWork({
      ...facts,
      ...{ id: 'm', name: 'M1', protocol: protocol('PS'), search: null, crowded: '50 in room for 30' },
      ...{ countedOn: '2027-05-20', collectedOn: '2027-05-22', toBeSingled: 8 },
      then: { on: '2027-06-09', celsius: 25 },
      forecast: [{ stage: 3, first: 1.6, half: 4.2, last: 7.1, count: 20, low: 15, high: 25 }],
    })
    expect(work.map((w) => [w.kind, w.earliest, w.due, w.latest])).toEqual([
      ['moult', '2027-05-28', '2027-05-31', '2027-06-04'],
      ['split', '2027-05-27', '2027-05-27', '2027-05-30'],
      ['single', '2027-05-27', '2027-05-27', '2027-05-29'],
      ['temperature', '2027-06-08', '2027-06-09', '2027-06-10'],
      ['collect', '2027-05-25', '2027-05-29', '2027-06-05'],
      ['count', '2027-05-27', '2027-06-03', '2027-06-17'],
    ])
  })
})
