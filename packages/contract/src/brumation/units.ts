import { ALARM_KINDS } from '@hatch-book/core'
import * as v from 'valibot'
import { Celsius, DaySchema, Id, InstantSchema, ReasonSchema } from '../common'
import { UNIT_MAKES } from '../places'

export const AlarmSchema = v.object({
  id: Id,
  unitId: Id,
  unit: v.string(),
  kind: v.picklist(ALARM_KINDS),
  severity: v.picklist(['warn', 'alarm']),
  since: InstantSchema,
  raisedAt: InstantSchema,
  clearedAt: v.nullable(InstantSchema),
  says: v.string(),
  todo: v.string(),
  seenBy: v.nullable(v.string()),
})
export type Alarm = v.InferOutput<typeof AlarmSchema>
export const AlarmList = v.object({ alarms: v.array(AlarmSchema) })

export const MessageSchema = v.object({
  id: Id,
  to: v.string(),
  at: InstantSchema,
  subject: v.string(),
  body: v.string(),
  takenAt: v.nullable(InstantSchema),
})
export type Message = v.InferOutput<typeof MessageSchema>
export const MessageList = v.object({ messages: v.array(MessageSchema) })

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

export const UnitPage = v.object({
  unit: UnitRow,
  /** What the log is judged over: the trial, or the last two weeks while somebody sleeps in it. */
  judged: v.object({ from: InstantSchema, to: InstantSchema, of: v.picklist(['trial', 'watch']) }),
  proofs: v.array(ProofSchema),
  sleepers: v.array(v.object({ restId: Id, tag: v.string(), tub: v.string(), species: v.string() })),
  setPoints: v.array(v.object({ at: InstantSchema, celsius: Celsius })),
  /** All alarms of the last half year, open ones first. */
  alarms: v.array(AlarmSchema),
})
export type UnitPage = v.InferOutput<typeof UnitPage>

/** Without either: the last two weeks. */
export const SeriesQuery = v.object({ from: v.optional(InstantSchema), to: v.optional(InstantSchema) })
/** A stretch of a probe's log drawn small: the extremes and the mean of each step, in columns. */
export const Series = v.object({
  /** Length of a step, minutes. */
  stepMinutes: v.number(),
  readings: v.number(),
  at: v.array(v.number()),
  minC: v.array(v.number()),
  maxC: v.array(v.number()),
  meanC: v.array(v.number()),
})
export type Series = v.InferOutput<typeof Series>

export const ProbeToken = v.object({ token: v.string() })
/** What a probe says: its readings, each so many seconds ago, and how often it means to speak. */
export const ReadingBatch = v.object({
  everySeconds: v.pipe(v.number(), v.minValue(0.2), v.maxValue(86_400)),
  readings: v.pipe(
    v.array(v.object({ celsius: Celsius, secondsAgo: v.optional(v.pipe(v.number(), v.minValue(0)), 0) })),
    v.minLength(1),
    v.maxLength(5000),
  ),
})
export const LiveReading = v.object({ at: InstantSchema, celsius: v.number() })
export type LiveReading = v.InferOutput<typeof LiveReading>
/** What may be done to the stand-in unit of the demo. */
export const MISCHIEFS = ['all well', 'door open', 'thermostat stuck cold', 'probe unplugged'] as const
export const Mischief = v.object({ does: v.picklist(MISCHIEFS) })
/** What a stand-in unit is told. */
export interface UnitOrder {
  does: (typeof MISCHIEFS)[number]
  setPointC: number
}
export const TrialDay = v.object({ on: DaySchema })
