import * as v from 'valibot'
import { defineEntry } from '../log/define'
import { Line, remark } from '../values'

/** What is seen of a pair and said by its name alone. */
const seen = <const K extends string>(kind: K, says: string = kind) =>
  defineEntry({ kind, subject: 'pairing', by: 'helper', payload: v.object({ ...remark }), says: () => says })

export const ENTRIES_OF_PAIRING = [
  seen('introduced'),
  seen('courted'),
  defineEntry({
    kind: 'locked',
    subject: 'pairing',
    by: 'helper',
    payload: v.object({
      minutes: v.optional(v.pipe(v.number(), v.minValue(0), v.maxValue(10_000, 'at most 10000 minutes'))),
      ...remark,
    }),
    says: ({ minutes }) =>
      minutes === undefined ? 'locked' : `locked, ${minutes < 1 ? 'under a minute' : `${minutes} min`}`,
  }),
  seen('separated'),
  seen('attacked'),
  seen('ignored'),
  seen('spermatophore'),
  seen('taken up', 'sperm packet taken up'),
  defineEntry({
    kind: 'paired despite',
    subject: 'pairing',
    by: 'keeper',
    act: true,
    payload: v.object({
      /** What spoke against it, in the words it was refused with. */
      against: v.pipe(v.array(Line(400)), v.minLength(1)),
      reason: Line(400),
    }),
    says: ({ against, reason }) => `paired although ${against.join('; ')} – ${reason}`,
  }),
  defineEntry({
    kind: 'withdrawn',
    subject: 'pairing',
    by: 'keeper',
    payload: v.object({ reason: v.optional(Line(400)) }),
    says: ({ reason }) => (reason ? `pairing withdrawn: ${reason}` : 'pairing withdrawn'),
  }),
] as const
