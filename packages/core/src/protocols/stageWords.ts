import { METRIC, type Say } from '../quantities'
import type { Range } from './range'
import { everyDays } from '../words'
import type { CareRule, Stage, StageClimate, StageRoom } from './types'

const plain = (n: number) => String(Number(n.toPrecision(2)))
const whole = (n: number) => String(Math.round(n * 10) / 10)

/** A figure with its range, such as `0.06 m² (0.04–0.08)`. */
const ranged = ({ typical, least, most }: Range, unit: string) =>
  `${plain(typical)} ${unit}${least === most ? '' : ` (${plain(least)}–${plain(most)})`}`

/** What a tub of a stage holds, and how many live in it, in words. */
export function housingInWords({
  areaM2,
  litres,
  waterMm,
  heightMm,
  heightBodies,
  floorBodies,
  together,
}: StageRoom): string {
  return [
    ...(areaM2 ? [ranged(areaM2, 'm² of floor')] : []),
    ...(litres ? [ranged(litres, 'L of water')] : []),
    ...(waterMm ? [ranged(waterMm, 'mm deep')] : []),
    ...(heightMm ? [`${Math.round(heightMm.typical / 10)} cm high`] : []),
    ...(heightBodies ? [`${whole(heightBodies.typical)} body lengths high`] : []),
    ...(floorBodies ? [`${whole(floorBodies.typical)} body lengths long`] : []),
    together === 1 ? 'alone' : `up to ${together} together`,
  ].join(', ')
}

/** What the air of a stage should be, in words. */
function climateInWords(air: StageClimate | null, say: Say = METRIC): string {
  if (!air) return ''
  const { warm, cool, night, alarm, humidity } = air
  const degrees = [
    `${say.celsiusBrief(warm.typical)}${cool ? ' warm' : ''}`,
    ...(cool ? [`${say.celsiusBrief(cool.typical)} cool`] : []),
    ...(night ? [`${say.celsiusBrief(night.typical)} at night`] : []),
  ].join(', ')
  return [
    alarm
      ? `${degrees} (alarm under ${say.celsiusBrief(alarm.low)} and over ${say.celsiusBrief(alarm.high)})`
      : degrees,
    ...(humidity ? [`air ${Math.round(humidity.typical * 100)} %`] : []),
  ].join(', ')
}

/** What the air of a stage should be, as its keeper wrote it or else from its figures. */
export const airOfStage = ({ climateSaid, air }: Pick<Stage, 'climateSaid' | 'air'>, say: Say = METRIC) =>
  climateSaid || climateInWords(air, say)

const TIMES_A_DAY = ['', 'every day', 'twice a day', 'three times a day']

/** What is repeated, in words: `give fresh water every day, bath every 3 days`. */
export const careInWords = (care: readonly CareRule[]): string =>
  care
    .map(({ says, everyDays: { typical }, at }) => {
      const days = Math.round(typical)
      return `${says} ${days <= 1 && at.length > 1 ? TIMES_A_DAY[at.length]! : everyDays(Math.max(1, days))}`
    })
    .join(', ')
