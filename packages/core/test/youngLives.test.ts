import fc from 'fast-check'
import {
  MICE,
  cornSnake,
  fatTailedGecko,
  firstMealCurve,
  foldStanding,
  lossStanding,
  nextMeal,
  nextTrick,
  preyByGirth,
  preySize,
  sexProbability,
  supplementTurn,
  trickChances,
  type AnimalEntry,
} from '../src'
import { TODAY, youngster as facts } from './youngster'

describe('the sex, read blind', () => {
  const read = (sex: 'female' | 'male' | 'unsure', right = 0.9, blind = true) => ({ sex, right, blind })
  test('two readings that agree at 90 % make 81 to 1', () => {
    const told = sexProbability([read('female'), read('female')])
    expect(told.female).toBeCloseTo(0.81 / 0.82, 12)
    expect(told).toMatchObject({ sex: 'female', counted: 2, agree: 2 })
  })
  test('two that contradict leave the prior; unsure, seen and coin-like ones say nothing', () => {
    expect(sexProbability([read('female'), read('male')], 0.3).female).toBeCloseTo(0.3, 12)
    const silent = [read('unsure'), read('female', 0.99, false), read('male', 0.5)]
    expect(sexProbability(silent)).toMatchObject({ female: 0.5, sex: 'unknown', counted: 0 })
  })
  test('a sure prior stays sure, an impossible one is refused', () => {
    expect(sexProbability([read('female')], 0).female).toBe(0)
    expect(() => sexProbability([], 1.2)).toThrow(RangeError)
  })
  test('as often right as it says, over animals whose sex is known', () => {
    // Counted over all eight answers that three readers can give, each right nine times in ten.
    let right = 0
    for (const a of [true, false])
      for (const b of [true, false])
        for (const c of [true, false]) {
          const chance = [a, b, c].reduce((p, ok) => p * (ok ? 0.9 : 0.1), 1)
          const told = sexProbability([a, b, c].map((ok) => read(ok ? 'female' : 'male')))
          right += chance * told.female
        }
    // The mean belief in a true female: 2 of 3 agree (0.9) or all (729/730), worked by hand.
    expect(right).toBeCloseTo(0.729 * (729 / 730) + 0.243 * 0.9 + 0.027 * 0.1 + 0.001 * (1 / 730), 12)
  })
  test('the log keeps each reading; what is said outright comes before them', () => {
    const entry = (n: number, kind: string, payload: object) =>
      ({ id: `0${n}`, kind, payload, at: n * 1000 }) as AnimalEntry
    const log = [
      entry(1, 'sex read', { sex: 'female', method: 'probed', right: 0.97 }),
      entry(2, 'sex read', { sex: 'female', method: 'probed', right: 0.97 }),
    ]
    const standing = foldStanding(log)
    expect(standing.sexCertainty).toBeCloseTo(0.97 ** 2 / (0.97 ** 2 + 0.03 ** 2), 12)
    const said = foldStanding([
      ...log,
      entry(3, 'sexed', { sex: 'male', certainty: 1, method: 'seen to mate' }),
      entry(4, 'sex read', { sex: 'female', method: 'probed', right: 0.97 }),
    ])
    expect(said).toMatchObject({ sex: 'male', sexCertainty: 1 })
    expect(said.young.readings).toHaveLength(3)
  })
})

