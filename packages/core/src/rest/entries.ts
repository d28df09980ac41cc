import * as v from 'valibot'
import { defineEntry } from '../log/define'
import { Grams, Line, remark } from '../values'

/** What a check looks for; each is one key. Nothing bad seen is one key for all of them. */
export const CHECK_SIGNS = ['breathing', 'nose', 'eyes', 'skin', 'damp', 'droppings', 'water'] as const
export type CheckSign = (typeof CHECK_SIGNS)[number]

const Signs = v.array(v.picklist(CHECK_SIGNS, 'choose from the signs that a check looks for'))
const checked = (signs: readonly string[]) =>
  signs.length === 0 ? 'checked, all well' : `checked: ${signs.join(', ')}`

export const ENTRIES_OF_RESTS = [
  defineEntry({
    kind: 'rest began',
    subject: 'animal',
    by: 'helper',
    once: true,
    payload: v.object({
      /** How it is kept in it, so that seasons can be compared by it later. */
      bedding: v.optional(Line(60)),
      unit: v.optional(Line(60)),
      ...remark,
    }),
    says: ({ bedding, unit }) =>
      `went into the cold${unit ? `, ${unit}` : ''}${bedding ? `, bedding ${bedding}` : ''}`,
  }),
  defineEntry({
    kind: 'rest check',
    subject: 'animal',
    by: 'helper',
    payload: v.object({
      /** What was not well; none for 'all well'. */
      signs: Signs,
      ...remark,
    }),
    says: ({ signs }) => checked(signs),
  }),
  defineEntry({
    kind: 'warmed',
    subject: 'animal',
    by: 'helper',
    payload: v.object({
      /** Woken before its time, and why. */
      because: v.optional(Line(200)),
      ...remark,
    }),
    says: ({ because }) => (because ? `woken early: ${because}` : 'began to warm'),
  }),
  defineEntry({
    kind: 'watered',
    subject: 'animal',
    by: 'helper',
    payload: v.object({ ...remark }),
    says: () => 'had water',
  }),
  /** Asked once, when a season has gone by without a word: whether it met a mate after its rest. */
  defineEntry({
    kind: 'met a mate',
    subject: 'animal',
    by: 'helper',
    payload: v.object({ met: v.picklist(['yes', 'no', 'not known'], 'yes, no, or not known?'), ...remark }),
    says: ({ met }) =>
      ({
        yes: 'met a mate after its rest',
        no: 'did not meet a mate after its rest',
        'not known': 'it is not known whether it met a mate after its rest',
      })[met],
  }),
  defineEntry({
    kind: 'batch went in',
    subject: 'rest',
    by: 'helper',
    payload: v.object({ ...remark }),
    says: () => 'went in',
  }),
  defineEntry({
    kind: 'batch check',
    subject: 'rest',
    by: 'helper',
    payload: v.object({
      signs: Signs,
      /** Found dead and taken out. */
      lost: v.optional(v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(1_000_000)), 0),
      grams: v.optional(Grams),
      ...remark,
    }),
    says: ({ signs, lost, grams }, figures) =>
      `${checked(signs)}${lost > 0 ? `, ${lost} lost` : ''}${grams ? `, ${figures.grams(grams)}` : ''}`,
  }),
  defineEntry({
    kind: 'batch came out',
    subject: 'rest',
    by: 'helper',
    payload: v.object({ ...remark }),
    says: () => 'came out',
  }),
] as const
