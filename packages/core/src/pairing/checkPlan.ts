import { addDays, daysBetween, type Day } from '../calendar'
import { LEAST_RECEPTIVE, type AssignPlan, type AssignProblem, type PlannedCourse } from './assignment'
import { receptiveOn } from './window'

/**
 * Holds a plan against every rule of its season, by a program of its own: nothing of how the plan was found is used here, so that what a
 * solver, or the program that asks it, does wrong is seen before anybody reads it.
 * @returns what is wrong, in words; empty where the plan may be shown
 */
export function checkPlan(problem: AssignProblem, plan: AssignPlan): string[] {
  const faults: string[] = []
  const fixed = new Set(problem.fixed.map((c) => `${c.female}|${c.male}`))
  const served = new Map<string, number>()
  for (const course of plan.courses) served.set(course.female, (served.get(course.female) ?? 0) + 1)
  for (const [female, times] of served) if (times > 1) faults.push(`${female} has ${times} pairings`)
  for (const { female, male } of problem.fixed)
    if (!plan.courses.some((c) => c.female === female && c.male === male))
      faults.push(`${female} and ${male} were together already and are missing`)
  for (const course of plan.courses)
    if (!fixed.has(`${course.female}|${course.male}`)) faults.push(...faultsOfCourse(problem, course))
  faults.push(...faultsOfMales(problem, plan.courses))
  const value = plan.courses.reduce((sum, c) => sum + c.value, 0)
  if (Math.abs(value - plan.value) > 1e-6 * Math.max(1, value))
    faults.push('its value is not the sum of its pairings')
  if (plan.bound !== null && plan.bound < value - 1e-6 * Math.max(1, value))
    faults.push('its value is above the proven maximum')
  return faults
}

function faultsOfCourse(problem: AssignProblem, course: PlannedCourse): string[] {
  const { female, male, visits } = course
  const name = `${female} with ${male}`
  const faults: string[] = []
  const pair = problem.pairs.find((p) => p.female === female && p.male === male)
  if (!pair || pair.forbidden) faults.push(`${name}: not allowed to pair`)
  const him = problem.males.find((m) => m.id === male)
  if (!him) return [...faults, `${name}: unknown male`]
  const [first, last] = [visits[0], visits.at(-1)]
  if (!first || !last || visits.length !== problem.meetings) return [...faults, `${name}: too few meetings`]
  if (first.from < problem.from || last.to > problem.to) faults.push(`${name}: outside the season`)
  if (him.from && first.from < him.from) faults.push(`${name}: before he is available`)
  if (him.until && last.to >= him.until) faults.push(`${name}: after he is retired`)
  visits.forEach((v, i) => {
    if (daysBetween(v.from, v.to) + 1 !== problem.daysTogether)
      faults.push(`${name}: wrong number of days together`)
    const before = visits[i - 1]
    if (before && daysBetween(before.to, v.from) - 1 !== problem.daysBetween)
      faults.push(`${name}: wrong number of days apart`)
  })
  const window = problem.females.find((f) => f.id === female)?.window
  if (!window) faults.push(`${name}: her window is not known`)
  else if (
    receptiveOn(window, addDays(first.from, Math.floor(daysBetween(first.from, first.to) / 2))) <
    LEAST_RECEPTIVE
  )
    faults.push(`${name}: starts outside her window, ${window.from} to ${window.to}`)
  return faults
}

/** Day by day: how many are with a male or keep him resting, and how many he serves in all. */
function faultsOfMales(problem: AssignProblem, courses: readonly PlannedCourse[]): string[] {
  const faults: string[] = []
  for (const { id, mostFemales, restDays } of problem.males) {
    const his = courses.filter((c) => c.male === id)
    const begun = problem.fixed.filter((c) => c.male === id).length
    if (his.length > Math.max(mostFemales, begun))
      faults.push(`${id} has ${his.length} females, at most ${mostFemales}`)
    const busy = new Map<Day, Set<PlannedCourse>>()
    for (const course of his)
      for (const { from, to } of course.visits)
        for (let day = from; day <= addDays(to, restDays); day = addDays(day, 1))
          busy.set(day, (busy.get(day) ?? new Set()).add(course))
    const over = [...busy].find(
      ([, own]) =>
        own.size > problem.togetherMost &&
        [...own].some((c) => !problem.fixed.some((f) => f.female === c.female)),
    )
    if (over) faults.push(`${id} has ${over[1].size} females on ${over[0]}`)
  }
  return faults
}
