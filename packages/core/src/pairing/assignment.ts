import { addDays, daysBetween, type Day } from '../calendar'
import { receptiveOn, type ReceptiveWindow } from './window'

export interface AssignFemale {
  id: string
  /** Null while it is not known when she will be receptive: she is left out. */
  window: ReceptiveWindow | null
}

export interface AssignMale {
  id: string
  /** Most females in the season. */
  mostFemales: number
  /** Days of rest after each visit. */
  restDays: number
  /** He may be used from this day, and until that one: a male that stops eating is rested from then. */
  from?: Day | undefined
  until?: Day | undefined
}

/** A pair that may be, and what a clutch of it is worth. Pairs that are not listed, or forbidden, are never made. */
export interface AssignPair {
  female: string
  male: string
  value: number
  /** Why not, in words: kin, harm, not ready. */
  forbidden?: string | undefined
}

export interface Visit {
  from: Day
  /** Last day together. */
  to: Day
}

/** A female's whole season with one male. */
export interface Course {
  female: string
  male: string
  visits: readonly Visit[]
  /** Begun, or held by hand: not moved when the plan is solved again. */
  fixed?: boolean | undefined
}

export interface AssignProblem {
  from: Day
  to: Day
  females: readonly AssignFemale[]
  males: readonly AssignMale[]
  pairs: readonly AssignPair[]
  daysTogether: number
  meetings: number
  daysBetween: number
  /** Females that may be with one male at a time; more than one where they are introduced together. */
  togetherMost: number
  /** Chance that one visit in her best days leads to a mating. */
  matesAVisit: number
  /** Courses that stay as they are. */
  fixed: readonly Course[]
}

export interface PlannedCourse extends Course {
  /** Chance that it leads to a mating. */
  chance: number
  /** Value of the pair times that chance. */
  value: number
}

export interface AssignPlan {
  courses: PlannedCourse[]
  value: number
  /** No plan can be worth more than this; null before it is proved. */
  bound: number | null
  /** How far the plan may be from the best, as a share; null before it is known. */
  gap: number | null
  by: 'greedy' | 'solver'
  /** Females without a male, with the reason. */
  left: { female: string; because: string }[]
}

/** Something about a plan that cannot be, or should not. */
export interface PlanConflict {
  female: string
  male: string
  on: Day | null
  says: string
  /** `stop`: cannot be done; `warn`: can, at a price. */
  weight: 'stop' | 'warn'
}

const LEAST_CHANCE = 0.02
/** Less receptive than this in the middle of a first visit, she is put to a male too early or too late. */
export const LEAST_RECEPTIVE = 0.05

/** Whether a season with a male begins when its female may be receptive. */
export const beginsInTime = (window: ReceptiveWindow, visits: readonly Visit[]): boolean => {
  const { from, to } = visits[0]!
  return receptiveOn(window, addDays(from, Math.floor(daysBetween(from, to) / 2))) >= LEAST_RECEPTIVE
}

/** The days a female's season with a male would take, from its first day. */
export function courseFrom(
  problem: Pick<AssignProblem, 'daysTogether' | 'meetings' | 'daysBetween'>,
  start: Day,
): Visit[] {
  const { daysTogether, meetings, daysBetween: apart } = problem
  return Array.from({ length: meetings }, (_, i) => {
    const from = addDays(start, i * (daysTogether + apart))
    return { from, to: addDays(from, daysTogether - 1) }
  })
}

/** Chance that a course leads to a mating: each visit by itself, as receptive as she is in the middle of it. */
export function matingChance(
  window: ReceptiveWindow | null,
  visits: readonly Visit[],
  matesAVisit: number,
): number {
  if (!window) return 0
  return (
    1 -
    visits.reduce((none, { from, to }) => {
      const middle = addDays(from, Math.floor(daysBetween(from, to) / 2))
      return none * (1 - matesAVisit * receptiveOn(window, middle))
    }, 1)
  )
}

/** The days on which a course keeps its male from others: together, and resting after each visit. */
export function daysTaken({ visits }: Pick<Course, 'visits'>, restDays: number): Day[] {
  const days = new Set<Day>()
  for (const { from, to } of visits)
    for (let d = 0; d <= daysBetween(from, to) + restDays; d++) days.add(addDays(from, d))
  return [...days]
}

