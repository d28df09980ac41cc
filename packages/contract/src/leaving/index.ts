export * from './handOver'
export * from './leaving'
export * from './shares'
