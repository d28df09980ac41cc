import type { PayloadOf, PlaceTask } from '@hatch-book/core'
import { sql } from 'drizzle-orm'
import type { Transaction } from '../db/connect'
import { carried, isOfKind, standsSql } from '../log'

/** The tasks of every place, each as it was set up last; what was dropped since is not there. */
export async function readPlaceTasks(tx: Transaction): Promise<Map<string, PlaceTask[]>> {
  const { rows } = await tx.execute<{
    place: string
    kind: 'place task set up' | 'place task dropped'
    payload: PayloadOf<'place task set up'>
  }>(sql`
    select distinct on (e.subject_id, lower(${carried('place task set up', 'task')})) e.subject_id as place, e.kind, e.payload
    from entry e where ${isOfKind('place task set up', 'place task dropped')} and ${standsSql}
    order by e.subject_id, lower(${carried('place task set up', 'task')}), e.at desc, e.id desc`)
  const found = new Map<string, PlaceTask[]>()
  for (const { place, kind, payload } of rows) {
    if (kind === 'place task dropped') continue
    const { task, everyDays, at = [], mayBeLeft = false } = payload
    found.set(place, [...(found.get(place) ?? []), { task, everyDays, at, mayBeLeft }])
  }
  return found
}
