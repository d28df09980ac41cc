import { cohortsApi } from '@hatch-book/contract'
import { generationOfYoung, GROWN, lifeFor, type KindsOf, type PayloadOf } from '@hatch-book/core'
import { and, eq } from 'drizzle-orm'
import { inBook, tables, type Transaction } from '../db/connect'
import { guardEntries } from '../log'
import { loadShelf } from '../protocols'
import { actorOf } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { BookError } from '../shell/problems'
import { moveRoutes } from './moveRoutes'
import { refuseTakenName } from './names'
import { cohortViews, protocolIn } from './views'
import { warmthNow } from './warmth'

/** Entries speak of stages that the cohort's species has. */
function guardStages<K extends KindsOf<'cohort'>>(
  kind: K,
  namesIn: (payload: PayloadOf<K>) => readonly string[],
): void {
  guardEntries(kind, async (tx, _actor, draft) => {
    const { subject, payload } = draft as { subject: { id: string }; payload: PayloadOf<K> }
    const [row] = await tx.select().from(tables.cohort).where(eq(tables.cohort.id, subject.id))
    const shelf = await loadShelf(tx)
    const protocol = protocolIn(shelf, row!.protocolId)!
    refuseStrangeStages(protocol.species, lifeFor(protocol, row!.fertilised), namesIn(payload))
  })
}
guardStages('cohort counted', ({ stages }) => Object.keys(stages))
guardStages('moulted on', ({ from, to }) => [from, to])
guardStages('lost', ({ stage }) => [stage])
guardStages('passed on', ({ stage }) => [stage])
guardStages('singled', ({ stage }) => [stage])
guardStages('moved out', ({ stages }) => Object.keys(stages))
guardStages('moved in', ({ stages }) => Object.keys(stages))
guardStages('searched', ({ larvae }) => Object.keys(larvae))

export const cohortRoutes: BookRoutes = (app, rooms) => {
  const { db } = rooms
  const { cohort } = tables
  moveRoutes(app, rooms)
  serve(app, cohortsApi.list, (request) => {
    const actor = actorOf(request)
    return inBook(db, actor.bookId, async (tx) => {
      const shelf = await loadShelf(tx)
      const species = shelf.rows.flatMap((r) => {
        const protocol = protocolIn(shelf, r.id)
        const cautions = String(shelf.document(r.id).figures['cautions.words']?.value ?? '')
        return protocol ? [{ protocolId: r.id, protocol, cautions, hidden: r.state === 'hidden' }] : []
      })
      return { today: actor.today, cohorts: await cohortViews(tx, actor, shelf), species }
    })
  })
  serve(app, cohortsApi.add, (request) => {
    const actor = actorOf(request)
    const { generation, line, fromId, ...draft } = request.body
    return inBook(db, actor.bookId, async (tx) => {
      const shelf = await loadShelf(tx)
      const protocolId = shelf.meant(draft.protocolId)?.id ?? draft.protocolId
      const protocol = protocolIn(shelf, protocolId)
      if (!protocol)
        throw new BookError('invalid', 'This species is not kept in cohorts.', [
          { field: 'protocolId', says: 'choose one that is kept in cohorts' },
        ])
      if (draft.kind === 'breeding box' && !protocol.box)
        throw new BookError(
          'invalid',
          `How often to search a breeding box of ${protocol.species} is not known.`,
          [{ field: 'kind', says: 'its protocol has no figures for a breeding box' }],
        )
      if (draft.began > actor.today)
        throw new BookError('invalid', `That day has not come yet. Today is ${actor.today}.`, [
          { field: 'began', says: 'choose today or an earlier day' },
        ])
      await refuseTakenName(tx, draft.id, draft.name)
      const parent = await ancestor(tx, fromId, protocolId)
      const own = generation === null ? null : { least: generation, most: generation }
      const told = own ?? (parent ? generationOfYoung([parent.generation]) : null)
      await tx
        .insert(cohort)
        .values({
          ...{ bookId: actor.bookId, ...draft, protocolId, fromId },
          warmth: [{ from: draft.began, celsius: draft.celsius }],
          lines: parent && line === '' ? parent.lines : [{ line, share: 1 }],
          ...{ generationLeast: told?.least ?? null, generationMost: told?.most ?? null },
        })
        .onConflictDoNothing()
      return { id: draft.id, version: 1 }
    })
  })
  serve(app, cohortsApi.change, (request) => {
    const { bookId, today } = actorOf(request)
    const { version, ...change } = request.body
    return inBook(db, bookId, async (tx) => {
      const [now] = await tx.select().from(cohort).where(eq(cohort.id, request.params.id)).for('update')
      const warmth = now && warmthNow(now, change.celsius, today)
      const [saved] = await tx
        .update(cohort)
        .set({ ...change, ...(warmth && { warmth }), version: version + 1 })
        .where(and(eq(cohort.id, request.params.id), eq(cohort.version, version)))
        .returning({ id: cohort.id, version: cohort.version })
      if (!saved) {
        const [there] = await tx.select().from(cohort).where(eq(cohort.id, request.params.id))
        throw new BookError(there ? 'stale' : 'not-found', '', undefined, there)
      }
      return saved
    })
  })
}

async function ancestor(tx: Transaction, fromId: string | null, protocolId: string) {
  if (!fromId) return null
  const [row] = await tx.select().from(tables.cohort).where(eq(tables.cohort.id, fromId))
  if (!row || row.protocolId !== protocolId)
    throw new BookError('invalid', 'The cohort it comes from is not one of this species.', [
      { field: 'fromId', says: 'choose a cohort of the same species' },
    ])
  const { lines, generationLeast, generationMost } = row
  return {
    lines,
    generation:
      generationLeast === null || generationMost === null
        ? null
        : { least: generationLeast, most: generationMost },
  }
}

function refuseStrangeStages(
  species: string,
  stages: readonly { name: string }[],
  names: readonly string[],
): void {
  const known = [...stages.map((s) => s.name), ...GROWN]
  const strange = names.filter((n) => !known.includes(n))
  if (strange.length > 0)
    throw new BookError(
      'invalid',
      `${strange.join(', ')}: no stage of the ${species}. It has ${known.join(', ')}.`,
      [{ field: 'stages', says: `${strange[0]} is not a stage of it` }],
    )
}