describe('first meals', () => {
  test('agree with the remission times of the 6-MP patients (Freireich and others, 1963)', () => {
    const ended = [6, 6, 6, 7, 10, 13, 16, 22, 23]
    const censored = [6, 9, 10, 11, 17, 19, 20, 25, 32, 32, 34, 35]
    const curve = firstMealCurve([
      ...ended.map((offers) => ({ offers, took: true })),
      ...censored.map((offers) => ({ offers, took: false })),
    ])
    const at = (offers: number) => curve.find((s) => s.offers === offers)!.waiting
    const published = { 6: 0.857, 7: 0.807, 10: 0.753, 13: 0.69, 16: 0.627, 22: 0.538, 23: 0.448 }
    for (const [offers, waiting] of Object.entries(published))
      expect(at(Number(offers))).toBeCloseTo(waiting, 3)
    // Greenwood's standard error at 10 is 0.0963; on the log of minus the log that gives this interval.
    expect(curve.find((s) => s.offers === 10)).toMatchObject({ atRisk: 15, took: 1, censored: 1 })
    expect(curve.find((s) => s.offers === 10)!.low).toBeCloseTo(0.503, 2)
    expect(curve.find((s) => s.offers === 10)!.high).toBeCloseTo(0.889, 2)
  })
  test('without anybody lost it is the plain share, whatever the order', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 12 }), { minLength: 1, maxLength: 40 }), (offers) => {
        for (const step of firstMealCurve(offers.map((n) => ({ offers: n, took: true }))))
          expect(step.waiting).toBeCloseTo(offers.filter((n) => n > step.offers).length / offers.length, 10)
      }),
    )
  })
  test('nobody offered anything: no curve; a meal without an offer is refused', () => {
    expect(firstMealCurve([{ offers: 0, took: false }])).toEqual([])
    expect(() => firstMealCurve([{ offers: 0, took: true }])).toThrow(RangeError)
  })
  test('the trick that did best in this line comes first, force last and not too early', () => {
    const ladder = ['plain pinky', 'washed pinky', 'lizard scent', 'assist']
    const chances = trickChances(
      ladder,
      [
        { trick: 'lizard scent', line: 'Sandbar', tried: 10, took: 8 },
        { trick: 'plain pinky', line: 'Sandbar', tried: 10, took: 3 },
      ],
      'Sandbar',
    )
    expect(nextTrick(chances, [], 20, 60)).toMatchObject({
      trick: 'lizard scent',
      because: expect.stringContaining('8 of 10'),
    })
    expect(nextTrick(chances, ['lizard scent'], 20, 60)!.trick).toBe('plain pinky')
    expect(nextTrick(chances, ladder.slice(0, 3), 20, 60)).toMatchObject({ trick: 'assist', fromDay: 60 })
    expect(nextTrick(chances, ladder.slice(0, 3), 61, 60)!.fromDay).toBeNull()
    expect(nextTrick(chances, ladder, 61, 60)).toBeNull()
  })
  test('each trick once, each climb remembered until it eats by itself', () => {
    const meal = (n: number, payload: object) =>
      ({ id: `0${n}`, kind: 'meal', payload, at: n }) as AnimalEntry
    const { young } = foldStanding([
      meal(1, { outcome: 'offered' }),
      meal(2, { outcome: 'refused', trick: 'plain pinky' }),
      meal(3, { outcome: 'taken', trick: 'assist', assisted: true }),
      meal(4, { outcome: 'taken', trick: 'washed pinky' }),
      meal(5, { outcome: 'refused' }),
    ])
    expect(young).toMatchObject({ offers: 3, firstMealAt: 4, offered: null })
    expect(young.tricks.map((t) => [t.trick, t.took])).toEqual([
      ['plain pinky', false],
      ['assist', true],
      ['washed pinky', true],
    ])
  })
  test('the line of loss: helped on from 5 %, a vet from 10 %', () => {
    const lines = { lossWarn: 0.05, lossAlarm: 0.1 }
    expect([9.6, 9.5, 9.1, 9].map((g) => lossStanding(10, g, lines).standing)).toEqual([
      'well',
      'help on',
      'help on',
      'vet',
    ])
    expect(lossStanding(null, 9, lines).standing).toBe('well')
  })
})

