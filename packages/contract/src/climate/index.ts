import * as v from 'valibot'
import { Id, InstantSchema, Line } from '../common'

export * from './alarms'
export * from './probes'

export const LogQuery = v.object({
  fileName: v.optional(v.pipe(v.string(), v.maxLength(200)), 'log.csv'),
  unit: v.optional(v.picklist(['auto', 'C', 'F']), 'auto'),
  /** The zone in which the logger's clock ran; the book's when empty. Times with an offset of their own keep it. */
  zone: v.optional(v.string(), ''),
})
export const LogFault = v.object({ line: v.number(), text: v.string(), says: v.string() })
export const LogPreview = v.object({
  fileName: v.string(),
  encoding: v.string(),
  unit: v.picklist(['C', 'F']),
  timeColumn: v.string(),
  temperatureColumn: v.string(),
  readings: v.number(),
  /** Of these, already in the book. */
  known: v.number(),
  from: v.nullable(InstantSchema),
  to: v.nullable(InstantSchema),
  minC: v.nullable(v.number()),
  maxC: v.nullable(v.number()),
  typicalStepMinutes: v.nullable(v.number()),
  gaps: v.array(v.object({ from: InstantSchema, to: InstantSchema, hours: v.number() })),
  faults: v.array(LogFault),
  faulty: v.number(),
  notes: v.array(v.string()),
  sample: v.array(v.object({ at: InstantSchema, celsius: v.number() })),
})
export type LogPreview = v.InferOutput<typeof LogPreview>
export const LogDone = v.object({ written: v.number(), known: v.number(), faulty: v.number() })
export const ProbeSchema = v.object({
  id: Id,
  name: v.string(),
  placeId: Id,
  lastAt: v.nullable(InstantSchema),
  lastC: v.nullable(v.number()),
  readings: v.number(),
})
export type Probe = v.InferOutput<typeof ProbeSchema>
export const ProbeList = v.object({ probes: v.array(ProbeSchema) })
export const ProbeDraft = v.object({ id: Id, name: Line(60), placeId: Id })
