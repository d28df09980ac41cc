import { METRIC, type Say } from '../quantities'
import { dayOfInstant, instantOfDay, MS_PER_HOUR, type Instant } from '../calendar'
import type { PlaceAlarm } from './watch'

/** What the air of an enclosure should be. Temperatures in °C, humidity as a share, hours of the book's day. */
export interface ClimateBands {
  day: { low: number; high: number }
  night: { low: number; high: number }
  /** When the day begins, and how long it lasts. */
  dayFrom: number
  dayHours: number
  humidity: { low: number; high: number } | null
}

/** One word of a probe that may measure the air's humidity too. */
export interface AirReading {
  at: Instant
  celsius: number
  humidity: number | null
}

/** Whether an instant lies in the day of an enclosure, by the book's clock. */
export function isDayIn({ dayFrom, dayHours }: ClimateBands, at: Instant, zone: string): boolean {
  const hour = (at - instantOfDay(dayOfInstant(at, zone), zone, 0)) / MS_PER_HOUR
  return (hour - dayFrom + 24) % 24 < dayHours
}

/** Longer outside its band than this is worth a word, hours; after a change of day and night the air has as long to follow. */
const PATIENCE_HOURS = 1
const WORDS = {
  'too warm': 'Look at the lamp, the mat and its thermostat, and at the room. Shade and air before ice.',
  'too cold':
    'Look at the lamp, the mat and the plug. A cold night harms less than a hot hour: no hurry with heat.',
  'too dry': 'Mist, fill the dish, cover part of the lid. Skins that shed badly come from here.',
  'too damp': 'Open the lid further, change wet bedding; mould and sore bellies come from here.',
} as const

/** What to do when the probe of an enclosure falls silent. */
export const ENCLOSURE_SILENT =
  'Read a second thermometer in it. Then the battery, the plug, the network; lamps and mats fail unseen while it is silent.'

/** Watches an enclosure by its bands: warns of what has lasted longer than an hour, by day and by night. */
export function watchBands(
  readings: readonly AirReading[],
  bands: ClimateBands,
  zone: string,
  say: Say = METRIC,
): PlaceAlarm[] {
  const last = readings.at(-1)
  if (!last) return []
  const bandOf = (r: AirReading) => (isDayIn(bands, r.at, zone) ? bands.day : bands.night)
  const found: PlaceAlarm[] = []
  const look = (kind: keyof typeof WORDS, out: (r: AirReading) => boolean, says: string) => {
    if (!out(last)) return
    const well = readings.findLastIndex((r) => !out(r))
    const since = readings[well + 1]!.at
    if ((last.at - since) / MS_PER_HOUR <= PATIENCE_HOURS) return
    const part = isDayIn(bands, last.at, zone) ? 'day' : 'night'
    found.push({
      ...{ kind, since, todo: WORDS[kind] },
      severity: 'warn',
      peakC: kind === 'too warm' || kind === 'too cold' ? last.celsius : null,
      says: `${says} for ${((last.at - since) / MS_PER_HOUR).toFixed(1)} h, by ${part}`,
    })
  }
  const band = bandOf(last)
  look(
    'too warm',
    (r) => r.celsius > bandOf(r).high,
    `${say.celsius(last.celsius)}, over ${say.celsius(band.high)}`,
  )
  look(
    'too cold',
    (r) => r.celsius < bandOf(r).low,
    `${say.celsius(last.celsius)}, under ${say.celsius(band.low)}`,
  )
  const { humidity } = bands
  if (humidity && last.humidity !== null) {
    const percent = (share: number) => `${Math.round(share * 100)} %`
    look(
      'too dry',
      (r) => r.humidity !== null && r.humidity < humidity.low,
      `air at ${percent(last.humidity)}, under ${percent(humidity.low)}`,
    )
    look(
      'too damp',
      (r) => r.humidity !== null && r.humidity > humidity.high,
      `air at ${percent(last.humidity)}, over ${percent(humidity.high)}`,
    )
  }
  return found
}
