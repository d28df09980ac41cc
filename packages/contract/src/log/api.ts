import type * as v from 'valibot'
import { route } from '../api/route'
import { Effects } from '../common'
import { EntriesWritten, EntryBatch, EntryList, EntryQuery, touchedByEntries } from '.'

export const logApi = {
  list: route({
    method: 'GET',
    path: '/api/entries',
    permission: 'read the book',
    query: EntryQuery,
    reply: EntryList,
    reads: ['log'],
  }),
  write: route({
    method: 'POST',
    path: '/api/entries',
    permission: 'write in the log',
    body: EntryBatch,
    reply: EntriesWritten,
    touches: (batch: v.InferOutput<typeof EntryBatch>) => touchedByEntries(batch.entries),
  }),
  /** What a write would change, told before it is made: nothing of it is kept. */
  tryOut: route({
    method: 'POST',
    path: '/api/entries/trial',
    permission: 'write in the log',
    body: EntryBatch,
    reply: Effects,
    touches: [],
  }),
}
