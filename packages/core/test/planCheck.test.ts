import { addDays, assignMales, checkPlan, windowByHand, type PlannedCourse } from '@hatch-book/core'
import { highsSolver } from '@hatch-book/core/solver'
import { season } from './seasonProblem'

describe('what a solver says is held against every rule before it is believed', () => {
  const solving = highsSolver()
  const january = season({
    from: '2026-11-28',
    to: '2027-03-01',
    females: [
      { id: 'C11', window: windowByHand('2027-01-05', '2027-01-20') },
      { id: 'C15', window: windowByHand('2027-01-08', '2027-01-22') },
    ],
    // Five meetings over six weeks: the first would fall into November, if only the last ones counted.
    ...{ meetings: 5, daysTogether: 2, daysBetween: 8 },
  })
  test('a female whose window was set to January is not paired from November', async () => {
    const plan = assignMales(january, { solver: await solving })
    expect(plan.courses.length).toBeGreaterThan(0)
    for (const { visits } of plan.courses) {
      expect(visits[0]!.from >= '2027-01-01').toBe(true)
      expect(visits[0]!.from <= '2027-01-24').toBe(true)
    }
    expect(checkPlan(january, plan)).toEqual([])
  })
  test('each rule is seen when it is broken, and by nothing else', async () => {
    const problem = season({
      males: [{ id: 'C02', mostFemales: 1, restDays: 2, from: '2027-03-02', until: '2027-05-20' }],
    })
    const plan = assignMales(problem, { solver: await solving })
    expect(checkPlan(problem, plan)).toEqual([])
    const [course] = plan.courses
    const moved = (days: number) => ({
      ...course!,
      visits: course!.visits.map((v) => ({ from: addDays(v.from, days), to: addDays(v.to, days) })),
    })
    const faults = (courses: PlannedCourse[], value = courses.reduce((a, c) => a + c.value, 0)) =>
      checkPlan(problem, { ...plan, courses, value, bound: null }).join('; ')
    expect(faults([course!, course!])).toContain('has 2 pairings')
    expect(faults([moved(-40)])).toContain('outside the season')
    expect(faults([moved(30)])).toContain('outside her window')
    expect(faults([moved(70)])).toContain('after he is retired')
    expect(faults([{ ...course!, male: 'nobody' }])).toContain('not allowed to pair')
    expect(
      faults([{ ...course!, visits: [{ ...course!.visits[0]!, to: addDays(course!.visits[0]!.to, 3) }] }]),
    ).toContain('wrong number of days together')
    expect(faults([course!, { ...course!, female: 'C15' }])).toMatch(
      /has 2 females, at most 1.*has 2 females on/,
    )
    expect(faults([course!], 99)).toContain('its value is not')
    expect(checkPlan(problem, { ...plan, bound: plan.value / 2 })).toEqual([
      'its value is above the proven maximum',
    ])
    expect(
      checkPlan({ ...problem, fixed: [{ female: 'C15', male: 'C02', visits: course!.visits }] }, plan)[0],
    ).toContain('are missing')
  })
  test('a solver that chooses what cannot be is not believed: the plan at once is shown, and nothing said to be proved', () => {
    const wild = {
      choose: ({ values }: { values: readonly number[] }) => ({ chosen: values.map(() => true), bound: 1e9 }),
      relax: () => null,
    }
    const plan = assignMales(season(), { solver: wild })
    expect(plan).toMatchObject({ by: 'greedy', bound: null, gap: null })
    expect(checkPlan(season(), plan)).toEqual([])
  })
})
