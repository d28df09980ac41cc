export { wayOfLife, waysOfLife } from './all'
export { completed, filled } from './fill'
export { isDerived, type Derived, type WayFigure, type WayOfLife } from './way'
