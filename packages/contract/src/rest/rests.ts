import {
  ANCHOR_KINDS,
  CHECK_SIGNS,
  REST_EDGES,
  REST_KINDS,
  REST_PHASES,
  REST_STATES,
  type RestEdge,
  type RestRules,
} from '@hatch-book/core'
import * as v from 'valibot'
import {
  Celsius,
  DaySchema,
  DaySpanSchema,
  given,
  Id,
  Line,
  ReasonSchema,
  Reference,
  Version,
} from '../common'

const Edge = v.picklist(REST_EDGES, 'this is not a turn of a rest')
const ofEdges = <S extends v.GenericSchema>(schema: S) =>
  Object.fromEntries(REST_EDGES.map((edge) => [edge, schema])) as Record<RestEdge, S>
/** Edges moved by hand: those named, each to its day. */
const Moved = v.object(
  Object.fromEntries(REST_EDGES.map((edge) => [edge, v.optional(DaySchema)])) as {
    [E in RestEdge]: v.OptionalSchema<typeof DaySchema, undefined>
  },
)
const RangeSchema = v.object({ typical: v.number(), least: v.number(), most: v.number() })

export const AnchorSchema = v.object({
  kind: v.picklist(ANCHOR_KINDS, 'choose what the plan is reckoned from'),
  day: DaySchema,
})
const Hemisphere = v.picklist(['north', 'south'])

/** A batch that rests together: cocoons, dry eggs. Its hold is its protocol's unless said. */
export const BatchSchema = v.object({
  name: Line(60),
  count: v.pipe(
    v.number('how many are they?'),
    v.integer(),
    v.minValue(1, 'at least one'),
    v.maxValue(1_000_000),
  ),
  kind: v.picklist(REST_KINDS),
  holdC: Celsius,
  holdDays: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(1000, 'at most 1000 days')),
})
export const RestDraft = v.object({
  id: Id,
  animalId: v.optional(v.nullable(Id), null),
  /** Of a batch: whose protocol it goes by. */
  protocolId: v.optional(v.nullable(Id), null),
  batch: v.optional(v.nullable(BatchSchema), null),
  unitId: v.optional(v.nullable(Id), null),
})
export const RestPlanDraft = v.object({
  id: Id,
  name: Line(80),
  anchor: AnchorSchema,
  hemisphere: v.optional(Hemisphere, 'north'),
  rests: v.pipe(
    v.array(RestDraft),
    v.minLength(1, 'choose who is to rest'),
    v.maxLength(2000, 'at most 2000 in one plan'),
  ),
})
export type RestPlanDraft = v.InferInput<typeof RestPlanDraft>
export const RestPlanPatch = v.object({
  version: Version,
  name: v.optional(Line(80)),
  anchor: v.optional(AnchorSchema),
  withdrawn: v.optional(v.boolean()),
  add: v.optional(v.array(RestDraft)),
})
export const RestPatch = v.object({
  version: Version,
  moved: v.optional(Moved),
  unitId: v.optional(v.nullable(Id)),
  tub: v.optional(v.pipe(v.string(), v.trim(), v.maxLength(40))),
  withdrawn: v.optional(v.boolean()),
})
export const TubAssignments = v.object({
  tubs: v.pipe(
    v.array(v.object({ restId: Id, tub: v.pipe(v.string(), v.trim(), v.maxLength(40)) })),
    v.minLength(1),
  ),
})

export const RestClockSchema = v.object({
  regime: v.picklist(['full', 'first year', 'second year']),
  edges: v.object(ofEdges(DaySchema)),
  bounds: v.object(ofEdges(DaySpanSchema)),
  moved: v.array(Edge),
  phases: v.array(v.object({ name: v.picklist(REST_PHASES), from: DaySchema, to: DaySchema })),
  clearGutBy: DaySchema,
  targets: v.array(v.object({ day: DaySchema, celsius: v.number() })),
  checks: v.array(DaySchema),
  checkEvery: v.number(),
  holdC: RangeSchema,
  consequences: v.array(
    v.object({
      of: v.picklist([...REST_EDGES, 'season']),
      severity: v.picklist(['stop', 'warn', 'note']),
      says: v.string(),
    }),
  ),
})
export const LossRateSchema = v.object({
  lost: v.number(),
  perWeek: v.number(),
  perWeekError: v.nullable(v.number()),
  atEnd: v.nullable(v.number()),
  alarmOn: v.nullable(DaySpanSchema),
  standing: v.picklist(['well', 'watch', 'wake now']),
  others: v.nullable(v.object({ medianLost: v.number(), mostLost: v.number(), count: v.number() })),
})
const DayOrNull = v.nullable(DaySchema)
export const RestCheckSchema = v.object({
  on: DaySchema,
  signs: v.array(v.picklist(CHECK_SIGNS)),
  lost: v.number(),
})

