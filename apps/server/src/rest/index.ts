export { currentRests, plannedRests } from './restBooks'
export { KINDS_OF_REST } from './restLog'
