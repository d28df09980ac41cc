export { fathersOf } from './fathers'
export { loadGenes, speciesGenes } from './genes'
export { viewPairings } from './view'
