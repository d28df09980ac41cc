import { SUBJECT_TYPES, taskKinds, TIMES_OF_DAY, type TaskCarries, type WorkItem } from '@hatch-book/core'
import * as v from 'valibot'
import { DaySchema, given, Id } from '../common'
import { EntrySchema } from '../log'

const Days = v.pipe(
  v.string(),
  v.transform(Number),
  v.integer('whole days'),
  v.minValue(0, 'not before today'),
  v.maxValue(400, 'at most 400 days ahead'),
)
/** How many days ahead work is asked for. What comes back is in it once, with its rhythm: who reads it works out its returns. */
export const RoundQuery = v.object({ days: v.optional(Days) })

const Range = v.object({ typical: v.number(), least: v.number(), most: v.number() })

/** A piece of work that falls due, with the same identity on every device. */
export const WorkView = v.object({
  id: v.string(),
  kind: v.picklist(taskKinds),
  subject: v.object({ type: v.picklist(SUBJECT_TYPES), id: v.string(), name: v.string() }),
  placeId: v.optional(v.nullable(Id)),
  brings: v.optional(v.array(v.object({ what: v.string(), count: v.number() }))),
  carries: v.optional(given<TaskCarries>()),
  at: v.optional(v.picklist(TIMES_OF_DAY)),
  season: v.optional(v.object({ from: v.string(), to: v.string() })),
  mayBeLeft: v.optional(v.literal(true)),
  every: v.optional(Range),
  says: v.string(),
  earliest: DaySchema,
  due: DaySchema,
  latest: DaySchema,
  why: v.string(),
}) satisfies v.GenericSchema<WorkItem>

export const StationView = v.object({
  id: Id,
  name: v.string(),
  kind: v.string(),
  parentId: v.nullable(Id),
  /** Of a tub in a rack: counted row by row from the top left. */
  position: v.nullable(v.number()),
})

/** All that a round needs: what is due and where, and what was done of it today. */
export const Round = v.object({
  today: DaySchema,
  days: v.number(),
  items: v.array(WorkView),
  /** The places of it and those that hold them. */
  stations: v.array(StationView),
  /** Places in quarantine: walked last. */
  lastPlaces: v.array(Id),
  /** What was written today, newest first. */
  entries: v.array(EntrySchema),
})
export type Round = v.InferOutput<typeof Round>
