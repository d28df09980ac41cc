export * from './define'
export * from './kinds'
export * from './never'
export * from './topics'
