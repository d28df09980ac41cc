import {
  cornSnake,
  foldStanding,
  mayLeave,
  ageOn,
  hatchSpan,
  overruleStands,
  type AnimalEntry,
  type RearingFacts,
} from '../src'

const TODAY = '2026-08-01'
const bare: RearingFacts = {
  ...{
    sex: 'unknown',
    sexCertainty: 0,
    hatched: null,
    weight: null,
    mealsInARow: 0,
    longestRow: 0,
    lastOfferedOn: null,
  },
  ...{
    wholeSheds: 0,
    lastShedOn: null,
    openProblems: [],
    quarantineUntil: null,
    readiness: null,
    breeds: false,
  },
}
const missing = (change: Partial<RearingFacts>) =>
  Object.fromEntries(mayLeave({ ...bare, ...change }, cornSnake, TODAY).missing.map((m) => [m.rule, m]))

test('an animal of which nothing is known misses everything, and no date can be given', () => {
  expect(Object.keys(missing({}))).toEqual(['age', 'meals in a row', 'weight', 'whole sheds', 'sex sure'])
  expect(mayLeave(bare, cornSnake, TODAY).expected).toBeNull()
  expect(missing({}).age).toMatchObject({
    standing: 'unknown',
    change: expect.stringContaining('an estimate will do'),
  })
  expect(missing({}).weight).toMatchObject({ standing: 'unknown', change: 'put it on the scale' })
})

test('an uncertain age holds perhaps, and is expected between its bounds', () => {
  expect(missing({ hatched: { from: '2026-06-10', to: '2026-06-25' } }).age).toMatchObject({
    standing: 'perhaps',
    expected: { from: '2026-07-25', to: '2026-08-09' },
  })
})

test('missing meals are dated by the rhythm, never in the past', () => {
  const { expected } = missing({ mealsInARow: 3, longestRow: 9, lastOfferedOn: '2026-06-01' })[
    'meals in a row'
  ]!
  expect(expected).toEqual({ from: '2026-08-06', to: '2026-08-08' })
})

test('the second shed follows the first by four to nine weeks', () => {
  expect(missing({ wholeSheds: 1, lastShedOn: '2026-07-20' })['whole sheds']!.expected).toEqual({
    from: '2026-08-17',
    to: '2026-09-18',
  })
  expect(missing({ hatched: { from: '2026-07-30', to: '2026-07-30' } })['whole sheds']!.expected).toEqual({
    from: '2026-09-01',
    to: '2026-10-10',
  })
})

test('a light animal is projected along its growth curve', () => {
  const hatched = { from: '2026-07-20', to: '2026-07-20' }
  const { expected, margin } = missing({ hatched, weight: { grams: 7.5, on: '2026-07-31' } }).weight!
  expect(margin).toBeCloseTo(-2.5)
  expect(expected!.from > TODAY && expected!.to > expected!.from).toBe(true)
})

test('quarantine, problems and an unsure sex stand in the way by name', () => {
  const held = missing({
    quarantineUntil: '2026-09-01',
    openProblems: ['kink, slight'],
    sex: 'female',
    sexCertainty: 0.8,
  })
  expect(held['out of quarantine']).toMatchObject({
    expected: { from: '2026-09-01', to: '2026-09-01' },
    note: 'in quarantine until 2026-09-01',
  })
  expect(held['no open problem']).toMatchObject({ note: 'kink, slight', expected: null })
  expect(held['sex sure']).toMatchObject({ note: 'read as female', margin: expect.closeTo(-0.15) })
})

describe('what the log folds to', () => {
  const at = (i: number) => Date.UTC(2026, 4, 1 + i)
  const fold = (...events: [string, object][]) =>
    foldStanding(
      events.map(
        ([kind, payload], i) => ({ id: String(i).padStart(3, '0'), at: at(i), kind, payload }) as AnimalEntry,
      ),
    )

  test('nothing at all', () =>
    expect(fold()).toMatchObject({ sex: 'unknown', weight: null, presence: 'here', mealsInARow: 0 }))
  test('listed, taken off, listed again, sold: it has no place any more', () => {
    expect(fold(['moved', { placeId: 'p' }], ['listed', { price: 40 }])).toMatchObject({
      presence: 'listed',
      price: 40,
      placeId: 'p',
    })
    expect(fold(['listed', { price: 40 }], ['unlisted', {}])).toMatchObject({ presence: 'here', price: null })
    expect(fold(['moved', { placeId: 'p' }], ['sold', { buyer: 'b', price: 35 }])).toMatchObject({
      presence: 'sold',
      price: 35,
      placeId: null,
    })
    expect(fold(['moved', { placeId: 'p' }], ['died', {}])).toMatchObject({ presence: 'died', placeId: null })
  })
  test('a problem is open until it is over, and named once', () => {
    expect(
      fold(
        ['problem found', { problem: 'mites' }],
        ['problem found', { problem: 'mites' }],
        ['problem found', { problem: 'kink' }],
      ).openProblems,
    ).toEqual(['mites', 'kink'])
    expect(
      fold(['problem found', { problem: 'mites' }], ['problem over', { problem: 'mites' }]).openProblems,
    ).toEqual([])
  })
  test('going into shed ends with the shed; one in pieces is not whole', () => {
    expect(fold(['going into shed', {}]).inShedSince).toBe(at(0))
    expect(fold(['going into shed', {}], ['shed', { whole: false }])).toMatchObject({
      inShedSince: null,
      wholeSheds: 0,
      lastShedAt: at(1),
    })
  })
  test('a later reading of the sex takes the place of an earlier one', () => {
    expect(
      fold(
        ['sexed', { sex: 'male', certainty: 0.9, method: 'm' }],
        ['sexed', { sex: 'female', certainty: 0.97, method: 'm' }],
      ),
    ).toMatchObject({ sex: 'female', sexCertainty: 0.97 })
  })
  test('gravid and fed weights are weights, but no loss is counted from them', () => {
    expect(
      fold(
        ['weighed', { grams: 300, context: 'empty' }],
        ['weighed', { grams: 420, context: 'gravid' }],
        ['weighed', { grams: 330, context: 'fed' }],
      ),
    ).toMatchObject({ heaviestGrams: 300, weight: { grams: 330 } })
  })
  test('a rest begins and ends with the warmth', () => {
    expect(fold(['rest began', {}])).toMatchObject({ restingSince: at(0), warmedAt: null })
    expect(fold(['rest began', {}], ['warmed', {}])).toMatchObject({ restingSince: null, warmedAt: at(1) })
  })
})

test('an age never falls below nothing, and an overruling lasts half a year', () => {
  expect(ageOn(hatchSpan('2026-09-01', 'day'), TODAY)).toEqual({ least: 0, most: 0 })
  const overrule = { verdict: 'ready' as const, reason: 'r', on: '2026-02-01', by: 'me' }
  expect([
    overruleStands(overrule, '2026-02-01'),
    overruleStands(overrule, '2026-08-03'),
    overruleStands(overrule, '2026-08-04'),
    overruleStands(overrule, '2026-01-31'),
  ]).toEqual([true, true, false, false])
})
