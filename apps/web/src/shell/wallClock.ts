import { instantOfDay } from '@hatch-book/core'
import dayjs, { type Dayjs } from 'dayjs'

/*
 * Date pickers know no time zones: they show a wall clock. It is the room's clock that counts, wherever the browser stands.
 */

/** An instant as the wall clock of a zone shows it. */
export function toWallClock(iso: string, zone: string): Dayjs {
  const parts = new Intl.DateTimeFormat('sv-SE', {
    timeZone: zone,
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
    hour: '2-digit',
    minute: '2-digit',
  }).format(new Date(iso))
  return dayjs(parts.replace(' ', 'T'))
}

/** The instant at which a zone's wall clock shows this; never later than `latest`. */
export function fromWallClock(wall: Dayjs, zone: string, latest: string): string {
  const at = instantOfDay(wall.format('YYYY-MM-DD'), zone, wall.hour()) + wall.minute() * 60_000
  return new Date(Math.min(Date.parse(latest), at)).toISOString()
}
