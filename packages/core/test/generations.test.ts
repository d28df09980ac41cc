import {
  beliefsFromSaid,
  planGenerations,
  startingGenes,
  type GoalProblem,
  type SaidTrait,
} from '@hatch-book/core'

const corn = startingGenes('CS')
const shows = (trait: string): SaidTrait => ({ trait, carries: 'shows', certainty: 1 })
const het = (trait: string, certainty = 1): SaidTrait => ({ trait, carries: 'carries', certainty })
const animal = (tag: string, sex: 'female' | 'male', ...said: SaidTrait[]) => ({
  id: tag,
  tag,
  sex,
  beliefs: beliefsFromSaid(corn, sex, said),
  readyIn: 0,
})
const goalOf = (...traits: string[]) => ({
  wanted: { traits: traits.map((trait) => ({ trait, as: 'shows' as const })) },
  number: 1,
  mostInbreeding: 0.3,
  years: 10,
  tubs: 8,
})
const problem = (over: Partial<GoalProblem>): GoalProblem => ({
  genes: corn,
  animals: [animal('C02', 'male', shows('amelanistic')), animal('C17', 'female', shows('anerythristic'))],
  pedigree: [],
  goal: goalOf('amelanistic', 'anerythristic'),
  figures: { youngASeason: 11, seasonsToBreed: 3 },
  ...over,
})

test('two recessives from two that show one each: first all carriers, then one in sixteen of brother and sister', () => {
  const [plan] = planGenerations(problem({}))
  expect(plan!.steps).toHaveLength(2)
  expect(plan!.steps[0]).toMatchObject({ dam: { tag: 'C17' }, sire: { tag: 'C02' }, share: 1, inbreeding: 0 })
  expect(plan!.steps[0]!.hold.carries.map((c) => [c.trait, c.chance])).toEqual([
    ['amelanistic', 1],
    ['anerythristic', 1],
  ])
  expect(plan!.steps[1]).toMatchObject({ season: 3, share: 1 / 16, inbreeding: 0.25 })
  // Both sexes are wanted of the first generation: not only one of either.
  expect(plan!.steps[0]).toMatchObject({
    chance: expect.closeTo(1 - 2 * 0.5 ** 11, 10),
    hold: { both: true },
  })
  const young = 11 * plan!.steps[1]!.seasons
  expect(plan!.steps[1]!.chance).toBeCloseTo(1 - (15 / 16) ** young, 10)
  expect(plan!.season).toBe(3 + plan!.steps[1]!.seasons - 1)
})

test('with one tub nobody is held in pairs: the way goes back to a parent', () => {
  const goal = { ...goalOf('amelanistic', 'anerythristic'), tubs: 1 }
  const plans = planGenerations(problem({ goal }))
  expect(plans.length).toBeGreaterThan(0)
  for (const { steps } of plans) expect(steps.some((s) => s.hold.both)).toBe(false)
})

test('where they are at hand already, one cross does it', () => {
  const double = [het('amelanistic'), het('anerythristic')]
  const [plan] = planGenerations(
    problem({ animals: [animal('C02', 'male', ...double), animal('C11', 'female', ...double)] }),
  )
  expect(plan).toMatchObject({ season: expect.any(Number), steps: [{ share: 1 / 16 }], tubSeasons: 0 })
  expect(plan!.bySeason[0]).toMatchObject({
    season: 0,
    chance: expect.closeTo(1 - (15 / 16) ** 11, 10),
    expected: 11 / 16,
  })
})

test('a ceiling forbids brother and sister: other parents, or no plan', () => {
  const tight = { ...goalOf('amelanistic', 'anerythristic'), mostInbreeding: 0.0625 }
  expect(planGenerations(problem({ goal: tight }))).toEqual([])
  const more = [
    ...problem({}).animals,
    animal('C09', 'male', shows('amelanistic')),
    animal('C28', 'female', shows('anerythristic')),
  ]
  const plans = planGenerations(problem({ goal: tight, animals: more }))
  expect(plans.length).toBeGreaterThan(0)
  for (const { steps } of plans) for (const s of steps) expect(s.inbreeding).toBeLessThanOrEqual(0.0625)
})

test('every other plan says what it costs against the first', () => {
  const more = [
    ...problem({}).animals,
    animal('C09', 'male', het('amelanistic'), het('anerythristic')),
    animal('C28', 'female', het('amelanistic'), het('anerythristic', 0.5)),
  ]
  const [first, ...others] = planGenerations(problem({ animals: more }))
  expect(first!.against).toBe('')
  expect(others.length).toBeGreaterThan(0)
  for (const { against } of others) expect(against).toMatch(/later|sooner|surer|less sure|inbred|tub/)
})

test('out of reach within the years, a trait that nobody carries, a trait that does not exist', () => {
  expect(planGenerations(problem({ goal: { ...goalOf('amelanistic', 'anerythristic'), years: 2 } }))).toEqual(
    [],
  )
  expect(planGenerations(problem({ goal: goalOf('lavender') }))).toEqual([])
  expect(() => planGenerations(problem({ goal: goalOf('sparkling') }))).toThrow(
    "no locus carries 'sparkling'",
  )
})
