import * as v from 'valibot'
import { defineEntry } from './define'
import { Note } from '../values'

export const ENTRIES_OF_THE_LOG = [
  defineEntry({
    kind: 'struck',
    subject: 'any',
    by: 'helper',
    once: true,
    payload: v.object({ reason: v.optional(Note, '') }),
    says: ({ reason }) => `struck an entry out${reason ? `: ${reason}` : ''}`,
  }),
] as const
