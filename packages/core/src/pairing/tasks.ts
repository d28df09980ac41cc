import { defineTask } from '../rounds/defineTask'

export const TASKS_OF_PAIRING = [
  defineTask({
    kind: 'part',
    on: ['pairing'],
    one: 'pair to separate',
    many: 'pairs to separate',
    turn: 'parting',
    mustNotMiss: true,
    settles: [{ key: 'Space', says: 'separated', writes: 'separated', usual: true }],
  }),
  defineTask({
    kind: 'introduce',
    on: ['pairing'],
    one: 'pair to put together',
    many: 'pairs to put together',
    turn: 'the rest',
    settles: [{ key: 'Space', says: 'put together', writes: 'introduced', usual: true }],
  }),
] as const
