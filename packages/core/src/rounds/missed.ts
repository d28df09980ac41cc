import type { Day } from '../calendar'
import type { WorkItem } from './item'
import { taskOf } from './kinds'

/** Whether a task is of a kind that must not be missed. */
export const isOfItsDay = ({ kind }: Pick<WorkItem, 'kind'>): boolean => taskOf(kind).mustNotMiss ?? false

/** Whether a task is of those that must not be missed, and its day has come. */
export const mustNotMiss = (item: Pick<WorkItem, 'kind' | 'due'>, today: Day): boolean =>
  isOfItsDay(item) && item.due <= today
