export { growthRoutes } from './growthRoutes'
export { scaleRoutes } from './scaleRoutes'
export { issueScale } from './scales'
