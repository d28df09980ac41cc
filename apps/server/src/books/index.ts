export { createBook } from './create'
