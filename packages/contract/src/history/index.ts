import * as v from 'valibot'
import { Id, InstantSchema } from '../common'

/** One change of a plan or an identity: what it was and what it became, in words. */
export const RevisionView = v.object({
  id: Id,
  /** What kind of thing it is, and its name today. */
  of: v.string(),
  subjectId: Id,
  name: v.string(),
  at: InstantSchema,
  by: v.string(),
  device: v.string(),
  /** True where it was made, not changed. */
  made: v.boolean(),
  changes: v.array(v.object({ field: v.string(), before: v.string(), after: v.string() })),
  /** True where all of it still is as this change left it: then it can be taken back. */
  stands: v.boolean(),
})
export type RevisionView = v.InferOutput<typeof RevisionView>
export const History = v.object({ revisions: v.array(RevisionView) })
export type History = v.InferOutput<typeof History>
export const HistoryQuery = v.object({
  subjectId: v.optional(Id),
  before: v.optional(InstantSchema),
})
