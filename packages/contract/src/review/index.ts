import type { MeasureName, ReviewFact, SeasonReview } from '@hatch-book/core'
import { DIMENSIONS, MEASURES } from '@hatch-book/core'
import * as v from 'valibot'
import { DaySchema, Id, given } from '../common'

const Year = v.pipe(
  v.string(),
  v.transform(Number),
  v.integer('a season is a year'),
  v.minValue(1900, 'a season is a year'),
  v.maxValue(2200, 'a season is a year'),
)

export const ReviewQuery = v.object({
  season: v.optional(Year),
  against: v.optional(Year),
})

/** A figure of a protocol that what was seen speaks against, and what it would be set to. */
export const ReviewProposal = v.object({
  protocolId: Id,
  species: v.string(),
  /** The figure's key, and its label. */
  key: v.string(),
  label: v.string(),
  from: v.union([v.string(), v.number()]),
  to: v.union([v.string(), v.number()]),
  low: v.nullable(v.number()),
  high: v.nullable(v.number()),
  unit: v.string(),
  because: v.string(),
  /** The edition of the species it was made from. */
  basedOn: v.number(),
})
export type ReviewProposal = v.InferOutput<typeof ReviewProposal>

export const ReviewView = v.object({
  /** The first month of a season, of 1 to 12. */
  beginsInMonth: v.number(),
  /** The seasons of which anything is known, the latest first. */
  seasons: v.array(v.number()),
  review: given<SeasonReview>(),
  /** Editions of protocols made in the season, newest first. */
  editions: v.array(
    v.object({
      protocolId: Id,
      species: v.string(),
      number: v.number(),
      at: DaySchema,
      by: v.string(),
      reason: v.string(),
    }),
  ),
  proposals: v.array(ReviewProposal),
})
export type ReviewView = v.InferOutput<typeof ReviewView>

export const ReviewByQuery = v.object({
  measure: v.picklist(
    MEASURES.map((m) => m.name) as [MeasureName, ...MeasureName[]],
    'this measure is not known',
  ),
  dimension: v.picklist(DIMENSIONS, 'this is not known'),
  season: v.optional(Year),
})
export const ReviewGroups = v.object({
  groups: v.array(
    v.object({
      name: v.string(),
      units: v.number(),
      members: v.number(),
      value: v.nullable(v.number()),
      low: v.nullable(v.number()),
      high: v.nullable(v.number()),
      expected: v.nullable(v.number()),
      facts: v.array(given<ReviewFact>()),
    }),
  ),
})
export type ReviewGroups = v.InferOutput<typeof ReviewGroups>
