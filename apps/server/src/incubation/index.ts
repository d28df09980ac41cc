export { incubationRoutes, loadClutches } from './routes'
export { studyClutches, type ClutchStudy } from './view'
