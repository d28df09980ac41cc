import type { Day } from '../calendar'
import type { WorkItem } from './item'

/** Work whose day does not come again: eggs dry, a hatchling is alone, a sleeper starves, a buyer stands at the door. */
const NOT_TO_BE_MISSED: ReadonlySet<string> = new Set([
  ...['nest', 'hatch', 'wake', 'rest', 'part', 'split', 'single', 'temperature', 'hand over'],
])

/** Whether work is of a kind that must not be missed. */
export const isOfItsDay = ({ kind }: Pick<WorkItem, 'kind'>): boolean => NOT_TO_BE_MISSED.has(kind)

/** Whether work is of those that must not be missed, and its day has come. */
export const mustNotMiss = (item: Pick<WorkItem, 'kind' | 'due'>, today: Day): boolean =>
  isOfItsDay(item) && item.due <= today