/** One rest with everything that is computed of it for today. */
export const RestView = v.object({
  id: Id,
  version: Version,
  planId: Id,
  /** The animal, or the batch by its name. */
  tag: v.string(),
  animalId: v.nullable(Id),
  batch: v.nullable(BatchSchema),
  species: v.string(),
  line: v.string(),
  sex: v.picklist(['female', 'male', 'unknown']),
  grams: v.nullable(v.number()),
  place: v.nullable(v.string()),
  unit: v.nullable(v.object({ id: Id, name: v.string() })),
  tub: v.string(),
  bedding: v.string(),
  /** Which of the rules below it is planned by. */
  rulesKey: v.string(),
  subject: v.object({
    grams: v.nullable(v.number()),
    hatched: v.nullable(DaySpanSchema),
    lastTakenOn: DayOrNull,
    wentInOn: DayOrNull,
    warmedOn: DayOrNull,
  }),
  moved: Moved,
  clock: RestClockSchema,
  eligibility: v.object({
    verdict: v.picklist(['may rest', 'held back']),
    reasons: v.array(ReasonSchema),
    overrulable: v.boolean(),
  }),
  /** Whether it may be put into the cold today, and why not; null once it is in, and of a batch. */
  goingIn: v.nullable(v.object({ may: v.boolean(), because: v.array(v.string()), earliest: DayOrNull })),
  overruled: v.nullable(
    v.object({ verdict: v.string(), reason: v.string(), by: v.string(), on: DaySchema, entryId: Id }),
  ),
  held: v.boolean(),
  course: v.object({
    state: v.picklist(REST_STATES),
    next: v.nullable(v.object({ does: v.string(), on: DaySchema, late: v.number() })),
    day: v.nullable(v.object({ of: v.number(), is: v.number() })),
    checksDone: v.number(),
    wakeBecause: v.array(v.string()),
    seeVet: v.boolean(),
    tub: v.array(v.string()),
    asks: v.nullable(v.object({ about: v.literal('meeting'), since: DaySchema })),
  }),
  startGrams: v.nullable(v.object({ on: DaySchema, grams: v.number() })),
  weights: v.array(v.object({ on: DaySchema, grams: v.number() })),
  loss: v.nullable(LossRateSchema),
  checks: v.array(RestCheckSchema),
  disturbances: v.number(),
  wakeSteps: v.array(v.string()),
  /** After waking: the weight regained as a share of the start. */
  regained: v.nullable(v.number()),
  wokenBecause: v.nullable(v.string()),
  diedOn: DayOrNull,
})
export type RestView = v.InferOutput<typeof RestView>

export const RestPlanView = v.object({
  id: Id,
  version: Version,
  name: v.string(),
  anchor: AnchorSchema,
  hemisphere: Hemisphere,
  rests: v.number(),
})
export type RestPlanView = v.InferOutput<typeof RestPlanView>
export const RestBook = v.object({
  today: DaySchema,
  plans: v.array(RestPlanView),
  plan: v.nullable(RestPlanView),
  rests: v.array(RestView),
  /** What the rests are planned by; core's RestRules, so that the browser can plan while it drags. */
  rules: v.record(v.string(), given<RestRules>()),
  /** Loss by day of the rest of earlier sleepers that came through, by species. */
  cameThrough: v.record(v.string(), v.array(v.array(v.object({ day: v.number(), lost: v.number() })))),
})
export type RestBook = v.InferOutput<typeof RestBook>
/** One plan, or the rests of every plan that is under way. */
export const RestQuery = v.object({ plan: v.optional(v.union([v.literal('current'), Id])) })
export const RestSaved = v.object({ planId: Id })

const SurvivalSchema = v.object({
  name: v.string(),
  wentIn: v.number(),
  cameOut: v.number(),
  wokenEarly: v.number(),
  died: v.number(),
  stillResting: v.number(),
  share: v.number(),
  low: v.number(),
  high: v.number(),
})
export const SeasonReport = v.object({
  seasons: v.array(SurvivalSchema),
  groups: v.array(SurvivalSchema),
  units: v.array(SurvivalSchema),
  againstEarlier: v.nullable(v.number()),
  betweenGroups: v.nullable(v.object({ names: v.tuple([v.string(), v.string()]), p: v.number() })),
  /** Who died or was woken early, with what was known before. */
  notThrough: v.array(
    v.object({
      animal: Reference,
      season: v.string(),
      outcome: v.string(),
      on: DaySchema,
      because: v.string(),
      known: v.array(v.string()),
    }),
  ),
})
export type SeasonReport = v.InferOutput<typeof SeasonReport>
