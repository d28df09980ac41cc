import type { EntryKind } from '../log/kinds'
import type { WorkItem } from './item'
import { taskOf } from './kinds'

/** An entry that settles a task, held against its kind where it is written. */
export interface OutcomeEntry {
  kind: EntryKind
  subject: { type: WorkItem['subject']['type']; id: string }
  payload: object
}

/** One way in which a task is settled: by one key, with the entries it writes. */
export interface Outcome {
  key: string
  says: string
  /** What happens nearly always: settled by the space bar together with all others of its kind. */
  usual: boolean
  /** Done whatever else was seen at this tub: fresh water goes with a refused meal too. */
  chore: boolean
  /** Not as hoped: told apart in what was logged. */
  bad: boolean
  entries: OutcomeEntry[]
}

/**
 * How a task may be settled by one key, with what each writes; none where it wants figures or a decision: then its own view has the form for
 * it.
 */
export function outcomesOf({ kind, subject: { type, id }, carries = {} }: WorkItem): Outcome[] {
  const { settles = [], chore = false } = taskOf(kind)
  return settles.map(({ key, says, writes, payload, usual = false, bad = false }) => ({
    ...{ key, says: typeof says === 'string' ? says : says(carries), usual, chore, bad },
    entries: [{ kind: writes, subject: { type, id }, payload: payload?.(carries) ?? {} }],
  }))
}
