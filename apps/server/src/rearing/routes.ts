import type { BookRoutes } from '../shell/app'
import './danger'
import { holdbackRoutes } from './holdbacks'
import { ladderRoutes } from './ladder'
import { mealRoutes } from './meals'
import { sexingRoutes } from './sexing'
import { spaceRoutes } from './space'

export const rearingRoutes: BookRoutes = (app, rooms) => {
  for (const routes of [ladderRoutes, mealRoutes, sexingRoutes, holdbackRoutes, spaceRoutes])
    routes(app, rooms)
}
