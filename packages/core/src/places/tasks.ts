import { defineTask } from '../rounds/defineTask'

export const TASKS_OF_PLACES = [
  defineTask({
    kind: 'water',
    on: ['place'],
    one: 'tub for fresh water',
    many: 'tubs for fresh water',
    turn: 'the rest',
    chore: true,
    settles: [{ key: 'Space', says: 'water changed', writes: 'water changed', usual: true }],
  }),
  defineTask({
    kind: 'mist',
    on: ['place'],
    one: 'tub to mist',
    many: 'tubs to mist',
    turn: 'the rest',
    chore: true,
    settles: [{ key: 'Space', says: 'misted', writes: 'misted', usual: true }],
  }),
  defineTask({
    kind: 'clean',
    on: ['place'],
    one: 'tub to clean',
    many: 'tubs to clean',
    turn: 'the rest',
    chore: true,
    settles: [{ key: 'Space', says: 'cleaned', writes: 'cleaned', usual: true }],
  }),
] as const
