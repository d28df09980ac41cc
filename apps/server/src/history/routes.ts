import { may, historyApi, type RevisionView } from '@hatch-book/contract'
import { sayIn } from '@hatch-book/core'
import { sql, type SQL } from 'drizzle-orm'
import { recheckParents, refuseTwoRoles } from '../animals'
import { namesOfAll } from '../archive'
import { inBook, type Transaction } from '../db/connect'
import { actorOf, type Actor } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { BookError } from '../shell/problems'
import { fieldInWords, valueInWords } from './values'

const AT_ONCE = 100

/** What can be set back by hand: a change of these is a keeper's word and touches nothing that is worked out from the log. */
const SET_BACK = new Set([
  ...[
    'animal',
    'contact',
    'wish',
    'price',
    'line_goal',
    'season_plan',
    'gene_set',
    'colony',
    'cohort',
    'recipe',
  ],
  ...['weather_rule', 'rest_plan', 'feeder_plan', 'pairing'],
])
/** Columns by which rows are withdrawn, merged, hatched or of another species: those are acts of their own, undone where they are done. */
const ACTS = new Set([
  ...['withdrawn', 'merged_into_id', 'clutch_id', 'deleted_at', 'ended', 'settled', 'protocol_id'],
])

/** What tells who buys and what is asked. */
const OF_BUYERS = ['contact', 'wish', 'price']

interface Row extends Record<string, unknown> {
  id: string
  of: string
  subject_id: string
  at: Date
  by: string | null
  device: string
  before: Record<string, unknown>
  after: Record<string, unknown>
  now: Record<string, unknown> | null
}

async function readRevisions(tx: Transaction, where: SQL): Promise<Row[]> {
  const { rows } = await tx.execute<Row>(sql`
    select r.id, r.of, r.subject_id, r.at, m.name as by, r.device, r.before, r.after, null as now
    from revision r left join member m on m.id = r.member_id where ${where} order by r.at desc, r.id limit ${AT_ONCE}`)
  const byTable = new Map<string, string[]>()
  for (const row of rows) byTable.set(row.of, [...(byTable.get(row.of) ?? []), row.subject_id])
  const now = new Map<string, Record<string, unknown>>()
  for (const [table, ids] of byTable) {
    const { rows: current } = await tx.execute<{ id: string; row: Record<string, unknown> }>(
      sql`select id, to_jsonb(t) as row from ${sql.identifier(table)} t where id = any(${sql.param(ids)}::uuid[])`,
    )
    for (const { id, row } of current) now.set(id, row)
  }
  return rows.map((row) => ({ ...row, now: now.get(row.subject_id) ?? null }))
}

const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b)
const isMade = (row: Row) => Object.keys(row.before).length === 0
const stands = (row: Row) =>
  SET_BACK.has(row.of) &&
  !isMade(row) &&
  row.now !== null &&
  Object.entries(row.after).every(([column, value]) => !ACTS.has(column) && same(row.now![column], value))

async function viewsOf(tx: Transaction, actor: Actor, rows: readonly Row[]): Promise<RevisionView[]> {
  const names = await namesOfAll(tx)
  const telling = { names, say: sayIn(actor.book), zone: actor.book.zone }
  const words = (column: string, value: unknown) => valueInWords(column, value, telling)
  return rows.map((row) => ({
    ...{ id: row.id, of: row.of.replaceAll('_', ' '), subjectId: row.subject_id, device: row.device },
    name: names.get(row.subject_id) ?? words('name', row.now?.name),
    at: new Date(row.at).toISOString(),
    by: row.by ?? '',
    made: isMade(row),
    changes: Object.keys(row.after)
      .filter(
        (column) => !isMade(row) || (row.after[column] !== false && words(column, row.after[column]) !== ''),
      )
      .map((column) => ({
        field: fieldInWords(column),
        before: words(column, row.before[column]),
        after: words(column, row.after[column]),
      })),
    stands: stands(row),
  }))
}

/** What plans and identities have been: who changed what, when, from which device; and the way back. */
export const historyRoutes: BookRoutes = (app, { db }) => {
  serve(app, historyApi.list, async (request) => {
    const { subjectId, before } = request.query
    const actor = actorOf(request)
    const { bookId, member } = actor
    const hidden = may(member.role, 'see who buys') ? [] : OF_BUYERS
    return inBook(db, bookId, async (tx) => {
      const rows = await readRevisions(
        tx,
        sql`${subjectId ? sql`r.subject_id = ${subjectId}` : sql`true`} and ${before ? sql`r.at < ${before}::timestamptz` : sql`true`} and r.of <> all(${sql.param(hidden)})`,
      )
      return { revisions: await viewsOf(tx, actor, rows) }
    })
  })

  /** Sets back what one change changed, if nobody has changed it since: a change of its own, and so it stands in the history too. */
  serve(app, historyApi.setBack, (request) => {
    const { bookId } = actorOf(request)
    return inBook(db, bookId, async (tx) => {
      const [found] = await readRevisions(tx, sql`r.id = ${request.params.id}`)
      if (!found?.now) throw new BookError('not-found')
      await tx.execute(
        sql`select 1 from ${sql.identifier(found.of)} where id = ${found.subject_id} for update`,
      )
      const [row] = await readRevisions(tx, sql`r.id = ${found.id}`)
      if (!stands(row!))
        throw new BookError(
          'stale',
          'This cannot be set back: it has been changed again since, or is undone on its own page.',
        )
      const columns = sql.join(
        Object.keys(row!.before).map((c) => sql.identifier(c)),
        sql`, `,
      )
      await tx.execute(sql`
          update ${sql.identifier(row!.of)} t set version = version + 1, (${columns}) = (
            select ${columns} from jsonb_populate_record(null::${sql.identifier(row!.of)}, ${JSON.stringify(row!.before)}::jsonb))
          where t.id = ${row!.subject_id}`)
      if (row!.of === 'animal') await recheckParents(tx, row!.subject_id)
      if (row!.of === 'pairing')
        await refuseTwoRoles(
          tx,
          [row!.before.female_id, row!.before.male_id].map((id) => (id as string) ?? null),
        )
      return { ok: true as const }
    })
  })
}
