import { BODY_PLANS, bodySizes } from '@hatch-book/core'
import * as v from 'valibot'
import {
  DaySchema,
  DaySpanSchema,
  Grams,
  Id,
  InstantSchema,
  Line,
  Note,
  ReasonSchema,
  Reference,
  Version,
} from '../common'
import { EntrySchema } from '../log'
import { OffFoodView } from '../readiness/offFood'
import { PaceView } from '../weighing/pace'
import { DefectView } from '../rearing/holdbacks'

export const PURPOSES = ['breeder', 'holdback', 'growing on', 'for sale', 'pet only'] as const
export const Tag = v.pipe(
  v.string('a tag is wanted'),
  v.trim(),
  v.regex(
    /^[\p{L}\p{N}][\p{L}\p{N} ._/-]{0,23}$/u,
    'a tag starts with a letter or figure and has at most 24 letters, figures, spaces, dots, dashes or slashes',
  ),
)
export const HATCH_PRECISIONS = ['day', 'month', 'year', 'about'] as const
/** A hatch date as it is known: see the age calculation for what each precision means. */
export const HatchFact = v.object({
  date: v.string(),
  precision: v.picklist(HATCH_PRECISIONS),
  widthDays: v.optional(v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(3650)), 0),
})
export type HatchFact = v.InferOutput<typeof HatchFact>

export const SexWord = v.picklist(['female', 'male', 'unknown'])

/** What it is called by those who keep it. */
const CallName = v.pipe(v.string(), v.trim(), v.maxLength(40, 'Use at most 40 characters'))
/** Look and genes as one says them: `amel, 66 % het anery`. */
const Look = v.pipe(v.string(), v.trim(), v.maxLength(200, 'Use at most 200 characters'))

const FormName = v.pipe(v.string(), v.trim(), v.maxLength(40, 'Use at most 40 characters'))

export const AnimalDraft = v.object({
  id: Id,
  tag: Tag,
  name: v.optional(CallName, ''),
  protocolId: Id,
  /** Locality or subspecies, such as `northern`. */
  form: v.optional(FormName, ''),
  line: v.optional(v.pipe(v.string(), v.trim(), v.maxLength(60)), ''),
  sex: v.optional(SexWord, 'unknown'),
  sexCertainty: v.optional(v.pipe(v.number(), v.minValue(0), v.maxValue(1)), 0.97),
  hatched: v.optional(v.nullable(HatchFact), null),
  damId: v.optional(v.nullable(Id), null),
  sireId: v.optional(v.nullable(Id), null),
  placeId: v.optional(v.nullable(Id), null),
  purpose: v.optional(v.picklist(PURPOSES), 'growing on'),
  look: v.optional(Look, ''),
  /** The day it came, where it was not bred here. */
  arrived: v.optional(v.nullable(DaySchema), null),
  origin: v.optional(Note, ''),
  note: v.optional(Note, ''),
  grams: v.optional(v.nullable(Grams), null),
})
export type AnimalDraft = v.InferOutput<typeof AnimalDraft>

export const AnimalChange = v.object({
  version: Version,
  tag: Tag,
  /** As it was, where it is not said; so is the form. */
  name: v.optional(CallName),
  form: v.optional(FormName),
  line: v.pipe(v.string(), v.trim(), v.maxLength(60)),
  hatched: v.nullable(HatchFact),
  damId: v.nullable(Id),
  sireId: v.nullable(Id),
  purpose: v.picklist(PURPOSES),
  origin: Note,
  note: Note,
})

export type AnimalChange = v.InferOutput<typeof AnimalChange>

