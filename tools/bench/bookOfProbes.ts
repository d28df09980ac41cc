import { newId } from '@hatch-book/contract'
import { sql } from 'drizzle-orm'
import { createBook } from '../../apps/server/src/books'
import { inBook, tables, type Database } from '../../apps/server/src/db/connect'

export const PROBES_SIGN_IN = { email: 'owner@probes.example', password: 'a year of minutes' }

/** A year ends on this day; each unit has one reading that no average may hide. */
export const YEAR_ENDS = '2026-11-01'
export const EXTREMES = [
  { name: 'Unit A', lowest: -3.7, highest: 21.4 },
  { name: 'Unit B', lowest: -1.2, highest: 18.9 },
] as const

/** A book with two cold units and a year of readings a minute of each: more than a million. */
export async function fillProbes(
  db: Database,
): Promise<{ bookId: string; unitIds: string[]; readings: number }> {
  const bookId = newId()
  await inBook(db, bookId, (tx) =>
    createBook(tx, {
      ...{ bookId, name: 'A year of minutes', zone: 'UTC', demo: { day: YEAR_ENDS, seed: 1 } },
      owner: { name: 'Owner', ...PROBES_SIGN_IN },
    }),
  )
  const unitIds: string[] = []
  let readings = 0
  for (const { name, lowest, highest } of EXTREMES) {
    const id = newId()
    unitIds.push(id)
    await inBook(db, bookId, async (tx) => {
      await tx.insert(tables.place).values({ bookId, id, kind: 'unit', name, setPointC: 5 })
      await tx.insert(tables.unit).values({ bookId, id, make: 'fridge' })
      await tx.insert(tables.probe).values({ bookId, id, name: `probe of ${name}`, placeId: id })
      const { rowCount } = await tx.execute(sql`
        insert into reading (book_id, id, probe_id, at, celsius)
        select ${bookId}::uuid, gen_random_uuid(), ${id}::uuid, at,
          case when n = 100003 then ${lowest}::real when n = 300007 then ${highest}::real
            else (5 + sin(n / 27.0) + 0.4 * sin(n / 7000.0))::real end
        from (select at, row_number() over (order by at) as n
          from generate_series(${YEAR_ENDS}::timestamptz - interval '365 days', ${YEAR_ENDS}::timestamptz, interval '1 minute') at) s`)
      readings += rowCount ?? 0
      await tx.execute(sql`
        insert into reading_hour (book_id, id, probe_id, hour, count, min_c, max_c, sum_c)
        select book_id, gen_random_uuid(), probe_id, date_trunc('hour', at), count(*), min(celsius), max(celsius), sum(celsius)
        from reading where probe_id = ${id}::uuid group by book_id, probe_id, date_trunc('hour', at)`)
    })
  }
  return { bookId, unitIds, readings }
}
