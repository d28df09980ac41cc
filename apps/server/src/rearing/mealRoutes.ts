import { rearingApi } from '@hatch-book/contract'
import { inBook } from '../db/connect'
import { actorOf } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { dueMeals, firstMeals } from './meals'

export const mealRoutes: BookRoutes = (app, { db }) => {
  serve(app, rearingApi.meals, (request) => {
    const actor = actorOf(request)
    const day = request.query.by ?? actor.today
    return inBook(db, actor.bookId, async (tx) => ({ day, meals: await dueMeals(tx, actor, day) }))
  })
  serve(app, rearingApi.firstMeals, (request) => {
    const actor = actorOf(request)
    return inBook(db, actor.bookId, (tx) => firstMeals(tx, actor))
  })
}
