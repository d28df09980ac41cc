import { ClutchDraft, ClutchList, ClutchPage, HatchDraft, Hatched, Id, newId } from '@hatch-book/contract'
import { dayOfInstant } from '@hatch-book/core'
import { and, eq, inArray } from 'drizzle-orm'
import * as v from 'valibot'
import { judgeOne } from '../animals'
import { inBook, tables, type Transaction } from '../db/connect'
import { entryOf, guardEntries, onStrike, standingEntries, writeEntries } from '../entries'
import { actorOf, type Actor } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { announce } from '../shell/live'
import { BookError } from '../shell/problems'
import { clutchPage } from './page'
import { studyClutches, type ClutchRow, type ClutchStudy } from './view'

const WithId = v.object({ id: Id })

guardEntries('egg fate', async (tx, _actor, draft) => {
  const { eggId } = draft.payload as { eggId: string }
  const [egg] = await tx
    .select()
    .from(tables.egg)
    .where(and(eq(tables.egg.id, eggId), eq(tables.egg.clutchId, draft.subject.id)))
  if (!egg) throw new BookError('not-found', 'That egg is not in this clutch.')
})

/** A hatching struck out takes its young back, unless something was written about it since. */
onStrike('egg fate', async (tx, struck) => {
  const { animalId, fate } = struck.payload as { animalId?: string; fate: string }
  if (fate !== 'hatched' || !animalId) return
  const log = (await standingEntries(tx, [animalId])).get(animalId)!
  const later = log.filter((e) => e.at.getTime() > struck.at.getTime())
  const [animal] = await tx.select().from(tables.animal).where(eq(tables.animal.id, animalId))
  if (later.length > 0)
    throw new BookError(
      'depended-on',
      `${animal?.tag ?? 'The young'} has ${later.length} later entries, the last '${later.at(-1)!.kind}'. Strike those out first.`,
    )
  await tx.update(tables.animal).set({ withdrawn: true }).where(eq(tables.animal.id, animalId))
})

/** A clutch struck out goes with its eggs, unless some of them have hatched. */
onStrike('clutch found', async (tx, struck) => {
  const young = await tx
    .select({ tag: tables.animal.tag })
    .from(tables.animal)
    .where(and(eq(tables.animal.clutchId, struck.subjectId), eq(tables.animal.withdrawn, false)))
  if (young.length > 0)
    throw new BookError(
      'depended-on',
      `${young.map((y) => y.tag).join(', ')} hatched from it. Strike those hatchings out first.`,
    )
  await tx.update(tables.clutch).set({ withdrawn: true }).where(eq(tables.clutch.id, struck.subjectId))
})

/** The clutches of the book that are not taken back, newest first. */
export async function loadClutches(tx: Transaction): Promise<ClutchRow[]> {
  const rows = await tx.select().from(tables.clutch).where(eq(tables.clutch.withdrawn, false))
  return rows.sort((a, b) => b.foundAt.getTime() - a.foundAt.getTime())
}

async function studyOne(tx: Transaction, actor: Actor, id: string): Promise<ClutchStudy> {
  const [study] = await studyClutches(
    tx,
    actor,
    await tx.select().from(tables.clutch).where(eq(tables.clutch.id, id)),
  )
  if (!study) throw new BookError('not-found', 'This clutch is not in the book.')
  return study
}

async function setClutch(
  tx: Transaction,
  actor: Actor,
  draft: v.InferOutput<typeof ClutchDraft>,
): Promise<void> {
  const { bookId } = actor
  const dam = await judgeOne(tx, actor, draft.damId)
  if (dam.row.sex === 'male')
    throw new BookError('invalid', `${dam.row.tag} is male.`, [
      { field: 'damId', says: `${dam.row.tag} is male` },
    ])
  if (Date.parse(draft.foundAt) > actor.now + 86_400_000)
    throw new BookError('invalid', 'These eggs would be found in the future.', [
      { field: 'foundAt', says: 'this day has not come yet' },
    ])
  const [pairing] = draft.pairingId
    ? await tx.select().from(tables.pairing).where(eq(tables.pairing.id, draft.pairingId))
    : []
  if (draft.pairingId && pairing?.femaleId !== draft.damId)
    throw new BookError('invalid', `${dam.row.tag} was not in that pairing.`, [
      { field: 'damId', says: 'not the female of this pairing' },
    ])
  const [box] = await tx.select().from(tables.place).where(eq(tables.place.id, draft.boxId))
  if (box?.kind !== 'box')
    throw new BookError('invalid', 'Eggs are set in a box.', [
      { field: 'boxId', says: 'choose a box in an incubator' },
    ])
  const { incubation, species } = dam.record.protocol
  if (!incubation)
    throw new BookError('invalid', `No eggs are set of a ${species}: its young are born.`, [
      { field: 'damId', says: 'bears live young' },
    ])
  if (!incubation.methods.some((m) => m.name === draft.method))
    throw new BookError('invalid', `The protocol knows no method '${draft.method}'.`, [
      { field: 'method', says: 'choose a method' },
    ])
  const earlier = await tx
    .select({ id: tables.clutch.id })
    .from(tables.clutch)
    .where(eq(tables.clutch.damId, draft.damId))
  const year = dayOfInstant(Date.parse(draft.foundAt), actor.book.zone).slice(2, 4)
  await tx.insert(tables.clutch).values({
    ...{
      bookId,
      id: draft.id,
      name: `${dam.row.tag}-${year}${'abcdefghijklmnopqrstuvwxyz'[earlier.length % 26]}`,
    },
    ...{
      pairingId: draft.pairingId,
      damId: draft.damId,
      sireId: pairing?.maleId ?? null,
      method: draft.method,
      boxId: draft.boxId,
    },
    ...{
      foundAt: new Date(draft.foundAt),
      laidFrom: new Date(draft.laidFrom),
      laidTo: new Date(draft.laidTo),
    },
  })
  await tx.insert(tables.egg).values(
    draft.eggs.map((egg, i) => ({
      bookId,
      id: egg.id,
      clutchId: draft.id,
      number: i + 1,
      grams: egg.grams,
      setFate: egg.fate,
      fate: egg.fate,
      fateAt: new Date(draft.foundAt),
    })),
  )
  await writeEntries(tx, actor, [
    entryOf(draft.entryId, 'clutch found', { type: 'clutch', id: draft.id }, draft.foundAt, {
      eggs: draft.eggs.length,
      ...(draft.note ? { note: draft.note } : {}),
    }),
  ])
}

