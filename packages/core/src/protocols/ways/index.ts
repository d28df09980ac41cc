export { wayOfLife, waysOfLife } from './all'
export { alike, asComplete, completed, filled, ownLists, saidOfSpecies } from './fill'
export { GROUPS_OF_WAYS, isDerived, type Derived, type WayFigure, type WayOfLife } from './way'
