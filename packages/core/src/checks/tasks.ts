import { defineTask } from '../rounds/defineTask'

export const TASKS_OF_CHECKS = [
  /** Part by part: no one key says of an animal that all of it was looked at. */
  defineTask({
    kind: 'inspect',
    on: ['animal'],
    one: 'animal to check',
    many: 'animals to check',
    short: 'check',
    turn: 'looking',
  }),
] as const
