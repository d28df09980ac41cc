import { defineTask } from '../rounds/defineTask'

export const TASKS_OF_ANIMALS = [
  /** A young shows what it looks like after its first shed. */
  defineTask({
    kind: 'photograph',
    on: ['animal'],
    one: 'photo',
    many: 'photos',
    short: 'photo',
    turn: 'the rest',
  }),
] as const
