import { partsOfDay, type TimeOfDay } from '../calendar'
import type { CareRule } from '../protocols'

/** What is repeated at a place whoever lives in it, such as refilling a humidifier. */
export interface PlaceTask {
  task: string
  everyDays: number
  /** Parts of the day; empty where the hour does not matter. */
  at: readonly TimeOfDay[]
  /** Nobody misses it while the keeper is away. */
  mayBeLeft: boolean
}

/** A quarter of its time later it is still in time. */
const TOLERANCE = 1 / 4

/** The tasks of a place as care, which stands beside that of those who live there. */
export const careOfPlace = (tasks: readonly PlaceTask[]): CareRule[] =>
  tasks.map(({ task, everyDays, at, mayBeLeft }) => ({
    ...{ name: task, kind: 'care', says: task },
    everyDays: {
      ...{ typical: everyDays, least: everyDays },
      most: everyDays + Math.floor(everyDays * TOLERANCE),
    },
    at: at.length > 0 ? at : partsOfDay(1),
    ...{ stages: null, season: null, mayBeLeft, turns: [], each: 'tub' },
  }))
