export * from './batch'
export * from './byHand'
export * from './clock'
export * from './course'
export * from './cycle'
export * from './eligibility'
export type { RestFacts } from './gates'
export {
  REST_EDGES,
  durationsOf,
  fastFor,
  regimeOf,
  type Consequence,
  type RestEdge,
  type RestRegime,
} from './lengths'
export * from './loss'
export * from './nights'
export * from './survival'
export * from './tubs'
export * from './unit'
export * from './watchSleep'
