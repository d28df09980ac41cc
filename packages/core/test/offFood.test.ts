import { FEMALE_SIGNS, OFF_FOOD_CAUSES, weighOffFood, type OffFoodFacts } from '@hatch-book/core'

const unknown: OffFoodFacts = {
  refusalsInARow: 3,
  weightChange: null,
  condition: null,
  ageShare: null,
  daysSinceWarm: null,
  daysSinceLock: null,
  lockToLayingDays: 40,
  openProblems: [],
  signs: {},
}
const most = (facts: Partial<OffFoodFacts>) => weighOffFood({ ...unknown, ...facts }).explanations[0]!.cause

describe('a female that stopped eating', () => {
  it.each<[string, Partial<OffFoodFacts>]>([
    ['gravid', { daysSinceLock: 25, weightChange: 0.09, condition: 3, signs: { 'swollen rear half': true } }],
    ['coming into season', { daysSinceWarm: 20, weightChange: 0.01, condition: 3, ageShare: 0.4 }],
    ['old', { ageShare: 1.05, weightChange: -0.01, condition: 3, daysSinceWarm: 120 }],
    ['overfed', { condition: 4.5, weightChange: 0.05, ageShare: 0.4, daysSinceWarm: 150 }],
    ['ill', { weightChange: -0.09, condition: 2, signs: { 'mucus or noisy breath': true } }],
  ])('is most likely %s when the log and the look say so', (cause, facts) => {
    expect(most(facts)).toBe(cause)
  })

  it('has chances that add up to one, whatever is known', () => {
    for (const facts of [unknown, { ...unknown, condition: 4.5, daysSinceLock: 12, ageShare: 1 }]) {
      const { explanations } = weighOffFood(facts)
      expect(explanations.map((e) => e.cause).sort()).toEqual([...OFF_FOOD_CAUSES].sort())
      expect(explanations.reduce((sum, e) => sum + e.chance, 0)).toBeCloseTo(1, 12)
    }
  })

  it('agrees with Bayes’ rule worked by hand for one finding', () => {
    // No lock lately: 0.35·0.85, 0.3·0.1, 0.08·0.9, 0.12·0.88, 0.15·0.88 over their sum 0.6371.
    const { explanations } = weighOffFood(unknown)
    expect(explanations[0]).toMatchObject({ cause: 'coming into season', chance: expect.closeTo(0.467, 3) })
  })

  it('asks first for the look that tells most, never again for one that was taken', () => {
    const locked = weighOffFood({ ...unknown, daysSinceLock: 20, daysSinceWarm: 40, condition: 3 })
    expect(locked.ask.every((a, i) => i === 0 || a.bits <= locked.ask[i - 1]!.bits)).toBe(true)
    expect(locked.ask.every((a) => a.bits >= 0)).toBe(true)
    const first = locked.ask[0]!.sign
    const next = weighOffFood({ ...unknown, daysSinceLock: 20, signs: { [first]: true } })
    expect(next.ask.map((a) => a.sign)).not.toContain(first)
    expect(next.ask).toHaveLength(FEMALE_SIGNS.length - 1)
  })

  it('says what speaks for and against each', () => {
    const { explanations } = weighOffFood({ ...unknown, weightChange: -0.08 })
    const by = (cause: string) => explanations.find((e) => e.cause === cause)!
    expect(by('ill').speaksFor).toContain('lost 8 % in two months')
    expect(by('gravid').speaksAgainst).toContain('lost 8 % in two months')
  })
})
