export { loadClutches } from './clutches'
export { readFinding } from './finding'
export { studyClutches, type ClutchStudy } from './view'
