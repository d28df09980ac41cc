import { dayOfInstant, instantOfDay, timeOfInstant } from '@hatch-book/core'
import dayjs, { type Dayjs } from 'dayjs'
import updateLocale from 'dayjs/plugin/updateLocale'

// A week begins on Monday, in a calendar as in the light weeks of a rest.
dayjs.extend(updateLocale)
dayjs.updateLocale('en', { weekStart: 1 })

/*
 * Date pickers know no time zones: they show a wall clock. It is the room's clock that counts, wherever the browser stands.
 */

/** An instant as the wall clock of a zone shows it. */
export function toWallClock(iso: string, zone: string): Dayjs {
  const at = Date.parse(iso)
  return dayjs(`${dayOfInstant(at, zone)}T${timeOfInstant(at, zone)}`)
}

/** The instant at which a zone's wall clock shows this; never later than `latest`. */
export function fromWallClock(wall: Dayjs, zone: string, latest: string): string {
  const at = instantOfDay(wall.format('YYYY-MM-DD'), zone, wall.hour()) + wall.minute() * 60_000
  return new Date(Math.min(Date.parse(latest), at)).toISOString()
}
