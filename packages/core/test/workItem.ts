import type { WorkItem } from '../src'

/** A piece of work with its window, for what tests say of rounds. */
export const item = (
  id: string,
  earliest: string,
  due: string,
  latest: string,
  more: Partial<WorkItem> = {},
): WorkItem => ({
  ...{ id, kind: 'count', subject: { type: 'animal', id, name: id }, says: 'look at it', why: '' },
  ...{ earliest, due, latest, ...more },
})
