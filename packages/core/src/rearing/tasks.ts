import { defineTask, type TaskCarries, type Settles } from '../rounds/defineTask'

/** What is written of a meal: what was not eaten was not tried, and what came up again had no powder. */
const meal =
  (outcome: 'taken' | 'refused' | 'offered' | 'brought up') =>
  ({ prey, grams, trick, supplement }: TaskCarries) => ({
    outcome,
    ...(prey !== undefined && { prey }),
    ...(grams !== undefined && { grams }),
    ...(trick !== undefined && outcome !== 'offered' && { trick }),
    ...(supplement !== undefined && outcome !== 'brought up' && { supplement }),
  })
const ATE = {
  key: 'Space',
  says: 'ate',
  writes: 'meal',
  usual: true,
  payload: meal('taken'),
} as const satisfies Settles
const REFUSED = {
  key: 'R',
  says: 'refused',
  writes: 'meal',
  bad: true,
  payload: meal('refused'),
} as const satisfies Settles
const OFFERED = {
  ...{ key: 'O', says: 'offered, look again', writes: 'meal' },
  payload: meal('offered'),
} as const satisfies Settles
const BROUGHT_UP = {
  ...{ key: 'B', says: 'brought up', writes: 'meal', bad: true },
  payload: meal('brought up'),
} as const satisfies Settles

export const TASKS_OF_REARING = [
  defineTask({
    kind: 'meal',
    on: ['animal'],
    one: 'meal',
    many: 'meals',
    short: 'feed',
    turn: 'feeding',
    settles: [ATE, REFUSED, OFFERED, BROUGHT_UP],
  }),
  /** Offered, and looked at again. */
  defineTask({
    kind: 'left',
    on: ['animal'],
    one: 'meal to look after',
    many: 'meals to look after',
    short: 'look again',
    turn: 'looking after',
    settles: [ATE, REFUSED, BROUGHT_UP],
  }),
] as const
