export * from './age'
export * from './lineage'
export * from './standing'
