import { MS_PER_DAY, MS_PER_HOUR, instantOfDay, type Instant, type Reading } from '@hatch-book/core'
import type { Chance } from './random'
import { ZONE } from './room'

/** What goes wrong with an incubator: it drifts towards a temperature for some hours. */
interface Mishap {
  incubator: string
  day: string
  hour: number
  hours: number
  toC: number
}
const MISHAPS: readonly Mishap[] = [
  { incubator: 'H2', day: '2027-05-12', hour: 22, hours: 7, toC: 34.2 },
  { incubator: 'H1', day: '2026-05-30', hour: 1, hours: 11, toC: 22.5 },
  { incubator: 'H1', day: '2026-12-28', hour: 15, hours: 20, toC: 23.1 },
]
/** When a probe's battery was flat. */
const SILENCES = [
  { incubator: 'H2', from: '2027-04-18', to: '2027-04-20' },
  { incubator: 'H1', from: '2026-06-14', to: '2026-06-15' },
]
const SETTLING_HOURS = 1.5

/** An incubator's temperatures as its probe logs them: uneven steps about the hour, a daily swing, slow noise, mishaps. */
export function incubatorLog(
  incubator: string,
  setPointC: number,
  from: Instant,
  to: Instant,
  luck: Chance,
): Reading[] {
  const mishaps = MISHAPS.filter((m) => m.incubator === incubator).map((m) => ({
    ...m,
    start: instantOfDay(m.day, ZONE, m.hour),
  }))
  const silences = SILENCES.filter((s) => s.incubator === incubator).map(
    (s) => [instantOfDay(s.from, ZONE, 9), instantOfDay(s.to, ZONE, 17)] as const,
  )
  const readings: Reading[] = []
  let slow = 0
  for (let at = from; at < to; at += luck.between(52, 68) * 60_000) {
    slow = 0.92 * slow + luck.normal(0, 0.06)
    const swing = 0.25 * Math.sin((2 * Math.PI * at) / MS_PER_DAY - 1.2)
    let celsius = setPointC + swing + slow
    for (const { start, hours, toC } of mishaps) {
      const into = (at - start) / MS_PER_HOUR
      if (into <= 0) continue
      const away =
        into < hours ? 1 - Math.exp(-into / SETTLING_HOURS) : Math.exp(-(into - hours) / SETTLING_HOURS)
      celsius += (toC - setPointC) * away
    }
    if (!silences.some(([a, b]) => at >= a && at <= b))
      readings.push({ at: Math.round(at / 60_000) * 60_000, celsius: Math.round(celsius * 10) / 10 })
  }
  return readings
}