export const VERDICTS = ['ready', 'trial', 'not this season'] as const
export const GateSchema = v.object({
  opens: v.boolean(),
  evidence: v.array(ReasonSchema),
  missing: v.array(ReasonSchema),
  /** Whether any one of what is missing is enough. */
  anyOpens: v.boolean(),
  expected: v.nullable(DaySpanSchema),
})
export type GateView = v.InferOutput<typeof GateSchema>
export const OverruleSchema = v.object({
  verdict: v.string(),
  reason: v.string(),
  on: DaySchema,
  by: v.string(),
  entryId: Id,
})
/** The gate to the door; granted where it is open, or a keeper has said why the animal may leave all the same. */
export const LeavingSchema = v.object({
  ...GateSchema.entries,
  overruled: v.nullable(OverruleSchema),
  granted: v.boolean(),
})
export const ReadinessSchema = v.object({
  verdict: v.picklist(VERDICTS),
  reasons: v.array(ReasonSchema),
  expected: v.nullable(DaySpanSchema),
  stopRule: v.nullable(v.string()),
  overruled: v.nullable(OverruleSchema),
})
export type ReadinessView = v.InferOutput<typeof ReadinessSchema>

export const AnimalRow = v.object({
  id: Id,
  version: Version,
  tag: v.string(),
  /** Empty where it has none. */
  name: v.string(),
  /** The last photo of it: from above, or else from the side, or any. */
  photoId: v.nullable(Id),
  species: v.string(),
  bodyPlan: v.picklist(BODY_PLANS),
  form: v.string(),
  line: v.string(),
  sex: SexWord,
  sexCertainty: v.number(),
  hatched: v.nullable(DaySpanSchema),
  hatchFact: v.nullable(HatchFact),
  ageDays: v.nullable(v.object({ least: v.number(), most: v.number() })),
  dam: v.nullable(Reference),
  sire: v.nullable(Reference),
  place: v.nullable(v.object({ id: Id, name: v.string() })),
  purpose: v.picklist(PURPOSES),
  presence: v.picklist(['here', 'listed', 'sold', 'died']),
  grams: v.nullable(v.number()),
  weighedOn: v.nullable(DaySchema),
  mealsInARow: v.number(),
  refusalsInARow: v.number(),
  stage: v.string(),
  /** Of breeders only: the verdict that counts, a keeper's overruling before the rules'. */
  verdict: v.nullable(v.picklist(VERDICTS)),
  verdictExpected: v.nullable(DaySpanSchema),
  /** The rules that stand against it, worst first, in a few words. */
  verdictBecause: v.string(),
  openProblems: v.array(v.string()),
  /** Look and genes in the keepers' shorthand: `albino`, `66 % het anery`. */
  traits: v.array(v.string()),
  lastTakenOn: v.nullable(DaySchema),
  inShed: v.boolean(),
  quarantineUntil: v.nullable(DaySchema),
  condition: v.nullable(v.number()),
  /** Blind readings of its sex so far; what they say is not told before it is sure. */
  readings: v.number(),
  /** The gravest defect, in words with what follows from it; empty for none. */
  defect: v.string(),
  /** Held for somebody; for whom is told to those who may see who buys. */
  reserved: v.boolean(),
  held: v.nullable(v.picklist(['keep', 'let go'])),
})
export type AnimalRow = v.InferOutput<typeof AnimalRow>
export const AnimalList = v.object({ animals: v.array(AnimalRow) })

export const StageView = v.object({
  name: v.string(),
  /** All stages of its protocol, from the first on. */
  all: v.array(v.string()),
  /** What placed it there, where it was not its evidence. */
  placedBy: v.nullable(v.picklist(['age', 'weight', 'said'])),
  step: v.number(),
  next: v.nullable(v.string()),
  gate: GateSchema,
  housing: v.string(),
  climate: v.string(),
  /** Hours of light and UV, in words; empty where its protocol says nothing of them. */
  light: v.string(),
  feed: v.string(),
  /** What is repeated for it, in words; empty where nothing is. */
  care: v.string(),
})
export const PHOTO_VIEWS = ['above', 'side', 'other'] as const
export const PhotoQuery = v.object({ view: v.optional(v.picklist(PHOTO_VIEWS), 'above') })
export const PhotoView = v.object({
  id: Id,
  view: v.picklist(PHOTO_VIEWS),
  at: InstantSchema,
  width: v.number(),
  height: v.number(),
})
export type PhotoView = v.InferOutput<typeof PhotoView>
export const PlacePhotos = v.object({
  photos: v.array(v.object({ placeId: Id, ...PhotoView.entries })),
})
export type PlacePhotos = v.InferOutput<typeof PlacePhotos>
export const PaperQuery = v.object({ name: Line(160) })
export const PaperView = v.object({
  id: Id,
  name: v.string(),
  type: v.string(),
  size: v.number(),
  at: InstantSchema,
  by: v.string(),
})
export type PaperView = v.InferOutput<typeof PaperView>

