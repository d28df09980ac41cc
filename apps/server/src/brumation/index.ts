export { currentRests, plannedRests, restRoutes } from './restRoutes'
export { unitRoutes } from './unitRoutes'
export { weatherRoutes } from './weatherRoutes'
