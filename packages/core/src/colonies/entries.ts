import * as v from 'valibot'
import { defineEntry } from '../log/define'
import { Line, remark } from '../values'

const MOST = 10_000_000
const Count = v.pipe(
  v.number('write it in figures'),
  v.minValue(0, 'a count is from 0 on'),
  v.maxValue(MOST, 'at most ten million'),
)
/** So many, and between how many with nine chances in ten. */
const Estimate = v.pipe(
  v.object({ count: Count, low: Count, high: Count }),
  v.check(({ count, low, high }) => low <= count && count <= high, 'an interval holds its count'),
)
const whole = (n: number) => Math.round(n).toLocaleString('en')

export const ENTRIES_OF_COLONIES = [
  defineEntry({
    kind: 'counted',
    subject: 'colony',
    by: 'helper',
    once: true,
    payload: v.object({
      /** By the names of the protocol's stages; a stage that is not named was not seen. */
      young: v.record(Line(60), Estimate),
      females: Estimate,
      males: Estimate,
      how: v.picklist(['one by one', 'by scoops', 'by weight'], 'counted one by one, by scoops or by weight'),
      ...remark,
    }),
    says: ({ young, females, males, how }) =>
      `counted ${how}: ${[
        ...Object.entries(young).map(([stage, { count }]) => `${whole(count)} ${stage}`),
        `${whole(females.count)} females`,
        `${whole(males.count)} males`,
      ].join(', ')}`,
  }),
  /** The work of its method was done: traps rotated, a jar started, adults moved on. */
  defineEntry({
    kind: 'tended',
    subject: 'colony',
    by: 'helper',
    payload: v.object({ task: Line(80), ...remark }),
    says: ({ task }) => `done: ${task}`,
  }),
  defineEntry({
    kind: 'fed off',
    subject: 'colony',
    by: 'helper',
    payload: v.object({
      /** The name of a stage, or `adults`. */
      size: Line(60),
      count: v.pipe(Count, v.integer('whole animals'), v.minValue(1, 'one at least')),
      ...remark,
    }),
    says: ({ size, count }) => `${whole(count)} ${size} fed off`,
  }),
] as const
