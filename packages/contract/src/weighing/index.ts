import * as v from 'valibot'
import { PaceView } from './pace'
import { DaySpanSchema, Id, Line } from '../common'
import { SexWord } from '../animals'

export const ScaleView = v.object({ id: Id, name: v.string(), capacityGrams: v.number() })
export type ScaleView = v.InferOutput<typeof ScaleView>
export const ScaleList = v.object({ scales: v.array(ScaleView) })
export const ScaleDraft = v.object({
  id: Id,
  name: Line(40),
  capacityGrams: v.pipe(
    v.number('write what it bears in grams'),
    v.integer(),
    v.minValue(1, 'a scale bears at least 1 g'),
    v.maxValue(1_000_000, 'a scale bears at most 1000000 g'),
  ),
})
/** The secret is shown once: the bridge keeps it, the book only its hash. */
export const ScaleAdded = v.object({ scale: ScaleView, token: v.string() })

/** One sample as bridges send it: milliseconds since the bridge started, and grams; null when the scale shows no figure. */
export const SampleSchema = v.tuple([
  v.pipe(v.number(), v.minValue(0)),
  v.nullable(v.pipe(v.number(), v.minValue(-1e6), v.maxValue(1e6))),
])
export type Sample = v.InferOutput<typeof SampleSchema>
export const SampleBatch = v.object({
  samples: v.pipe(v.array(SampleSchema), v.minLength(1), v.maxLength(100, 'at most 100 samples at once')),
})
export const Heard = v.object({ heard: v.number() })

/** Who is awaited on a scale: shown on the bridge's own display, if it has one. */
export const Awaited = v.object({
  tag: v.string(),
  lastGrams: v.nullable(v.number()),
})
export type Awaited = v.InferOutput<typeof Awaited>
export const AwaitDraft = v.object({ animalId: v.nullable(Id) })

/** Every animal's weights in a few letters, for the fits of a whole collection. */
export const GrowingRow = v.object({
  id: Id,
  tag: v.string(),
  species: v.string(),
  line: v.string(),
  sex: SexWord,
  season: v.string(),
  hatched: DaySpanSchema,
  clutchId: v.nullable(Id),
  wantedGrams: v.nullable(v.number()),
  pace: PaceView,
  /** What is expected of its line and sex: a place in the list of these. */
  expects: v.number(),
  /** Days from hatching, grams, and whether it was fed (1), gravid (2) or in shed (3). */
  weights: v.array(v.tuple([v.number(), v.number(), v.number()])),
})
export type GrowingRow = v.InferOutput<typeof GrowingRow>
const Curve = v.object({ A: v.number(), k: v.number(), Ti: v.number() })
export const GrowingList = v.object({
  animals: v.array(GrowingRow),
  expectations: v.array(v.object({ curve: Curve, spread: Curve })),
})
export type GrowingList = v.InferOutput<typeof GrowingList>
