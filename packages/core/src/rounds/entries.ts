import * as v from 'valibot'
import { defineEntry } from '../log/define'
import { DaySchema, Line } from '../values'

export const ENTRIES_OF_ROUNDS = [
  /** Work of a round that was left for a later day: which, and why. */
  defineEntry({
    kind: 'put off',
    subject: 'any',
    by: 'helper',
    payload: v.object({ work: Line(160), says: Line(200), reason: Line(200), until: DaySchema }),
    says: ({ says, reason, until }, figures) => `put off until ${figures.day(until)}: ${says}, ${reason}`,
  }),
] as const
