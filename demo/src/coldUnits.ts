import { MS_PER_DAY, MS_PER_HOUR, instantOfDay, type Day, type Instant, type Reading } from '@hatch-book/core'
import { chance } from './random'
import { SEED, ZONE } from './room'

/** A cold unit as it really is: how its thermostat swings, and what goes wrong with it. */
export interface ColdUnit {
  name: string
  make: 'fridge' | 'cooler' | 'cupboard'
  litres: number
  setPointC: number
  /** Half the compressor's swing, °C, and its period, hours. */
  swingC: number
  periodHours: number
  /** How far it runs beside its dial, and how that drifts in a week. */
  offC: number
  driftPerWeekC: number
  stepMinutes: number
  /** Logged from and to, in each winter. */
  logged: readonly [from: Day, to: Day][]
  trial: readonly [from: Day, to: Day] | null
  /** Afternoons with the door ajar. */
  ajar: readonly { day: Day; hours: number; toC: number }[]
}

export const COLD_UNITS: readonly ColdUnit[] = [
  {
    ...{ name: 'Cold unit 1', make: 'fridge', litres: 240, setPointC: 5, swingC: 0.9, periodHours: 4.5 },
    ...{ offC: 0.1, driftPerWeekC: 0.02, stepMinutes: 30, trial: ['2026-10-25', '2026-11-08'] },
    logged: [['2026-10-25', '2027-03-06']],
    ajar: [{ day: '2026-12-29', hours: 3.5, toC: 8.4 }],
  },
  {
    ...{ name: 'Cold unit 2', make: 'fridge', litres: 180, setPointC: 4, swingC: 1.25, periodHours: 3 },
    ...{ offC: -0.7, driftPerWeekC: -0.05, stepMinutes: 15, trial: ['2027-01-04', '2027-12-30'] },
    logged: [['2027-01-04', '2027-03-10']],
    ajar: [],
  },
  {
    ...{ name: 'Snake cooler', make: 'cooler', litres: 320, setPointC: 11.5, swingC: 0.6, periodHours: 5 },
    ...{ offC: 0, driftPerWeekC: 0.01, stepMinutes: 30, trial: ['2026-09-10', '2026-09-24'] },
    logged: [['2026-09-10', '2027-03-06']],
    ajar: [],
  },
  {
    ...{ name: 'Pupae cupboard', make: 'cupboard', litres: 60, setPointC: 15, swingC: 0.4, periodHours: 7 },
    ...{ offC: 0.2, driftPerWeekC: 0, stepMinutes: 60, trial: ['2026-11-20', '2026-12-04'] },
    logged: [['2026-11-20', '2027-03-20']],
    ajar: [],
  },
]

/**
 * What a unit's probe logs between two instants, while it is on: the same instants always the same readings, however they are
 * asked for. The thermostat follows the dial as it stood at each instant.
 */
export function coldUnitLog(
  unit: ColdUnit,
  from: Instant,
  to: Instant,
  setPointAt: (at: Instant) => number,
): Reading[] {
  const step = unit.stepMinutes * 60_000
  const luck = chance(SEED).branch(unit.name)
  const spans = unit.logged.map(([a, b]) => [instantOfDay(a, ZONE, 12), instantOfDay(b, ZONE, 12)] as const)
  const readings: Reading[] = []
  for (let i = Math.floor(from / step) + 1; i * step <= to; i++) {
    const at = i * step
    const span = spans.find(([a, b]) => at >= a && at <= b)
    if (!span) continue
    const hours = (at - span[0]) / MS_PER_HOUR
    const turn = (hours / unit.periodHours) % 1
    const saw = turn < 0.6 ? 1 - (2 * turn) / 0.6 : (2 * (turn - 0.6)) / 0.4 - 1
    const drift = (unit.driftPerWeekC * (at - span[0])) / (7 * MS_PER_DAY)
    const noise = luck.branch(String(i)).normal(0, 0.08)
    const calm = setPointAt(at) + unit.offC + unit.swingC * saw + drift + noise
    readings.push({ at, celsius: Math.round(Math.max(calm, ajarAt(unit, at)) * 10) / 10 })
  }
  return readings
}

/** The warmth that an open door lets in; far below anything when it is shut. */
function ajarAt({ ajar }: ColdUnit, at: Instant): number {
  return Math.max(
    -99,
    ...ajar.map(({ day, hours, toC }) => {
      const into = (at - instantOfDay(day, ZONE, 15)) / MS_PER_HOUR
      return into > 0 && into < hours ? toC - 2 * Math.exp(-into) : -99
    }),
  )
}
