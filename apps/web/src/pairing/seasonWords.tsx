import { planGreedily, type AssignProblem, type Course } from '@hatch-book/core'
import type { SeasonBody } from './seasonProblem'

export const bodyOf = ({ name, from, to, settings, courses }: SeasonBody): SeasonBody => ({
  name,
  from,
  to,
  settings,
  courses,
})
export const plainCourse = ({ female, male, visits, fixed }: Course) => ({
  ...{ female, male },
  visits: visits.map(({ from, to }) => ({ from, to })),
  ...(fixed ? { fixed } : {}),
})
const keyOf = (c: Course) => `${c.female}${c.male}${c.visits[0]!.from}`
export const sameCourses = (a: readonly Course[], b: readonly Course[]) =>
  a.length === b.length && a.every((c) => b.some((d) => keyOf(c) === keyOf(d)))

/** What a plan is worth against the best that is known. */
export function LossWords({ loss, best }: { loss: number; best: number }) {
  if (best <= 0 || Math.abs(loss) < 0.005)
    return <span className="quiet">, as good as the best plan known</span>
  return loss > 0 ? (
    <span className="warm">, {loss.toFixed(2)} of a clutch less than the best plan known</span>
  ) : (
    <span className="quiet">, better than the first plan</span>
  )
}

/** Who is moved, in words: what a new solution changes against what was planned. */
export function whatChanges(
  before: readonly Course[],
  after: readonly Course[],
  mates: ReadonlyMap<string, { tag: string }>,
): string {
  const tag = (id: string) => mates.get(id)?.tag ?? '?'
  const moved = after.flatMap((c) => {
    const old = before.find((b) => b.female === c.female)
    if (!old) return before.length > 0 ? [`${tag(c.female)} now with ${tag(c.male)}`] : []
    if (old.male !== c.male) return [`${tag(c.female)} with ${tag(c.male)} instead of ${tag(old.male)}`]
    return []
  })
  const days = after.filter((c) => {
    const old = before.find((b) => b.female === c.female)
    return old?.male === c.male && old.visits[0]!.from !== c.visits[0]!.from
  }).length
  return [...moved, ...(days > 0 ? [`${days} on other days`] : [])].join(', ')
}

/** What introducing several at a time would bring, when not everybody is served one by one. */
export function togetherGain(problem: AssignProblem, value: number): { most: number; more: number } | null {
  if (problem.togetherMost > 1 || problem.females.length <= problem.males.length) return null
  const served = planGreedily(problem).courses.length
  for (const most of [2, 3]) {
    const plan = planGreedily({ ...problem, togetherMost: most })
    if (plan.courses.length > served && plan.value > value)
      return { most, more: plan.courses.length - served }
  }
  return null
}
