import type { StageClimate } from '../protocols'

export interface AirStanding {
  standing: 'well' | 'outside' | 'alarm'
  says: string
}

const c = (celsius: number) => `${celsius.toFixed(1)} °C`
const percent = (share: number) => `${Math.round(share * 100)} %`

/**
 * Where the air of a tub stands against what its stage asks for, in words. One probe tells one spot: between the cool and
 * the warm side all is well; by night down to the night's low.
 * @param air temperature in °C, humidity as a share or null
 */
export function stageAir(
  wanted: StageClimate,
  air: { celsius: number; humidity: number | null; night: boolean },
): AirStanding {
  const { celsius, humidity, night } = air
  const low = Math.min(
    ...[wanted.warm.least, wanted.cool?.least, night ? wanted.night?.least : undefined].filter(
      (t): t is number => t !== undefined,
    ),
  )
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
