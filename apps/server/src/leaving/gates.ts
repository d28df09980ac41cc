import type { EntryDraft } from '@hatch-book/contract'
import { foldStanding, purposeFault, reasonInShort, sayIn, withDaysInWords } from '@hatch-book/core'
import { sql } from 'drizzle-orm'
import { judgeAnimal, loadRecords, loadSurroundings, withIds } from '../animals'
import { tables, type Transaction } from '../db/connect'
import { dayOf, guardEntries, standingEntries, asLogged } from '../log'
import type { Actor } from '../shell/actor'
import { BookError } from '../shell/problems'
import { askedPrice, loadPrices } from './prices'

/** Nothing is listed or sold before its gates hold on that day, or a keeper has said why it may leave all the same. */
async function refuseClosedGate(
  tx: Transaction,
  actor: Actor,
  { id, subject, at }: EntryDraft,
  act: string,
  buyer?: string,
): Promise<void> {
  const animalId = subject.id
  const [stored] = await loadRecords(tx, withIds([animalId]))
  if (!stored) throw new BookError('not-found')
  const before = (await standingEntries(tx, [animalId]))
    .get(animalId)!
    .filter((e) => e.id !== id && e.at.getTime() <= Date.parse(at))
  const record = {
    ...stored,
    standing: foldStanding(asLogged(before)),
  }
  const surroundings = await loadSurroundings(tx, actor.book.zone, [record])
  const { leaving, row } = judgeAnimal(record, surroundings, actor.book, dayOf(actor, at))
  if (row.presence === 'sold' || row.presence === 'died')
    throw new BookError('invalid', `${row.tag} is ${row.presence === 'sold' ? 'sold already' : 'dead'}.`)
  const heldFor = record.standing.young.reserved?.name
  if (act === 'sold' && heldFor !== undefined && heldFor !== buyer)
    throw new BookError('invalid', `${row.tag} is reserved for ${heldFor}. Cancel the reservation first.`, [
      { field: 'buyer', says: `reserved for ${heldFor}` },
    ])
  if (leaving.granted) return
  const say = sayIn(actor.book)
  const missing = leaving.missing.map((m) => ({
    field: m.rule,
    says: withDaysInWords(reasonInShort(m, say), actor.today),
  }))
  throw new BookError(
    'gate-closed',
    `${row.tag} cannot be ${act} yet. Missing: ${missing.map((m) => m.says).join(', ')}.`,
    missing,
  )
}

/** What an animal goes for follows from its defects: none is listed above the price they leave it. */
async function refuseDearDefect(
  tx: Transaction,
  actor: Actor,
  draft: EntryDraft<'listed' | 'sold'>,
): Promise<void> {
  const [record] = await loadRecords(tx, withIds([draft.subject.id]))
  const { defects } = record!.standing.young
  const fault = defects.length > 0 ? purposeFault('breeder', defects) : null
  if (!fault) return
  const surroundings = await loadSurroundings(tx, actor.book.zone, [record!])
  const { row } = judgeAnimal(record!, surroundings, actor.book, dayOf(actor, draft.at))
  const asked = askedPrice(await loadPrices(tx), { record: record!, row })
  const { price } = draft.payload
  if (asked && price > asked.price)
    throw new BookError(
      'invalid',
      `${row.tag} has ${fault}: it goes for at most ${asked.price} (${asked.says}).`,
      [{ field: 'price', says: `at most ${asked.price}` }],
    )
}

/** An animal is reserved for one buyer at a time. */
guardEntries('reserved', async (tx, _actor, { subject, payload }) => {
  const { contactId } = payload
  const [record] = await loadRecords(tx, withIds([subject.id]))
  const held = record!.standing.young.reserved
  if (held && held.contactId !== contactId)
    throw new BookError(
      'invalid',
      `${record!.animal.tag} is reserved for ${held.name}. Cancel that reservation first.`,
    )
  const [known] = await tx
    .select({ id: tables.contact.id })
    .from(tables.contact)
    .where(sql`${tables.contact.id} = ${contactId}`)
  if (!known) throw new BookError('not-found', 'This contact is not in the book.')
  if (['sold', 'died'].includes(record!.standing.presence))
    throw new BookError('invalid', `${record!.animal.tag} is not here any more.`)
  const never = purposeFault('pet only', record!.standing.young.defects)
  if (never) throw new BookError('invalid', `${record!.animal.tag}: ${never}.`)
})

guardEntries('returned', async (tx, _actor, { subject }) => {
  const [record] = await loadRecords(tx, withIds([subject.id]))
  if (record!.standing.presence !== 'sold')
    throw new BookError('invalid', `${record!.animal.tag} was not sold: it cannot come back.`)
})
guardEntries('changed hands', async (tx, _actor, { subject }) => {
  const [record] = await loadRecords(tx, withIds([subject.id]))
  if (record!.standing.presence !== 'sold')
    throw new BookError('invalid', `${record!.animal.tag} was not sold from here.`)
})

guardEntries('listed', async (tx, actor, draft) => {
  await refuseClosedGate(tx, actor, draft, 'listed')
  await refuseDearDefect(tx, actor, draft)
})
guardEntries('sold', async (tx, actor, draft) => {
  await refuseClosedGate(tx, actor, draft, 'sold', draft.payload.buyer)
  await refuseDearDefect(tx, actor, draft)
})