const Ids = v.pipe(v.array(Id), v.minLength(1, 'choose at least one animal'), v.maxLength(10_000))
export const PurposeChange = v.object({ ids: Ids, purpose: v.picklist(PURPOSES) })
export const AnimalsChanged = v.object({ changed: v.number() })
export const MergeDraft = v.object({ otherId: Id })

const CheckPartSchema = v.object({
  part: v.string(),
  well: v.string(),
  signs: v.array(
    v.object({
      sign: v.string(),
      means: v.string(),
      today: v.string(),
      vet: v.string(),
      waits: v.optional(v.boolean()),
    }),
  ),
})

export const AnimalPage = v.object({
  animal: AnimalRow,
  protocolId: Id,
  origin: v.string(),
  note: v.string(),
  readiness: ReadinessSchema,
  /** The editions of the protocol it is judged by; empty for starting figures. */
  edition: v.string(),
  stage: StageView,
  leaving: LeavingSchema,
  weights: v.array(v.object({ at: v.string(), grams: v.number(), context: v.string() })),
  /** Whatever was measured of it, the oldest first. */
  sizes: v.array(v.object({ of: v.picklist(bodySizes), mm: v.number(), on: DaySchema })),
  /** What it is looked over for: each check of its protocol, when it was last done, and when it is due. */
  checks: v.array(
    v.object({
      name: v.string(),
      parts: v.array(CheckPartSchema),
      last: v.nullable(v.object({ on: DaySchema, passed: v.boolean() })),
      /** Null where it is not asked for now. */
      due: v.nullable(v.object({ earliest: DaySchema, due: DaySchema, why: v.string() })),
    }),
  ),
  /** The animal's own curve; null where too little is known to draw one. */
  growth: v.nullable(
    v.object({
      model: v.picklist(['gompertz', 'logistic', 'log-linear']),
      noise: v.number(),
      counted: v.number(),
      curve: v.array(v.object({ day: DaySchema, grams: v.number(), least: v.number(), most: v.number() })),
      outliers: v.array(v.object({ at: v.string(), why: v.string(), off: v.number() })),
      reaches: v.nullable(v.object({ likely: DaySchema, from: DaySchema, to: v.nullable(DaySchema) })),
      percentile: v.nullable(v.object({ percent: v.number(), siblings: v.number() })),
    }),
  ),
  wantedGrams: v.nullable(v.number()),
  pace: PaceView,
  offFood: v.nullable(OffFoodView),
  traits: v.array(
    v.object({
      trait: v.string(),
      carries: v.picklist(['shows', 'carries', 'without']),
      certainty: v.number(),
    }),
  ),
  photos: v.array(PhotoView),
  papers: v.array(PaperView),
  /** Records that were merged into this one. */
  merged: v.array(Reference),
  entries: v.array(EntrySchema),
  young: v.array(Reference),
  cautions: v.string(),
  /** How long its protocol keeps a new or ailing animal apart. */
  quarantineDays: v.number(),
  price: v.object({ typical: v.number(), least: v.number(), most: v.number() }),
  /** How its sex is read, and how often one trained reading is right. */
  sexing: v.array(v.object({ name: v.string(), right: v.number() })),
  defects: v.array(DefectView),
  /** What its price is by the list, with its defects counted; null where it is never to be sold. */
  asked: v.nullable(v.object({ price: v.number(), says: v.string() })),
  permits: v.array(v.object({ name: v.string(), number: v.string(), until: v.nullable(DaySchema) })),
  /** Papers that its protocol reminds of. */
  papersWanted: v.string(),
  reservation: v.nullable(
    v.object({
      contactId: Id,
      name: v.string(),
      price: v.number(),
      deposit: v.number(),
      until: v.nullable(DaySchema),
    }),
  ),
})
export type AnimalPage = v.InferOutput<typeof AnimalPage>
