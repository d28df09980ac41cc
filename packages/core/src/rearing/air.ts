import { METRIC, type Say } from '../quantities'
import type { ClimateBands } from '../climate'
import type { StageClimate } from '../protocols'

export interface AirStanding {
  standing: 'well' | 'outside' | 'alarm'
  says: string
}

const percent = (share: number) => `${Math.round(share * 100)} %`

/** The coldest that a probe may tell somewhere in a tub: on its cool side, by night at the night's low. */
const lowestOf = ({ warm, cool, night }: StageClimate, byNight: boolean): number =>
  Math.min(warm.least, cool?.least ?? warm.least, byNight ? (night?.least ?? warm.least) : warm.least)

/** What one kind of those who live in a place wants of its air. */
export interface WantsAir {
  who: string
  air: StageClimate
}

interface Span {
  low: number
  high: number
}
/** What suits all of them; null where nothing does. */
function common(spans: readonly Span[]): Span | null {
  const [low, high] = [Math.max(...spans.map((s) => s.low)), Math.min(...spans.map((s) => s.high))]
  return low < high ? { low, high } : null
}

/** Days begin and end so where nobody says when the lamps go on: hours of the clock. */
const USUAL_DAY = { dayFrom: 8, dayHours: 12 }

/**
 * The bands by which an enclosure is to be watched, from what the stages of those who live there want: all between a tub's cool and warm
 * side by day, down to the night's low by night. Of a room only its cool side is asked, since tubs are heated on their own.
 * @param living who lives there, one at least
 * @returns null where no one temperature suits all of them
 */
export function proposeBands(living: readonly WantsAir[], isRoom = false): ClimateBands | null {
  const airs = living.map((l) => l.air)
  const top = ({ warm, cool }: StageClimate) => (isRoom && cool ? cool.most : warm.most)
  const day = common(airs.map((air) => ({ low: lowestOf(air, false), high: top(air) })))
  const night = common(airs.map((air) => ({ low: lowestOf(air, true), high: air.night?.most ?? top(air) })))
  if (airs.length === 0 || !day || !night) return null
  const damp = airs.flatMap(({ humidity: h }) => (h ? [{ low: h.least, high: h.most }] : []))
  return { day, night, ...USUAL_DAY, humidity: damp.length > 0 ? common(damp) : null }
}

/**
 * Where the air of a tub stands against what its stage asks for, in words. One probe tells one spot: between the cool and
 * the warm side all is well; by night down to the night's low.
 * @param air temperature in °C, humidity as a share or null
 */
export function stageAir(
  wanted: StageClimate,
  air: { celsius: number; humidity: number | null; night: boolean },
  { celsius: c }: Say = METRIC,
): AirStanding {
  const { celsius, humidity, night } = air
  const low = lowestOf(wanted, night)
  const high = wanted.warm.most
  const when = night ? 'by night' : 'by day'
  if (wanted.alarm && (celsius < wanted.alarm.low || celsius > wanted.alarm.high))
    return {
      standing: 'alarm',
      says: `${c(celsius)} ${when}: ${celsius > wanted.alarm.high ? `over ${c(wanted.alarm.high)}, cool it now` : `under ${c(wanted.alarm.low)}, warm it now`}`,
    }
  const damp = wanted.humidityAlarm
  if (damp && humidity !== null && (humidity < damp.low || humidity > damp.high))
    return {
      standing: 'alarm',
      says: `air at ${percent(humidity)}: ${humidity < damp.low ? `under ${percent(damp.low)}, mist now` : `over ${percent(damp.high)}, air it now`}`,
    }
  const says: string[] = []
  if (celsius < low) says.push(`${c(celsius)} ${when}, wanted ${c(low)} or more: a little cold`)
  if (celsius > high) says.push(`${c(celsius)} ${when}, wanted ${c(high)} or less: a little warm`)
  if (wanted.humidity && humidity !== null) {
    if (humidity < wanted.humidity.least)
      says.push(`air at ${percent(humidity)}, wanted ${percent(wanted.humidity.least)}: rather dry`)
    if (humidity > wanted.humidity.most)
      says.push(`air at ${percent(humidity)}, wanted ${percent(wanted.humidity.most)}: rather damp`)
  }
  return says.length > 0
    ? { standing: 'outside', says: says.join('; ') }
    : {
        standing: 'well',
        says: `${c(celsius)} ${when}${humidity === null ? '' : `, air at ${percent(humidity)}`}: as it should be`,
      }
}
