import { route } from '../api/route'
import {
  EditionDraft,
  NewSpecies,
  ProtocolBroughtIn,
  ProtocolDocumentSchema,
  ProtocolList,
  ProtocolPage,
  ProtocolScopeQuery,
} from '.'
import { Effects, WithId } from '../common'

export const protocolsApi = {
  tryEdition: route({
    method: 'POST',
    path: '/api/protocols/:id/trial',
    permission: 'decide and plan',
    params: WithId,
    body: EditionDraft,
    reply: Effects,
    touches: [],
  }),
  addEdition: route({
    method: 'POST',
    path: '/api/protocols/:id/editions',
    permission: 'decide and plan',
    params: WithId,
    body: EditionDraft,
    reply: Effects,
    touches: 'everything',
  }),
  add: route({
    method: 'POST',
    path: '/api/protocols',
    permission: 'decide and plan',
    body: NewSpecies,
    reply: WithId,
    touches: ['protocols'],
  }),
  bringIn: route({
    method: 'POST',
    path: '/api/protocols/file',
    permission: 'decide and plan',
    takesFile: true,
    reply: ProtocolBroughtIn,
    touches: 'everything',
  }),
  list: route({
    method: 'GET',
    path: '/api/protocols',
    permission: 'read the book',
    reply: ProtocolList,
    reads: ['protocols', 'animals'],
  }),
  page: route({
    method: 'GET',
    path: '/api/protocols/:id',
    permission: 'read the book',
    params: WithId,
    query: ProtocolScopeQuery,
    reply: ProtocolPage,
    reads: ['protocols', 'animals'],
  }),
  file: route({
    method: 'GET',
    path: '/api/protocols/:id/file',
    permission: 'read the book',
    params: WithId,
    reply: ProtocolDocumentSchema,
    reads: ['protocols'],
  }),
}
