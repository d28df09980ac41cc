import { defineTask } from '../rounds/defineTask'

export const TASKS_OF_RESTS = [
  defineTask({
    kind: 'check',
    on: ['animal'],
    one: 'sleeper to check',
    many: 'sleepers to check',
    short: 'check',
    turn: 'looking',
    settles: [
      {
        ...{ key: 'Space', says: 'all well', writes: 'rest check', usual: true },
        payload: () => ({ signs: [] }),
      },
    ],
  }),
  defineTask({
    kind: 'batch check',
    on: ['rest'],
    one: 'batch to check',
    many: 'batches to check',
    short: 'check',
    turn: 'looking',
    settles: [
      {
        ...{ key: 'Space', says: 'all well', writes: 'batch check', usual: true },
        payload: () => ({ signs: [], lost: 0 }),
      },
    ],
  }),
  defineTask({
    kind: 'rest',
    on: ['animal', 'rest'],
    one: 'turn of a rest',
    many: 'turns of a rest',
    turn: 'the rest',
    mustNotMiss: true,
  }),
  defineTask({
    kind: 'wake',
    on: ['animal', 'rest'],
    one: 'sleeper to wake',
    many: 'sleepers to wake',
    turn: 'waking',
    mustNotMiss: true,
  }),
  defineTask({ kind: 'ask', on: ['animal', 'rest'], one: 'question', many: 'questions', turn: 'the rest' }),
] as const
