import { BreederList } from '@hatch-book/contract'
import { eq } from 'drizzle-orm'
import { judgeAnimals } from '../animals'
import { inBook, tables } from '../db/connect'
import { loadShelf } from '../protocols/store'
import { actorOf } from '../shell/actor'
import type { BookRoutes } from '../shell/app'

/** What every breeder is judged from, and the protocols it is judged by: the browser asks 'what if' of them. */
export const readinessRoutes: BookRoutes = (app, { db }) => {
  app.get(
    '/api/readiness',
    { config: { permission: 'read the book' }, schema: { response: { 200: BreederList } } },
    (request) => {
      const actor = actorOf(request)
      return inBook(db, actor.bookId, async (tx) => {
        const { animal } = tables
        const breeders = await tx.select({ id: animal.id }).from(animal).where(eq(animal.purpose, 'breeder'))
        const judged = (
          await judgeAnimals(
            tx,
            actor,
            breeders.map((b) => b.id),
          )
        ).filter((j) => j.row.verdict !== null)
        const shelf = await loadShelf(tx)
        return {
          today: actor.today,
          breeders: judged.map(({ row, facts, readiness, record }) => ({
            id: row.id,
            tag: row.tag,
            facts,
            protocol: shelf.keyOf(record.animal),
            overruled: readiness.overruled ? row.verdict : null,
          })),
          protocols: Object.fromEntries(
            judged.map(({ record }) => [shelf.keyOf(record.animal), record.protocol]),
          ),
        }
      })
    },
  )
}
