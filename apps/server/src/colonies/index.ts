export { colonyViews } from './views'
