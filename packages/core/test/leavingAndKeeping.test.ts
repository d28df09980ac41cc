import {
  cornSnake,
  compileProtocol,
  gateOf,
  marginatedTortoise,
  mayLeave,
  partingDay,
  priceWith,
  proposeHoldbacks,
  purposeFault,
  sharingFaults,
  stageAir,
  startingDocuments,
  type HoldbackCandidate,
  type TubMate,
} from '../src'
import { TODAY, kink, youngster as facts } from './youngster'

const crestedGecko = compileProtocol(startingDocuments.find((d) => d.code === 'CG')!)!

describe('who may leave, and as what', () => {
  test('all gates hold; a slight defect bars the breeder and lowers the price, a severe one shuts the door', () => {
    expect(mayLeave(facts, cornSnake, TODAY)).toMatchObject({ opens: true, as: 'any' })
    expect(mayLeave({ ...facts, defects: [kink] }, cornSnake, TODAY)).toMatchObject({
      opens: true,
      as: 'not for breeding',
    })
    const severe = mayLeave({ ...facts, defects: [{ ...kink, grade: 'severe' }] }, cornSnake, TODAY)
    expect(severe).toMatchObject({ opens: false, as: null, expected: null })
    expect(severe.missing[0]!.note).toContain('never to be sold')
    const shares = { priceSlight: 0.6, priceMarked: 0.3 }
    expect(
      (['note', 'slight', 'marked', 'severe'] as const).map((grade) => priceWith(100, [{ grade }], shares)),
    ).toEqual([100, 60, 30, null])
    expect(purposeFault('breeder', [kink])).toContain('not for breeding')
    expect(purposeFault('for sale', [kink])).toBeNull()
    expect(purposeFault('for sale', [{ ...kink, grade: 'marked' }])).toContain('pet only')
    expect(purposeFault('holdback', [{ ...kink, grade: 'note' }])).toBeNull()
  })
  test('papers are asked for where the protocol names them, and must be in force', () => {
    const grown = {
      ...facts,
      hatched: { from: '2026-01-01', to: '2026-01-01' },
      weight: { grams: 60, on: '2027-05-20' },
    }
    expect(mayLeave(grown, marginatedTortoise, TODAY).missing.map((m) => m.rule)).toEqual(['papers'])
    const permit = { name: 'marking', number: 'M 17', until: null }
    expect(mayLeave({ ...grown, permits: [permit] }, marginatedTortoise, TODAY).opens).toBe(true)
    expect(
      mayLeave({ ...facts, permits: [{ ...permit, until: '2027-05-26' }] }, cornSnake, TODAY).missing[0]!
        .note,
    ).toContain('ended 2027-05-26')
    expect(mayLeave({ ...facts, permits: [{ ...permit, until: TODAY }] }, cornSnake, TODAY).opens).toBe(true)
  })
  test('a gate can be asked of any step of the ladder', () => {
    expect(gateOf(facts, cornSnake, TODAY, 3).missing.map((m) => m.rule)).toEqual(['weight'])
    expect(gateOf(facts, cornSnake, TODAY)).toMatchObject({ opens: false })
    expect(() => gateOf(facts, cornSnake, TODAY, 9)).toThrow(RangeError)
  })
})

describe('who shares a tub', () => {
  const mate = (tag: string, change: Partial<TubMate> = {}): TubMate => ({
    tag,
    species: 'crested gecko',
    stage: crestedGecko.stages[1]!,
    hatched: { from: '2027-05-10', to: '2027-05-10' },
    grams: 2,
    inQuarantine: false,
    ...change,
  })
  test('siblings of one size may, until their day', () => {
    expect(sharingFaults(mate('a'), [mate('b'), mate('c')], null, TODAY)).toEqual([])
    expect(partingDay([mate('a'), mate('b', { hatched: { from: '2027-05-04', to: '2027-05-05' } })])).toEqual(
      { by: '2027-06-03', from: '2027-05-24', tag: 'b' },
    )
    expect(partingDay([mate('a')])).toBeNull()
  })
  test('not with a stranger, nor twice the size, nor in quarantine, nor beyond the tub, nor past the day', () => {
    const says = (newcomer: TubMate, others: TubMate[], most: number | null = null, on = TODAY) =>
      sharingFaults(newcomer, others, most, on).join('; ')
    expect(says(mate('a', { species: 'corn snake' }), [mate('b')])).toContain('one species')
    expect(says(mate('a', { grams: 4 }), [mate('b')])).toContain('of one size')
    expect(says(mate('a', { inQuarantine: true }), [mate('b')])).toContain('quarantine')
    expect(says(mate('a'), [mate('b'), mate('c')], 2)).toContain('the tub holds 2')
    expect(says(mate('a'), [mate('b')], null, '2027-07-01')).toContain('was to live alone')
    expect(
      says(mate('a', { stage: cornSnake.stages[0]!, species: 'corn snake' }), [
        mate('b', { stage: cornSnake.stages[0]!, species: 'corn snake' }),
      ]),
    ).toContain('live alone')
    expect(says(mate('a', { stage: cornSnake.stages[0]! }), [])).toBe('')
  })
})

