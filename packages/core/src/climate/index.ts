export * from './segments'
export * from './summary'
