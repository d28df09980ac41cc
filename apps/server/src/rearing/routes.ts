import type { BookRoutes } from '../shell/app'
import './danger'
import { holdbackRoutes } from './holdbackRoutes'
import { ladderRoutes } from './ladderRoutes'
import { mealRoutes } from './mealRoutes'
import { sexingRoutes } from './sexingRoutes'
import { spaceRoutes } from './spaceRoutes'

export const rearingRoutes: BookRoutes = (app, rooms) => {
  for (const routes of [ladderRoutes, mealRoutes, sexingRoutes, holdbackRoutes, spaceRoutes])
    routes(app, rooms)
}
