export { effectsOf, stateAfter, stateNow } from './effects'
