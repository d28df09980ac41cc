export * from './watch'
