import { route } from '../api/route'
import { Ok, WithId } from '../common'
import { ImportLists, ImportedList, ListChange, ListFile, ListProgress, ListQuery } from '.'

export const importsApi = {
  open: route({
    method: 'POST',
    path: '/api/imports',
    permission: 'decide and plan',
    query: ListFile,
    takesFile: true,
    reply: ImportedList,
    touches: ['imports'],
  }),
  list: route({
    method: 'GET',
    path: '/api/imports',
    permission: 'read the book',
    reply: ImportLists,
    reads: ['imports'],
  }),
  page: route({
    method: 'GET',
    path: '/api/imports/:id',
    permission: 'read the book',
    params: WithId,
    query: ListQuery,
    reply: ImportedList,
    reads: ['imports'],
  }),
  progress: route({
    method: 'GET',
    path: '/api/imports/:id/progress',
    permission: 'read the book',
    params: WithId,
    reply: ListProgress,
    reads: ['imports'],
  }),
  change: route({
    method: 'PATCH',
    path: '/api/imports/:id',
    permission: 'decide and plan',
    params: WithId,
    body: ListChange,
    reply: ImportedList,
    touches: ['imports'],
  }),
  bringIn: route({
    method: 'POST',
    path: '/api/imports/:id/bring-in',
    permission: 'decide and plan',
    params: WithId,
    reply: ImportedList,
    touches: 'everything',
  }),
  undo: route({
    method: 'POST',
    path: '/api/imports/:id/undo',
    permission: 'decide and plan',
    params: WithId,
    reply: ImportedList,
    touches: 'everything',
  }),
  discard: route({
    method: 'DELETE',
    path: '/api/imports/:id',
    permission: 'decide and plan',
    params: WithId,
    reply: Ok,
    touches: ['imports'],
  }),
}
