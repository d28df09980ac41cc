import type { BreederFacts, Protocol } from '@hatch-book/core'
import * as v from 'valibot'
import { DaySchema, Id, given } from '../common'
import { VERDICTS } from '../animals'

export * from './offFood'

/** What a breeder's readiness is judged from, so that the browser can ask 'what if'. */
export const BreederRow = v.object({
  id: Id,
  tag: v.string(),
  facts: given<BreederFacts>(),
  /** Which of the protocols below it is judged by. */
  protocol: v.string(),
  overruled: v.nullable(v.picklist(VERDICTS)),
})
export const BreederList = v.object({
  today: DaySchema,
  breeders: v.array(BreederRow),
  protocols: v.record(v.string(), given<Protocol>()),
})

/** A verdict as it would have been given on a day, by the edition that was in force then. */
export const PastVerdict = v.object({
  on: DaySchema,
  verdict: v.picklist(VERDICTS),
  because: v.string(),
  edition: v.string(),
})
export const PastVerdicts = v.object({ verdicts: v.array(PastVerdict) })
export type PastVerdict = v.InferOutput<typeof PastVerdict>
