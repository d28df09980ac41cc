import { CLUTCH_KINDS, EGG_FATES, HATCHLING_STEPS } from '@hatch-book/core'
import * as v from 'valibot'
import { Tag } from '../animals'
import { DaySchema, Grams, Id, InstantSchema, Note, Reference } from '../common'
import { EntryDraft, EntrySchema } from '../log'

export * from './planning'

const Cell = v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(399))
const Count = v.pipe(v.number(), v.integer('count whole ones'), v.minValue(0), v.maxValue(1_000_000))
const EggDraft = v.object({
  id: Id,
  fate: v.optional(v.picklist(EGG_FATES), 'set'),
  grams: v.optional(v.nullable(Grams), null),
  cell: v.optional(v.nullable(Cell), null),
})
/** Eggs that are counted and not kept one by one: each of them, or a sample of known share. */
const Counted = v.pipe(
  v.object({
    counted: Count,
    part: v.optional(v.pipe(v.number(), v.minValue(0.001, 'a part of nothing')), 1),
    whole: v.optional(v.pipe(v.number(), v.minValue(0.001), v.maxValue(1_000_000)), 1),
  }),
  v.forward(
    v.check(({ part, whole }) => part <= whole, 'the part is more than the whole'),
    ['part'],
  ),
)
/** Young that were born: those alive get their tags at once. */
const Litter = v.object({
  live: v.pipe(
    v.array(
      v.object({
        animalId: Id,
        tag: Tag,
        placeId: v.optional(v.nullable(Id), null),
        grams: v.optional(v.nullable(Grams), null),
      }),
    ),
    v.maxLength(300),
  ),
  stillborn: v.optional(Count, 0),
  unfertilised: v.optional(Count, 0),
})
/** A litter counted once more: those that were overlooked get their tags, those that were never there are named. */
export const LitterRecount = v.object({
  entryId: Id,
  at: InstantSchema,
  stillborn: Count,
  unfertilised: Count,
  more: Litter.entries.live,
  fewer: v.pipe(v.array(Id), v.maxLength(300)),
  note: v.optional(Note, ''),
})
export const ClutchDraft = v.pipe(
  v.object({
    id: Id,
    entryId: Id,
    kind: v.optional(v.picklist(CLUTCH_KINDS), 'clutch'),
    pairingId: v.nullable(Id),
    damId: Id,
    foundAt: InstantSchema,
    laidFrom: InstantSchema,
    laidTo: InstantSchema,
    boxId: v.optional(v.nullable(Id), null),
    method: v.optional(v.pipe(v.string(), v.trim(), v.maxLength(80)), ''),
    note: v.optional(Note, ''),
    eggs: v.optional(
      v.pipe(v.array(EggDraft), v.maxLength(300, 'at most 300 eggs one by one; count the rest')),
      [],
    ),
    counted: v.optional(v.nullable(Counted), null),
    litter: v.optional(v.nullable(Litter), null),
    /** What the mother weighs after it. */
    damGrams: v.optional(v.nullable(Grams), null),
  }),
  v.forward(
    v.check(({ laidFrom, laidTo }) => laidFrom <= laidTo, 'the laying window ends before it begins'),
    ['laidTo'],
  ),
  v.forward(
    v.check(({ foundAt, laidTo }) => laidTo <= foundAt, 'eggs are laid before they are found'),
    ['laidTo'],
  ),
  v.forward(
    v.check(
      ({ kind, litter }) => (kind === 'litter') === (litter !== null),
      'a litter has young, nothing else has',
    ),
    ['litter'],
  ),
  v.forward(
    v.check(
      ({ kind, eggs, counted, litter }) =>
        kind === 'litter' || litter !== null || eggs.length > 0 || (counted?.counted ?? 0) > 0,
      'a clutch has at least one egg',
    ),
    ['eggs'],
  ),
  v.forward(
    v.check(({ eggs, counted }) => eggs.length === 0 || counted === null, 'either each egg, or a count'),
    ['counted'],
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
  /** Its place in the box, row by row from the top left. */
  cell: v.nullable(v.number()),
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
  parts: v.object({
    eggs: v.number(),
    clutches: v.number(),
    constant: v.number(),
    laying: v.number(),
    temperature: v.number(),
  }),
  /** Chance that an egg waited for lives. */
  alive: v.number(),
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
  kind: v.picklist(CLUTCH_KINDS),
  /** Of eggs that are not kept one by one: how many, how sure, and what has become of them. */
  counted: v.nullable(v.object({ count: v.number(), low: v.number(), high: v.number(), how: v.string() })),
  fates: v.record(v.string(), v.number()),
  dam: Reference,
  sire: v.nullable(Reference),
  species: v.string(),
  line: v.string(),
  foundOn: DaySchema,
  /** The day on which the last egg ended; null while some wait. */
  endedOn: v.nullable(DaySchema),
  laid: v.object({ from: InstantSchema, to: InstantSchema }),
  method: v.string(),
  box: v.nullable(
    v.object({
      id: Id,
      name: v.string(),
      grid: v.nullable(v.object({ rows: v.number(), columns: v.number() })),
    }),
  ),
  incubator: v.nullable(v.object({ id: Id, name: v.string(), setPointC: v.nullable(v.number()) })),
  eggs: v.array(EggView),
  waiting: v.number(),
  fertility: ShareIntervalSchema,
  hatchRate: ShareIntervalSchema,
  forecast: v.nullable(ForecastView),
  /** Why nothing can be reckoned of it, where its protocol does not let that; null where it does. */
  fault: v.nullable(v.string()),
})
export type ClutchView = v.InferOutput<typeof ClutchView>
export const ClutchList = v.object({ clutches: v.array(ClutchView) })
export const ClutchPage = v.object({
  clutch: ClutchView,
  /** What was born, as it was counted last; null of eggs, and where nobody said it. */
  litter: v.nullable(v.object({ alive: v.number(), stillborn: v.number(), unfertilised: v.number() })),
  /** Who may have fathered it, the likeliest first; nobody known where the id is null. */
  fathers: v.array(
    v.object({ id: v.nullable(Id), tag: v.nullable(v.string()), chance: v.number(), because: v.string() }),
  ),
  /** Null where young were born. */
  climate: v.nullable(
    v.object({
      coverage: v.number(),
      minC: v.nullable(v.number()),
      maxC: v.nullable(v.number()),
      meanC: v.nullable(v.number()),
      setPointC: v.number(),
      warnC: v.object({ low: v.number(), high: v.number() }),
      /** What the temperatures to come are taken from, and the means of the last days, logged and set. */
      ahead: v.object({
        follows: v.picklist(['set point', 'log', 'log and last year']),
        logC: v.nullable(v.number()),
        setC: v.nullable(v.number()),
      }),
      gaps: v.array(v.object({ from: InstantSchema, to: InstantSchema, hours: v.number() })),
    }),
  ),
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
  rules: v.nullable(
    v.object({
      thresholdC: v.number(),
      /** As the protocol has it, and as this keeper's clutches have it. */
      degreeDays: v.number(),
      learned: v.object({
        degreeDays: v.number(),
        spread: v.number(),
        clutches: v.number(),
        ofLine: v.number(),
        ofMethod: v.number(),
        moved: v.number(),
      }),
      model: v.string(),
      capC: v.number(),
      warnC: v.object({ low: v.number(), high: v.number() }),
      lethalC: v.object({ low: v.number(), high: v.number(), hours: v.number() }),
      pipToOutDays: v.number(),
      waterPerMedium: v.nullable(v.number()),
      origin: v.string(),
    }),
  ),
  /** Chances of an egg that waits, day by day from today, were none of them to hatch. */
  patience: v.array(v.object({ day: DaySchema, alive: v.number() })),
  /** Where temperature decides: what to expect, and what came out. */
  sexes: v.nullable(
    v.object({
      maleShare: v.number(),
      weightedC: v.number(),
      from: DaySchema,
      to: DaySchema,
      seen: v.number(),
      females: v.number(),
      males: v.number(),
      /** The set point that would give as many of each, while they are not decided; null after that. */
      evenC: v.nullable(v.number()),
    }),
  ),
  /** Those that came out of it, with what was seen of their first days. */
  young: v.array(
    v.object({
      ...Reference.entries,
      place: v.nullable(v.string()),
      steps: v.array(v.object({ step: v.picklist(HATCHLING_STEPS), on: DaySchema })),
      problems: v.array(v.string()),
    }),
  ),
  /** What was set in its incubators, and is. */
  setPoints: v.array(v.object({ from: v.number(), celsius: v.number(), night: v.nullable(v.number()) })),
  /** Boxes on the scale. */
  weighings: v.array(
    v.object({
      at: InstantSchema,
      grams: v.number(),
      dryGrams: v.nullable(v.number()),
      addedGrams: v.number(),
    }),
  ),
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

/** What stands on the slate, written as one: found clutches and entries, all of it or nothing. Sent again under the same names it is there once. */
export const SlateBatch = v.object({
  clutches: v.pipe(v.array(ClutchDraft), v.maxLength(200, 'at most 200 clutches at once')),
  entries: v.pipe(v.array(EntryDraft), v.maxLength(5000, 'at most 5000 entries at once')),
})
