import type { CohortEvent, CohortProtocol } from '@hatch-book/core'
import * as v from 'valibot'
import { Celsius, DaySchema, Id, Line, Note, Version, given } from '../common'

const Generation = v.nullable(
  v.pipe(
    v.number('write it in figures'),
    v.integer('a whole generation'),
    v.minValue(0, 'those from the wild are 0'),
    v.maxValue(999, 'at most 999'),
  ),
)
const Litres = v.pipe(
  v.number('write it in figures'),
  v.gtValue(0, 'more than none'),
  v.maxValue(10_000, 'at most 10000 L'),
)
const Tubs = v.pipe(
  v.number('write it in figures'),
  v.integer('whole tubs'),
  v.minValue(1, 'one tub at least'),
  v.maxValue(2000, 'at most 2000'),
)
const Millimetres = v.nullable(
  v.pipe(
    v.number('write it in figures'),
    v.gtValue(0, 'more than none'),
    v.maxValue(5000, 'at most 5000 mm'),
  ),
)

/** Where it stands and how it is kept: what may be changed of a cohort. */
const Keeping = {
  placeId: v.nullable(Id),
  tubs: Tubs,
  /** One of them. */
  litres: Litres,
  heightMm: Millimetres,
  celsius: Celsius,
  /** From a day on it will be kept at another temperature; both null where nothing is planned. */
  thenC: v.nullable(Celsius),
  thenFrom: v.nullable(DaySchema),
  hostPlant: v.pipe(v.string(), v.trim(), v.maxLength(80, 'at most 80 characters')),
}

export const COHORT_KINDS = ['young', 'breeding box'] as const

export const CohortDraft = v.object({
  id: Id,
  name: Line(40),
  protocolId: Id,
  kind: v.picklist(COHORT_KINDS, 'a cohort of young, or a breeding box'),
  /** Eggs were laid, young were born, or adults were set in. */
  began: DaySchema,
  line: v.pipe(v.string(), v.trim(), v.maxLength(80, 'at most 80 characters')),
  /** Generations from the wild: 1 for young of wild parents. */
  generation: Generation,
  fertilised: v.picklist(['mated', 'not mated', 'mixed'], 'mated, not mated or mixed?'),
  origin: v.pipe(v.string(), v.trim(), v.maxLength(200, 'at most 200 characters')),
  /** The cohort whose young they are; null where they came from elsewhere. */
  fromId: v.nullable(Id),
  ...Keeping,
})
export type CohortDraft = v.InferOutput<typeof CohortDraft>

export const CohortChange = v.object({
  version: Version,
  ...v.partial(v.object(Keeping)).entries,
  ended: v.optional(v.boolean()),
})

const ByStage = v.record(
  Line(60),
  v.pipe(
    v.number('write it in figures'),
    v.integer('whole animals'),
    v.minValue(1, 'one at least'),
    v.maxValue(1_000_000),
  ),
)
const Moved = v.pipe(
  ByStage,
  v.check((s) => Object.keys(s).length > 0, 'who is moved?'),
)

/** Some of a cohort become one of their own. */
export const CohortSplit = v.object({
  /** The new one, and the entries in either log. */
  id: Id,
  outId: Id,
  inId: Id,
  name: Line(40),
  stages: Moved,
  /** Of them so many were told apart by sex. */
  sexed: v.optional(v.object({ females: v.number(), males: v.number() })),
  ...v.partial(v.object(Keeping)).entries,
})
/** Some or all of a cohort join another of the same species. */
export const CohortMerge = v.object({
  intoId: Id,
  outId: Id,
  inId: Id,
  stages: Moved,
  note: v.optional(Note),
})
/** One becomes an animal with a name. */
export const CohortSingle = v.object({
  entryId: Id,
  animalId: Id,
  tag: Line(40),
  stage: Line(60),
  placeId: v.nullable(Id),
})

export const SearchView = v.object({
  entryId: Id,
  on: DaySchema,
  eggs: v.object({ young: v.number(), old: v.number() }),
  larvae: v.record(v.string(), v.number()),
  heads: v.array(v.number()),
  adults: v.object({ females: v.number(), males: v.number() }),
  takenOut: v.boolean(),
  by: v.string(),
})
export type SearchView = v.InferOutput<typeof SearchView>

export const CohortView = v.object({
  id: Id,
  version: v.number(),
  name: v.string(),
  protocolId: Id,
  species: v.string(),
  kind: v.picklist(COHORT_KINDS),
  began: DaySchema,
  /** Lines by share: one, or several where cohorts were merged. */
  lines: v.array(v.object({ line: v.string(), share: v.number() })),
  /** Generations from the wild, at least and at most; null where nobody knows. */
  generation: v.nullable(v.object({ least: v.number(), most: v.number() })),
  fertilised: v.picklist(['mated', 'not mated', 'mixed']),
  /** What it stood at, from which day on, oldest first. */
  warmth: v.array(v.object({ from: DaySchema, celsius: v.number() })),
  origin: v.string(),
  from: v.nullable(v.object({ id: Id, name: v.string() })),
  place: v.nullable(v.object({ id: Id, name: v.string() })),
  ...Keeping,
  /** Its log as it bears on the counts, oldest first: core folds it. */
  events: v.array(given<CohortEvent>()),
  /** Searches of a breeding box, newest first. */
  searches: v.array(SearchView),
  /** Eggs collected day by day, newest first, and how those that show signs were judged. */
  collected: v.array(
    v.object({ on: DaySchema, count: v.number(), mothers: v.picklist(['mated', 'not mated', 'mixed']) }),
  ),
  judged: v.array(v.object({ on: DaySchema, fertile: v.number(), infertile: v.number() })),
  /** Of the grown that came out here: how many of either sex on which day. */
  emerged: v.array(v.object({ on: DaySchema, females: v.number(), males: v.number() })),
})
export type CohortView = v.InferOutput<typeof CohortView>

export const Cohorts = v.object({
  today: DaySchema,
  cohorts: v.array(CohortView),
  /** What each species kept in cohorts is reckoned with. */
  species: v.array(
    v.object({
      ...{ protocolId: Id, protocol: given<CohortProtocol>(), cautions: v.string() },
      /** Offered no more for a new cohort. */
      hidden: v.boolean(),
    }),
  ),
})
export type Cohorts = v.InferOutput<typeof Cohorts>
