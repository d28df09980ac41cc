import { leavingApi, type Movement } from '@hatch-book/contract'
import { dayOfInstant, instantOfDay, addDays } from '@hatch-book/core'
import { sql } from 'drizzle-orm'
import Papa from 'papaparse'
import { inBook, type Transaction } from '../db/connect'
import { openSexes, standsSql, isOfKind, type StoredEntry } from '../log'
import { actorOf, type Actor } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { BookError } from '../shell/problems'

/** Who came and who went: what an authority may ask to see. */
export const registerRoutes: BookRoutes = (app, { db }) => {
  const read = (actor: Actor, from: string, to: string) => {
    if (from > to)
      throw new BookError('invalid', 'The register begins before it ends.', [
        { field: 'to', says: 'this day lies before the first' },
      ])
    return inBook(db, actor.bookId, (tx) => movements(tx, actor, from, to))
  }
  serve(app, leavingApi.register, async (request) => ({
    movements: await read(actorOf(request), request.query.from, request.query.to),
  }))
  serve(app, leavingApi.registerCsv, async (request, reply) => {
    const { from, to } = request.query
    const rows = await read(actorOf(request), from, to)
    const csv = Papa.unparse(
      rows.map(({ animalId: _, ...row }) => row),
      // A cell that a spreadsheet would take for a formula is made plain text.
      { escapeFormulae: true, newline: '\r\n' },
    )
    return reply
      .type('text/csv; charset=utf-8')
      .header('content-disposition', `attachment; filename="register-${from}-to-${to}.csv"`)
      .send(`\uFEFF${csv}` as never)
  })
}

interface Row extends Record<string, unknown> {
  id: string
  tag: string
  species: string
  latin: string
  sex: string | null
  hatched_from: string | null
  hatched_to: string | null
  origin: string
  permits: { name: string; number: string }[] | null
  at: Date
}
const WENT = ['sold', 'returned', 'changed hands', 'died'] as const
type Went = Row & StoredEntry<(typeof WENT)[number]>
type Came = Row & { kind: 'came in' | 'hatched here' }

/** What it was, from or to whom, and what was remarked on it. */
function toldOf(row: Went | Came): Pick<Movement, 'what' | 'whom' | 'note'> {
  switch (row.kind) {
    case 'sold': {
      const { buyer, note = '' } = row.payload
      return { what: 'sold', whom: buyer, note }
    }
    case 'changed hands': {
      const { to, note = '' } = row.payload
      return { what: 'changed hands', whom: to, note }
    }
    case 'returned':
      return { what: 'came back', whom: '', note: row.payload.because }
    case 'died':
      return { what: 'died', whom: '', note: row.payload.cause ?? row.payload.note ?? '' }
    case 'came in':
      return { what: 'came in', whom: row.origin, note: '' }
    case 'hatched here':
      return { what: 'hatched here', whom: '', note: '' }
  }
}

const order = (a: string, b: string) => (a < b ? -1 : a > b ? 1 : 0)

async function movements(tx: Transaction, actor: Actor, from: string, to: string): Promise<Movement[]> {
  const { zone } = actor.book
  const [start, end] = [instantOfDay(from, zone), instantOfDay(addDays(to, 1), zone)].map((at) =>
    new Date(at).toISOString(),
  ) as [string, string]
  const base = sql`a.id, a.tag, p.species, p.document->>'latin' as latin, s.standing->>'sex' as sex, a.hatched_from, a.hatched_to,
    a.origin, s.standing->'young'->'permits' as permits`
  const { rows: went } = await tx.execute<Went>(sql`
    select ${base}, e.kind, e.at, e.payload from entry e join animal a on a.id = e.subject_id and not a.withdrawn
    join protocol p on p.id = a.protocol_id left join animal_standing s on s.id = a.id
    where ${isOfKind(...WENT)} and e.at >= ${start}::timestamptz and e.at < ${end}::timestamptz
      and ${standsSql} order by e.at, e.recorded_at, e.id`)
  // Hatched here on its day; one that came from elsewhere on the day of its first entry.
  const { rows: came } = await tx.execute<Came>(sql`
    select ${base}, case when a.clutch_id is null then 'came in' else 'hatched here' end as kind, f.at
    from animal a join protocol p on p.id = a.protocol_id left join animal_standing s on s.id = a.id
    cross join lateral (select min(e.at) as at from entry e where e.subject_id = a.id and ${standsSql}) f
    where not a.withdrawn and a.merged_into_id is null and f.at >= ${start}::timestamptz and f.at < ${end}::timestamptz`)
  // Readings that are not sure yet stay hidden here too.
  const open = await openSexes(
    tx,
    [...came, ...went].map((r) => r.id),
  )
  return (
    [...came, ...went]
      .map((r) => {
        const { what, whom, note } = toldOf(r)
        return {
          on:
            r.kind === 'hatched here' && r.hatched_from
              ? r.hatched_from
              : dayOfInstant(new Date(r.at).getTime(), zone),
          ...{ what, tag: r.tag, animalId: r.id, species: r.species, latin: r.latin },
          sex: open.has(r.id) ? 'unknown' : (r.sex ?? 'unknown'),
          hatched:
            r.hatched_from === r.hatched_to ? (r.hatched_from ?? '') : `${r.hatched_from} to ${r.hatched_to}`,
          whom,
          papers: (r.permits ?? []).map((p) => `${p.name} ${p.number}`).join('; '),
          note,
        }
      })
      // What became of one on the same day stays in the order in which it happened.
      .sort((a, b) => order(a.on, b.on) || order(a.tag, b.tag))
  )
}
