import { placesApi, type EntryDraft } from '@hatch-book/contract'
import { sayIn, sharingFaults } from '@hatch-book/core'
import { eq, sql } from 'drizzle-orm'
import { judgeAnimals, type JudgedAnimal } from '../animals'
import { inBook, tables, type Transaction } from '../db/connect'
import { guardEntries } from '../log'
import { actorOf, type Actor } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { BookError } from '../shell/problems'
import { floorFaultsOf } from './floor'
import { tubMateOf } from './mates'

/** Where animals are brought by what is being written, by animal. */
type Moves = ReadonlyMap<string, string>

/** The last move of each animal among entries. */
const movesOf = (drafts: readonly EntryDraft[]): Moves =>
  new Map(
    drafts
      .filter((draft): draft is EntryDraft<'moved'> => draft.kind === 'moved')
      .sort((a, b) => Date.parse(a.at) - Date.parse(b.at))
      .map(({ subject, payload }) => [subject.id, payload.placeId]),
  )

/** Who stands in a place once animals were moved. */
async function whoStandsIn(tx: Transaction, placeId: string, moves: Moves): Promise<string[]> {
  const { rows } = await tx.execute<{ id: string }>(sql`
    select s.id from animal_standing s join animal a on a.id = s.id and not a.withdrawn
    where s.standing->>'placeId' = ${placeId} and s.standing->>'presence' in ('here', 'listed')`)
  return [
    ...rows.map((r) => r.id).filter((id) => (moves.get(id) ?? placeId) === placeId),
    ...[...moves].filter(([, to]) => to === placeId).map(([id]) => id),
  ]
}

/** Young of one clutch that go into their first tub were not put to each other: they were born or hatched there. */
const cameTogether = (a: JudgedAnimal, b: JudgedAnimal) =>
  a.record.animal.clutchId !== null &&
  a.record.animal.clutchId === b.record.animal.clutchId &&
  a.row.place === null &&
  b.row.place === null

/** What speaks against an animal's moving into a place. */
async function faultsOf(
  tx: Transaction,
  actor: Actor,
  animalId: string,
  placeId: string,
  moves: Moves = new Map(),
): Promise<{ faults: string[]; place: typeof tables.place.$inferSelect; tag: string; others: number }> {
  const { place } = tables
  const [target] = await tx.select().from(place).where(eq(place.id, placeId))
  if (!target) throw new BookError('not-found', 'This place is not in the book.')
  const residents = await whoStandsIn(tx, placeId, moves)
  const judged = await judgeAnimals(tx, actor, [...new Set([animalId, ...residents])])
  const newcomer = judged.find((j) => j.row.id === animalId)
  if (!newcomer) throw new BookError('not-found', 'This animal is not in the book.')
  const others = judged.filter((j) => j.row.id !== animalId && !cameTogether(j, newcomer))
  const faults =
    target.kind === 'tub'
      ? sharingFaults(
          tubMateOf(newcomer, actor.today),
          others.map((j) => tubMateOf(j, actor.today)),
          target.tub?.most ?? null,
          actor.today,
          sayIn(actor.book),
        )
      : []
  return {
    faults: target.kind === 'tub' ? [...faults, ...floorFaultsOf(newcomer, target.tub)] : faults,
    place: target,
    tag: newcomer.row.tag,
    others: others.length,
  }
}

/** A move that shares a tub against the rules is taken back unless somebody says why it is to be so. */
guardEntries('moved', async (tx, actor, { subject, payload }, together) => {
  const { placeId, despite } = payload
  const [there] = await tx
    .select({ id: tables.place.id })
    .from(tables.place)
    .where(eq(tables.place.id, placeId))
  if (!there)
    throw new BookError('not-found', 'That place is not in this book.', [
      { field: 'placeId', says: 'this place is not in the book' },
    ])
  const moves = movesOf(together)
  // Where it only passed through, nobody lives with it.
  if (despite || moves.get(subject.id) !== placeId) return
  const residents = await whoStandsIn(tx, placeId, moves)
  if (residents.every((id) => id === subject.id)) return
  const { faults, tag, place, others } = await faultsOf(tx, actor, subject.id, placeId, moves)
  if (others > 0 && faults.length > 0)
    throw new BookError('invalid', `${tag} cannot move into ${place.name}: ${faults.join('; ')}.`, [
      { field: 'placeId', says: faults[0]! },
    ])
})

export const moveRoutes: BookRoutes = (app, { db }) => {
  serve(app, placesApi.tryMove, (request) => {
    const actor = actorOf(request)
    const { animalId, placeId } = request.query
    return inBook(db, actor.bookId, async (tx) => {
      const { faults, place, tag, others } = await faultsOf(tx, actor, animalId, placeId)
      const size = place.tub ? `, ${place.tub.size}` : ''
      return {
        faults,
        says: `${tag} moves to ${place.name}: ${others === 0 ? 'free' : `${others} in it`}${size}`,
      }
    })
  })
}
