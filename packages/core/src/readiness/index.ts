export * from './facts'
export * from './offFood'
export * from './assess'
