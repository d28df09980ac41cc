import { dayOfInstant, type AnimalStanding, type ChecksDone } from '@hatch-book/core'

/** How an animal came out of its checks, by days of the book. */
export const checksDone = ({ checks }: AnimalStanding, zone: string): ChecksDone =>
  Object.fromEntries(
    Object.entries(checks).map(([name, { at, ...how }]) => [name, { on: dayOfInstant(at, zone), ...how }]),
  )
