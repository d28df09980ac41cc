import type { BookRoutes } from '../shell/app'
import './danger'
import { holdbackRoutes } from './holdbacks'
import { ladderRoutes } from './ladder'
import { mealRoutes } from './meals'
import { sexingRoutes } from './sexing'
import { spaceRoutes } from './space'

export { leavingBy, leavingOf, salesSoFar, type Sales } from './departures'
export { mealDueOf } from './due'
export { mealsOf } from './meals'

export const rearingRoutes: BookRoutes = (app, rooms) => {
  for (const routes of [ladderRoutes, mealRoutes, sexingRoutes, holdbackRoutes, spaceRoutes])
    routes(app, rooms)
}
