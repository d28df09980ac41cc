export * from './days'
export * from './zones'
export * from './timesOfDay'
