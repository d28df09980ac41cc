import { sayIn, dayOfInstant, recipeWork, type Day, type WorkItem } from '@hatch-book/core'
import { eq, sql } from 'drizzle-orm'
import { tables, type Transaction } from '../db/connect'
import { isOfKind, standsSql } from '../log'
import type { Actor } from '../shell/actor'
import { fedAnimals } from './eaters'

export const loadRecipes = (tx: Transaction) =>
  tx
    .select()
    .from(tables.recipe)
    .where(eq(tables.recipe.withdrawn, false))
    .orderBy(sql`lower(${tables.recipe.name})`)
export type RecipeRow = Awaited<ReturnType<typeof loadRecipes>>[number]

/** When each recipe was last made. */
export async function lastMade(tx: Transaction, zone: string): Promise<Map<string, Day>> {
  const { rows } = await tx.execute<{ id: string; at: Date }>(sql`
    select e.subject_id as id, max(e.at) as at from entry e where ${isOfKind('food made')} and ${standsSql} group by 1`)
  return new Map(rows.map(({ id, at }) => [id, dayOfInstant(new Date(at).getTime(), zone)]))
}

export const dueOfRecipe = ({ id, name }: RecipeRow) => ({ type: 'recipe', id, name, placeId: null }) as const

/** What is to be made, for all whose food it is. */
export async function recipeItems(tx: Transaction, actor: Actor): Promise<WorkItem[]> {
  const recipes = await loadRecipes(tx)
  if (recipes.length === 0) return []
  const [eaters, made] = [await fedAnimals(tx, actor), await lastMade(tx, actor.book.zone)]
  return recipes.flatMap((recipe) =>
    recipeWork(
      dueOfRecipe(recipe),
      recipe,
      made.get(recipe.id) ?? null,
      eaters,
      actor.today,
      sayIn(actor.book),
    ),
  )
}
