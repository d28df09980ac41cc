export { issueProbe, probeRoutes } from './probeRoutes'
export { restRoutes } from './restRoutes'
export { unitRoutes } from './unitRoutes'
export { weatherRoutes } from './weatherRoutes'
