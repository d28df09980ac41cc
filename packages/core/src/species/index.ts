export * from './answers'
export * from './dryRun'
