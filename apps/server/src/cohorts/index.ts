export { cohortEaters } from './eaters'
export { cohortViews, protocolIn } from './views'
