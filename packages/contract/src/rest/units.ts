import * as v from 'valibot'
import { AlarmSchema } from '../climate'
import { Celsius, DaySchema, Id, InstantSchema, ReasonSchema } from '../common'
import { UNIT_MAKES } from '../places'

const ExcursionSchema = v.object({
  side: v.picklist(['above', 'below']),
  lineC: v.number(),
  from: v.number(),
  to: v.number(),
  hours: v.number(),
  peakC: v.number(),
  doseCh: v.number(),
})
/** The proof of a unit for one way of resting. */
export const ProofSchema = v.object({
  /** Whom it is for: species, and the band. */
  for: v.string(),
  bandC: v.object({ low: v.number(), high: v.number() }),
  verdict: v.picklist(['go', 'no-go', 'not yet']),
  days: v.number(),
  coverage: v.number(),
  minC: v.nullable(v.number()),
  maxC: v.nullable(v.number()),
  meanC: v.nullable(v.number()),
  inBand: v.number(),
  longest: v.nullable(ExcursionSchema),
  excursions: v.number(),
  cycle: v.nullable(v.object({ periodHours: v.number(), swingC: v.number(), cycles: v.number() })),
  driftPerWeekC: v.nullable(v.number()),
  reasons: v.array(ReasonSchema),
  /** Of a thermometer that somebody reads, how often, and how often with its extremes; null where a log is judged. */
  looks: v.nullable(v.object({ times: v.number(), extremes: v.number() })),
  advice: v.object({ turnByC: v.number(), thenInBand: v.number(), enough: v.boolean(), says: v.string() }),
})
export type Proof = v.InferOutput<typeof ProofSchema>

export const UnitRow = v.object({
  id: Id,
  name: v.string(),
  make: v.picklist(UNIT_MAKES),
  litres: v.nullable(v.number()),
  setPointC: v.nullable(v.number()),
  probeId: v.nullable(Id),
  speaks: v.boolean(),
  lastC: v.nullable(v.number()),
  lastAt: v.nullable(InstantSchema),
  sleepers: v.number(),
  trial: v.nullable(v.object({ from: InstantSchema, to: v.nullable(InstantSchema) })),
  alarms: v.array(AlarmSchema),
})
export type UnitRow = v.InferOutput<typeof UnitRow>
export const UnitList = v.object({ units: v.array(UnitRow) })

const Guest = v.object({ restId: Id, tag: v.string(), tub: v.string(), species: v.string() })

export const UnitPage = v.object({
  unit: UnitRow,
  /** What the log is judged over: the trial, or the last two weeks while somebody sleeps in it. */
  judged: v.object({ from: InstantSchema, to: InstantSchema, of: v.picklist(['trial', 'watch']) }),
  proofs: v.array(ProofSchema),
  /** The worst of the proofs for those who sleep in it or are to; null where nobody is. */
  verdict: v.nullable(v.picklist(['go', 'no-go', 'not yet'])),
  sleepers: v.array(Guest),
  /** Who is to sleep in it by a plan. */
  planned: v.array(Guest),
  setPoints: v.array(v.object({ at: InstantSchema, celsius: Celsius })),
  /** All alarms of the last half year, open ones first. */
  alarms: v.array(AlarmSchema),
})
export type UnitPage = v.InferOutput<typeof UnitPage>

export const TrialDay = v.object({ on: DaySchema })
