export { mergeThreeWays, type Conflict } from './threeWay'
