import type { SetPoint } from '@hatch-book/core'
import { sql } from 'drizzle-orm'
import { tables, type Transaction } from '../db/connect'
import { isOfKind, standsSql, type StoredEntry } from '../log'

/** What each place was set to, and when: before the first turn of its dial, what it said then. */
export async function readSetPoints(tx: Transaction): Promise<Map<string, SetPoint[]>> {
  const { rows } = await tx.execute<StoredEntry<'set point'>>(sql`
    select e.id, e.kind, e.subject_id, e.at, e.payload from entry e
    where ${isOfKind('set point')} and ${standsSql} order by e.at, e.id`)
  const plans = new Map<string, SetPoint[]>()
  for (const { subject_id: id, at, payload } of rows) {
    const plan = plans.get(id) ?? (payload.wasC === undefined ? [] : [{ from: 0, celsius: payload.wasC }])
    const { celsius, night } = payload
    plans.set(id, [...plan, { from: new Date(at).getTime(), celsius, ...(night ? { night } : {}) }])
  }
  const { id, setPointC } = tables.place
  for (const place of await tx.select({ id, setPointC }).from(tables.place))
    if (!plans.has(place.id) && place.setPointC !== null)
      plans.set(place.id, [{ from: 0, celsius: place.setPointC }])
  return plans
}
