export { caredFor, careItems, type Cared } from './careItems'
export { tubMateOf } from './mates'
