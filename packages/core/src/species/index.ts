export * from './answers'
export * from './document'
export * from './dryRun'
