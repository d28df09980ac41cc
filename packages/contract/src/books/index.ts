export * from './doors'
export * from './members'
