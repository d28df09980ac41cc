export * from './age'
export * from './bodyPlan'
export * from './lineage'
export * from './standing'
