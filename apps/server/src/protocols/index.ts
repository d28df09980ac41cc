export { protocolRoutes } from './routes'
export { loadShelf, ProtocolShelf, type ProtocolBearer } from './store'
