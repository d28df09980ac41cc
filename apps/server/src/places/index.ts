export { tubMateOf } from './mates'
