import { about, entryThat } from '@hatch-book/contract'
import { addDays, instantOfDay, STAGE_FOOD, type Day } from '@hatch-book/core'
import { writerFor, type Kept } from './cohortSteps'
import type { Chance } from './random'
import { ZONE } from './room'
import type { DemoStep } from './steps'

const UNTIL: Day = '2027-09-30'
/** Tubs of those who want damp air; in winter they rest in the cold and nobody mists them. */
const MISTED = ['S1', 'S2', 'S3', 'S4', 'S5', 'S6', 'D14', 'D15', 'D20']
const MISTED_FROM: Day = '2027-03-20'
const EVENING = 18

function everyDays(from: Day, days: number): Day[] {
  const all: Day[] = []
  for (let day = from; day <= UNTIL; day = addDays(day, days)) all.push(day)
  return all
}

/** The damp tubs, misted each evening: on the day that is shown they are still to be misted. */
export function mistTubs(places: ReadonlyMap<string, string>, luck: Chance): DemoStep[] {
  return MISTED.flatMap((name) => {
    const tub = about('place', places.get(name)!)('misted', {})
    return everyDays(MISTED_FROM, 1).map((day): DemoStep => {
      const at = instantOfDay(day, ZONE, EVENING)
      const when = { id: luck.id(at), at: new Date(at).toISOString(), device: 'demo' }
      return { at, act: 'entry', by: 'helper', body: entryThat(tub, when) }
    })
  })
}

/** A cohort's food, given each so many days. */
export const feedCohort = (kept: Kept, food: string, from: Day, days: number, luck: Chance): DemoStep[] =>
  everyDays(from, days).map((day) =>
    writerFor(kept, luck)(day, EVENING, 'food given', { task: STAGE_FOOD, with: food }, 'helper'),
  )
