import { animalsApi } from '../animals/api'
import { archiveApi } from '../archive/api'
import { booksApi } from '../books/api'
import { brumationApi } from '../brumation/api'
import { climateApi } from '../climate/api'
import { cohortsApi } from '../cohorts/api'
import { coloniesApi } from '../colonies/api'
import { demoApi } from '../demo/api'
import { entriesApi } from '../entries/api'
import { historyApi } from '../history/api'
import { importsApi } from '../imports/api'
import { incubationApi } from '../incubation/api'
import { noticesApi } from '../notices/api'
import { pairingApi } from '../pairing/api'
import { placesApi } from '../places/api'
import { protocolsApi } from '../protocols/api'
import { readinessApi } from '../readiness/api'
import { rearingApi } from '../rearing/api'
import { reviewApi } from '../review/api'
import { roundsApi } from '../rounds/api'
import { salesApi } from '../sales/api'
import { seasonApi } from '../season/api'
import { weighingApi } from '../weighing/api'
import type { ReadingRoute, Route } from './route'

export * from './route'
export * from './topics'
export {
  animalsApi,
  archiveApi,
  booksApi,
  brumationApi,
  climateApi,
  cohortsApi,
  coloniesApi,
  demoApi,
  entriesApi,
  historyApi,
  importsApi,
  incubationApi,
  noticesApi,
  pairingApi,
  placesApi,
  protocolsApi,
  readinessApi,
  rearingApi,
  reviewApi,
  roundsApi,
  salesApi,
  seasonApi,
  weighingApi,
}

/** Every endpoint of the book, by rooms. */
export const ROOMS_OF_THE_API = {
  animalsApi,
  archiveApi,
  booksApi,
  brumationApi,
  climateApi,
  cohortsApi,
  coloniesApi,
  demoApi,
  entriesApi,
  historyApi,
  importsApi,
  incubationApi,
  noticesApi,
  pairingApi,
  placesApi,
  protocolsApi,
  readinessApi,
  rearingApi,
  reviewApi,
  roundsApi,
  salesApi,
  seasonApi,
  weighingApi,
}

export const EVERY_ROUTE: readonly Route[] = Object.values(ROOMS_OF_THE_API).flatMap((room) =>
  Object.values<Route>(room),
)

export const isReading = (route: Route): route is ReadingRoute => route.method === 'GET'
