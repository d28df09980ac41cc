export { createBook } from './create'
export { bookRoutes } from './routes'
