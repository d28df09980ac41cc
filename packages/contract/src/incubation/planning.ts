import { CLUTCH_KINDS } from '@hatch-book/core'
import * as v from 'valibot'
import { Celsius, DaySchema, Id, InstantSchema, Reference } from '../common'

const Night = v.object({
  celsius: Celsius,
  /** Hour of the UTC day. */
  startHour: v.pipe(v.number(), v.minValue(0), v.maxValue(23.99)),
  hours: v.pipe(v.number(), v.minValue(0), v.maxValue(24)),
})

/** Eggs put into their places. */
export const EggPlacing = v.object({
  cells: v.pipe(
    v.array(
      v.object({
        eggId: Id,
        cell: v.nullable(v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(399))),
      }),
    ),
    v.minLength(1),
    v.maxLength(300),
  ),
})
export const GridDraft = v.object({
  rows: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(20, 'at most 20 rows')),
  columns: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(20, 'at most 20 columns')),
})

/** 'Turn it down by a degree from tomorrow': what it would do. */
export const WhatIfDraft = v.object({
  from: InstantSchema,
  celsius: Celsius,
  night: v.optional(v.nullable(Night), null),
})
const DaySpanSchema = v.object({ from: DaySchema, to: DaySchema })
export const WhatIfView = v.object({
  windowDays: v.nullable(DaySpanSchema),
  likelyDay: v.nullable(DaySchema),
  /** Days by which the likely hatch moves; later is positive. */
  shiftDays: v.nullable(v.number()),
  maleShare: v.nullable(v.number()),
  /** What speaks against it. */
  against: v.array(v.string()),
})
export type WhatIfView = v.InferOutput<typeof WhatIfView>

export const HatchPlanDraft = v.object({
  clutchIds: v.pipe(v.array(Id), v.minLength(2, 'choose two clutches at least'), v.maxLength(40)),
  wish: v.variant('kind', [
    v.object({ kind: v.literal('gathered') }),
    v.object({
      kind: v.literal('staggered'),
      apartDays: v.pipe(v.number(), v.minValue(1), v.maxValue(60, 'at most 60 days apart')),
    }),
  ]),
})
export const HatchPlanView = v.object({
  from: DaySchema,
  spanDays: v.object({ before: v.number(), after: v.number() }),
  clutches: v.array(
    v.object({
      id: Id,
      name: v.string(),
      before: DaySchema,
      after: DaySchema,
      celsius: v.nullable(v.number()),
      earliest: DaySchema,
      latest: DaySchema,
      met: v.boolean(),
      /** An incubator that is set to it already, or nearest to it. */
      incubator: v.nullable(v.object({ id: Id, name: v.string(), setPointC: v.number() })),
      /** Male share before and after, where temperature decides. */
      males: v.nullable(v.object({ before: v.number(), after: v.number() })),
    }),
  ),
})
export type HatchPlanView = v.InferOutput<typeof HatchPlanView>

/** A forecast that was, or would have been, made, against what happened. */
export const PastForecast = v.object({
  likelyDay: DaySchema,
  windowDays: DaySpanSchema,
  /** Mean hatch less the likely one, days: positive where they came late. */
  errorDays: v.number(),
  /** Eggs that hatched within the window. */
  held: v.number(),
})
const LeadSchema = v.picklist(['when set', 'half way', 'a week before'])
export type Lead = v.InferOutput<typeof LeadSchema>
export const CalibrationView = v.object({
  clutches: v.array(
    v.object({
      id: Id,
      name: v.string(),
      species: v.string(),
      line: v.string(),
      method: v.string(),
      meanOn: DaySchema,
      hatched: v.number(),
      /** Clutches that had taught the constant by then. */
      taught: v.number(),
      leads: v.record(v.string(), PastForecast),
    }),
  ),
  summary: v.array(
    v.object({
      lead: LeadSchema,
      clutches: v.number(),
      eggs: v.number(),
      held: v.number(),
      /** Wilson's interval of the share of eggs within their windows. */
      low: v.number(),
      high: v.number(),
      meanErrorDays: v.number(),
      /** Mean of the errors without their signs. */
      sizeDays: v.number(),
      /** The same with the protocol's constant only. */
      untaughtSizeDays: v.number(),
    }),
  ),
})
export type CalibrationView = v.InferOutput<typeof CalibrationView>

const Share = v.nullable(
  v.object({
    share: v.number(),
    low: v.number(),
    high: v.number(),
    successes: v.number(),
    trials: v.number(),
  }),
)
/** A way of incubating, and how it did here. */
export const MethodView = v.object({
  species: v.string(),
  code: v.string(),
  name: v.string(),
  argument: v.string(),
  waterPerMedium: v.nullable(v.number()),
  clutches: v.number(),
  eggs: v.number(),
  fertility: Share,
  hatch: Share,
  /** What to expect of the next clutch, drawn to the other pairs. */
  expected: v.object({ share: v.number(), low: v.number(), high: v.number() }),
  meanDays: v.nullable(v.number()),
  meanC: v.nullable(v.number()),
})
export type MethodView = v.InferOutput<typeof MethodView>
export const MethodList = v.object({ methods: v.array(MethodView) })

/** A female that may lay, or bear: when, why, and what to look at. */
export const FindingRow = v.object({
  dam: Reference,
  pairingId: v.nullable(Id),
  species: v.string(),
  line: v.string(),
  place: v.nullable(v.string()),
  comes: v.picklist(['eggs', 'young', 'eggs again']),
  kind: v.picklist(CLUTCH_KINDS),
  windowDays: DaySpanSchema,
  likelyDay: DaySchema,
  because: v.string(),
  signs: v.string(),
  /** Signs that were seen lately. */
  seen: v.array(v.object({ sign: v.string(), on: DaySchema })),
  checkedOn: v.nullable(DaySchema),
  /** When the nest is to be looked at next; null where nothing is due yet. */
  checkOn: v.nullable(DaySchema),
  /** Chance that it comes to eggs at all. */
  chance: v.number(),
  /** So unlikely that the nest is left alone until she shows something. */
  unlikely: v.boolean(),
})
export type FindingRow = v.InferOutput<typeof FindingRow>
export const FindingList = v.object({ females: v.array(FindingRow) })
