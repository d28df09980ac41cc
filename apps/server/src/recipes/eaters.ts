import { type RecipeEater, livesHere } from '@hatch-book/core'
import { cacheBeside, cachedAnimals, type JudgedAnimal } from '../animals'
import type { Transaction } from '../db/connect'
import { mealDueOf } from '../rearing'
import type { Actor } from '../shell/actor'

/** An animal that is fed, with what its food is. */
export interface FedAnimal extends RecipeEater {
  id: string
}

const isHere = ({ row }: JudgedAnimal) => livesHere(row.presence)

const readFed = cacheBeside<FedAnimal>(
  'fed',
  async (_tx, { book, today }, judged) =>
    new Map(
      judged.filter(isHere).flatMap((j): [string, FedAnimal][] => {
        const { feed } = j.stage.stage
        const meal = feed && mealDueOf(j, book.zone, today)
        if (!feed || !meal) return []
        const { id, tag: name, grams } = j.row
        return [[id, { id, name, feed: feed.prey, due: meal.due, everyDays: feed.everyDays.typical, grams }]]
      }),
    ),
)

/** All animals that are here and are fed. */
export const fedAnimals = async (tx: Transaction, actor: Actor): Promise<FedAnimal[]> =>
  (await cachedAnimals(tx, actor)).flatMap((a) => readFed(a) ?? [])
