import * as v from 'valibot'
import { defineEntry } from '../log/define'
import { Grams, remark } from '../values'

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
  /** How thick it is at its widest, and how wide its head: what prey has to fit. */
  defineEntry({
    kind: 'measured',
    subject: 'animal',
    by: 'helper',
    payload: v.pipe(
      v.object({ girthMm: v.optional(Millimetres), headMm: v.optional(Millimetres), ...remark }),
      v.check(
        ({ girthMm, headMm }) => girthMm !== undefined || headMm !== undefined,
        'write its girth or the width of its head',
      ),
    ),
    says: ({ girthMm, headMm }) =>
      `measured: ${[girthMm ? `${girthMm} mm round` : '', headMm ? `head ${headMm} mm wide` : ''].filter(Boolean).join(', ')}`,
  }),
] as const
