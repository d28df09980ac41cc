import { newId, type ClutchDraft, type EntryDraft, type LitterRecount } from '@hatch-book/contract'
import { dayOfInstant, type CountedEggs, type LitterCount } from '@hatch-book/core'
import { and, eq, inArray, sql } from 'drizzle-orm'
import type * as v from 'valibot'
import { faultsOfNewTags } from '../animals'
import { tables, type Transaction } from '../db/connect'
import { entryOf, isOfKind, onStrike, standingEntries, standsSql, writeEntries } from '../log'
import type { Actor } from '../shell/actor'
import { BookError } from '../shell/problems'
import type { ClutchRow } from './view'

type Young = NonNullable<v.InferOutput<typeof ClutchDraft>['litter']>['live']

/** What all that were born make of the count of a clutch. */
export function bornInAll({ alive, stillborn, unfertilised }: LitterCount): CountedEggs {
  const all = alive + stillborn + unfertilised
  return { count: all, low: all, high: all, how: 'counted' }
}

/** Young that were born are animals at once. @throws BookError naming the tags that are taken */
export async function addYoung(
  tx: Transaction,
  actor: Actor,
  {
    clutchId,
    damId,
    sireId,
    bornAt,
  }: { clutchId: string; damId: string; sireId: string | null; bornAt: string },
  young: Young,
): Promise<void> {
  if (young.length === 0) return
  const { animal } = tables
  const faults = await faultsOfNewTags(
    tx,
    young.map((y) => y.tag),
  )
  const fields = faults.map(({ says }) => ({ field: 'litter', says }))
  if (fields.length > 0) throw new BookError('invalid', fields.map((f) => f.says).join('; '), fields)
  const day = dayOfInstant(Date.parse(bornAt), actor.book.zone)
  const [mother] = await tx.select().from(animal).where(eq(animal.id, damId))
  await tx.insert(animal).values(
    young.map(({ animalId, tag }) => ({
      ...{
        bookId: actor.bookId,
        id: animalId,
        tag,
        protocolId: mother!.protocolId,
        form: mother!.form,
        line: mother!.line,
      },
      hatchFact: { date: day, precision: 'day' as const, widthDays: 0 },
      ...{ hatchedFrom: day, hatchedTo: day, damId, sireId, clutchId },
      ...{ purpose: 'growing on' as const, origin: 'born here' },
    })),
  )
}

/** Where young are put, and what they weigh. */
export const entriesOfYoung = (young: Young, at: string): EntryDraft[] =>
  young.flatMap(({ animalId, placeId, grams }) => [
    ...(placeId ? [entryOf(newId(), 'moved', { type: 'animal', id: animalId }, at, { placeId })] : []),
    ...(grams
      ? [
          entryOf(newId(), 'weighed', { type: 'animal', id: animalId }, at, {
            grams,
            context: 'empty' as const,
          }),
        ]
      : []),
  ])

/**
 * Takes young out of the book again, as never born.
 * @param since what is written about them later than this is more than their birth
 * @throws BookError `depended-on` where there is any
 */
export async function takeBackYoung(
  tx: Transaction,
  young: readonly { id: string; tag: string }[],
  since: Date,
): Promise<void> {
  if (young.length === 0) return
  const ids = young.map((y) => y.id)
  const logs = await standingEntries(tx, ids)
  const later = young.filter((y) => logs.get(y.id)!.some((e) => e.at.getTime() > since.getTime()))
  if (later.length > 0)
    throw new BookError(
      'depended-on',
      `More is written about ${later.map((y) => y.tag).join(', ')}. Strike that out first.`,
    )
  await tx.update(tables.animal).set({ withdrawn: true }).where(inArray(tables.animal.id, ids))
}

