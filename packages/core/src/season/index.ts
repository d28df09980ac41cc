export * from './phases'
