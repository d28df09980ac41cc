import { animalsRoom } from './animals/manifest'
import { booksRoom } from './books/manifest'
import { restRoom } from './rest/manifest'
import { climateRoom } from './climate/manifest'
import { cohortsRoom } from './cohorts/manifest'
import { coloniesRoom } from './colonies/manifest'
import { importsRoom } from './imports/manifest'
import { incubationRoom } from './incubation/manifest'
import { logRoom } from './log/manifest'
import { noticesRoom } from './notices/manifest'
import { pairingRoom } from './pairing/manifest'
import { placesRoom } from './places/manifest'
import { protocolsRoom } from './protocols/manifest'
import { readinessRoom } from './readiness/manifest'
import { rearingRoom } from './rearing/manifest'
import { reviewRoom } from './review/manifest'
import { roundsRoom } from './rounds/manifest'
import { leavingRoom } from './leaving/manifest'
import { weighingRoom } from './weighing/manifest'
import type { Room } from './shell/page'

/** Every room of the program. Who comes first in a menu is said there; here no order means anything. */
export const ROOMS: readonly Room[] = [
  animalsRoom,
  booksRoom,
  restRoom,
  climateRoom,
  cohortsRoom,
  coloniesRoom,
  importsRoom,
  incubationRoom,
  logRoom,
  noticesRoom,
  pairingRoom,
  placesRoom,
  protocolsRoom,
  readinessRoom,
  rearingRoom,
  reviewRoom,
  roundsRoom,
  leavingRoom,
  weighingRoom,
]
