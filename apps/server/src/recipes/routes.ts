import { recipesApi, type RecipeView } from '@hatch-book/contract'
import { batchOf, goodUntil, isMadeBy, recipeWork, type Day } from '@hatch-book/core'
import { and, eq, sql } from 'drizzle-orm'
import { inBook, tables, type Transaction } from '../db/connect'
import { actorOf, type Actor } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { BookError } from '../shell/problems'
import { serve } from '../shell/serve'
import { fedAnimals, type FedAnimal } from './eaters'
import { dueOfRecipe, lastMade, loadRecipes, type RecipeRow } from './made'

export const recipeRoutes: BookRoutes = (app, { db }) => {
  const { recipe } = tables
  serve(app, recipesApi.list, (request) => {
    const actor = actorOf(request)
    return inBook(
      db,
      actor.bookId,
      async (tx) => {
        const [eaters, made] = [await fedAnimals(tx, actor), await lastMade(tx, actor.book.zone)]
        return {
          recipes: (await loadRecipes(tx)).map((row) => viewOf(row, made.get(row.id) ?? null, eaters, actor)),
        }
      },
      { reads: true },
    )
  })
  serve(app, recipesApi.add, (request) => {
    const { bookId } = actorOf(request)
    const draft = request.body
    return inBook(db, bookId, async (tx) => {
      await refuseSameName(tx, draft)
      await tx
        .insert(recipe)
        .values({ bookId, ...draft })
        .onConflictDoNothing()
      return { id: draft.id, version: 1 }
    })
  })
  serve(app, recipesApi.change, (request) => {
    const { bookId } = actorOf(request)
    const { id } = request.params
    const { version, ...change } = request.body
    return inBook(db, bookId, async (tx) => {
      await refuseSameName(tx, { id, name: change.name })
      const [saved] = await tx
        .update(recipe)
        .set({ ...change, version: version + 1 })
        .where(and(eq(recipe.id, id), eq(recipe.version, version), eq(recipe.withdrawn, false)))
        .returning({ id: recipe.id, version: recipe.version })
      if (!saved) {
        const [there] = await tx.select().from(recipe).where(eq(recipe.id, id))
        // One that was put aside is not there to be changed.
        const isThere = there && !there.withdrawn
        throw new BookError(isThere ? 'stale' : 'not-found', '', undefined, isThere ? there : undefined)
      }
      return saved
    })
  })
  serve(app, recipesApi.remove, (request) => {
    const { bookId } = actorOf(request)
    return inBook(db, bookId, async (tx) => {
      // What was made of it stays in the log: the recipe is put aside, not lost.
      const gone = await tx
        .update(recipe)
        .set({ withdrawn: true })
        .where(eq(recipe.id, request.params.id))
        .returning({ id: recipe.id })
      if (gone.length === 0)
        throw new BookError('not-found', 'There is no such recipe in this book. Nothing was removed.')
      return { ok: true as const }
    })
  })
}

async function refuseSameName(tx: Transaction, { id, name }: { id: string; name: string }): Promise<void> {
  const { recipe } = tables
  const taken = await tx
    .select({ id: recipe.id })
    .from(recipe)
    .where(sql`lower(${recipe.name}) = lower(${name}) and ${recipe.id} <> ${id} and not ${recipe.withdrawn}`)
  if (taken.length > 0)
    throw new BookError('already-there', `There is already a recipe called ${name}.`, [
      { field: 'name', says: 'this name is taken' },
    ])
}

function viewOf(
  row: RecipeRow,
  madeOn: Day | null,
  eaters: readonly FedAnimal[],
  { today }: Actor,
): RecipeView {
  const { id, version, name, parts, keepsDays, portionShare, portionGrams } = row
  const [next] = recipeWork(dueOfRecipe(row), row, madeOn, eaters, today)
  return {
    ...{ id, version, name, parts, keepsDays, portionShare, portionGrams },
    lastMadeOn: madeOn,
    goodTo: madeOn && goodUntil(row, madeOn),
    nextOn: next?.due ?? null,
    batch: batchOf(row, eaters, next?.due ?? today),
    eatenBy: eaters.filter((e) => isMadeBy(name, e.feed)).map((e) => ({ id: e.id, tag: e.name })),
  }
}
