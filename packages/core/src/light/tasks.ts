import { defineTask } from '../rounds/defineTask'

export const TASKS_OF_LIGHT = [
  defineTask({
    kind: 'light',
    on: ['place'],
    one: 'timer to set',
    many: 'timers to set',
    short: 'timer',
    turn: 'the rest',
    settles: [
      {
        ...{ key: 'T', says: 'timer set', writes: 'light set', usual: true },
        payload: ({ hours = 0 }) => ({ hours }),
      },
    ],
  }),
] as const
