export { equipmentItems } from './equipment'
export { caredFor, careItems, type Cared } from './careItems'
export { litAs, timerItems, type Lit } from './timers'
export { tubMateOf } from './mates'
