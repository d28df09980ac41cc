import * as v from 'valibot'
import { Celsius, Id, InstantSchema, Share } from '../common'
import { AlarmSchema } from './alarms'

/** Without either: the last two weeks. */
/** Readings that were kept come late, but not by more than this. */
const MOST_SECONDS_AGO = 10 * 366 * 86_400

export const SeriesQuery = v.object({ from: v.optional(InstantSchema), to: v.optional(InstantSchema) })
/** A stretch of a probe's log drawn small: the extremes and the mean of each step, in columns. */
export const Series = v.object({
  /** Length of a step, minutes. */
  stepMinutes: v.number(),
  readings: v.number(),
  at: v.array(v.number()),
  minC: v.array(v.number()),
  maxC: v.array(v.number()),
  meanC: v.array(v.number()),
  /** Mean relative humidity of each step, 0 to 1; empty where the probe does not measure it. */
  humidity: v.array(v.nullable(v.number())),
})
export type Series = v.InferOutput<typeof Series>

export const ProbeToken = v.object({ token: v.string() })
/** What a probe says: its readings, each so many seconds ago, and how often it means to speak. */
export const ReadingBatch = v.object({
  everySeconds: v.pipe(v.number(), v.minValue(0.2), v.maxValue(86_400)),
  readings: v.pipe(
    v.array(
      v.object({
        celsius: Celsius,
        secondsAgo: v.optional(
          v.pipe(v.number(), v.minValue(0), v.maxValue(MOST_SECONDS_AGO, 'at most ten years ago')),
          0,
        ),
        /** Relative humidity, 0 to 1, of a probe that measures it. */
        humidity: v.optional(v.nullable(Share), null),
      }),
    ),
    v.minLength(1),
    v.maxLength(5000),
  ),
})
export const LiveReading = v.object({ at: InstantSchema, celsius: v.number() })
export type LiveReading = v.InferOutput<typeof LiveReading>
/** What may be done to the stand-in unit of the demo. */
export const MISCHIEFS = [
  'all well',
  'door open',
  'thermostat stuck cold',
  'thermostat stuck warm',
  'probe unplugged',
  'probe frozen',
] as const
export const Mischief = v.object({ does: v.picklist(MISCHIEFS) })
/** What a stand-in unit is told. */
export interface UnitOrder {
  does: (typeof MISCHIEFS)[number]
  setPointC: number
  /** Whether it is kept warm by a heater, as eggs are, or cold by a compressor. */
  heated?: boolean
}

/** A probe beside a thermometer that is trusted: what both show. */
export const CalibrationDraft = v.object({
  id: Id,
  readC: Celsius,
  trueC: Celsius,
  /** From when it counts; from the first reading on when empty, since a probe that is wrong was wrong before. */
  from: v.optional(v.nullable(InstantSchema), null),
})
export const BandsSchema = v.pipe(
  v.object({
    day: v.object({ low: Celsius, high: Celsius }),
    night: v.object({ low: Celsius, high: Celsius }),
    dayFrom: v.pipe(v.number(), v.minValue(0), v.maxValue(23.99, 'an hour of the day, 0 to 24')),
    dayHours: v.pipe(v.number(), v.minValue(0), v.maxValue(24, 'a day has 24 hours')),
    humidity: v.nullable(v.object({ low: Share, high: Share })),
  }),
  v.forward(
    v.check(({ day }) => day.low < day.high, 'the band of the day ends before it begins'),
    ['day'],
  ),
  v.forward(
    v.check(({ night }) => night.low < night.high, 'the band of the night ends before it begins'),
    ['night'],
  ),
  v.forward(
    v.check(
      ({ humidity }) => !humidity || humidity.low < humidity.high,
      'the band of the air ends before it begins',
    ),
    ['humidity'],
  ),
)
/** By what an enclosure would be watched for those who live there. */
export const BandsProposed = v.object({
  /** Null where nobody lives there of whom it is known, or no one temperature suits all. */
  bands: v.nullable(BandsSchema),
  /** Such as 'corn snake (juvenile)', each once. */
  who: v.array(v.string()),
})
export type BandsProposed = v.InferOutput<typeof BandsProposed>
export const BandsDraft = v.object({ bands: v.nullable(BandsSchema) })

/** A place whose air is measured: what it shows, what it should, what is wrong. */
export const ClimateRow = v.object({
  placeId: Id,
  probeId: Id,
  name: v.string(),
  kind: v.string(),
  where: v.string(),
  setPointC: v.nullable(v.number()),
  bands: v.nullable(BandsSchema),
  speaks: v.boolean(),
  /** Who sleeps or lies there. */
  occupants: v.array(v.string()),
  lastC: v.nullable(v.number()),
  lastHumidity: v.nullable(v.number()),
  lastAt: v.nullable(InstantSchema),
  offsetC: v.number(),
  calibrations: v.array(v.object({ from: v.nullable(InstantSchema), offsetC: v.number() })),
  /** How it stands against what it should be, in words. */
  says: v.string(),
  well: v.boolean(),
  alarms: v.array(AlarmSchema),
})
export type ClimateRow = v.InferOutput<typeof ClimateRow>
export const ClimateView = v.object({ places: v.array(ClimateRow) })
export type ClimateView = v.InferOutput<typeof ClimateView>
