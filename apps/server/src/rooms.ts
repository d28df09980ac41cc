import { animalRoutes, collectionRoutes, keepsakeRoutes } from './animals'
import { archiveRoutes, csvRoutes } from './archive'
import {
  bookLifeRoutes,
  bookRoutes,
  invitationRoutes,
  memberRoutes,
  secondFactorRoutes,
  sessionRoutes,
  signInRoutes,
} from './books'
import { restRoutes, unitRoutes, weatherRoutes } from './brumation'
import { alarmRoutes, climatePlaceRoutes, climateRoutes, probeRoutes } from './climate'
import { cohortRoutes } from './cohorts'
import { colonyRoutes, supplyRoutes } from './colonies'
import { demoRoutes } from './demo'
import { editionRoutes } from './editions'
import { entryRoutes } from './entries/routes'
import { historyRoutes } from './history'
import { importRoutes } from './imports'
import { hatchPlanRoutes, incubationRoutes, slateRoutes } from './incubation'
import { noticeRoutes } from './notices'
import { pairingRoutes, planRoutes, sceneRoutes } from './pairing'
import { placeRoutes } from './places'
import { protocolRoutes } from './protocols/routes'
import { rearingRoutes } from './rearing'
import { reviewRoutes } from './review'
import { roundRoutes } from './rounds'
import { tellingOfWork } from './rounds/tellOfWork'
import { salesRoutes } from './sales'
import { seasonRoutes } from './season'
import { readinessRoutes } from './readiness'
import { growthRoutes, scaleRoutes } from './weighing'
import type { BookRoutes } from './shell/app'

/** The rooms of the server; a new one adds its line. */
export const rooms: readonly BookRoutes[] = [
  bookRoutes,
  signInRoutes,
  secondFactorRoutes,
  sessionRoutes,
  memberRoutes,
  invitationRoutes,
  bookLifeRoutes,
  archiveRoutes,
  csvRoutes,
  protocolRoutes,
  editionRoutes,
  placeRoutes,
  animalRoutes,
  collectionRoutes,
  keepsakeRoutes,
  importRoutes,
  entryRoutes,
  historyRoutes,
  scaleRoutes,
  growthRoutes,
  readinessRoutes,
  restRoutes,
  unitRoutes,
  probeRoutes,
  weatherRoutes,
  pairingRoutes,
  sceneRoutes,
  planRoutes,
  incubationRoutes,
  hatchPlanRoutes,
  slateRoutes,
  climateRoutes,
  climatePlaceRoutes,
  alarmRoutes,
  noticeRoutes,
  rearingRoutes,
  salesRoutes,
  cohortRoutes,
  colonyRoutes,
  supplyRoutes,
  seasonRoutes,
  reviewRoutes,
  roundRoutes,
  tellingOfWork,
  demoRoutes,
]
