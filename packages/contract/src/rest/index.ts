export * from './rests'
export * from './units'
export * from './weather'
