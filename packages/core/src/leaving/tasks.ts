import { defineTask } from '../rounds/defineTask'

export const TASKS_OF_LEAVING = [
  defineTask({
    kind: 'hand over',
    on: ['animal'],
    one: 'hand-over',
    many: 'hand-overs',
    turn: 'the rest',
    mustNotMiss: true,
  }),
] as const
