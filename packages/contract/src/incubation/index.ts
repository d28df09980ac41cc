import { EGG_FATES } from '@hatch-book/core'
import * as v from 'valibot'
import { Tag } from '../animals'
import { DaySchema, Grams, Id, InstantSchema, Line, Note, Reference } from '../common'
import { EntrySchema } from '../entries'

const EggDraft = v.object({
  id: Id,
  fate: v.optional(v.picklist(EGG_FATES), 'set'),
  grams: v.optional(v.nullable(Grams), null),
})
export const ClutchDraft = v.pipe(
  v.object({
    id: Id,
    entryId: Id,
    pairingId: v.nullable(Id),
    damId: Id,
    foundAt: InstantSchema,
    laidFrom: InstantSchema,
    laidTo: InstantSchema,
    boxId: Id,
    method: Line(80),
    note: v.optional(Note, ''),
    eggs: v.pipe(
      v.array(EggDraft),
      v.minLength(1, 'a clutch has at least one egg'),
      v.maxLength(300, 'at most 300 eggs in a box'),
    ),
  }),
  v.forward(
    v.check(({ laidFrom, laidTo }) => laidFrom <= laidTo, 'the laying window ends before it begins'),
    ['laidTo'],
  ),
  v.forward(
    v.check(({ foundAt, laidTo }) => laidTo <= foundAt, 'eggs are laid before they are found'),
    ['laidTo'],
  ),
)

const ShareIntervalSchema = v.nullable(
  v.object({
    share: v.number(),
    low: v.number(),
    high: v.number(),
    successes: v.number(),
    trials: v.number(),
  }),
)
export const EggView = v.object({
  id: Id,
  number: v.number(),
  fate: v.picklist(EGG_FATES),
  grams: v.nullable(v.number()),
  animal: v.nullable(Reference),
})
export const ForecastView = v.object({
  developed: v.number(),
  likely: InstantSchema,
  window: v.object({ from: InstantSchema, to: InstantSchema }),
  half: v.object({ from: InstantSchema, to: InstantSchema }),
  windowDays: v.object({ from: DaySchema, to: DaySchema }),
  halfDays: v.object({ from: DaySchema, to: DaySchema }),
  likelyDay: DaySchema,
  spreadDays: v.number(),
  durationDays: v.number(),
  parts: v.object({ eggs: v.number(), clutches: v.number(), laying: v.number(), temperature: v.number() }),
})
export type ForecastView = v.InferOutput<typeof ForecastView>
export const ExcursionView = v.object({
  side: v.picklist(['above', 'below']),
  lineC: v.number(),
  from: InstantSchema,
  to: InstantSchema,
  hours: v.number(),
  peakC: v.number(),
  shiftDays: v.number(),
  gravity: v.picklist(['warn', 'harm']),
})
export type ExcursionView = v.InferOutput<typeof ExcursionView>
export const ClutchView = v.object({
  id: Id,
  name: v.string(),
  dam: Reference,
  sire: v.nullable(Reference),
  species: v.string(),
  line: v.string(),
  foundOn: DaySchema,
  laid: v.object({ from: InstantSchema, to: InstantSchema }),
  method: v.string(),
  box: v.object({ id: Id, name: v.string() }),
  incubator: v.nullable(
    v.object({ id: Id, name: v.string(), setPointC: v.number(), probeId: v.nullable(Id) }),
  ),
  eggs: v.array(EggView),
  waiting: v.number(),
  fertility: ShareIntervalSchema,
  hatchRate: ShareIntervalSchema,
  forecast: v.nullable(ForecastView),
})
export type ClutchView = v.InferOutput<typeof ClutchView>
export const ClutchList = v.object({ clutches: v.array(ClutchView) })
export const ClutchPage = v.object({
  clutch: ClutchView,
  /** Who may have fathered it, the likeliest first; nobody known where the id is null. */
  fathers: v.array(
    v.object({ id: v.nullable(Id), tag: v.nullable(v.string()), chance: v.number(), because: v.string() }),
  ),
  climate: v.object({
    coverage: v.number(),
    minC: v.nullable(v.number()),
    maxC: v.nullable(v.number()),
    meanC: v.nullable(v.number()),
    setPointC: v.number(),
    warnC: v.object({ low: v.number(), high: v.number() }),
    gaps: v.array(v.object({ from: InstantSchema, to: InstantSchema, hours: v.number() })),
  }),
  excursions: v.array(ExcursionView),
  /** Temperature and development adding up, thinned for drawing; development goes on at the set point beyond now. */
  series: v.array(
    v.object({
      at: InstantSchema,
      celsius: v.nullable(v.number()),
      developed: v.number(),
      ahead: v.boolean(),
    }),
  ),
  hill: v.array(v.object({ day: DaySchema, share: v.number() })),
  rules: v.object({ thresholdC: v.number(), degreeDays: v.number(), capC: v.number(), origin: v.string() }),
  entries: v.array(EntrySchema),
})
export type ClutchPage = v.InferOutput<typeof ClutchPage>

/** Eggs that hatched, each with the tag and tub of its young. */
export const HatchDraft = v.object({
  at: InstantSchema,
  young: v.pipe(
    v.array(
      v.object({
        eggId: Id,
        entryId: Id,
        animalId: Id,
        tag: Tag,
        placeId: v.nullable(Id),
        grams: v.optional(v.nullable(Grams), null),
      }),
    ),
    v.minLength(1, 'choose the eggs that hatched'),
    v.maxLength(300),
  ),
})
export const Hatched = v.object({ animals: v.array(Reference) })
