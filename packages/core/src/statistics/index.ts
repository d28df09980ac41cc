export * from './beta'
export * from './binomial'
