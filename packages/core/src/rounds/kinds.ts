import { counted } from '../words'
import { TASKS_OF_ANIMALS } from '../animals/tasks'
import { TASKS_OF_RESTS } from '../rest/tasks'
import { TASKS_OF_CARE } from '../care/tasks'
import { TASKS_OF_CHECKS } from '../checks/tasks'
import { TASKS_OF_CLIMATE } from '../climate/tasks'
import { TASKS_OF_COHORTS } from '../cohorts/tasks'
import { TASKS_OF_COLONIES } from '../colonies/tasks'
import { TASKS_OF_INCUBATION } from '../incubation/tasks'
import { TASKS_OF_LIGHT } from '../light/tasks'
import { TASKS_OF_PAIRING } from '../pairing/tasks'
import { TASKS_OF_PLACES } from '../places/tasks'
import { TASKS_OF_REARING } from '../rearing/tasks'
import { TASKS_OF_RECIPES } from '../recipes/tasks'
import { TASKS_OF_LEAVING } from '../leaving/tasks'
import { TASKS_OF_WEIGHING } from '../weighing/tasks'
import type { TaskDefinition } from './defineTask'

const ALL = [
  ...TASKS_OF_CLIMATE,
  ...TASKS_OF_RESTS,
  ...TASKS_OF_WEIGHING,
  ...TASKS_OF_PAIRING,
  ...TASKS_OF_REARING,
  ...TASKS_OF_INCUBATION,
  ...TASKS_OF_CARE,
  ...TASKS_OF_CHECKS,
  ...TASKS_OF_COHORTS,
  ...TASKS_OF_COLONIES,
  ...TASKS_OF_LIGHT,
  ...TASKS_OF_PLACES,
  ...TASKS_OF_RECIPES,
  ...TASKS_OF_ANIMALS,
  ...TASKS_OF_LEAVING,
] as const

export type TaskKind = (typeof ALL)[number]['kind']

const TASKS = new Map<TaskKind, TaskDefinition>(ALL.map((task) => [task.kind, task]))
export const taskKinds: readonly TaskKind[] = [...TASKS.keys()]
export const taskOf = (kind: TaskKind): TaskDefinition => TASKS.get(kind)!

/** So many of each kind of task, the most first. */
export function kindsOf(items: readonly { kind: TaskKind }[]): string {
  const counts = new Map<TaskKind, number>()
  for (const { kind } of items) counts.set(kind, (counts.get(kind) ?? 0) + 1)
  return [...counts]
    .sort((a, b) => b[1] - a[1])
    .map(([kind, n]) => counted(n, taskOf(kind).one, taskOf(kind).many))
    .join(', ')
}
