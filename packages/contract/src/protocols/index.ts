import { BODY_PLANS, CONFIDENCES, FIGURE_UNITS, KEPT_AS, MOST_WORDS, SCOPES, USES } from '@hatch-book/core'
import * as v from 'valibot'
import { Id, InstantSchema, Note } from '../common'

export const ProtocolSummary = v.object({
  id: Id,
  code: v.string(),
  species: v.string(),
  latin: v.string(),
  keptAs: v.picklist(KEPT_AS),
  /** Offered no more for what comes new. */
  hidden: v.boolean(),
  /** What is to be minded of it, in words; empty where nothing is. */
  cautions: v.string(),
  bodyPlan: v.picklist(BODY_PLANS),
  young: v.string(),
  /** How its kind lives, where that guesses what nobody said of it. */
  wayOfLife: v.nullable(v.string()),
  edition: v.number(),
  animals: v.number(),
  /** Why its animals are left out of every room: a figure is missing or makes no sense; null where all is well. */
  fault: v.nullable(v.string()),
  methods: v.array(
    v.object({ name: v.string(), argument: v.string(), waterPerMedium: v.nullable(v.number()) }),
  ),
  prey: v.array(v.string()),
  /** How many eggs or young there usually are at a time; null where nobody counts. */
  usualCount: v.nullable(v.number()),
  /** Where its eggs are usually kept, °C; null where young are born. */
  setPointC: v.nullable(v.number()),
  /** The kinds of work it brings with it. */
  uses: v.array(v.picklist(USES)),
})
export type ProtocolSummary = v.InferOutput<typeof ProtocolSummary>
export const ProtocolList = v.object({ protocols: v.array(ProtocolSummary) })

const Value = v.union([
  v.number('write it in figures'),
  v.pipe(v.string(), v.trim(), v.maxLength(MOST_WORDS)),
])
const Bound = v.nullable(v.number('write it in figures'))

export const FigureSchema = v.object({
  label: v.pipe(v.string(), v.minLength(1), v.maxLength(160)),
  unit: v.picklist(FIGURE_UNITS, 'this unit is not known'),
  value: Value,
  low: Bound,
  high: Bound,
  confidence: v.picklist(CONFIDENCES, 'confidence is high, medium or low'),
})

/** A protocol as a file: what is given away and brought in. See docs/protocol-file.md. */
export const ProtocolDocumentSchema = v.object({
  format: v.literal('hatch-book protocol', 'this is not a protocol file'),
  formatVersion: v.literal(1, 'this file is of a later version than this program'),
  code: v.pipe(v.string(), v.regex(/^[A-Z][A-Z0-9]{1,7}$/, 'a code is two to eight capitals or figures')),
  species: v.pipe(v.string(), v.trim(), v.minLength(1), v.maxLength(80)),
  latin: v.pipe(v.string(), v.trim(), v.maxLength(80)),
  bodyPlan: v.picklist(BODY_PLANS, `a body plan is one of ${BODY_PLANS.join(', ')}`),
  keptAs: v.picklist(KEPT_AS, `kept as is one of ${KEPT_AS.join(', ')}`),
  young: v.pipe(v.string(), v.maxLength(80)),
  /** What guesses the figures that are not in it. */
  wayOfLife: v.optional(v.pipe(v.string(), v.maxLength(80))),
  /** Latin name of the library's species whose figures stand where it says none. */
  library: v.optional(v.pipe(v.string(), v.maxLength(80))),
  /** What of its way of life does not hold for it. */
  without: v.optional(v.pipe(v.array(v.pipe(v.string(), v.maxLength(80))), v.maxLength(200))),
  figures: v.record(v.pipe(v.string(), v.maxLength(80)), FigureSchema),
})

/** A figure that one asks for by name: what it is called and measured in is declared. */
const AnswerSchema = v.object({
  value: Value,
  low: v.optional(Bound, null),
  high: v.optional(Bound, null),
})

export const SpeciesName = v.pipe(
  v.string(),
  v.trim(),
  v.minLength(1, 'Enter a name'),
  v.maxLength(80, 'Use at most 80 characters'),
)
export const LatinName = v.pipe(v.string(), v.trim(), v.maxLength(80, 'Use at most 80 characters'))

