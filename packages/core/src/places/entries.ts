import * as v from 'valibot'
import { defineEntry } from '../log/define'
import { remark } from '../values'

/** What is done at a place and said by its name alone. */
const done = <const K extends string>(kind: K, by: 'helper' | 'keeper') =>
  defineEntry({ kind, subject: 'place', by, payload: v.object({ ...remark }), says: () => kind })

export const ENTRIES_OF_PLACES = [
  done('soiled', 'helper'),
  done('trial began', 'keeper'),
  done('trial ended', 'keeper'),
] as const
