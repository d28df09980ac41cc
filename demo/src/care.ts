import { about, entryThat } from '@hatch-book/contract'
import { addDays, dayNumber, instantOfDay, STAGE_FOOD, type Day, type Instant } from '@hatch-book/core'
import { writerFor, type Kept } from './cohortSteps'
import type { Chance } from './random'
import { ZONE } from './room'
import type { DemoStep } from './steps'

const UNTIL: Day = '2027-09-30'
/** Tubs of those who want damp air; in winter they rest in the cold and nobody mists them. */
const MISTED = ['S1', 'S2', 'S3', 'S4', 'S5', 'S6', 'D14', 'D15', 'D20']
const MISTED_FROM: Day = '2027-03-20'
/** An insect that lives alone is misted all year. */
const INSECTS = ['D6', 'D7']
const EVENING = 18
/** Nobody asks for the care of weeks ago. */
export const CARE_DAYS = 14
/** Daily care is written from here on. */
const WATERED_FROM: Day = '2026-08-01'

function everyDays(from: Day, days: number): Day[] {
  const all: Day[] = []
  for (let day = from; day <= UNTIL; day = addDays(day, days)) all.push(day)
  return all
}

/** The damp tubs, misted each evening: on the day that is shown they are still to be misted. */
export function mistTubs(places: ReadonlyMap<string, string>, luck: Chance): DemoStep[] {
  return [...MISTED, ...INSECTS].flatMap((name) => {
    const tub = about('place', places.get(name)!)('misted', {})
    const isInsect = INSECTS.includes(name)
    return everyDays(isInsect ? WATERED_FROM : MISTED_FROM, 1).map((day): DemoStep => {
      const at = instantOfDay(day, ZONE, EVENING)
      const when = { id: luck.id(at), at: new Date(at).toISOString(), device: 'demo' }
      const step = { at, act: 'entry', by: 'helper', body: entryThat(tub, when) } as const
      return isInsect ? { ...step, lately: CARE_DAYS } : step
    })
  })
}

/** In these racks live snakes, whose bowls are filled by thirds; everybody else has fresh water each evening. */
const BY_THIRDS = /^(?:[AB]|N)\d+$/

/** When somebody first lived in a tub, by its id. */
function livedInFrom(steps: readonly DemoStep[]): Map<string, Instant> {
  const from = new Map<string, Instant>()
  const livesIn = (placeId: unknown, at: Instant) => {
    if (typeof placeId === 'string') from.set(placeId, Math.min(at, from.get(placeId) ?? at))
  }
  for (const step of steps) {
    if (step.act === 'hatch') for (const { placeId } of step.body.young) livesIn(placeId, step.at)
    if (step.act === 'clutch')
      for (const { placeId } of step.body.litter?.live ?? []) livesIn(placeId, step.at)
    if (step.act === 'entry' && step.body.kind === 'moved')
      livesIn((step.body.payload as { placeId?: unknown }).placeId, step.at)
  }
  return from
}

/** Fresh water where anybody lives. Nobody asks for what was done weeks ago, so that only the last days of it are played. */
export function waterTubs(
  steps: readonly DemoStep[],
  places: ReadonlyMap<string, string>,
  luck: Chance,
): DemoStep[] {
  const from = livedInFrom(steps)
  return [...places].flatMap(([name, id], i) => {
    const since = from.get(id)
    if (since === undefined) return []
    const every = BY_THIRDS.test(name) ? 3 : 1
    const tub = about('place', id)('water changed', {})
    return everyDays(WATERED_FROM, 1)
      .filter((day) => (dayNumber(day) + i) % every === 0)
      .flatMap((day): DemoStep[] => {
        const at = instantOfDay(day, ZONE, EVENING)
        if (at < since) return []
        const when = { id: luck.id(at), at: new Date(at).toISOString(), device: 'demo' }
        return [{ at, act: 'entry', by: 'helper', body: entryThat(tub, when), lately: CARE_DAYS }]
      })
  })
}

/** A cohort is misted each evening. */
export const mistCohort = (kept: Kept, from: Day, days: number, luck: Chance): DemoStep[] =>
  everyDays(from, days).map((day) => ({
    ...writerFor(kept, luck)(day, EVENING, 'misted', {}, 'helper'),
    lately: CARE_DAYS,
  }))

/** A cohort's food, given each so many days. */
export const feedCohort = (kept: Kept, food: string, from: Day, days: number, luck: Chance): DemoStep[] =>
  everyDays(from, days).map((day) =>
    writerFor(kept, luck)(day, EVENING, 'food given', { task: STAGE_FOOD, with: food }, 'helper'),
  )