/** Every course that could be, with what it is worth: each allowed pair from each day of her window. */
export function possibleCourses(problem: AssignProblem): PlannedCourse[] {
  const { females, males, pairs, from, to, matesAVisit, fixed } = problem
  const byId = new Map(males.map((m) => [m.id, m]))
  const settled = new Set(fixed.map((c) => c.female))
  const starts = new Map<string, { start: Day; visits: Visit[]; chance: number }[]>()
  const length = problem.meetings * problem.daysTogether + (problem.meetings - 1) * problem.daysBetween
  for (const { id, window } of females) {
    if (!window || settled.has(id)) continue
    const wide = Math.ceil(2 * window.spreadDays)
    const first = later(from, addDays(window.from, -wide - length))
    const last = earlier(addDays(to, 1 - length), addDays(window.to, wide))
    const all = []
    for (let start = first; start <= last; start = addDays(start, 1)) {
      const visits = courseFrom(problem, start)
      const chance = matingChance(window, visits, matesAVisit)
      // Nobody is put together before she can be receptive, whatever the later visits would bring.
      if (chance >= LEAST_CHANCE && beginsInTime(window, visits)) all.push({ start, visits, chance })
    }
    starts.set(id, all)
  }
  return pairs.flatMap(({ female, male, value, forbidden }) => {
    const his = byId.get(male)
    if (!his || forbidden || value <= 0) return []
    return (starts.get(female) ?? [])
      .filter(
        ({ visits }) =>
          (!his.from || visits[0]!.from >= his.from) && (!his.until || visits.at(-1)!.to < his.until),
      )
      .map(({ visits, chance }) => ({ female, male, visits, chance, value: value * chance }))
  })
}
const later = (a: Day, b: Day) => (a > b ? a : b)
const earlier = (a: Day, b: Day) => (a < b ? a : b)

/** A course as it counts in a plan. */
export function weighed(problem: AssignProblem, course: Course): PlannedCourse {
  const window = problem.females.find((f) => f.id === course.female)?.window ?? null
  const chance = matingChance(window, course.visits, problem.matesAVisit)
  const pair = problem.pairs.find((p) => p.female === course.female && p.male === course.male)
  return { ...course, chance, value: (pair?.value ?? 0) * chance }
}

/** Who is with whom on which day, so that a course that does not fit is seen. */
class MaleDays {
  private readonly taken = new Map<string, number>()
  private readonly partners = new Map<string, number>()
  constructor(
    private readonly males: ReadonlyMap<string, AssignMale>,
    private readonly togetherMost: number,
  ) {}
  private keys(course: Course): string[] {
    return daysTaken(course, this.males.get(course.male)?.restDays ?? 0).map((d) => `${course.male}|${d}`)
  }
  fits(course: Course): boolean {
    const male = this.males.get(course.male)
    if (!male || (this.partners.get(course.male) ?? 0) >= male.mostFemales) return false
    return this.keys(course).every((k) => (this.taken.get(k) ?? 0) < this.togetherMost)
  }
  add(course: Course): void {
    this.partners.set(course.male, (this.partners.get(course.male) ?? 0) + 1)
    for (const k of this.keys(course)) this.taken.set(k, (this.taken.get(k) ?? 0) + 1)
  }
}

/** A plan at once: the most valuable course first, then the next that still fits. */
export function planGreedily(problem: AssignProblem, courses = possibleCourses(problem)): AssignPlan {
  const days = new MaleDays(new Map(problem.males.map((m) => [m.id, m])), problem.togetherMost)
  const chosen = problem.fixed.map((c) => weighed(problem, { ...c, fixed: true }))
  for (const course of chosen) days.add(course)
  const served = new Set(chosen.map((c) => c.female))
  for (const course of [...courses].sort(
    (a, b) => b.value - a.value || (a.visits[0]!.from < b.visits[0]!.from ? -1 : 1),
  ))
    if (!served.has(course.female) && days.fits(course)) {
      days.add(course)
      served.add(course.female)
      chosen.push(course)
    }
  return planOf(problem, courses, chosen, 'greedy', null)
}

