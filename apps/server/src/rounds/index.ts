export { bookWork } from './bookWork'
