import * as v from 'valibot'
import { defineEntry } from '../log/define'
import { Line, remark } from '../values'
import { FEMALE_SIGNS } from './offFood'

export const ENTRIES_OF_READINESS = [
  defineEntry({
    kind: 'overruled',
    subject: 'animal',
    by: 'keeper',
    payload: v.object({
      about: v.picklist(['readiness', 'leaving', 'rest']),
      verdict: v.picklist(['ready', 'trial', 'not this season', 'may leave', 'may rest', 'held back']),
      reason: Line(400),
    }),
    says: ({ verdict, reason }) => `overruled: ${verdict} – ${reason}`,
  }),
  defineEntry({
    kind: 'looked at',
    subject: 'animal',
    by: 'helper',
    payload: v.object({
      sign: v.picklist(FEMALE_SIGNS, 'this is not one of the signs to look for'),
      seen: v.boolean(),
      ...remark,
    }),
    says: ({ sign, seen }) => `looked at: ${sign}, ${seen ? 'seen' : 'not seen'}`,
  }),
] as const