async function hatch(
  tx: Transaction,
  actor: Actor,
  study: ClutchStudy,
  { at, young }: v.InferOutput<typeof HatchDraft>,
) {
  const { clutch, eggs } = study
  const [dam] = await tx.select().from(tables.animal).where(eq(tables.animal.id, clutch.damId))
  const fields = young.flatMap(({ eggId, tag }, i) => {
    const egg = eggs.find((e) => e.id === eggId)
    if (!egg) return [{ field: `young.${i}.eggId`, says: 'this egg is not in the clutch' }]
    if (egg.fate === 'hatched')
      return [{ field: `young.${i}.eggId`, says: `egg ${egg.number} has hatched already` }]
    if (egg.fate === 'infertile' || egg.fate === 'dead')
      return [{ field: `young.${i}.eggId`, says: `egg ${egg.number} is marked ${egg.fate}` }]
    if (young.some((y, j) => j < i && y.tag.toLowerCase() === tag.toLowerCase()))
      return [{ field: `young.${i}.tag`, says: `${tag} is given twice` }]
    return []
  })
  const taken = await tx
    .select({ tag: tables.animal.tag })
    .from(tables.animal)
    .where(
      and(
        inArray(
          tables.animal.tag,
          young.map((y) => y.tag),
        ),
        eq(tables.animal.withdrawn, false),
      ),
    )
  for (const { tag } of taken)
    fields.push({
      field: `young.${young.findIndex((y) => y.tag === tag)}.tag`,
      says: `${tag} is in the book already`,
    })
  if (Date.parse(at) < clutch.laidFrom.getTime())
    fields.push({ field: 'at', says: 'before the eggs were laid' })
  if (fields.length > 0) throw new BookError('invalid', fields.map((f) => f.says).join('; '), fields)
  const day = dayOfInstant(Date.parse(at), actor.book.zone)
  await tx.insert(tables.animal).values(
    young.map(({ animalId, tag }) => ({
      ...{ bookId: actor.bookId, id: animalId, tag, protocolId: dam!.protocolId, line: dam!.line },
      ...{
        hatchFact: { date: day, precision: 'day' as const, widthDays: 0 },
        hatchedFrom: day,
        hatchedTo: day,
      },
      ...{
        damId: clutch.damId,
        sireId: clutch.sireId,
        clutchId: clutch.id,
        purpose: 'growing on' as const,
        origin: `hatched here, clutch ${clutch.name}`,
      },
    })),
  )
  await writeEntries(
    tx,
    actor,
    young.flatMap(({ eggId, entryId, animalId, placeId, grams }) => [
      entryOf(entryId, 'egg fate', { type: 'clutch', id: clutch.id }, at, {
        eggId,
        fate: 'hatched',
        animalId,
      }),
      ...(placeId ? [entryOf(newId(), 'moved', { type: 'animal', id: animalId }, at, { placeId })] : []),
      ...(grams
        ? [
            entryOf(newId(), 'weighed', { type: 'animal', id: animalId }, at, {
              grams,
              context: 'empty' as const,
            }),
          ]
        : []),
    ]),
  )
  return { animals: young.map(({ animalId, tag }) => ({ id: animalId, tag })) }
}

export const incubationRoutes: BookRoutes = (app, { db }) => {
  app.get(
    '/api/clutches',
    { config: { permission: 'read the book' }, schema: { response: { 200: ClutchList } } },
    (request) => {
      const actor = actorOf(request)
      return inBook(db, actor.bookId, async (tx) => ({
        clutches: (await studyClutches(tx, actor, await loadClutches(tx))).map((s) => s.view),
      }))
    },
  )
  app.get(
    '/api/clutches/:id',
    { config: { permission: 'read the book' }, schema: { params: WithId, response: { 200: ClutchPage } } },
    (request) => {
      const actor = actorOf(request)
      return inBook(db, actor.bookId, async (tx) =>
        clutchPage(tx, actor, await studyOne(tx, actor, request.params.id)),
      )
    },
  )
  app.post(
    '/api/clutches',
    {
      config: { permission: 'decide and plan' },
      schema: { body: ClutchDraft, response: { 200: ClutchPage } },
    },
    (request) => {
      const actor = actorOf(request)
      return inBook(db, actor.bookId, async (tx) => {
        await setClutch(tx, actor, request.body)
        await announce(tx, actor.bookId)
        return clutchPage(tx, actor, await studyOne(tx, actor, request.body.id))
      })
    },
  )
  app.post(
    '/api/clutches/:id/hatch',
    {
      config: { permission: 'write in the log' },
      schema: { params: WithId, body: HatchDraft, response: { 200: Hatched } },
    },
    (request) => {
      const actor = actorOf(request)
      return inBook(db, actor.bookId, async (tx) =>
        hatch(tx, actor, await studyOne(tx, actor, request.params.id), request.body),
      )
    },
  )
}
