import * as v from 'valibot'
import { defineEntry } from '../log/define'
import { remark } from '../values'

const MOST_GRAMS = 100_000

export const ENTRIES_OF_RECIPES = [
  /** A batch was mixed: it is good from this day on for as long as its recipe keeps. */
  defineEntry({
    kind: 'food made',
    subject: 'recipe',
    by: 'helper',
    payload: v.object({
      grams: v.optional(
        v.pipe(
          v.number('enter a number for the weight'),
          v.gtValue(0, 'more than nothing'),
          v.maxValue(MOST_GRAMS, 'at most 100 kg'),
        ),
      ),
      ...remark,
    }),
    says: ({ grams }, figures) => (grams === undefined ? 'made' : `made ${figures.grams(grams)}`),
  }),
] as const
