export * from './facts'
export * from './ladder'
