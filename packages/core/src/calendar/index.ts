export * from './days'
export * from './zones'
