import { collectionRoutes } from './animals/collectionRoutes'
import { keepsakeRoutes } from './animals/keepsakeRoutes'
import { lookingAhead } from './animals/lookAhead'
import { animalRoutes } from './animals/routes'
import { csvRoutes } from './archive/csvRoutes'
import { archiveRoutes } from './archive/routes'
import { bookLifeRoutes } from './books/deletionRoutes'
import { invitationRoutes } from './books/invitationRoutes'
import { memberRoutes } from './books/memberRoutes'
import { bookRoutes } from './books/routes'
import { secondFactorRoutes } from './books/secondFactorRoutes'
import { sessionRoutes } from './books/sessionRoutes'
import { signInRoutes } from './books/signInRoutes'
import { restRoutes } from './rest/restRoutes'
import { unitRoutes } from './rest/unitRoutes'
import { weatherRoutes } from './rest/weatherRoutes'
import { alarmRoutes } from './climate/alarmRoutes'
import { climatePlaceRoutes } from './climate/placeRoutes'
import { probeRoutes } from './climate/probeRoutes'
import { climateRoutes } from './climate/routes'
import { cohortRoutes } from './cohorts/routes'
import { colonyRoutes } from './colonies/routes'
import { supplyRoutes } from './colonies/supplyRoutes'
import { demoRoutes } from './demo/routes'
import { editionRoutes } from './editions/routes'
import { effectRoutes } from './effects/routes'
import { entryRoutes } from './log/routes'
import { historyRoutes } from './history/routes'
import { importRoutes } from './imports/routes'
import { hatchPlanRoutes } from './incubation/planRoutes'
import { incubationRoutes } from './incubation/routes'
import { slateRoutes } from './incubation/slateRoutes'
import { noticeRoutes } from './notices/routes'
import { planRoutes } from './pairing/planRoutes'
import { pairingRoutes } from './pairing/routes'
import { sceneRoutes } from './pairing/sceneRoutes'
import { placeRoutes } from './places/routes'
import { protocolRoutes } from './protocols/routes'
import { rearingRoutes } from './rearing/routes'
import { recipeRoutes } from './recipes/routes'
import { reviewRoutes } from './review/routes'
import { roundRoutes } from './rounds/routes'
import { tellingOfWork } from './rounds/tellOfWork'
import { leavingRoutes } from './leaving/routes'
import { seasonRoutes } from './season/routes'
import { speciesRoutes } from './species/routes'
import { readinessRoutes } from './readiness/routes'
import { growthRoutes } from './weighing/growthRoutes'
import { scaleRoutes } from './weighing/scaleRoutes'
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
  speciesRoutes,
  editionRoutes,
  placeRoutes,
  animalRoutes,
  collectionRoutes,
  keepsakeRoutes,
  lookingAhead,
  importRoutes,
  entryRoutes,
  effectRoutes,
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
  leavingRoutes,
  cohortRoutes,
  colonyRoutes,
  supplyRoutes,
  recipeRoutes,
  seasonRoutes,
  reviewRoutes,
  roundRoutes,
  tellingOfWork,
  demoRoutes,
]
