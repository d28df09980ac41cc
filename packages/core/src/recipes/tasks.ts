import { defineTask } from '../rounds/defineTask'

export const TASKS_OF_RECIPES = [
  defineTask({
    kind: 'make food',
    on: ['recipe'],
    one: 'batch of food to make',
    many: 'batches of food to make',
    short: 'make a batch',
    turn: 'feeding',
    beforehand: true,
    settles: [
      {
        ...{ key: 'M', says: 'made', writes: 'food made', usual: true },
        payload: ({ grams }) => (grams === undefined ? {} : { grams }),
      },
    ],
  }),
] as const
