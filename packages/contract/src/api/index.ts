import * as rooms from './rooms'
import type { ReadingRoute, Route } from './route'

export * from './rooms'
export * from './route'
export * from './topics'

/** Every endpoint of the book, by rooms. */
export const EVERY_ROUTE: readonly Route[] = Object.values(rooms).flatMap((room) =>
  Object.values<Route>(room),
)

export const isReading = (route: Route): route is ReadingRoute => route.method === 'GET'
