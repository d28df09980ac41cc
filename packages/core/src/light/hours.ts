import { addDays, daysBetween, nextDayOfYear, type Day } from '../calendar'
import type { LightRules, Range } from '../protocols'

/** A timer is set by half hours: less than that nobody would set it anew for. */
export const TIMER_STEP_HOURS = 0.5

const DAYS_OF_YEAR = 365.25
const LONGEST_NORTH = '06-21'
const LONGEST_SOUTH = '12-21'

/** Zones of the southern half of the earth, as far as people live there by seasons of their own. */
const SOUTHERN = new RegExp(
  [
    '^(?:Australia|Antarctica)/',
    '^Pacific/(?:Auckland|Chatham|Fiji|Noumea|Tongatapu|Apia|Norfolk|Tahiti|Rarotonga)$',
    '^America/(?:Argentina/|Sao_Paulo|Santiago|Punta_Arenas|Montevideo|Asuncion|La_Paz|Lima|Campo_Grande|Cuiaba|Bahia|Buenos_Aires)',
    '^Africa/(?:Johannesburg|Maputo|Harare|Lusaka|Gaborone|Windhoek|Maseru|Mbabane|Luanda|Blantyre)$',
    '^Indian/(?:Antananarivo|Mauritius|Reunion)$',
    '^Atlantic/(?:Stanley|South_Georgia)$',
  ].join('|'),
)

/** Whether summer is in December where the book is kept. */
export const isSouthern = (zone: string): boolean => SOUTHERN.test(zone)

/** Share of the way from midwinter to midsummer, 0 to 1: days lengthen as a cosine does, slowly at both ends. */
function shareOfSummer(day: Day, longestOn: string): number {
  const longest = nextDayOfYear(day, longestOn)
  return (1 + Math.cos((2 * Math.PI * daysBetween(day, longest)) / DAYS_OF_YEAR)) / 2
}

/**
 * Hours of light on a day: between those of midwinter and of midsummer, as the days grow outdoors.
 * @param zone IANA name of where they are kept: it decides when the days are longest, where the protocol does not
 * @returns hours with their range; null where the protocol says none
 */
export function hoursOfLight({ hours, longestOn }: LightRules, day: Day, zone: string): Range | null {
  if (!hours) return null
  const share = shareOfSummer(day, longestOn ?? (isSouthern(zone) ? LONGEST_SOUTH : LONGEST_NORTH))
  const between = (of: keyof Range) => hours.winter[of] + share * (hours.summer[of] - hours.winter[of])
  return { typical: between('typical'), least: between('least'), most: between('most') }
}

/** What one timer is set to for all who live in its light, and whether any of them wants another. */
export interface HoursTogether {
  /** To the half hour. */
  hours: number
  /** False where no length of day suits all of them. */
  suitsAll: boolean
}

/**
 * One length of day for several: the middle of what each wants, moved to where it suits all of them, if there is such a length.
 * @returns null where none of them is said to want any
 */
export function hoursTogether(wanted: readonly Range[]): HoursTogether | null {
  if (wanted.length === 0) return null
  const mean = wanted.reduce((sum, { typical }) => sum + typical, 0) / wanted.length
  const [least, most] = [Math.max(...wanted.map((w) => w.least)), Math.min(...wanted.map((w) => w.most))]
  const suitsAll = least <= most
  const hours = suitsAll ? Math.min(most, Math.max(least, mean)) : mean
  return { hours: Math.round(hours / TIMER_STEP_HOURS) * TIMER_STEP_HOURS, suitsAll }
}

/** The first day from one on, within a year, on which a timer would be set to other hours; null where it is the same all year. */
export function nextSetting(
  set: number,
  from: Day,
  hoursOn: (day: Day) => HoursTogether | null,
): { on: Day; hours: number } | null {
  for (let n = 0; n <= Math.ceil(DAYS_OF_YEAR); n++) {
    const on = addDays(from, n)
    const wanted = hoursOn(on)
    if (wanted && Math.abs(wanted.hours - set) >= TIMER_STEP_HOURS) return { on, hours: wanted.hours }
  }
  return null
}
