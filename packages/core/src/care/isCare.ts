import type { TaskKind } from '../rounds'
import { TASKS_OF_CARE } from './tasks'

const KINDS: ReadonlySet<TaskKind> = new Set(TASKS_OF_CARE.map(({ kind }) => kind))

/** Whether work is care: water, misting, cleaning, food of those who are counted, and what a protocol names besides. */
export const isCare = (kind: TaskKind): boolean => KINDS.has(kind)
