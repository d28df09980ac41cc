import * as v from 'valibot'
import { defineEntry } from '../log/define'
import { Line, remark } from '../values'

/** What only somebody who stands before her can say. */
export const FEMALE_SIGNS = [
  'swollen rear half',
  'roams and searches',
  'digs or sits in the nest',
  'clean droppings',
  'mucus or noisy breath',
  'limp or sunken',
] as const
export type FemaleSign = (typeof FEMALE_SIGNS)[number]

/** A verdict that a keeper puts in the place of the rules', of those that can be given there. */
const overruling = <const A extends string, const V extends readonly string[]>(about: A, verdicts: V) =>
  v.object({
    about: v.literal(about),
    verdict: v.picklist(verdicts, `choose ${verdicts.join(' or ')}`),
    reason: Line(400),
  })

export const ENTRIES_OF_READINESS = [
  defineEntry({
    kind: 'overruled',
    subject: 'animal',
    by: 'keeper',
    payload: v.variant('about', [
      overruling('readiness', ['ready', 'trial', 'not this season']),
      overruling('leaving', ['may leave']),
      overruling('rest', ['may rest', 'held back']),
    ]),
    says: ({ verdict, reason }) => `overruled: ${verdict} – ${reason}`,
  }),
  defineEntry({
    kind: 'looked at',
    subject: 'animal',
    by: 'helper',
    payload: v.object({
      sign: v.picklist(FEMALE_SIGNS, 'choose from the signs to look for'),
      seen: v.boolean(),
      ...remark,
    }),
    says: ({ sign, seen }) => `${sign}: ${seen ? 'seen' : 'looked for, not seen'}`,
  }),
] as const
