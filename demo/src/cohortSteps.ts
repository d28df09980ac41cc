import { about, entryThat, type SaidOf } from '@hatch-book/contract'
import { instantOfDay, type CohortProtocol, type Day, type KindsOf } from '@hatch-book/core'
import type { Chance } from './random'
import { ZONE } from './room'
import type { Author, DemoStep } from './steps'

/** A cohort of the demo, with what its species does at the warmth it is kept at. */
export interface Kept {
  id: string
  name: string
  protocol: CohortProtocol
  celsius: number
}

/** Writes what is seen of a cohort. */
export function writerFor({ id }: Kept, luck: Chance) {
  return <K extends KindsOf<'cohort'>>(
    day: Day,
    hour: number,
    kind: K,
    payload: SaidOf<K>,
    by: Author = 'keeper',
  ): DemoStep => {
    const at = instantOfDay(day, ZONE, hour)
    const told = about('cohort', id)(kind, payload)
    const when = { id: luck.id(at), at: new Date(at).toISOString(), device: 'demo' }
    return { at, act: 'entry', by, body: entryThat(told, when) }
  }
}

/** Counted one by one. */
export const sure = (count: number) => ({ count, low: count, high: count })
