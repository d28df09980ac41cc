export { checkSettings, writeEdition } from './editions'
export { bringInProtocol, readProtocolFile } from './file'
export { protocolRoutes } from './routes'
export { loadShelf, ProtocolShelf, type ProtocolBearer } from './store'
