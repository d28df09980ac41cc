export * from './supply'
import type { ColonyModel } from '@hatch-book/core'
import * as v from 'valibot'
import { Celsius, DaySchema, Id, Line, Version } from '../common'

const Bins = v.pipe(
  v.number('write it in figures'),
  v.integer('whole bins'),
  v.minValue(1, 'one bin at least'),
  v.maxValue(500, 'at most 500 bins'),
)

export const ColonyDraft = v.object({
  id: Id,
  name: Line(40),
  protocolId: Id,
  bins: Bins,
  /** What it stands at. */
  celsius: Celsius,
  method: v.optional(v.pipe(v.string(), v.maxLength(80)), ''),
})
export type ColonyDraft = v.InferOutput<typeof ColonyDraft>

export const ColonyChange = v.object({
  version: Version,
  bins: v.optional(Bins),
  celsius: v.optional(Celsius),
  method: v.optional(v.pipe(v.string(), v.maxLength(80))),
  withdrawn: v.optional(v.boolean()),
})

/** What was counted on a day: young in the order of the model's stages. */
export const ColonyCountView = v.object({
  entryId: Id,
  on: DaySchema,
  young: v.array(v.number()),
  females: v.number(),
  males: v.number(),
  /** Of all but the eggs, between how many with nine chances in ten. */
  low: v.number(),
  high: v.number(),
  how: v.string(),
  by: v.string(),
})
export type ColonyCountView = v.InferOutput<typeof ColonyCountView>

const RangeOfDays = v.object({ typical: v.number(), least: v.number(), most: v.number() })

/** One way of working a colony, and the work it makes. */
const ColonyMethodView = v.object({
  name: v.string(),
  argument: v.string(),
  task: v.string(),
  everyDays: RangeOfDays,
  minutes: v.number(),
})

export const ColonyView = v.object({
  id: Id,
  protocolId: Id,
  /** Counted each so many days; null where its protocol is silent. */
  countDays: v.nullable(RangeOfDays),
  version: v.number(),
  name: v.string(),
  species: v.string(),
  bins: v.number(),
  celsius: v.number(),
  /** How it is worked: one of its methods by name, empty where none was chosen. */
  method: v.string(),
  methods: v.array(ColonyMethodView),
  /** When each task was last done. */
  tended: v.array(v.object({ on: DaySchema, task: v.string() })),
  /** What it is reckoned with: compiled from its protocol as it is in force. */
  model: v.custom<ColonyModel>((value) => typeof value === 'object' && value !== null),
  /** Newest first. */
  counts: v.array(ColonyCountView),
  /** Fed off so far, newest first: stage by its name, or 'adults'. */
  taken: v.array(v.object({ on: DaySchema, size: v.string(), count: v.number() })),
  cautions: v.string(),
})
export type ColonyView = v.InferOutput<typeof ColonyView>

export const Colonies = v.object({
  today: DaySchema,
  colonies: v.array(ColonyView),
  /** Those of which nothing can be reckoned, and why. */
  broken: v.array(v.object({ id: Id, name: v.string(), protocolId: Id, says: v.string() })),
  /** Species that may be kept as a colony. */
  species: v.array(v.object({ protocolId: Id, species: v.string(), celsius: v.number() })),
})
export type Colonies = v.InferOutput<typeof Colonies>
