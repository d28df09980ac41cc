import { defineTask } from '../rounds/defineTask'

/** What was planned for the feeders; of no colony yet, it is done where it was planned. */
const planned = <const K extends string>(kind: K, one: string, many: string, short: string) =>
  defineTask({ kind, on: ['colony'], one, many, short, turn: 'the rest' })

export const TASKS_OF_COLONIES = [
  defineTask({ kind: 'count', on: ['colony', 'cohort'], one: 'count', many: 'counts', turn: 'the rest' }),
  defineTask({
    kind: 'tend',
    on: ['colony'],
    one: 'colony to tend',
    many: 'colonies to tend',
    turn: 'the rest',
    chore: true,
    settles: [
      {
        ...{ key: 'Space', says: 'done', writes: 'tended', usual: true },
        payload: ({ task = '' }) => ({ task }),
      },
    ],
  }),
  planned('feeder buy', 'order of feeders', 'orders of feeders', 'buy'),
  planned('feeder start', 'bin to set up', 'bins to set up', 'set up'),
  planned('feeder spare', 'size to spare', 'sizes to spare', 'spare'),
  planned('feeder warm', 'colony to warm', 'colonies to warm', 'warm'),
] as const