/** Counts a litter once more. @throws BookError naming what cannot be */
export async function recountLitter(
  tx: Transaction,
  actor: Actor,
  clutch: ClutchRow,
  recount: v.InferOutput<typeof LitterRecount>,
): Promise<void> {
  if (clutch.kind !== 'litter')
    throw new BookError('invalid', 'Only a litter is counted again. Eggs have an end each.')
  const { entryId, at, stillborn, unfertilised, more, fewer, note } = recount
  if (Date.parse(at) < clutch.foundAt.getTime())
    throw new BookError('invalid', 'That is before they were born.', [
      { field: 'at', says: 'before they were born' },
    ])
  const { animal } = tables
  const there = await tx
    .select({ id: animal.id, tag: animal.tag })
    .from(animal)
    .where(and(eq(animal.clutchId, clutch.id), eq(animal.withdrawn, false)))
  const gone = there.filter((y) => fewer.includes(y.id))
  if (gone.length < new Set(fewer).size)
    throw new BookError('not-found', 'One of those to be taken back is not of this litter.')
  await takeBackYoung(tx, gone, clutch.foundAt)
  const { id: clutchId, damId, sireId, foundAt } = clutch
  const bornAt = foundAt.toISOString()
  await addYoung(tx, actor, { clutchId, damId, sireId, bornAt }, more)
  const litter = { alive: there.length - gone.length + more.length, stillborn, unfertilised }
  await tx
    .update(tables.clutch)
    .set({ counted: bornInAll(litter) })
    .where(eq(tables.clutch.id, clutchId))
  const payload = { litter, added: more.map((y) => y.animalId), takenBack: gone.map((y) => y.id) }
  await writeEntries(tx, actor, [
    entryOf(entryId, 'litter counted', { type: 'clutch', id: clutchId }, at, {
      ...payload,
      ...(note ? { note } : {}),
    }),
    ...entriesOfYoung(more, bornAt),
  ])
}

/** What stands of the countings of a litter, the last first; the first of all is how it was found. */
async function countingsOf(tx: Transaction, clutchId: string) {
  const { rows } = await tx.execute<{ id: string; litter: LitterCount | null; eggs: number | null }>(sql`
    select e.id, e.payload->'litter' as litter, (e.payload->>'eggs')::int as eggs from entry e
    where ${isOfKind('litter counted', 'clutch found')} and e.subject_id = ${clutchId} and ${standsSql}
    order by e.recorded_at desc, e.id desc`)
  return rows
}

/** What was born, as it was counted last; null where nobody said how many of what. */
export const litterOf = async (tx: Transaction, clutchId: string): Promise<LitterCount | null> =>
  (await countingsOf(tx, clutchId))[0]?.litter ?? null

/** A counting struck out: those it added go, those it took back are there again, and what was counted before counts. */
onStrike('litter counted', async (tx, struck) => {
  const { animal } = tables
  const [last, before] = await countingsOf(tx, struck.subjectId)
  if (last?.id !== struck.id)
    throw new BookError('depended-on', 'It was counted again later. Strike that count out first.')
  const { added, takenBack } = struck.payload
  const [row] = await tx.select().from(tables.clutch).where(eq(tables.clutch.id, struck.subjectId))
  const young = await tx
    .select({ id: animal.id, tag: animal.tag })
    .from(animal)
    .where(inArray(animal.id, [...added, ...takenBack]))
  await takeBackYoung(
    tx,
    young.filter((y) => added.includes(y.id)),
    row!.foundAt,
  )
  const back = young.filter((y) => takenBack.includes(y.id))
  const faults = await faultsOfNewTags(
    tx,
    back.map((y) => y.tag),
  )
  if (faults.length > 0)
    throw new BookError('depended-on', `${faults.map((f) => f.says).join('; ')}. Give it another tag first.`)
  if (back.length > 0)
    await tx
      .update(animal)
      .set({ withdrawn: false })
      .where(
        inArray(
          animal.id,
          back.map((y) => y.id),
        ),
      )
  const all = before?.eggs ?? 0
  const counted = before?.litter
    ? bornInAll(before.litter)
    : { count: all, low: all, high: all, how: 'counted' }
  await tx.update(tables.clutch).set({ counted }).where(eq(tables.clutch.id, struck.subjectId))
})
