import {
  PAIRING_EVENTS,
  compileProtocol,
  cornSnake,
  mayLeave,
  methodUnfit,
  nextMeal,
  pairingEventsOf,
  stageOf,
  startingDocuments,
  westernHognose,
  type RearingFacts,
} from '../src'

const TODAY = '2026-08-01'
const hatchling: RearingFacts = {
  sex: 'unknown',
  sexCertainty: 0,
  hatched: { from: '2026-07-20', to: '2026-07-20' },
  weight: { grams: 7, on: '2026-07-21' },
  mealsInARow: 0,
  longestRow: 0,
  lastOfferedOn: null,
  wholeSheds: 0,
  lastShedOn: null,
  openProblems: [],
  quarantineUntil: null,
  readiness: null,
  breeds: false,
}
const stage = (change: Partial<RearingFacts>, protocol = cornSnake) =>
  stageOf({ ...hatchling, ...change }, protocol, TODAY)

test('a hatchling waits for its first shed', () => {
  const { stage: now, gate, next } = stage({})
  expect(now.name).toBe('Fresh hatchling')
  expect(gate.missing.map((e) => e.rule)).toEqual(['whole sheds'])
  expect(gate.expected).toEqual({ from: TODAY, to: '2026-08-01' })
  expect(next).toBe('Starter')
})

test('a starter is told how many meals are missing and by when', () => {
  const { stage: now, gate } = stage({
    wholeSheds: 1,
    mealsInARow: 1,
    longestRow: 1,
    lastOfferedOn: '2026-07-30',
  })
  expect(now.name).toBe('Starter')
  // Two more, each 5 to 7 days apart, the first counted from the last offer.
  expect(gate.expected).toEqual({ from: '2026-08-09', to: '2026-08-13' })
})

test('a refusal starts the row again but does not send an established animal back', () => {
  const refused = { wholeSheds: 1, mealsInARow: 0, longestRow: 4, lastOfferedOn: '2026-07-30' }
  expect(stage(refused).stage.name).toBe('Established')
  expect(stage({ ...refused, longestRow: 2 }).gate.missing[0]!.change).toContain('3 more')
})

test('an animal without history is placed by its weight, by sex where the gate asks', () => {
  expect(stage({ weight: { grams: 420, on: TODAY } }).stage.name).toBe('Subadult')
  expect(stage({ weight: { grams: 420, on: TODAY }, readiness: 'ready' }).stage.name).toBe('Breeder')
  expect(
    stage({ weight: { grams: 420, on: TODAY }, readiness: 'not this season', breeds: true }).stage.name,
  ).toBe('Breeder')
  const yearling = { wholeSheds: 1, longestRow: 9, weight: { grams: 40, on: TODAY } }
  expect(stage({ ...yearling, sex: 'male' }, westernHognose).stage.name).toBe('Subadult')
  expect(stage({ ...yearling, sex: 'female' }, westernHognose).stage.name).toBe('Juvenile')
})

describe('leaving', () => {
  const grown: RearingFacts = {
    ...hatchling,
    hatched: { from: '2026-06-01', to: '2026-06-02' },
    weight: { grams: 14, on: '2026-07-30' },
    mealsInARow: 6,
    longestRow: 6,
    wholeSheds: 2,
    sex: 'female',
    sexCertainty: 0.97,
  }

  test('all gates must hold', () => {
    expect(mayLeave(grown, cornSnake, TODAY).opens).toBe(true)
    for (const change of [
      { mealsInARow: 2 },
      { wholeSheds: 1 },
      { sex: 'unknown' as const },
      { openProblems: ['kink, slight'] },
      { quarantineUntil: '2026-09-01' },
      { weight: null },
    ])
      expect(mayLeave({ ...grown, ...change }, cornSnake, TODAY).opens).toBe(false)
  })

  test('the earliest day is that of the slowest gate', () => {
    const gate = mayLeave(
      {
        ...grown,
        hatched: { from: '2026-07-01', to: '2026-07-03' },
        mealsInARow: 4,
        lastOfferedOn: '2026-07-31',
      },
      cornSnake,
      TODAY,
    )
    expect(gate.expected).toEqual({ from: '2026-08-15', to: '2026-08-17' })
  })
})

describe('how a sex is read', () => {
  const methods = Object.fromEntries(westernHognose.rearing.methods.map((m) => [m.name, m]))
  const eversion = methods['gentle eversion']!
  test('no neonate method is offered for a juvenile of 360 days, whatever it weighs', () => {
    expect(methodUnfit(eversion, { ageDays: 3, grams: 8 })).toBe('not before day 7')
    expect(methodUnfit(eversion, { ageDays: 14, grams: 8 })).toBe('')
    expect(methodUnfit(eversion, { ageDays: 360, grams: 60 })).toBe('only up to day 21')
    expect(methodUnfit(eversion, { ageDays: null, grams: null })).toBe('not before day 7, only up to day 21')
    for (const document of startingDocuments)
      for (const m of compileProtocol(document)?.rearing.methods ?? [])
        if (/neonate|gentle/.test(m.name)) expect(methodUnfit(m, { ageDays: 360, grams: 500 })).not.toBe('')
  })
  test('spermatophores are looked for where there are any', () => {
    expect(pairingEventsOf('snake')).toEqual(expect.arrayContaining(['locked', 'courted', 'attacked']))
    for (const plan of ['snake', 'lizard', 'chelonian', 'frog'] as const)
      expect(pairingEventsOf(plan).filter((k) => k === 'spermatophore' || k === 'taken up')).toEqual([])
    expect(pairingEventsOf('salamander')).toContain('spermatophore')
    expect(pairingEventsOf('salamander')).not.toContain('locked')
    expect(pairingEventsOf('arthropod')).toEqual(PAIRING_EVENTS)
  })
})

describe('one that came here grown', () => {
  const rhythm = { typical: 7, least: 5, most: 9 }
  const facts = {
    hatched: { from: '2023-01-01', to: '2023-12-31' },
    ...{ lastOfferedOn: null, lastOutcome: null, condition: null, inShed: false, resting: false },
  }

  test('is due on the day it came, not since it hatched, and is not said to eat for the first time', () => {
    const came = { ...facts, firstOn: '2026-11-30' }
    expect(nextMeal(came, rhythm, '2026-12-02', '2023-01-09')).toMatchObject({
      due: '2026-11-30',
      because: ['no meal recorded yet'],
    })
  })

  test('is so too where its kind eats from the first day, and where nobody knows when it hatched', () => {
    for (const hatched of [facts.hatched, null])
      expect(nextMeal({ ...facts, hatched, firstOn: '2026-11-30' }, rhythm, '2026-12-02')).toMatchObject({
        ...{ due: '2026-11-30', because: ['no meal recorded yet'] },
      })
  })

  test('is told apart from a hatchling whose first meal is late', () => {
    const hatchling = {
      ...facts,
      hatched: { from: '2026-11-01', to: '2026-11-01' },
      firstOn: '2026-11-01',
    }
    expect(nextMeal(hatchling, rhythm, '2026-11-30', '2026-11-09')).toMatchObject({
      due: '2026-11-09',
      because: ['its first meal'],
    })
  })
})
