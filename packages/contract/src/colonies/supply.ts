import type { Eater, PreySource } from '@hatch-book/core'
import * as v from 'valibot'
import { Celsius, DaySchema, Id, Line, Version, given } from '../common'

const Many = v.pipe(v.number('write it in figures'), v.integer('whole animals'), v.minValue(0, 'not below 0'))
const Sizes = v.pipe(v.array(Line(60)), v.minLength(1, 'which sizes?'), v.maxLength(20))
const MOST = 10_000_000

/** What is planned so that the animals are fed. Sizes are stages of the colony's species, or `adults`. */
export const FeederPlanWhat = v.variant('kind', [
  v.object({
    kind: v.literal('buy'),
    sizes: Sizes,
    /** Week by week from the plan's first day on. */
    amounts: v.pipe(
      v.array(v.pipe(Many, v.maxValue(MOST, 'at most ten million'))),
      v.minLength(1),
      v.maxLength(60),
    ),
  }),
  v.object({
    kind: v.literal('start'),
    females: v.pipe(Many, v.minValue(1, 'one female at least'), v.maxValue(MOST)),
    males: v.pipe(Many, v.maxValue(MOST)),
    bins: v.pipe(Many, v.minValue(1, 'one bin at least'), v.maxValue(500, 'at most 500 bins')),
    celsius: Celsius,
  }),
  v.object({ kind: v.literal('spare'), colonyId: Id, sizes: Sizes }),
  v.object({ kind: v.literal('warm'), colonyId: Id, celsius: Celsius }),
])
export type FeederPlanWhat = v.InferOutput<typeof FeederPlanWhat>

const FeederPlan = v.object({
  id: Id,
  protocolId: Id,
  from: DaySchema,
  until: DaySchema,
  what: FeederPlanWhat,
})
export const FeederPlanDraft = v.pipe(
  FeederPlan,
  v.check(({ from, until }) => from <= until, 'it ends on the day it begins, or later'),
)
export const FeederPlansDraft = v.object({
  plans: v.pipe(v.array(FeederPlanDraft), v.minLength(1), v.maxLength(50, 'at most 50 plans at once')),
})
/** A plan is done, or given up. */
export const FeederPlanChange = v.object({
  version: Version,
  settled: v.picklist(['done', 'dropped'], 'a plan is done or dropped'),
})
export const FeederPlanView = v.object({ ...FeederPlan.entries, version: v.number() })
export type FeederPlanView = v.InferOutput<typeof FeederPlanView>

/** What one feeder has to give, who eats it, and what is planned. */
export const PreySupply = v.object({
  protocolId: Id,
  code: v.string(),
  species: v.string(),
  takeShare: v.number(),
  sources: v.array(given<PreySource>()),
  eaters: v.array(given<Eater>()),
  plans: v.array(FeederPlanView),
})
export type PreySupply = v.InferOutput<typeof PreySupply>

export const SupplyView = v.object({
  today: DaySchema,
  weeks: v.number(),
  /** Feeders that a colony is kept of or that somebody eats, the hungriest first. */
  preys: v.array(PreySupply),
  /** What was assumed, in words, with its figures. */
  assumes: v.array(v.string()),
})
export type SupplyView = v.InferOutput<typeof SupplyView>
