export { fathersOf } from './fathers'
export { speciesGenes } from './genes'
export { viewPairings } from './view'
