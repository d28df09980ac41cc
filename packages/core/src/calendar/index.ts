export * from './dayInWords'
export * from './days'
export * from './zones'
export * from './timesOfDay'
