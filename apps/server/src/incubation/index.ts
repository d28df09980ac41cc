export { readFinding } from './finding'
export { incubationRoutes, loadClutches } from './routes'
export { hatchPlanRoutes } from './planRoutes'
export { studyClutches, type ClutchStudy } from './view'
