import { defineTask } from '../rounds/defineTask'

export const TASKS_OF_COHORTS = [
  defineTask({
    kind: 'search',
    on: ['cohort'],
    one: 'box to search',
    many: 'boxes to search',
    turn: 'the rest',
  }),
  defineTask({
    kind: 'moult',
    on: ['cohort'],
    one: 'moult to look for',
    many: 'moults to look for',
    short: 'moulted?',
    turn: 'the rest',
  }),
  defineTask({
    kind: 'collect',
    on: ['cohort'],
    one: 'box of eggs to collect',
    many: 'boxes of eggs to collect',
    turn: 'the rest',
  }),
  defineTask({
    kind: 'split',
    on: ['cohort'],
    one: 'cohort to split',
    many: 'cohorts to split',
    turn: 'the rest',
    mustNotMiss: true,
  }),
  defineTask({
    kind: 'single',
    on: ['cohort'],
    one: 'cohort to box singly',
    many: 'cohorts to box singly',
    turn: 'the rest',
    mustNotMiss: true,
  }),
  defineTask({
    kind: 'temperature',
    on: ['cohort'],
    one: 'cohort to move to another warmth',
    many: 'cohorts to move to another warmth',
    turn: 'the rest',
    mustNotMiss: true,
  }),
] as const