export function planOf(
  problem: AssignProblem,
  courses: readonly PlannedCourse[],
  chosen: readonly PlannedCourse[],
  by: AssignPlan['by'],
  bound: number | null,
): AssignPlan {
  const value = chosen.reduce((sum, c) => sum + c.value, 0)
  const possible = new Set(courses.map((c) => c.female))
  const served = new Set(chosen.map((c) => c.female))
  return {
    courses: [...chosen].sort((a, b) => (a.visits[0]!.from < b.visits[0]!.from ? -1 : 1)),
    value,
    bound,
    gap: bound === null ? null : bound <= 0 ? 0 : Math.max(0, (bound - value) / bound),
    by,
    left: problem.females
      .filter((f) => !served.has(f.id))
      .map((f) => ({ female: f.id, because: whyLeft(problem, f, possible.has(f.id)) })),
  }
}

function whyLeft(problem: AssignProblem, { id, window }: AssignFemale, possible: boolean): string {
  if (!window) return 'it is not known when she will be receptive: warm her, or set her window by hand'
  if (possible) return 'every male that suits her is better used elsewhere, or resting'
  const forbidden = problem.pairs.filter((p) => p.female === id && p.forbidden)
  const allowed = problem.pairs.some((p) => p.female === id && !p.forbidden && p.value > 0)
  if (allowed) return 'her window lies outside the season planned'
  return forbidden.length > 0 ? `no male may: ${forbidden[0]!.forbidden}` : 'no male suits her'
}

/**
 * What is wrong with a plan made or moved by hand, and what it is worth.
 * @param best the value it is measured against
 */
export function judgePlan(
  problem: AssignProblem,
  courses: readonly Course[],
  best: number,
): { value: number; loss: number; conflicts: PlanConflict[]; courses: PlannedCourse[] } {
  const conflicts: PlanConflict[] = []
  const weighedCourses = courses.map((c) => weighed(problem, c))
  const males = new Map(problem.males.map((m) => [m.id, m]))
  const byMale = new Map<string, PlannedCourse[]>()
  for (const course of weighedCourses) byMale.set(course.male, [...(byMale.get(course.male) ?? []), course])
  for (const course of weighedCourses) {
    const { female, male } = course
    const say = (weight: PlanConflict['weight'], says: string, on: Day | null = null) =>
      conflicts.push({ female, male, on, says, weight })
    const pair = problem.pairs.find((p) => p.female === female && p.male === male)
    if (!pair || pair.forbidden) say('stop', pair?.forbidden ?? 'these two cannot be paired')
    const window = problem.females.find((f) => f.id === female)?.window
    if (!window) say('warn', 'it is not known when she will be receptive')
    else if (course.chance < 0.1)
      say('warn', `she is hardly receptive then (${window.from} to ${window.to})`, course.visits[0]!.from)
    const his = males.get(male)
    if (his?.until && course.visits.at(-1)!.to >= his.until)
      say('stop', `he rests from ${his.until}`, his.until)
    if (his?.from && course.visits[0]!.from < his.from)
      say('stop', `he is not free before ${his.from}`, his.from)
  }
  for (const [male, his] of byMale) {
    const { restDays = 0, mostFemales = Infinity } = males.get(male) ?? {}
    if (his.length > mostFemales)
      conflicts.push({
        ...{ female: his.at(-1)!.female, male, on: null, weight: 'warn' },
        says: `${his.length} females in a season are more than his ${mostFemales}`,
      })
    const days = new Map<Day, PlannedCourse[]>()
    for (const course of his)
      for (const day of daysTaken(course, restDays)) days.set(day, [...(days.get(day) ?? []), course])
    const told = new Set<string>()
    for (const [day, together] of [...days].sort(([a], [b]) => (a < b ? -1 : 1))) {
      if (together.length <= problem.togetherMost) continue
      const [first, second] = together.slice(-2) as [PlannedCourse, PlannedCourse]
      const key = [first.female, second.female].sort().join()
      if (told.has(key)) continue
      told.add(key)
      const resting = ![first, second].every((c) => c.visits.some((v) => v.from <= day && day <= v.to))
      conflicts.push({
        ...{ female: second.female, male, on: day, weight: 'stop' },
        says: resting
          ? `he should be resting from another female on ${day}`
          : `he is with another female on ${day}`,
      })
    }
  }
  const value = weighedCourses.reduce((sum, c) => sum + c.value, 0)
  return { value, loss: best - value, conflicts, courses: weighedCourses }
}
