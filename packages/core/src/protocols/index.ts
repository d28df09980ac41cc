import { cornSnake, westernHognose } from './snakes'
import type { Protocol } from './types'

export * from './types'
export { cornSnake, westernHognose }

/** The protocols a new book starts with. */
export const startingProtocols: readonly Protocol[] = [cornSnake, westernHognose]
