import { defineTask } from '../rounds/defineTask'

export const TASKS_OF_WEIGHING = [
  defineTask({ kind: 'weigh', on: ['animal'], one: 'weight', many: 'weights', turn: 'weighing' }),
] as const
