export * from './facts'
export * from './assess'
