export * from './inbreeding'
export * from './kinship'
export * from './order'
