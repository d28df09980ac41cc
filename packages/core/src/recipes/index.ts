export * from './recipe'
export * from './text'
export * from './work'
