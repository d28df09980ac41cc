import { instantOfDay, type Day } from '@hatch-book/core'
import { COLD_UNITS, ZONE, coldUnitLog, type DemoStep } from '@hatch-book/demo'
import { sql } from 'drizzle-orm'
import { inBook, type Database } from '../db/connect'
import { standsSql, carriedNumber, isOfKind } from '../log'

const DEMO_HOUR = 14

/** What the cold units' probes have logged since they were last read: by the dials as the book has them, whoever turned them. */
export async function coldUnitSteps(db: Database, bookId: string, until: Day): Promise<DemoStep[]> {
  const to = instantOfDay(until, ZONE, DEMO_HOUR)
  const { units, turned } = await inBook(db, bookId, async (tx) => ({
    units: (
      await tx.execute<{ id: string; name: string; last: Date | null }>(sql`
        select b.id, p.name, (select max(at) from reading r where r.probe_id = b.id) as last
        from place p join probe b on b.place_id = p.id where p.kind = 'unit'`)
    ).rows,
    turned: (
      await tx.execute<{ name: string; at: Date; celsius: number }>(sql`
        select p.name, e.at, ${carriedNumber('set point', 'celsius')} as celsius from entry e join place p on p.id = e.subject_id
        where ${isOfKind('set point')} and ${standsSql} order by e.at`)
    ).rows,
  }))
  return COLD_UNITS.flatMap((unit): DemoStep[] => {
    const stored = units.find((u) => u.name === unit.name)
    if (!stored) return []
    const own = turned
      .filter((t) => t.name === unit.name)
      .map((t) => ({ at: new Date(t.at).getTime(), celsius: t.celsius }))
    const setPointAt = (at: number) => own.findLast((t) => t.at <= at)?.celsius ?? unit.setPointC
    const readings = coldUnitLog(unit, stored.last ? new Date(stored.last).getTime() : 0, to, setPointAt)
    return readings.length > 0 ? [{ at: to, act: 'readings', probeId: stored.id, readings }] : []
  })
}