describe('meals', () => {
  const rhythm = { typical: 6, least: 5, most: 7 }
  const fed = {
    hatched: facts.hatched,
    lastOfferedOn: '2027-05-22',
    lastOutcome: 'taken' as const,
    condition: 3,
    inShed: false,
    resting: false,
  }
  test('are due by the rhythm, sooner when lean, later when round, and rest after one came up', () => {
    expect(nextMeal(fed, rhythm, TODAY)).toMatchObject({
      due: '2027-05-28',
      window: { from: '2027-05-27', to: '2027-05-29' },
    })
    expect(nextMeal({ ...fed, condition: 2 }, rhythm, TODAY)!.due).toBe('2027-05-27')
    expect(nextMeal({ ...fed, condition: 4.5 }, rhythm, TODAY)!.due).toBe('2027-05-29')
    expect(nextMeal({ ...fed, lastOutcome: 'brought up' }, rhythm, TODAY)).toMatchObject({
      due: '2027-06-03',
      half: true,
    })
    expect(nextMeal({ ...fed, resting: true }, rhythm, TODAY)).toBeNull()
    expect(nextMeal(fed, null, TODAY)).toBeNull()
    expect(nextMeal({ ...fed, lastOfferedOn: null }, rhythm, TODAY, '2027-05-30')!.due).toBe('2027-05-30')
  })
  test('are as large as the stage says, by the name they are bought under, with the day of the next size', () => {
    const { prey } = cornSnake.stages[2]!
    const size = preySize(
      prey,
      { grams: 14 },
      { curve: cornSnake.growth.female, weighedOn: TODAY, hatched: facts.hatched },
    )!
    // 15 to 25 % of 14 g.
    expect(size.grams!.typical).toBeCloseTo(2.8, 9)
    expect([size.grams!.least, size.grams!.most]).toEqual([2.1, 3.5])
    expect(size.name).toBe('fuzzy mouse')
    expect(size.next).toMatchObject({ name: 'hopper mouse', fromGrams: 30 })
    expect(size.next!.expected!.from > TODAY).toBe(true)
    expect(preySize(cornSnake.stages[1]!.prey, { grams: null })!.grams!.typical).toBe(2)
    expect(preySize(prey, { grams: null })).toBeNull()
    expect(MICE.every((m, i) => i === 0 || m.grams.least === MICE[i - 1]!.grams.most)).toBe(true)
  })
  test('are never thicker than the animal: a girth of 31.4 mm lets 10 mm through', () => {
    // An ellipsoid of water 10 mm thick and 22 mm long: 4/3 π · 0.5 · 0.5 · 1.1 cm³.
    expect(preyByGirth(10 * Math.PI).typical).toBeCloseTo((4 / 3) * Math.PI * 0.5 * 0.5 * 1.1, 10)
    const slim = preySize(cornSnake.stages[2]!.prey, { grams: 40, girthMm: 10 * Math.PI })!
    expect(slim.grams!.typical).toBeCloseTo(1.152, 3)
  })
  test('of insects are ruled by the head', () => {
    expect(preySize(fatTailedGecko.stages[1]!.prey, { grams: 4, headMm: 10 })).toMatchObject({
      longestMm: 8,
      grams: null,
    })
  })
  test('are dusted by turns; a refused one is dusted the same again', () => {
    const ring = ['Ca', 'CaD', 'Ca', 'MV']
    const feed = (outcome: 'taken' | 'refused', supplement: string | null = null) => ({ outcome, supplement })
    expect(supplementTurn(ring, [])).toMatchObject({ supplement: 'Ca', after: 'CaD' })
    expect(supplementTurn(ring, [feed('taken'), feed('refused')])).toMatchObject({
      supplement: 'CaD',
      turn: 1,
    })
    expect(supplementTurn(ring, [feed('taken'), feed('taken', 'MV')])!.turn).toBe(1)
    expect(
      supplementTurn(
        ring,
        [1, 2, 3, 4].map(() => feed('taken')),
      )!.turn,
    ).toBe(0)
    expect(supplementTurn([], [])).toBeNull()
    expect(fatTailedGecko.stages[1]!.ring).toEqual(['Ca', 'CaD', 'Ca', 'MV'])
    expect(cornSnake.stages[5]!.ring).toEqual([])
  })
})
