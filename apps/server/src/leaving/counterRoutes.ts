import type { Counter } from '@hatch-book/contract'
import { leavingApi } from '@hatch-book/contract'
import { traitsFit, livesHere } from '@hatch-book/core'
import { and, eq, isNull, sql, type SQL } from 'drizzle-orm'
import type * as v from 'valibot'
import { judgeAnimals, type JudgedAnimal } from '../animals'
import { inBook, tables, type Transaction } from '../db/connect'
import { actorOf, type Actor } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { BookError } from '../shell/problems'
import { askedPrice, loadPrices } from './prices'

/** Who buys, what they wait for, and what is asked. */
export const counterRoutes: BookRoutes = (app, { db }) => {
  const { contact, wish, price } = tables
  serve(app, leavingApi.counter, (request) => {
    const actor = actorOf(request)
    return inBook(db, actor.bookId, (tx) => counter(tx, actor))
  })
  /** Writes what is new; one that is there already was sent twice. */
  const add = async (bookId: string, id: string, insert: (tx: Transaction) => Promise<unknown>) =>
    inBook(db, bookId, async (tx) => {
      await insert(tx)
      return { id, version: 1 }
    })
  serve(app, leavingApi.addContact, (request) => {
    const { bookId } = actorOf(request)
    return add(bookId, request.body.id, (tx) =>
      tx
        .insert(contact)
        .values({ bookId, ...request.body })
        .onConflictDoNothing(),
    )
  })
  serve(app, leavingApi.changeContact, (request) => {
    const { version, ...body } = request.body
    return change(db, actorOf(request).bookId, contact, request.params.id, version, body)
  })
  serve(app, leavingApi.addWish, (request) => {
    const { bookId, today } = actorOf(request)
    return add(bookId, request.body.id, (tx) =>
      tx
        .insert(wish)
        .values({ bookId, ...request.body, since: today })
        .onConflictDoNothing(),
    )
  })
  serve(app, leavingApi.changeWish, (request) => {
    const { version, ...body } = request.body
    return change(db, actorOf(request).bookId, wish, request.params.id, version, body)
  })
  serve(app, leavingApi.addPrice, (request) => {
    const { bookId } = actorOf(request)
    const { protocolId, line, sex, trait } = request.body
    return add(bookId, request.body.id, async (tx) => {
      const [same] = await tx
        .select({ id: price.id })
        .from(price)
        .where(
          and(
            eq(price.protocolId, protocolId),
            eq(price.line, line),
            eq(price.sex, sex),
            sql`lower(${price.trait}) = lower(${trait})`,
            eq(price.withdrawn, false),
          ),
        )
      if (same && same.id !== request.body.id)
        throw new BookError('invalid', 'The list has such a line already: change its price there.', [
          { field: 'price', says: 'this line is there already' },
        ])
      await tx
        .insert(price)
        .values({ bookId, ...request.body })
        .onConflictDoNothing()
    })
  })
  serve(app, leavingApi.changePrice, (request) => {
    const { version, ...body } = request.body
    return change(db, actorOf(request).bookId, price, request.params.id, version, body)
  })
}

type Versioned = typeof tables.contact | typeof tables.wish | typeof tables.price

async function change(
  db: Parameters<typeof inBook>[0],
  bookId: string,
  table: Versioned,
  id: string,
  version: number,
  values: Record<string, unknown>,
): Promise<{ id: string; version: number }> {
  return inBook(db, bookId, async (tx) => {
    const of = (table as typeof tables.contact).id
    const changed = await tx
      .update(table as typeof tables.contact)
      .set({ ...values, version: version + 1 })
      .where(and(eq(of, id), eq((table as typeof tables.contact).version, version)) as SQL)
      .returning({ id: of })
    if (changed.length === 0) {
      const [theirs] = await tx
        .select()
        .from(table as typeof tables.contact)
        .where(eq(of, id))
      if (!theirs) throw new BookError('not-found')
      throw new BookError('stale', 'Somebody changed this since you opened it.', undefined, theirs)
    }
    return { id, version: version + 1 }
  })
}

async function counter(tx: Transaction, actor: Actor): Promise<v.InferOutput<typeof Counter>> {
  const { contact, wish, protocol } = tables
  const contacts = await tx.select().from(contact).orderBy(contact.name)
  const wishes = await tx
    .select({ wish, name: contact.name, species: protocol.species })
    .from(wish)
    .innerJoin(contact, eq(contact.id, wish.contactId))
    .innerJoin(protocol, eq(protocol.id, wish.protocolId))
    .where(isNull(wish.ended))
    .orderBy(wish.since, wish.id)
  const protocols = new Map(
    (await tx.select({ id: protocol.id, species: protocol.species }).from(protocol)).map((p) => [
      p.id,
      p.species,
    ]),
  )
  const prices = await loadPrices(tx)
  const { rows: held } = await tx.execute<{ contact_id: string; id: string; tag: string }>(sql`
    select s.standing->'young'->'reserved'->>'contactId' as contact_id, a.id, a.tag from animal a
    join animal_standing s on s.id = a.id where jsonb_typeof(s.standing->'young'->'reserved') = 'object' and not a.withdrawn order by a.tag`)
  const free = wishes.length > 0 ? await freeToGo(tx, actor) : []
  return {
    contacts: contacts.map(({ id, version, name, reach, note }) => ({
      ...{ id, version, name, reach, note },
      animals: held.filter((h) => h.contact_id === id).map((h) => ({ id: h.id, tag: h.tag })),
    })),
    wishes: wishes.map(({ wish: w, name, species }) => ({
      ...{ id: w.id, version: w.version, protocolId: w.protocolId, species, line: w.line, sex: w.sex },
      ...{ trait: w.trait, most: w.most, note: w.note, since: w.since },
      contact: { id: w.contactId, name },
      fits: free.filter((j) => fitsWish(j, w, prices)).map((j) => ({ id: j.row.id, tag: j.row.tag })),
    })),
    prices: prices
      .map(({ id, version, protocolId, line, sex, trait, price }) => ({
        ...{ id, version, protocolId, line, sex, trait, price },
        species: protocols.get(protocolId) ?? '?',
      }))
      .sort(
        (a, b) => a.species.localeCompare(b.species) || a.line.localeCompare(b.line) || b.price - a.price,
      ),
  }
}

/** Young that may leave and are held for nobody. */
async function freeToGo(tx: Transaction, actor: Actor): Promise<JudgedAnimal[]> {
  return (await judgeAnimals(tx, actor)).filter(
    (j) =>
      livesHere(j.row.presence) &&
      j.row.purpose !== 'breeder' &&
      j.row.purpose !== 'holdback' &&
      !j.row.reserved &&
      j.leaving.granted,
  )
}

function fitsWish(
  { record, row }: JudgedAnimal,
  wish: typeof tables.wish.$inferSelect,
  prices: Parameters<typeof askedPrice>[0],
): boolean {
  if (record.animal.protocolId !== wish.protocolId) return false
  if (wish.line !== '' && wish.line.toLowerCase() !== row.line.toLowerCase()) return false
  if (wish.sex !== 'either' && wish.sex !== row.sex) return false
  if (!traitsFit(wish.trait, record.standing.traits)) return false
  const asked = askedPrice(prices, { record, row })
  return asked !== null && (wish.most === null || asked.price <= wish.most)
}
