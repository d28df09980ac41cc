import { defineTask } from '../rounds/defineTask'

export const TASKS_OF_CLIMATE = [
  defineTask({ kind: 'alarm', on: ['place'], one: 'alarm', many: 'alarms', turn: 'alarm' }),
] as const
