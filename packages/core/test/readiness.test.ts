import {
  judgeReadiness,
  cornSnake,
  gompertzAge,
  gompertzWeight,
  projectWeight,
  trialMustStop,
  type BreederFacts,
} from '../src'

const TODAY = '2026-03-01'

const fit: BreederFacts = {
  sex: 'female',
  sexCertainty: 0.99,
  hatched: { from: '2022-06-01', to: '2022-06-01' },
  weight: { grams: 420, on: '2026-02-25', context: 'empty' },
  condition: { score: 3, on: '2026-02-25' },
  mealsInARow: 6,
  refusalsInARow: 0,
  lastTakenOn: '2026-02-20',
  inShedSince: null,
  quarantineUntil: null,
  openProblems: [],
  presence: 'here',
  resting: false,
  lastClutch: null,
}
const judge = (change: Partial<BreederFacts>) => judgeReadiness({ ...fit, ...change }, cornSnake, TODAY)
const ruleOf = (change: Partial<BreederFacts>, rule: string) =>
  judge(change).reasons.find((r) => r.rule === rule)!

test('an adult in good order is ready', () => {
  expect(judge({}).verdict).toBe('ready')
  expect(judge({}).stopRule).toBeNull()
})

test('a female 12 g short is a trial with a stop rule and a date', () => {
  const verdict = judge({ weight: { grams: 338, on: '2026-02-25', context: 'empty' } })
  expect(verdict.verdict).toBe('trial')
  expect(verdict.stopRule).toContain('2 refused meals')
  expect(verdict.reasons[0]).toMatchObject({ rule: 'weight', margin: -12, standing: 'trial' })
  expect(verdict.expected!.from > TODAY).toBe(true)
})

test('males are judged by their own, lighter figures', () => {
  expect(judge({ sex: 'male', weight: { grams: 230, on: '2026-02-25', context: 'empty' } }).verdict).toBe(
    'ready',
  )
  expect(judge({ weight: { grams: 230, on: '2026-02-25', context: 'empty' } }).verdict).toBe(
    'not this season',
  )
})

test.each([
  [
    'a weight of months ago',
    { weight: { grams: 420, on: '2025-11-01', context: 'empty' as const } },
    'weight',
    'unknown',
  ],
  [
    'a gravid weight',
    { weight: { grams: 520, on: '2026-02-25', context: 'gravid' as const } },
    'weight',
    'fails',
  ],
  [
    'a full belly',
    { weight: { grams: 420, on: '2026-02-25', context: 'fed' as const } },
    'weight',
    'perhaps',
  ],
  ['an age that is only about right', { hatched: { from: '2022-12-01', to: '2023-12-01' } }, 'age', 'trial'],
  ['no hatch date', { hatched: null }, 'age', 'unknown'],
  ['two refusals in a row', { mealsInARow: 0, refusalsInARow: 2 }, 'feeding', 'fails'],
  ['an unsexed animal', { sex: 'unknown' as const, sexCertainty: 0 }, 'sex', 'unknown'],
  ['an open problem', { openProblems: ['mites'] }, 'health', 'fails'],
  ['quarantine', { quarantineUntil: '2026-04-01' }, 'quarantine', 'fails'],
  [
    'eggs found two months ago',
    { lastClutch: { foundOn: '2026-01-01', gramsBefore: 430 } },
    'rested',
    'fails',
  ],
  ['not back to her weight', { lastClutch: { foundOn: '2025-06-01', gramsBefore: 480 } }, 'rested', 'trial'],
  ['too fat to pair', { condition: { score: 4.5, on: '2026-02-25' } }, 'condition', 'fails'],
])('%s shows in its rule', (_name, change, rule, standing) => {
  expect(ruleOf(change, rule).standing).toBe(standing)
  expect(judge(change).verdict).not.toBe('ready')
})

test('a whole verdict turns when its last rule does', () => {
  expect(
    judge({ quarantineUntil: '2026-04-01', lastClutch: { foundOn: '2025-12-01', gramsBefore: null } })
      .expected,
  ).toEqual({
    from: '2026-04-30',
    to: '2026-04-30',
  })
  expect(judge({ openProblems: ['mites'], quarantineUntil: '2026-04-01' }).expected).toBeNull()
})

test('a trial stops at two refusals or five per cent', () => {
  expect(trialMustStop(cornSnake, { gramsAtStart: 300, gramsNow: 290, refusalsInARow: 1 })).toBeNull()
  expect(trialMustStop(cornSnake, { gramsAtStart: 300, gramsNow: 285, refusalsInARow: 0 })).toContain(
    'lost 5.0 %',
  )
  expect(trialMustStop(cornSnake, { gramsAtStart: 300, gramsNow: 300, refusalsInARow: 2 })).toContain(
    'refused 2',
  )
})

describe('growth', () => {
  const curve = cornSnake.growth.female

  test('the curve gives the weights of the species table', () => {
    for (const [days, grams] of [
      [0, 7.02],
      [183, 35.9],
      [365, 101],
      [730, 293],
      [1096, 450],
    ] as const)
      expect(gompertzWeight(curve, days)).toBeCloseTo(grams, grams > 100 ? 0 : 1)
  })

  test('age from weight undoes weight from age', () => {
    expect(gompertzAge(curve, gompertzWeight(curve, 500))).toBeCloseTo(500, 6)
    expect(gompertzAge(curve, 600)).toBeNull()
  })

  test('a projection holds the day on which the stretched curve passes the weight', () => {
    const hatched = { from: '2024-01-01', to: '2024-01-01' }
    const span = projectWeight(
      curve,
      { grams: gompertzWeight(curve, 700) * 1.1, on: '2025-12-01' },
      hatched,
      350,
    )!
    // By hand: walk the stretched curve day by day until it passes.
    let day = 700
    while (gompertzWeight(curve, day) * 1.1 < 350) day++
    const passed = new Date(Date.parse('2024-01-01T00:00Z') + day * 86_400_000).toISOString().slice(0, 10)
    expect(span.from <= passed && passed <= span.to).toBe(true)
  })

  test('an animal that stays small never reaches it', () => {
    expect(
      projectWeight(curve, { grams: 200, on: '2026-01-01' }, { from: '2020-01-01', to: '2020-01-01' }, 350),
    ).toBeNull()
  })
})
