export { countByScoops, countByWeight, doubtCount, type Estimate } from './counts'
export { growthRate, type ColonyGrowth } from './growth'
export {
  allOf,
  costOf,
  femalesToKeep,
  fullOn,
  startFor,
  sustainableHarvest,
  type CourseCost,
  type StartPlan,
  type StartWish,
  type SustainableHarvest,
} from './harvest'
export { chainOf, type ColonyCounts, type ColonyModel, type ColonyStage } from './model'
export {
  hatchedOf,
  isEmptyColony,
  projectColony,
  type ColonyDay,
  type ColonyProjection,
  type ColonyQuestion,
  type Take,
} from './project'
export {
  simulateColony,
  type Band,
  type ColonySimulation,
  type SimulatedWeek,
  type SimulationWish,
} from './simulate'
export { BORNE_CHANCE, mendsFor, type Mend } from './mending'
export { pipelineOf, type Pipeline, type PipelineWish } from './pipeline'
export { eatersOf, stillHere, type Mouths, type MouthsToCome } from './mouths'
export {
  firstShortage,
  shortagesOf,
  provision,
  type PreyPlan,
  type PreySource,
  type PreyWant,
  type Provision,
  type ProvisionQuestion,
  type ProvisionWeek,
  type Shortage,
} from './provision'
export { feederDemand, type DemandWeek, type Eater, type FeederDemand } from './supply'
export { colonyModelOf, lifeOf, type LifeCourse, type LifeOf } from './compile'
export {
  colonyWork,
  countDaysOf,
  methodsOf,
  minutesAWeek,
  workOfColony,
  type ColonyMethod,
  type ColonyRecord,
} from './work'
