import * as v from 'valibot'
import { defineEntry } from '../log/define'
import { remark } from '../values'
import { hoursInWords } from './clock'

export const ENTRIES_OF_LIGHT = [
  /** How long a timer keeps the light on from this day. */
  defineEntry({
    kind: 'light set',
    subject: 'place',
    by: 'helper',
    payload: v.object({
      hours: v.pipe(
        v.number('enter a number of hours'),
        v.minValue(0, 'at least 0'),
        v.maxValue(24, 'at most 24 hours'),
      ),
      ...remark,
    }),
    says: ({ hours }) => `timer set to ${hoursInWords(hours)} of light`,
  }),
] as const
