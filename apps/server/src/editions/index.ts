export { editionRoutes } from './routes'
