import * as v from 'valibot'
import { DaySchema, DaySpanSchema, Id, InstantSchema, Line, ReasonSchema, Share, Version } from '../common'
import { GeneSetSchema, GeneWordSchema, SaidSchema, WantedSchema } from './genes'

const Range = v.object({ typical: v.number(), least: v.number(), most: v.number() })
const DaysOf = (most: number) =>
  v.pipe(
    v.number(),
    v.integer('whole days'),
    v.minValue(0, 'not below 0'),
    v.maxValue(most, `at most ${most}`),
  )
const Count = (most: number) =>
  v.pipe(
    v.number(),
    v.integer('a whole number'),
    v.minValue(1, 'at least 1'),
    v.maxValue(most, `at most ${most}`),
  )

export const WindowSchema = v.object({
  ...DaySpanSchema.entries,
  peak: DaySchema,
  spreadDays: v.number(),
  reasons: v.array(ReasonSchema),
})

/** An animal as pairing sees it: its genes, its season, and what stands against it. */
export const MateView = v.object({
  id: Id,
  tag: v.string(),
  /** Empty where it has none. */
  name: v.string(),
  sex: v.picklist(['female', 'male', 'unknown']),
  line: v.string(),
  presence: v.picklist(['here', 'listed', 'sold', 'died']),
  place: v.nullable(v.string()),
  verdict: v.nullable(v.string()),
  because: v.string(),
  said: v.array(SaidSchema),
  beliefs: v.record(v.string(), v.array(v.number())),
  words: v.array(GeneWordSchema),
  /** Only of females: when she is expected to be receptive. */
  window: v.nullable(WindowSchema),
  refusalsInARow: v.number(),
  /** Eggs or young of each of her earlier clutches. */
  clutches: v.array(v.number()),
  /** Seasons until it can breed, from its age. */
  readyIn: v.number(),
})
export type MateView = v.InferOutput<typeof MateView>

/** Females that are expected to be receptive, of every species. */
export const ReceptiveList = v.object({
  females: v.array(
    v.object({ id: Id, tag: v.string(), line: v.string(), species: v.string(), window: WindowSchema }),
  ),
})
export type ReceptiveList = v.InferOutput<typeof ReceptiveList>

export const KinView = v.object({
  id: Id,
  tag: v.string(),
  /** Empty where it has none, or where its record has gone. */
  name: v.string(),
  /** Look and genes in the keepers' shorthand. */
  traits: v.array(v.string()),
  sex: v.picklist(['female', 'male', 'unknown']),
  line: v.string(),
  dam: v.nullable(Id),
  sire: v.nullable(Id),
  here: v.boolean(),
  hatched: v.nullable(DaySchema),
})
export type KinView = v.InferOutput<typeof KinView>

/** All that the views of pairing reckon with, of one species. */
export const PairingScene = v.object({
  today: DaySchema,
  protocolId: Id,
  species: v.string(),
  genes: GeneSetSchema,
  genesVersion: v.number(),
  mates: v.array(MateView),
  pedigree: v.array(KinView),
  /** What is said of some animals that cannot be. */
  conflicts: v.array(v.object({ id: Id, tag: v.string(), says: v.string() })),
  /** Meetings of this season, so that a plan keeps what has begun. */
  begun: v.array(v.object({ female: Id, male: Id, from: DaySchema, to: DaySchema, together: v.boolean() })),
  rules: v.object({
    hoursTogether: Range,
    daysBetween: Range,
    meetings: Range,
    maleRestDays: v.number(),
    mostFemales: v.number(),
    togetherMost: v.number(),
    kin: v.object({ warn: v.number(), alarm: v.number(), block: v.number() }),
    carriers: v.string(),
    unmated: v.picklist(['no', 'daughters only', 'clone']),
    caution: v.string(),
    origin: v.string(),
    clutch: v.nullable(v.object({ count: Range, infertile: v.number(), perYear: v.number() })),
    hatchRate: v.number(),
    seasonsToBreed: v.number(),
  }),
})
export type PairingScene = v.InferOutput<typeof PairingScene>
export const SceneList = v.object({
  species: v.array(v.object({ protocolId: Id, species: v.string(), animals: v.number(), loci: v.number() })),
})
export type SceneList = v.InferOutput<typeof SceneList>

const CourseSchema = v.object({
  female: Id,
  male: Id,
  visits: v.pipe(v.array(v.object({ from: DaySchema, to: DaySchema })), v.minLength(1), v.maxLength(30)),
  fixed: v.optional(v.boolean()),
})
const SeasonSettings = v.object({
  wanted: v.nullable(WantedSchema),
  kinLimit: Share,
  daysTogether: Count(60),
  meetings: Count(12),
  daysBetween: DaysOf(120),
  togetherMost: Count(20),
  females: v.pipe(v.array(Id), v.maxLength(1000)),
  males: v.array(
    v.object({
      id: Id,
      mostFemales: Count(50),
      restDays: DaysOf(60),
      /** Rested from this day on: he stopped eating, or is ill. */
      until: v.optional(v.nullable(DaySchema), null),
    }),
  ),
  /** Windows set by hand, by female. */
  windows: v.record(v.string(), v.object({ from: DaySchema, to: DaySchema })),
  /** Pairs allowed against kin or harm, with the reason. */
  despite: v.array(v.object({ female: Id, male: Id, reason: Line(400) })),
})
export type SeasonSettings = v.InferOutput<typeof SeasonSettings>
const SeasonPlanBody = {
  name: Line(80),
  from: DaySchema,
  to: DaySchema,
  settings: SeasonSettings,
  courses: v.array(CourseSchema),
}
export const SeasonPlanDraft = v.object({ id: Id, protocolId: Id, ...SeasonPlanBody })
export const SeasonPlanChange = v.object({ version: Version, ...SeasonPlanBody })
export const SeasonPlanView = v.object({
  id: Id,
  version: Version,
  protocolId: Id,
  ...SeasonPlanBody,
  at: InstantSchema,
})
export type SeasonPlanView = v.InferOutput<typeof SeasonPlanView>
export const SeasonPlanList = v.object({ plans: v.array(SeasonPlanView) })

const GoalBody = {
  name: Line(80),
  line: v.pipe(v.string(), v.trim(), v.maxLength(60)),
  wanted: v.pipe(
    WantedSchema,
    v.check((w) => w.traits.length > 0, 'say at least one trait'),
  ),
  number: Count(100),
  mostInbreeding: Share,
  years: Count(15),
  tubs: Count(1000),
}
export const LineGoalDraft = v.object({ id: Id, protocolId: Id, ...GoalBody })
export const LineGoalChange = v.object({ version: Version, ...GoalBody })
export const LineGoalView = v.object({ id: Id, version: Version, protocolId: Id, ...GoalBody })
export type LineGoalView = v.InferOutput<typeof LineGoalView>
export const LineGoalList = v.object({ goals: v.array(LineGoalView) })
