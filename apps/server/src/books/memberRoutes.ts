import type { Doings } from '@hatch-book/contract'
import { booksApi } from '@hatch-book/contract'
import { hash } from '@node-rs/argon2'
import { eq, sql } from 'drizzle-orm'
import { inBook, tables, type Transaction } from '../db/connect'
import { actorOf, hasEnded } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { BookError } from '../shell/problems'
import { closeSessions } from './sessionRoutes'

type MemberRow = typeof tables.member.$inferSelect
const memberView = ({ id, name, email, role, endsOn, secondFactor }: MemberRow) => ({
  ...{ id, name, email, role, endsOn },
  secondFactor: secondFactor !== null,
})

async function memberOf(tx: Transaction, id: string): Promise<MemberRow> {
  const [row] = await tx.select().from(tables.member).where(eq(tables.member.id, id))
  if (!row) throw new BookError('not-found')
  return row
}

/** Who is in the book, what they may do, until when, and what they did. */
export const memberRoutes: BookRoutes = (app, { db }) => {
  serve(app, booksApi.members, async (request) => {
    const rows = await inBook(db, actorOf(request).bookId, (tx) =>
      tx.select().from(tables.member).orderBy(tables.member.name),
    )
    return { members: rows.map(memberView) }
  })

  serve(app, booksApi.addMember, async (request) => {
    const { bookId } = actorOf(request)
    const { password, ...person } = request.body
    const row = { bookId, ...person, passwordHash: await hash(password) }
    await inBook(db, bookId, (tx) => tx.insert(tables.member).values(row))
    return { ...person, secondFactor: false }
  })

  serve(app, booksApi.changeMember, (request) => {
    const actor = actorOf(request)
    const { role, endsOn } = request.body
    return inBook(db, actor.bookId, async (tx) => {
      // Of two owners who take each other's role at once, the second finds what the first left.
      await tx.select({ id: tables.book.id }).from(tables.book).for('update')
      const row = await memberOf(tx, request.params.id)
      const [changed] = await tx
        .update(tables.member)
        .set({ role, endsOn })
        .where(eq(tables.member.id, row.id))
        .returning()
      await keepAnOwner(tx)
      // What they may not do any more they may not do from now on, on no device.
      if (hasEnded(changed!, actor.today)) await closeSessions(tx, row.id)
      return memberView(changed!)
    })
  })

  serve(app, booksApi.signMemberOut, (request) => {
    const { bookId, sessionId } = actorOf(request)
    return inBook(db, bookId, async (tx) => {
      const { id } = await memberOf(tx, request.params.id)
      return { closed: await closeSessions(tx, id, sessionId) }
    })
  })

  serve(app, booksApi.doings, (request) => {
    const { bookId, book } = actorOf(request)
    return inBook(db, bookId, async (tx) => doingsOf(tx, await memberOf(tx, request.params.id), book.zone))
  })
}

/** A book without an owner could never be run again. */
async function keepAnOwner(tx: Transaction): Promise<void> {
  const owners = await tx.select().from(tables.member).where(eq(tables.member.role, 'owner'))
  if (!owners.some((m) => m.endsOn === null))
    throw new BookError(
      'depended-on',
      'A book keeps at least one owner without an end date. Make somebody else an owner first.',
    )
}

const DAYS_SHOWN = 60

async function doingsOf(tx: Transaction, { id }: MemberRow, zone: string): Promise<Doings> {
  const { rows: byKind } = await tx.execute<{ kind: string; count: number; struck: number }>(sql`
    select e.kind, count(*)::int as count, count(s.id)::int as struck
    from entry e left join entry s on s.book_id = e.book_id and s.strikes = e.id
    where e.member_id = ${id} group by e.kind order by count desc, e.kind`)
  const { rows: byDay } = await tx.execute<{ day: string; count: number }>(sql`
    select (recorded_at at time zone ${zone})::date::text as day, count(*)::int as count
    from entry where member_id = ${id} group by 1 order by 1 desc limit ${DAYS_SHOWN}`)
  const { rows: devices } = await tx.execute<{ device: string; count: number; last: Date }>(sql`
    select device, count(*)::int as count, max(recorded_at) as last
    from entry where member_id = ${id} group by device order by last desc limit 50`)
  return {
    total: byKind.reduce((n, k) => n + k.count, 0),
    ...{ byKind, byDay: byDay.reverse() },
    devices: devices.map((d) => ({ ...d, last: new Date(d.last).toISOString() })),
  }
}
