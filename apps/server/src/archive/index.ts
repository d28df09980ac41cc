export { namesOfAll } from './names'
