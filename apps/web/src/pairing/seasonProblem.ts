import type { SeasonPlanView, SeasonSettings } from '@hatch-book/contract'
import {
  addDays,
  windowByHand,
  type AssignPair,
  type AssignProblem,
  type Course,
  type OrderedPedigree,
  type ReceptiveWindow,
} from '@hatch-book/core'
import type { Mate, Scene } from './queries'
import { reckonAll } from './reckon'
import { percent } from './words'

/** What a clutch counts that cannot throw the one that is wanted. */
const ANY_CLUTCH = 0.25
/** Chance of a mating from one visit in her best days. */
const MATES_A_VISIT = 0.6
const SEASON_DAYS = 110

export type SeasonBody = Pick<SeasonPlanView, 'name' | 'from' | 'to' | 'settings' | 'courses'>

/** So many of a sex a season starts out with at most; more are added by hand, or planned as another season. */
const FRESH_MOST = { female: 80, male: 20 }

/** A season as it starts out: those who breed, ready ones first, the protocol's figures, from today. */
export function freshSeason(scene: Scene): SeasonBody {
  const { rules, today, mates } = scene
  const breeding = (sex: 'female' | 'male') =>
    mates
      .filter((m) => m.sex === sex && m.presence === 'here' && m.verdict !== null)
      .filter((m) => m.sex === 'male' || m.verdict !== 'not this season' || m.window !== null)
      .sort((a, b) => Number(b.verdict === 'ready') - Number(a.verdict === 'ready'))
      .slice(0, FRESH_MOST[sex])
  const females = breeding('female')
  const first = females.flatMap((f) => f.window?.from ?? []).sort()[0]
  const from = first && first > today ? addDays(first, -7) : today
  return {
    name: `${scene.species[0]!.toUpperCase()}${scene.species.slice(1)}s, ${from.slice(0, 4)}`,
    from,
    to: addDays(from, SEASON_DAYS),
    settings: {
      wanted: null,
      kinLimit: rules.kin.alarm,
      daysTogether: Math.max(1, Math.round(rules.hoursTogether.typical / 24)),
      meetings: Math.min(3, Math.max(1, Math.round(rules.meetings.least))),
      daysBetween: Math.round(rules.daysBetween.typical),
      togetherMost: Math.max(1, rules.togetherMost),
      females: females.map((m) => m.id),
      males: breeding('male').map((m) => ({
        id: m.id,
        mostFemales: Math.max(1, Math.round(rules.mostFemales)),
        restDays: Math.round(rules.maleRestDays),
        until: null,
      })),
      windows: {},
      despite: [],
    },
    courses: [],
  }
}

export function windowOf(mate: Mate, settings: SeasonSettings): ReceptiveWindow | null {
  const byHand = settings.windows[mate.id]
  return byHand ? windowByHand(byHand.from, byHand.to) : mate.window
}

/** What each pair is worth, and which may not be: a clutch that may throw the one wanted counts full, any other a quarter. */
export function pairsOf(scene: Scene, pedigree: OrderedPedigree, settings: SeasonSettings): AssignPair[] {
  const byId = new Map(scene.mates.map((m) => [m.id, m]))
  const females = settings.females.flatMap((id) => byId.get(id) ?? [])
  const males = settings.males.flatMap(({ id }) => byId.get(id) ?? [])
  const cells = reckonAll(scene, pedigree, females, males, settings.wanted)
  const best = Math.max(0, ...cells.flat().map((c) => c.chance ?? 0))
  return females.flatMap((female, f) =>
    males.map((male, m): AssignPair => {
      const { inbreeding, chance, harms } = cells[f]![m]!
      const share = settings.wanted
        ? ANY_CLUTCH + (1 - ANY_CLUTCH) * (best > 0 ? (chance ?? 0) / best : 0)
        : 1
      const despite = settings.despite.some((d) => d.female === female.id && d.male === male.id)
      const forbidden = despite
        ? undefined
        : inbreeding >= settings.kinLimit - 1e-9
          ? `too close: young inbred ${percent(inbreeding)}`
          : harms.length > 0 && scene.rules.carriers !== 'when the loss is before hatch'
            ? `${harms[0]!.word}: ${harms[0]!.says}`
            : female.verdict === 'not this season' || male.verdict === 'not this season'
              ? `${(female.verdict === 'not this season' ? female : male).tag} is not for this season: ${(female.verdict === 'not this season' ? female : male).because}`
              : undefined
      return {
        ...{ female: female.id, male: male.id },
        value: share * Math.max(0.05, 1 - 2 * inbreeding),
        ...(forbidden ? { forbidden } : {}),
      }
    }),
  )
}

/** Courses that have begun in the book: they are what they are. */
export function begunCourses(scene: Scene, body: SeasonBody): Course[] {
  const females = new Set(body.settings.females)
  const byFemale = new Map<string, Course>()
  for (const { female, male, from, to } of scene.begun) {
    if (!females.has(female) || to < body.from || from > body.to) continue
    // With several males the last one counts: the plan goes on from there.
    byFemale.set(female, { female, male, visits: [{ from, to }], fixed: true })
  }
  return [...byFemale.values()]
}

/** The problem to solve: from today on, keeping what has begun and what is held by hand. */
export function problemOf(scene: Scene, pedigree: OrderedPedigree, body: SeasonBody): AssignProblem {
  const { settings } = body
  const byId = new Map(scene.mates.map((m) => [m.id, m]))
  const begun = begunCourses(scene, body)
  const held = body.courses.filter((c) => c.fixed && !begun.some((b) => b.female === c.female))
  return {
    from: scene.today > body.from ? scene.today : body.from,
    to: body.to,
    females: settings.females.flatMap((id) => {
      const mate = byId.get(id)
      return mate ? [{ id, window: windowOf(mate, settings) }] : []
    }),
    males: settings.males.map((m) => ({ ...m, until: m.until ?? undefined })),
    pairs: pairsOf(scene, pedigree, settings),
    daysTogether: settings.daysTogether,
    meetings: settings.meetings,
    daysBetween: settings.daysBetween,
    togetherMost: settings.togetherMost,
    matesAVisit: MATES_A_VISIT,
    fixed: [...begun, ...held],
  }
}
