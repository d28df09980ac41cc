import * as v from 'valibot'
import { defineEntry } from '../log/define'
import { Grams, remark } from '../values'
import { MEASURED_BY, sizeInWords, bodySizes, BODY_SIZES } from './sizes'

export const CONDITION_SCORES = [1, 1.5, 2, 2.5, 3, 3.5, 4, 4.5, 5] as const
export type ConditionScore = (typeof CONDITION_SCORES)[number]

/** In what state an animal was weighed: full and gravid animals are heavier than they are. */
export const WEIGHT_CONTEXTS = ['empty', 'fed', 'gravid', 'in shed', 'not said'] as const

const Millimetres = v.pipe(
  v.number('write it in figures'),
  v.gtValue(0, 'more than nothing'),
  v.maxValue(2000, 'at most 2000 mm'),
)

export const ENTRIES_OF_WEIGHING = [
  defineEntry({
    kind: 'weighed',
    subject: 'animal',
    by: 'helper',
    payload: v.object({
      grams: Grams,
      context: v.optional(v.picklist(WEIGHT_CONTEXTS), 'not said'),
      condition: v.optional(v.picklist(CONDITION_SCORES, 'a condition score runs from 1 to 5 in half steps')),
      ...remark,
    }),
    says: ({ grams, context, condition }, figures) =>
      `weighed ${figures.grams(grams)}${context === 'not said' ? '' : `, ${context}`}${condition ? `, condition ${condition}` : ''}`,
  }),
  /** How large it is in any way that is measured: how long, how thick at its widest, how wide its head. */
  defineEntry({
    kind: 'measured',
    subject: 'animal',
    by: 'helper',
    payload: v.pipe(
      v.object({
        lengthMm: v.optional(Millimetres),
        bodyMm: v.optional(Millimetres),
        shellMm: v.optional(Millimetres),
        wingsMm: v.optional(Millimetres),
        girthMm: v.optional(Millimetres),
        headMm: v.optional(Millimetres),
        by: v.optional(v.picklist(MEASURED_BY, 'choose ruler, tape, calipers or photo')),
        ...remark,
      }),
      v.check(
        (said) => bodySizes.some((of) => said[BODY_SIZES[of].field] !== undefined),
        'enter a size, such as its length',
      ),
    ),
    says: (said) => {
      const told = bodySizes.flatMap((of) => {
        const mm = said[BODY_SIZES[of].field]
        return mm === undefined ? [] : sizeInWords(of, mm)
      })
      return `measured: ${told.join(', ')}${said.by ? `, by ${said.by}` : ''}`
    },
  }),
] as const
