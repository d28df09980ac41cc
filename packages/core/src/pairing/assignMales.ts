import { checkPlan } from './checkPlan'
import {
  daysTaken,
  planGreedily,
  planOf,
  possibleCourses,
  weighed,
  type AssignPlan,
  type AssignProblem,
} from './assignment'

/** Choose things of the greatest value so that of each row no more than its most are chosen. */
export interface PackingProgram {
  values: readonly number[]
  rows: readonly { columns: readonly number[]; most: number }[]
  /** So many of the first rows share all things out: each thing stands in exactly one of them. */
  sharedOut: number
}

/** A solver of packing programs. */
export interface PackingSolver {
  /** The best choice it finds, and what no choice can exceed; null when it found nothing in its time. */
  choose(
    program: PackingProgram,
    options: { seconds: number; gap: number },
  ): { chosen: readonly boolean[]; bound: number } | null
  /** The program with parts of things allowed: what one more of each row's most would be worth; null when out of time. */
  relax(program: PackingProgram, options: { seconds: number }): { prices: readonly number[] } | null
}

export interface AssignOptions {
  solver: PackingSolver
  /** Most seconds to look for better. */
  seconds?: number
  /** Good enough, as a share of the best possible. */
  gap?: number
}

/**
 * The season of the greatest total value: who is with whom, and when. A mixed-integer program over all courses that could be:
 * each female at most one; each male on each day no more females than may be together, resting days counted; and no more
 * females in a season than he can serve. Courses that have begun, or are held by hand, stay.
 *
 * @returns the plan, with the bound that no plan can exceed and the gap to it; the greedy plan where the solver finds none
 *   better in its time
 * @throws whatever the solver throws
 */
export function assignMales(
  problem: AssignProblem,
  { solver, seconds = 9, gap = 0.002 }: AssignOptions,
): AssignPlan {
  const courses = possibleCourses(problem)
  const greedy = planGreedily(problem, courses)
  if (courses.length === 0) return { ...greedy, by: 'solver', bound: greedy.value, gap: 0 }
  const program = programOf(problem, courses)
  const solved =
    courses.length <= SOLVED_WHOLE
      ? solver.choose(program, { seconds, gap })
      : chooseByPrices(program, greedyColumns(courses, greedy), solver, seconds, gap)
  if (!solved) return greedy
  const fixed = problem.fixed.map((c) => weighed(problem, { ...c, fixed: true }))
  // Without prices in time there is a plan, but nothing to measure it against.
  const bound = Number.isFinite(solved.bound)
    ? solved.bound + fixed.reduce((sum, c) => sum + c.value, 0)
    : null
  const chosen = [...fixed, ...courses.filter((_, i) => solved.chosen[i])]
  const plan = planOf(problem, courses, chosen, 'solver', bound)
  // What the solver says is believed only where every rule holds of it; else nothing is said to be proved.
  if (checkPlan(problem, plan).length > 0) return greedy
  return plan.value >= greedy.value - 1e-9 ? plan : planOf(problem, courses, greedy.courses, 'greedy', bound)
}

/** Courses up to which the program is solved as it stands. */
const SOLVED_WHOLE = 3000
const MOST_ROUNDS = 12
const SHARE_FOR_PRICES = 0.45
const FIRST_A_FEMALE = 12
const ADDED_A_FEMALE = 8

const greedyColumns = (
  courses: readonly { female: string; male: string; visits: readonly { from: string }[] }[],
  greedy: AssignPlan,
) => {
  const chosen = new Set(greedy.courses.map((c) => `${c.female}|${c.male}|${c.visits[0]!.from}`))
  return courses.flatMap((c, i) => (chosen.has(`${c.female}|${c.male}|${c.visits[0]!.from}`) ? [i] : []))
}

/**
 * Solves a large program on the few columns that matter. Rounds of the relaxed program price every row; a column that is worth
 * more than its rows' prices joins, until none is (column generation, Gilmore and Gomory 1961). The prices also bound every
 * choice from above: each female takes at most her best surplus, and each price is paid at most as often as its row allows.
 */
