export { currentRests, plannedRests } from './restBooks'
export { restRoutes } from './restRoutes'
export { unitRoutes } from './unitRoutes'
export { weatherRoutes } from './weatherRoutes'
