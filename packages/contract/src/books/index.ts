export * from './doors'
export * from './members'
export * from './permissions'
