export { wayOfLife, waysOfLife } from './all'
export { completed, filled, saidOfSpecies } from './fill'
export { isDerived, type Derived, type WayFigure, type WayOfLife } from './way'