test('the air of a stage in words: well, a little cold, an alarm', () => {
  const air = cornSnake.stages[1]!.air!
  const at = (celsius: number, humidity: number | null = null, night = false) =>
    stageAir(air, { celsius, humidity, night })
  expect(at(26)).toMatchObject({ standing: 'well' })
  expect(at(20.5)).toMatchObject({ standing: 'outside', says: expect.stringContaining('a little cold') })
  expect(at(34.5)).toMatchObject({ standing: 'alarm', says: expect.stringContaining('cool it now') })
  expect(at(26, 0.3)).toMatchObject({ standing: 'alarm', says: expect.stringContaining('mist now') })
  expect(at(26, 0.45)).toMatchObject({ standing: 'outside', says: expect.stringContaining('rather dry') })
})

describe('holdbacks', () => {
  const sibling = (tag: string, change: Partial<HoldbackCandidate> = {}): HoldbackCandidate => ({
    id: tag,
    tag,
    female: 0.98,
    percentile: 0.5,
    wanted: 0.5,
    kinToKept: 0.1,
    mealsTaken: 5,
    mealsOffered: 6,
    defects: [],
    openProblems: [],
    decided: null,
    ...change,
  })
  const roles = (candidates: HoldbackCandidate[], wish = { females: 1, males: 1, extra: 1 }) =>
    Object.fromEntries(proposeHoldbacks(candidates, wish).choices.map((c) => [c.tag, c.role]))
  test('the best of each sex, then the next best as the extra one', () => {
    expect(
      roles([
        sibling('f1', { wanted: 1 }),
        sibling('f2', { wanted: 0.9 }),
        sibling('f3'),
        sibling('m1', { female: 0.02 }),
        sibling('u1', { female: 0.5, wanted: 0.2 }),
      ]),
    ).toEqual({ f1: 'female', f2: 'extra', f3: 'let go', m1: 'male', u1: 'let go' })
  })
  test('never one with a defect or an open problem; a keeper’s word comes first', () => {
    const named = [
      sibling('kinked', { wanted: 1, defects: [kink] }),
      sibling('ill', { wanted: 1, openProblems: ['mites'] }),
      sibling('plain', { wanted: 0.1, decided: 'keep' }),
      sibling('fine', { wanted: 0.9 }),
    ]
    expect(roles(named, { females: 1, males: 0, extra: 0 })).toEqual({
      kinked: 'let go',
      ill: 'let go',
      plain: 'female',
      fine: 'let go',
    })
    expect(proposeHoldbacks(named, { females: 1, males: 2, extra: 0 }).lacking).toEqual([
      '2 more males wanted: no other of these is surely one and may be kept',
    ])
  })
  test('of newborn that nothing tells apart no extra one is proposed', () => {
    const unknown = { female: 0.5, percentile: null, wanted: null, mealsTaken: 0, mealsOffered: 0 }
    const newborn = [sibling('a', unknown), sibling('b', unknown)]
    expect(Object.values(roles(newborn))).toEqual(['let go', 'let go'])
    expect(proposeHoldbacks(newborn, { females: 0, males: 0, extra: 1 }).lacking).toEqual([
      'too early for an extra one: nothing tells the others apart yet',
    ])
    expect(roles([sibling('a', { ...unknown, mealsOffered: 1 }), sibling('b', unknown)])).toMatchObject({
      a: 'extra',
    })
  })
  test('the score is the weighed mean of its parts, worked by hand', () => {
    const [choice] = proposeHoldbacks([sibling('a', { kinToKept: 0.25 })], {
      females: 1,
      males: 0,
      extra: 0,
    }).choices
    // 0.4 · 0.5 + 0.2 · 0.5 + 0.2 · 6/8 + 0.2 · 0.5
    expect(choice!.score).toBeCloseTo(0.55, 12)
    expect(choice!.because).toContain('ate 5 of 6')
    // Without a goal and without a weight the rest counts for all: (0.2 · 6/8 + 0.2 · 0.5) / 0.4.
    const [bare] = proposeHoldbacks([sibling('b', { kinToKept: 0.25, wanted: null, percentile: null })], {
      females: 1,
      males: 0,
      extra: 0,
    }).choices
    expect(bare!.score).toBeCloseTo(0.625, 12)
    expect(bare!.because).toEqual(expect.arrayContaining(['no goal set', 'not weighed']))
  })
})
