import {
  addDays,
  assignMales,
  judgePlan,
  planGreedily,
  possibleCourses,
  possibleFathers,
  receptiveOn,
  receptiveWindow,
  windowByHand,
  type AssignProblem,
  type Course,
  type PlannedCourse,
} from '@hatch-book/core'
import { highsSolver } from '@hatch-book/core/solver'
import { uniforms } from './chance'
import { season } from './seasonProblem'

const range = (typical: number, least: number, most: number) => ({ typical, least, most })

/** The best plan by trying every combination. */
function byTryingAll(problem: AssignProblem): number {
  const courses = possibleCourses(problem)
  const females = [...new Set(courses.map((c) => c.female))]
  let best = 0
  const walk = (at: number, chosen: PlannedCourse[]) => {
    if (at === females.length) {
      best = Math.max(
        best,
        chosen.reduce((s, c) => s + c.value, 0),
      )
      return
    }
    walk(at + 1, chosen)
    for (const course of courses.filter((c) => c.female === females[at])) {
      const next = [...chosen, course]
      if (
        judgePlan(problem, next, 0).conflicts.every(
          (c) => c.weight !== 'stop' && !c.says.includes('are more than'),
        )
      )
        walk(at + 1, next)
    }
  }
  walk(0, [])
  return best
}

describe('who is with whom', () => {
  const solving = highsSolver()

  test('one male serves two females one after the other, each in her best days as far as he can', async () => {
    const plan = assignMales(season(), { solver: await solving })
    expect(plan.courses).toHaveLength(2)
    expect(judgePlan(season(), plan.courses, plan.value)).toMatchObject({
      conflicts: [],
      loss: expect.closeTo(0, 9),
    })
    expect(plan.gap).toBeLessThan(0.003)
  })

  test('agrees with trying every combination, on small seasons of every kind', async () => {
    const random = uniforms(5)
    for (let round = 0; round < 6; round++) {
      const females = ['a', 'b', 'c'].map((id) => {
        const start = 3 + Math.floor(random() * 4)
        return { id, window: windowByHand(`2027-03-0${start}`, `2027-03-0${start + 2}`) }
      })
      const problem = season({
        from: '2027-03-03',
        to: '2027-03-10',
        females,
        males: [
          { id: 'x', mostFemales: 1 + Math.floor(random() * 2), restDays: Math.floor(random() * 3) },
          { id: 'y', mostFemales: 2, restDays: 1 },
        ],
        pairs: females.flatMap(({ id }) =>
          ['x', 'y'].map((male) => ({
            female: id,
            male,
            value: 0.2 + random(),
            ...(random() < 0.2 ? { forbidden: 'kin' } : {}),
          })),
        ),
        daysTogether: 1 + Math.floor(random() * 2),
        togetherMost: 1 + (round % 2),
      })
      const plan = assignMales(problem, { solver: await solving, gap: 0 })
      expect(plan.value).toBeCloseTo(byTryingAll(problem), 6)
      expect(plan.bound).toBeGreaterThanOrEqual(plan.value - 1e-6)
      expect(planGreedily(problem).value).toBeLessThanOrEqual(plan.value + 1e-9)
    }
  })

  test('forbidden pairs are never made, and who is left is told why', async () => {
    const problem = season({
      females: [...season().females, { id: 'C31', window: null }],
      pairs: [
        { female: 'C11', male: 'C02', value: 1, forbidden: 'half siblings: young inbred 12.5 %' },
        { female: 'C15', male: 'C02', value: 0.8 },
        { female: 'C31', male: 'C02', value: 1 },
      ],
    })
    const plan = assignMales(problem, { solver: await solving })
    expect(plan.courses.map((c) => c.female)).toEqual(['C15'])
    expect(plan.left).toEqual([
      { female: 'C11', because: 'no male may: half siblings: young inbred 12.5 %' },
      { female: 'C31', because: expect.stringContaining('it is not known when she will be receptive') },
    ])
  })

  test('what has begun stays when a female comes late and the season is solved again', async () => {
    const begun: Course = {
      female: 'C11',
      male: 'C02',
      visits: [{ from: '2027-03-16', to: '2027-03-17' }],
      fixed: true,
    }
    const late = season({
      from: '2027-03-17',
      females: [season().females[0]!, { id: 'C15', window: windowByHand('2027-04-01', '2027-04-15') }],
      fixed: [begun],
    })
    const plan = assignMales(late, { solver: await solving })
    expect(plan.courses[0]).toMatchObject({ ...begun, fixed: true })
    expect(plan.courses[1]!.visits[0]!.from > '2027-03-31').toBe(true)
  })

  test('a male that stops eating is used no more; together two females at a time where he is the only one', async () => {
    const stopped = season({ males: [{ id: 'C02', mostFemales: 3, restDays: 2, until: '2027-03-12' }] })
    for (const { visits } of assignMales(stopped, { solver: await solving }).courses)
      expect(visits.at(-1)!.to < '2027-03-12').toBe(true)
    const sameDays = [
      ...season().females,
      { id: 'C23', window: windowByHand('2027-03-10', '2027-03-12') },
    ].map((f) => ({
      ...f,
      window: windowByHand('2027-03-10', '2027-03-12'),
    }))
    const pairs = sameDays.map((f) => ({ female: f.id, male: 'C02', value: 1 }))
    const alone = assignMales(season({ females: sameDays, pairs }), { solver: await solving })
    const together = assignMales(season({ females: sameDays, pairs, togetherMost: 3 }), {
      solver: await solving,
    })
    expect(together.value).toBeGreaterThan(alone.value * 1.2)
  })

  test('moved by hand: each conflict is named, and what the move costs', async () => {
    const plan = assignMales(season(), { solver: await solving })
    const first = plan.courses[0]!
    const both = plan.courses.map((c) => ({ ...c, visits: first.visits }))
    const judged = judgePlan(season(), both, plan.value)
    expect(judged.conflicts).toMatchObject([
      { weight: 'stop', says: expect.stringContaining('he is with another female') },
    ])
    expect(judged.loss).toBeGreaterThan(0)
    const away = [{ ...first, visits: [{ from: '2027-05-20', to: '2027-05-21' }] }]
    expect(judgePlan(season(), away, plan.value).conflicts[0]).toMatchObject({
      weight: 'warn',
      says: expect.stringContaining('hardly receptive'),
    })
  })

  test('nobody to plan for: an empty plan, not an error', async () => {
    expect(assignMales(season({ females: [], pairs: [] }), { solver: await solving })).toMatchObject({
      courses: [],
      value: 0,
      gap: 0,
    })
  })
})

