export { checkSettings, writeEdition } from './editions'
export { bringInProtocol, readProtocolFile } from './file'
export { loadShelf, ProtocolShelf, type ProtocolBearer } from './store'
