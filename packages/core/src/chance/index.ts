export { diceOf, type Dice } from './dice'
export { drawBeta, drawGamma, drawNormal, drawRange, evenStream } from './draw'
