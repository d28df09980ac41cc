import type { BookRoutes } from '../shell/app'
import { calendarRoutes } from './calendar'
import { counterRoutes } from './counter'
import './gates'
import { handOverRoutes } from './handOver'
import { registerRoutes } from './register'
import { shareRoutes } from './shares'

export const salesRoutes: BookRoutes = (app, rooms) => {
  for (const routes of [handOverRoutes, counterRoutes, registerRoutes, shareRoutes, calendarRoutes])
    routes(app, rooms)
}
