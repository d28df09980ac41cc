import { defineTask, type TaskCarries } from '../rounds/defineTask'

const timeIn = ({ at }: TaskCarries) => (at === undefined ? {} : { at })
const named = (carries: TaskCarries) => ({
  task: carries.task ?? '',
  ...(carries.with !== undefined && { with: carries.with }),
  ...timeIn(carries),
})

const ANYWHERE = ['place', 'animal', 'cohort', 'colony'] as const

export const TASKS_OF_CARE = [
  defineTask({
    kind: 'water',
    on: ANYWHERE,
    one: 'tub for fresh water',
    many: 'tubs for fresh water',
    turn: 'the rest',
    chore: true,
    settles: [
      { ...{ key: 'Space', says: 'water changed', writes: 'water changed', usual: true }, payload: timeIn },
    ],
  }),
  defineTask({
    kind: 'mist',
    on: ANYWHERE,
    one: 'tub to mist',
    many: 'tubs to mist',
    turn: 'the rest',
    chore: true,
    settles: [{ ...{ key: 'Space', says: 'misted', writes: 'misted', usual: true }, payload: timeIn }],
  }),
  defineTask({
    kind: 'clean',
    on: ANYWHERE,
    one: 'tub to clean',
    many: 'tubs to clean',
    turn: 'the rest',
    chore: true,
    settles: [{ ...{ key: 'Space', says: 'cleaned', writes: 'cleaned', usual: true }, payload: timeIn }],
  }),
  /** Food of those who are counted: given with what else is done there, in one press. */
  defineTask({
    kind: 'food',
    on: ANYWHERE,
    one: 'tub to feed',
    many: 'tubs to feed',
    short: 'feed',
    turn: 'feeding',
    chore: true,
    settles: [{ ...{ key: 'Space', says: 'fed', writes: 'food given', usual: true }, payload: named }],
  }),
  /** It takes hands of its own: a key of its own too. */
  defineTask({
    kind: 'care',
    on: ANYWHERE,
    one: 'care task',
    many: 'care tasks',
    turn: 'the rest',
    settles: [
      {
        ...{ key: 'C', says: ({ task }) => task ?? 'care done', writes: 'cared for', usual: true },
        payload: named,
      },
    ],
  }),
] as const
