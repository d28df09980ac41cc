import { about, entryThat, type SaidOf } from '@hatch-book/contract'
import {
  addDays,
  blueTonguedSkink,
  dayNumber,
  fatTailedGecko,
  hoursOfLight,
  hoursTogether,
  instantOfDay,
  TIMER_STEP_HOURS,
  type Day,
  type KindsOf,
} from '@hatch-book/core'
import type { Chance } from './random'
import { LAST_DAY, SIDE_RACK, ZONE } from './room'
import type { DemoStep } from './steps'

const HOUR = 11
const FITTED_ON: Day = '2026-08-01'
/** A tube loses its UV within the year: one of them is nearly due. */
const LAMPS: readonly (readonly [tub: string, on: Day])[] = [
  ['D4', '2026-06-20'],
  ['D5', '2026-09-05'],
  ['D30', '2026-09-05'],
]
const LAMP_DAYS = 365
/** The helper comes on Saturdays; the first of January 1970 was a Thursday. */
const isSaturday = (day: Day) => (dayNumber(day) + 4) % 7 === 6

/** What hangs in the lizards' rack: a timer for all of it, set as the days grow, and a tube over each skink. */
export function fitEquipment(places: ReadonlyMap<string, string>, luck: Chance): DemoStep[] {
  const step = <K extends KindsOf<'place'>>(
    place: string,
    day: Day,
    kind: K,
    payload: SaidOf<K>,
  ): DemoStep => {
    const at = instantOfDay(day, ZONE, HOUR)
    const when = { id: luck.id(at), at: new Date(at).toISOString(), device: 'demo' }
    const told = about('place', places.get(place)!)(kind, payload)
    return { at, act: 'entry', by: 'helper', body: entryThat(told, when) }
  }
  const { name } = SIDE_RACK
  const steps: DemoStep[] = [
    step(name, FITTED_ON, 'equipment fitted', { equipment: 'light timer', kind: 'timer' }),
    ...LAMPS.map(([tub, on]) =>
      step(tub, on, 'equipment fitted', { equipment: 'UV tube', kind: 'UV lamp', replaceDays: LAMP_DAYS }),
    ),
  ]
  let set: number | null = null
  for (let day = FITTED_ON; day <= LAST_DAY; day = addDays(day, 1)) {
    if (set !== null && !isSaturday(day)) continue
    const wanted = hoursTogether(
      [fatTailedGecko, blueTonguedSkink].flatMap(({ light }) => hoursOfLight(light, day, ZONE) ?? []),
    )
    if (!wanted || (set !== null && Math.abs(wanted.hours - set) < TIMER_STEP_HOURS)) continue
    set = wanted.hours
    steps.push(step(name, day, 'light set', { hours: set }))
  }
  return steps
}