/** A species that the book did not know: a name, a way of life, and whatever its keeper knows of it. */
export const NewSpecies = v.object({
  id: Id,
  species: SpeciesName,
  latin: LatinName,
  wayOfLife: v.pipe(
    v.string('Choose a way of life'),
    v.minLength(1, 'Choose a way of life'),
    v.maxLength(80),
  ),
  /** Latin name of the library's species that it is, or is like. */
  library: v.optional(v.nullable(v.pipe(v.string(), v.maxLength(80))), null),
  /** A species of the book that it is like: what is said of that is said of it too, as far as it is not answered. */
  like: v.optional(v.nullable(Id), null),
  figures: v.record(v.pipe(v.string(), v.maxLength(80)), AnswerSchema),
})
export type NewSpecies = v.InferOutput<typeof NewSpecies>

export const ProtocolSettingsSchema = v.object({
  schools: v.record(v.string(), v.string()),
  figures: v.record(
    v.string(),
    v.object({ value: Value, low: v.optional(Bound, null), high: v.optional(Bound, null) }),
  ),
})

export const ProtocolScopeQuery = v.object({
  scope: v.optional(v.picklist(SCOPES), 'species'),
  of: v.optional(v.pipe(v.string(), v.maxLength(80)), ''),
})

export const EditionView = v.object({
  scope: v.picklist(SCOPES),
  of: v.string(),
  number: v.number(),
  reason: v.string(),
  at: InstantSchema,
  by: v.string(),
  /** What it set, so that it can be looked at and set again. */
  settings: ProtocolSettingsSchema,
  broughtIn: v.boolean(),
})
export type EditionView = v.InferOutput<typeof EditionView>

/** A protocol as one level of it is edited: what it starts from, what this level sets, and what comes of both. */
export const ProtocolPage = v.object({
  id: Id,
  document: ProtocolDocumentSchema,
  scope: v.picklist(SCOPES),
  of: v.string(),
  /** Of an animal its tag, of a form or a line its name. */
  ofName: v.string(),
  /** The number of the edition in force on this level; 0 where nothing was ever set. */
  edition: v.number(),
  settings: ProtocolSettingsSchema,
  /** One of the species that came with the program: what it says itself nobody in the book has said. */
  starting: v.boolean(),
  /** The figures without this level, and with it. */
  before: v.record(v.string(), FigureSchema),
  /** Keys of those that nobody said, without this level: guesses from the way of life, which follow from what is said. */
  guessed: v.array(v.string()),
  figures: v.record(v.string(), FigureSchema),
  sources: v.record(v.string(), v.string()),
  editions: v.array(EditionView),
  /** What its forms, lines and animals follow, where that is said of them alone. */
  followers: v.array(
    v.object({ scope: v.picklist(SCOPES), of: v.string(), question: v.string(), letter: v.string() }),
  ),
  /** Forms of it that are kept, or that something was set for. */
  forms: v.array(v.string()),
  lines: v.array(v.string()),
})
export type ProtocolPage = v.InferOutput<typeof ProtocolPage>
export type Follower = ProtocolPage['followers'][number]

/** What whoever follows a school follows once that is taken away; null is none. */
const InsteadOfSchool = v.object({ question: v.string(), letter: v.string(), by: v.nullable(v.string()) })
export type Instead = v.InferOutput<typeof InsteadOfSchool>

export const EditionDraft = v.object({
  scope: v.picklist(SCOPES),
  of: v.optional(v.pipe(v.string(), v.maxLength(80)), ''),
  /** The edition it was made from: a later one refuses it. */
  basedOn: v.pipe(v.number(), v.integer(), v.minValue(0)),
  settings: ProtocolSettingsSchema,
  /** Of the schools that this edition takes away, as far as forms, lines or animals follow them. */
  instead: v.optional(v.array(InsteadOfSchool), []),
  reason: v.optional(Note, ''),
})
export type EditionDraft = v.InferOutput<typeof EditionDraft>

export const ProtocolBroughtIn = v.object({
  id: Id,
  species: v.string(),
  added: v.boolean(),
  changed: v.number(),
})
