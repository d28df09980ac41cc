export * from './define'
export * from './kinds'
export * from './topics'
