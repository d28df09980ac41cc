import type { BookRoutes } from '../shell/app'
import { calendarRoutes } from './calendarRoutes'
import { counterRoutes } from './counterRoutes'
import './gates'
import { handOverRoutes } from './handOverRoutes'
import { registerRoutes } from './registerRoutes'
import { shareRoutes } from './shareRoutes'

export const leavingRoutes: BookRoutes = (app, rooms) => {
  for (const routes of [handOverRoutes, counterRoutes, registerRoutes, shareRoutes, calendarRoutes])
    routes(app, rooms)
}
