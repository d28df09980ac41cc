export { importRoutes } from './importRoutes'
export { hatchedSpan, judgeAnimal, type JudgedAnimal } from './judge'
export { loadPlaceNames, loadRecords, loadSurroundings, withIds, type AnimalRecord } from './records'
export { addAnimal, animalRoutes, judgeAnimals, judgeOne } from './routes'