function chooseByPrices(
  program: PackingProgram,
  start: readonly number[],
  solver: PackingSolver,
  seconds: number,
  gap: number,
): { chosen: boolean[]; bound: number } | null {
  const begun = performance.now()
  const left = () => seconds - (performance.now() - begun) / 1000
  const { values, rows, sharedOut: females } = program
  const ofFemale = rows.slice(0, females).map((r) => r.columns)
  const rowsOf: number[][] = values.map(() => [])
  rows.forEach(({ columns }, r) => columns.forEach((c) => rowsOf[c]!.push(r)))
  const inPlay = new Set(start)
  for (const columns of ofFemale)
    [...columns]
      .sort((a, b) => values[b]! - values[a]!)
      .slice(0, FIRST_A_FEMALE)
      .forEach((c) => inPlay.add(c))
  let bound = Infinity
  for (let round = 0; round < MOST_ROUNDS && left() > seconds * SHARE_FOR_PRICES; round++) {
    const chosen = [...inPlay]
    const relaxed = solver.relax(restricted(program, chosen), { seconds: left() })
    if (!relaxed) break
    const price = relaxed.prices.map((p, r) => (r < females ? 0 : Math.max(0, p)))
    const net = Float64Array.from(
      values,
      (value, c) => value - rowsOf[c]!.reduce((sum, r) => sum + price[r]!, 0),
    )
    let upper = rows.reduce((sum, { most }, r) => sum + price[r]! * most, 0)
    let joined = 0
    ofFemale.forEach((columns, f) => {
      const own = Math.max(0, relaxed.prices[f]!)
      let best = 0
      const better: number[] = []
      for (const c of columns) {
        if (net[c]! > best) best = net[c]!
        if (net[c]! > own + 1e-7 && !inPlay.has(c)) better.push(c)
      }
      upper += best
      better
        .sort((a, b) => net[b]! - net[a]!)
        .slice(0, ADDED_A_FEMALE)
        .forEach((c) => {
          inPlay.add(c)
          joined++
        })
    })
    bound = Math.min(bound, upper)
    if (joined === 0) break
  }
  const last = [...inPlay]
  const solved = solver.choose(restricted(program, last), { seconds: Math.max(1, left()), gap })
  return solved && { chosen: spread(last, solved.chosen, values.length), bound }
}

function restricted({ values, rows, sharedOut }: PackingProgram, columns: readonly number[]): PackingProgram {
  const place = new Map(columns.map((c, i) => [c, i]))
  return {
    sharedOut,
    values: columns.map((c) => values[c]!),
    rows: rows.map((r) => ({ most: r.most, columns: r.columns.flatMap((c) => place.get(c) ?? []) })),
  }
}

function spread(columns: readonly number[], chosen: readonly boolean[], size: number): boolean[] {
  const all = new Array<boolean>(size).fill(false)
  columns.forEach((c, i) => (all[c] = chosen[i]!))
  return all
}

/** The packing program of a season; its columns are the courses in their order. */
export function programOf(problem: AssignProblem, courses = possibleCourses(problem)): PackingProgram {
  const males = new Map(problem.males.map((m) => [m.id, m]))
  const ofFemale = new Map<string, number[]>()
  const ofMale = new Map<string, number[]>()
  const ofDay = new Map<string, number[]>()
  const add = (rows: Map<string, number[]>, key: string, i: number) => {
    const row = rows.get(key)
    if (row) row.push(i)
    else rows.set(key, [i])
  }
  courses.forEach((course, i) => {
    add(ofFemale, course.female, i)
    add(ofMale, course.male, i)
    for (const day of daysTaken(course, males.get(course.male)!.restDays))
      add(ofDay, `${course.male}|${day}`, i)
  })
  const taken = new Map<string, number>()
  const partners = new Map<string, number>()
  for (const course of problem.fixed) {
    partners.set(course.male, (partners.get(course.male) ?? 0) + 1)
    for (const day of daysTaken(course, males.get(course.male)?.restDays ?? 0)) {
      const key = `${course.male}|${day}`
      taken.set(key, (taken.get(key) ?? 0) + 1)
    }
  }
  const left = (most: number, used = 0) => Math.max(0, most - used)
  return {
    sharedOut: ofFemale.size,
    values: courses.map((c) => c.value),
    rows: [
      ...[...ofFemale.values()].map((columns) => ({ columns, most: 1 })),
      ...[...ofMale].map(([male, columns]) => ({
        columns,
        most: left(males.get(male)!.mostFemales, partners.get(male)),
      })),
      ...[...ofDay].map(([key, columns]) => ({ columns, most: left(problem.togetherMost, taken.get(key)) })),
    ],
  }
}