describe('when she is receptive', () => {
  const facts = {
    warmOn: '2027-02-20',
    warmed: true,
    trigger: range(14, 7, 30),
    lasts: range(30, 21, 45),
    earlier: [] as number[],
    origin: 'Corn snake protocol',
  }

  test('days after full warmth; her own earlier seasons move it, each by what it is worth', () => {
    const first = receptiveWindow(facts)
    expect(first).toMatchObject({ from: '2027-03-06', to: '2027-04-05', peak: '2027-03-21' })
    const known = receptiveWindow({ ...facts, earlier: [45, 47] })
    // A normal prior of mean 29 and two observations: precisions 1/(23/3.29)² + … as worked out by hand.
    const prior = (23 / 3.29) ** 2 + (12 / 3.29) ** 2 + 4
    const mean = (29 / prior + 92 / 56.25) / (1 / prior + 2 / 56.25)
    expect(known.peak).toBe(addDays(facts.warmOn, Math.round(mean)))
    expect(known.spreadDays).toBeCloseTo(1 / Math.sqrt(1 / prior + 2 / 56.25), 10)
    expect(known.reasons[0]!.note).toContain('earlier seasons 45 days, 47 days')
  })

  test('the chance of a day is high within, even at its ends, and nothing far off', () => {
    const window = windowByHand('2027-03-10', '2027-03-24')
    expect(receptiveOn(window, '2027-03-17')).toBeGreaterThan(0.99)
    expect(receptiveOn(window, '2027-03-10')).toBeCloseTo(0.6, 1)
    expect(receptiveOn(window, '2027-04-10')).toBeLessThan(1e-6)
  })
})

describe('who fathered a clutch', () => {
  const facts = {
    laid: { from: '2027-05-10', to: '2027-05-11' },
    matingToLaying: range(40, 30, 55),
    sperm: range(180, 60, 365),
    unmated: 'no' as const,
    good: true,
  }
  const male = (id: string, on: string, mated: number, agrees = 1) => ({
    id,
    mated,
    firstMetOn: on,
    lastMetOn: on,
    agrees,
  })

  test('the one of this season, one of last season by stored sperm, and never one that came too late', () => {
    const told = possibleFathers(
      [male('C02', '2027-04-01', 0.9), male('C09', '2026-09-01', 0.9), male('C17', '2027-05-01', 0.9)],
      facts,
    )
    expect(told.map((f) => f.id)).toEqual(['C02', 'C09', null])
    expect(told.reduce((s, f) => s + f.chance, 0)).toBeCloseTo(1, 10)
    expect(told[1]!.because).toContain('stored sperm')
  })

  test('young that cannot be his rule him out; no male at all leaves what the species can do', () => {
    expect(
      possibleFathers([male('C02', '2027-04-01', 0.9, 0), male('C09', '2027-04-02', 0.9)], facts)[0]!.id,
    ).toBe('C09')
    expect(possibleFathers([], { ...facts, unmated: 'daughters only' })).toEqual([
      { id: null, chance: 1, because: 'no male is needed: daughters of her alone' },
    ])
    expect(possibleFathers([], { ...facts, good: false })[0]!.because).toContain('not good')
  })
})
