import { AnimalDraft, cohortsApi } from '@hatch-book/contract'
import { cohortStanding, generationMixed, GROWN, lifeFor, mixLines, type Generations } from '@hatch-book/core'
import { eq } from 'drizzle-orm'
import * as v from 'valibot'
import { addAnimal } from '../animals'
import { inBook, tables, type Transaction } from '../db/connect'
import { entryOf, writeEntries } from '../log'
import { loadShelf } from '../protocols'
import { actorOf, type Actor } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { BookError } from '../shell/problems'
import { refuseTakenName } from './names'
import { warmthNow } from './warmth'
import { cohortViews, protocolIn } from './views'
type Row = typeof tables.cohort.$inferSelect

/** Splitting, putting together, singling out: members change from one log to another in one act. */
export const moveRoutes: BookRoutes = (app, { db }) => {
  const { cohort } = tables
  serve(app, cohortsApi.split, (request) => {
    const actor = actorOf(request)
    const { id, outId, inId, name, stages, sexed, ...keeping } = request.body
    return inBook(db, actor.bookId, async (tx) => {
      const from = await rowOf(tx, request.params.id)
      await refuseTakenName(tx, id, name)
      const since = await sinceOf(tx, actor, from)
      await refuseMore(tx, actor, from, stages)
      const { version: _version, ...own } = from
      await tx
        .insert(cohort)
        .values({
          ...own,
          ...keeping,
          warmth: warmthNow(from, keeping.celsius, actor.today),
          id,
          name,
          fromId: from.id,
          origin: `split from ${from.name}`,
        })
        .onConflictDoNothing()
      await writeMove(tx, actor, {
        from: from.id,
        to: id,
        outId,
        inId,
        stages,
        since,
        ...(sexed && { sexed }),
      })
      return { id, version: 1 }
    })
  })
  serve(app, cohortsApi.merge, (request) => {
    const actor = actorOf(request)
    const { intoId, outId, inId, stages } = request.body
    return inBook(db, actor.bookId, async (tx) => {
      const from = await rowOf(tx, request.params.id)
      const into = await rowOf(tx, intoId)
      if (from.id === into.id || from.protocolId !== into.protocolId)
        throw new BookError('invalid', 'Only two cohorts of one species can be put together.', [
          { field: 'intoId', says: 'choose another cohort of the same species' },
        ])
      const moved = await refuseMore(tx, actor, from, stages)
      const since = await sinceOf(tx, actor, from)
      const there = (await membersOf(tx, actor, into)).all
      const generation = generationMixed(generationOf(from), generationOf(into))
      const [saved] = await tx
        .update(cohort)
        .set({
          lines: mixLines([
            { lines: into.lines, count: there },
            { lines: from.lines, count: moved },
          ]),
          ...{ generationLeast: generation?.least ?? null, generationMost: generation?.most ?? null },
          version: into.version + 1,
        })
        .where(eq(cohort.id, into.id))
        .returning({ id: cohort.id, version: cohort.version })
      await writeMove(tx, actor, { from: from.id, to: into.id, outId, inId, stages, since })
      return saved!
    })
  })
  serve(app, cohortsApi.single, (request) => {
    const actor = actorOf(request)
    const { entryId, animalId, tag, stage, placeId } = request.body
    return inBook(db, actor.bookId, async (tx) => {
      const from = await rowOf(tx, request.params.id)
      await refuseMore(tx, actor, from, { [stage]: 1 })
      // As one would write it down by hand: what is not said is as usual.
      const draft = v.parse(AnimalDraft, {
        ...{ id: animalId, tag, protocolId: from.protocolId, line: lineOf(from), purpose: 'holdback' },
        placeId,
        origin: `singled out of cohort ${from.name}`,
        hatched: { date: from.began, precision: 'day', widthDays: 0 },
        sex: stage === 'females' ? 'female' : stage === 'males' ? 'male' : 'unknown',
      })
      await addAnimal(tx, actor, draft)
      await writeEntries(tx, actor, [
        entryOf(entryId, 'singled', { type: 'cohort', id: from.id }, now(actor), { stage, animalId, tag }),
      ])
      return { id: animalId, version: 1 }
    })
  })
}

const now = (actor: Actor) => new Date(actor.now).toISOString()
const lineOf = ({ lines }: Row) => [...lines].sort((a, b) => b.share - a.share)[0]?.line ?? ''
const generationOf = ({ generationLeast, generationMost }: Row): Generations | null =>
  generationLeast === null || generationMost === null
    ? null
    : { least: generationLeast, most: generationMost }

async function rowOf(tx: Transaction, id: string): Promise<Row> {
  const [row] = await tx.select().from(tables.cohort).where(eq(tables.cohort.id, id)).for('update')
  if (!row) throw new BookError('not-found', 'This cohort is not in the book.')
  return row
}

async function membersOf(tx: Transaction, actor: Actor, row: Row) {
  const shelf = await loadShelf(tx)
  const names = lifeFor(protocolIn(shelf, row.protocolId)!, row.fertilised).map((s) => s.name)
  const view = (await cohortViews(tx, actor, shelf)).find((c) => c.id === row.id)
  const { stages } = cohortStanding(names, view?.events ?? [], row.began)
  return { stages, names: [...names, ...GROWN], all: stages.reduce((sum, s) => sum + s.count, 0) }
}

/** Since when the members of each stage are in it: who is moved takes that along. */
async function sinceOf(tx: Transaction, actor: Actor, row: Row): Promise<Record<string, string | null>> {
  const { stages } = await membersOf(tx, actor, row)
  return Object.fromEntries(stages.map((s) => [s.name, s.since]))
}

/** Nobody leaves who is not there; @returns how many go. */
async function refuseMore(
  tx: Transaction,
  actor: Actor,
  row: Row,
  wanted: Readonly<Record<string, number>>,
): Promise<number> {
  const { stages, names } = await membersOf(tx, actor, row)
  for (const [name, count] of Object.entries(wanted)) {
    const there = stages.find((s) => s.name === name)
    if (!names.includes(name) || count > Math.floor(there?.high ?? 0))
      throw new BookError(
        'invalid',
        `${row.name} has ${Math.round(there?.count ?? 0)} ${name}, not ${count}: count it first.`,
        [{ field: 'stages', says: `not so many ${name} are there` }],
      )
  }
  return Object.values(wanted).reduce((a, b) => a + b, 0)
}

async function writeMove(
  tx: Transaction,
  actor: Actor,
  move: {
    from: string
    to: string
    outId: string
    inId: string
    stages: Record<string, number>
    since: Record<string, string | null>
    sexed?: { females: number; males: number }
  },
): Promise<void> {
  const { from, to, outId, inId, since, ...who } = move
  await writeEntries(tx, actor, [
    entryOf(outId, 'moved out', { type: 'cohort', id: from }, now(actor), { to, ...who }),
    entryOf(inId, 'moved in', { type: 'cohort', id: to }, now(actor), { from, since, ...who }),
  ])
}
