import { defineTask } from '../rounds/defineTask'

export const TASKS_OF_INCUBATION = [
  defineTask({
    kind: 'nest',
    on: ['animal'],
    one: 'nest to look into',
    many: 'nests to look into',
    short: 'look for eggs',
    turn: 'looking',
    mustNotMiss: true,
    settles: [{ key: 'Space', says: 'nothing in the nest', writes: 'nest checked', usual: true }],
  }),
  defineTask({
    kind: 'hatch',
    on: ['clutch'],
    one: 'clutch to look at',
    many: 'clutches to look at',
    short: 'hatch?',
    turn: 'looking',
    mustNotMiss: true,
    settles: [{ key: 'Space', says: 'none out yet', writes: 'eggs looked at', usual: true }],
  }),
] as const
