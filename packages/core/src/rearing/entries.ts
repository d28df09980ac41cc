import * as v from 'valibot'
import { defineEntry } from '../log/define'
import { Grams, Line, remark } from '../values'

export const MEAL_OUTCOMES = ['offered', 'taken', 'refused', 'brought up'] as const

export const ENTRIES_OF_REARING = [
  defineEntry({
    kind: 'meal',
    subject: 'animal',
    by: 'helper',
    payload: v.object({
      outcome: v.picklist(MEAL_OUTCOMES, 'was it offered, taken, refused or brought up?'),
      prey: v.optional(Line(80)),
      grams: v.optional(Grams),
      assisted: v.optional(v.boolean()),
      /** What was tried with one that will not eat. */
      trick: v.optional(Line(80)),
      /** What it was dusted with, by the powder's short name in its protocol; `o` for nothing. */
      supplement: v.optional(Line(20)),
      ...remark,
    }),
    says: ({ outcome, prey, grams, assisted, trick, supplement }, figures) => {
      const ate = { taken: assisted ? 'was helped to eat' : 'ate', offered: 'was offered' }
      const how = outcome === 'taken' || outcome === 'offered' ? ate[outcome] : outcome
      return [
        `${how}${prey ? ` ${prey}` : ''}`,
        grams ? figures.grams(grams) : '',
        trick ? `tried: ${trick}` : '',
        supplement && supplement !== 'o' ? `with ${supplement}` : '',
      ]
        .filter(Boolean)
        .join(', ')
    },
  }),
  defineEntry({
    kind: 'shed',
    subject: 'animal',
    by: 'helper',
    payload: v.object({ whole: v.optional(v.boolean(), true), ...remark }),
    says: ({ whole }) => (whole ? 'shed whole' : 'shed, in pieces'),
  }),
  defineEntry({
    kind: 'going into shed',
    subject: 'animal',
    by: 'helper',
    payload: v.object({ ...remark }),
    says: () => 'going into shed',
  }),
  defineEntry({
    kind: 'droppings',
    subject: 'animal',
    by: 'helper',
    payload: v.object({
      /** Whether the gut was clear after them. */
      clear: v.optional(v.boolean(), true),
      ...remark,
    }),
    says: ({ clear }) => `droppings, ${clear ? 'gut clear' : 'more to come'}`,
  }),
  defineEntry({
    kind: 'moulted',
    subject: 'animal',
    by: 'helper',
    payload: v.object({ stage: v.optional(Line(40)), adult: v.optional(v.boolean(), false), ...remark }),
    says: ({ stage, adult }) => `moulted${adult ? ', adult now' : stage ? ` to ${stage}` : ''}`,
  }),
  /** Said by a keeper of one that came half-grown, or by the program where a changed figure would have thrown it back. */
  defineEntry({
    kind: 'stage reached',
    subject: 'animal',
    by: 'keeper',
    payload: v.object({ stage: Line(60), ...remark }),
    says: ({ stage }) => `reached stage ${stage}`,
  }),
  /** One blind reading of a sex: refused from whoever was shown the earlier ones. */
  defineEntry({
    kind: 'sex read',
    subject: 'animal',
    by: 'helper',
    once: true,
    blind: ['sex'],
    payload: v.object({
      sex: v.picklist(['female', 'male', 'unsure']),
      method: Line(60),
      right: v.pipe(v.number(), v.minValue(0.5, 'worse than a coin'), v.maxValue(0.999)),
      ...remark,
    }),
    says: ({ sex, method }) => `sex read by ${method}: ${sex ?? 'kept back until it is sure'}`,
  }),
  /** Somebody was shown what was read so far. */
  defineEntry({
    kind: 'readings shown',
    subject: 'animal',
    by: 'helper',
    act: true,
    once: true,
    payload: v.object({ ...remark }),
    says: () => 'asked to see how its sex was read',
  }),
  defineEntry({
    kind: 'held back',
    subject: 'animal',
    by: 'keeper',
    payload: v.object({ keep: v.boolean(), reason: Line(400), ...remark }),
    says: ({ keep, reason }) => `${keep ? 'kept as a holdback' : 'not kept'}: ${reason}`,
  }),
] as const
