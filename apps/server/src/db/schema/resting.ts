import type { AlarmKind, NightRule, RestAnchor, RestEdge, RestKind } from '@hatch-book/core'
import {
  boolean,
  date,
  doublePrecision,
  foreignKey,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  real,
  text,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core'
import { book, member, place, probe, protocol } from './books'
import { animal } from './breeding'
import { bookOnly, identity, instant, usualDays } from './tenancy'

/** What a place of the kind `unit` is, beyond its name: a fridge, a room, a shed. Its id is the place's. */
export const unit = pgTable(
  'unit',
  {
    ...identity(),
    make: text('make').$type<'fridge' | 'cooler' | 'room' | 'shed' | 'cupboard' | 'frame'>().notNull(),
    litres: integer('litres'),
  },
  (t) => [
    primaryKey({ columns: [t.bookId, t.id] }),
    foreignKey({ columns: [t.bookId, t.id], foreignColumns: [place.bookId, place.id] }),
    bookOnly(),
  ],
).enableRLS()

/** A season's plan: what its rests are reckoned from. */
export const restPlan = pgTable(
  'rest_plan',
  {
    ...identity(),
    version: integer('version').notNull().default(1),
    name: text('name').notNull(),
    anchorKind: text('anchor_kind').$type<RestAnchor['kind']>().notNull(),
    anchorDay: date('anchor_day').notNull(),
    hemisphere: text('hemisphere').$type<'north' | 'south'>().notNull(),
    at: instant('at').notNull(),
    withdrawn: boolean('withdrawn').notNull().default(false),
  },
  (t) => [
    primaryKey({ columns: [t.bookId, t.id] }),
    foreignKey({ columns: [t.bookId, t.bookId], foreignColumns: [book.bookId, book.id] }),
    usualDays('rest_plan_days', t.anchorDay),
    bookOnly(),
  ],
).enableRLS()

/** One rest of a plan: an animal's, or that of a batch (cocoons, dry eggs) counted and not named. */
export const rest = pgTable(
  'rest',
  {
    ...identity(),
    version: integer('version').notNull().default(1),
    planId: uuid('plan_id').notNull(),
    protocolId: uuid('protocol_id').notNull(),
    animalId: uuid('animal_id'),
    /** A batch's name, how many it holds and how it is rested where its protocol does not say; null for an animal. */
    batch: jsonb('batch').$type<{
      name: string
      count: number
      kind: RestKind
      holdC: number
      holdDays: number
    }>(),
    unitId: uuid('unit_id'),
    tub: text('tub').notNull().default(''),
    /** Edges of its clock that were set by hand. */
    moved: jsonb('moved').$type<Partial<Record<RestEdge, string>>>().notNull(),
    withdrawn: boolean('withdrawn').notNull().default(false),
  },
  (t) => [
    primaryKey({ columns: [t.bookId, t.id] }),
    foreignKey({ columns: [t.bookId, t.planId], foreignColumns: [restPlan.bookId, restPlan.id] }),
    foreignKey({ columns: [t.bookId, t.protocolId], foreignColumns: [protocol.bookId, protocol.id] }),
    foreignKey({ columns: [t.bookId, t.animalId], foreignColumns: [animal.bookId, animal.id] }),
    foreignKey({ columns: [t.bookId, t.unitId], foreignColumns: [unit.bookId, unit.id] }),
    uniqueIndex('rest_of_animal').on(t.bookId, t.planId, t.animalId),
    index('rest_in_unit').on(t.bookId, t.unitId),
    bookOnly(),
  ],
).enableRLS()

/** Extremes and sum of a probe's readings by the hour, kept with them so that a year is drawn without reading it all. */
export const readingHour = pgTable(
  'reading_hour',
  {
    ...identity(),
    probeId: uuid('probe_id').notNull(),
    hour: instant('hour').notNull(),
    count: integer('count').notNull(),
    minC: real('min_c').notNull(),
    maxC: real('max_c').notNull(),
    sumC: doublePrecision('sum_c').notNull(),
    /** The same of the relative humidity, where the probe measures it. */
    humidities: integer('humidities').notNull().default(0),
    minHumidity: real('min_humidity'),
    maxHumidity: real('max_humidity'),
    sumHumidity: doublePrecision('sum_humidity').notNull().default(0),
  },
  (t) => [
    primaryKey({ columns: [t.bookId, t.id] }),
    foreignKey({ columns: [t.bookId, t.probeId], foreignColumns: [probe.bookId, probe.id] }),
    uniqueIndex('reading_hour_at').on(t.bookId, t.probeId, t.hour),
    bookOnly(),
  ],
).enableRLS()

/** 'Bring in when so many nights in a row fall under a temperature', and for whom. */
export const weatherRule = pgTable(
  'weather_rule',
  {
    ...identity(),
    version: integer('version').notNull().default(1),
    name: text('name').notNull(),
    act: text('act').$type<'bring in' | 'put out'>().notNull(),
    rule: jsonb('rule').$type<NightRule>().notNull(),
    stationId: uuid('station_id').notNull(),
    /** The rule is looked at from this day on. */
    since: date('since').notNull(),
    animalIds: jsonb('animal_ids').$type<string[]>().notNull(),
    withdrawn: boolean('withdrawn').notNull().default(false),
  },
  (t) => [
    primaryKey({ columns: [t.bookId, t.id] }),
    foreignKey({ columns: [t.bookId, t.stationId], foreignColumns: [place.bookId, place.id] }),
    bookOnly(),
  ],
).enableRLS()

/** Something that went wrong with a place while animals slept, or eggs lay, in it. One of a kind is open at a time. */
export const alarm = pgTable(
  'alarm',
  {
    ...identity(),
    placeId: uuid('place_id').notNull(),
    kind: text('kind').$type<AlarmKind>().notNull(),
    severity: text('severity').$type<'warn' | 'alarm'>().notNull(),
    since: instant('since').notNull(),
    raisedAt: instant('raised_at').notNull(),
    clearedAt: instant('cleared_at'),
    peakC: real('peak_c'),
    says: text('says').notNull(),
    todo: text('todo').notNull(),
    seenBy: uuid('seen_by'),
    seenAt: instant('seen_at'),
  },
  (t) => [
    primaryKey({ columns: [t.bookId, t.id] }),
    foreignKey({ columns: [t.bookId, t.placeId], foreignColumns: [place.bookId, place.id] }),
    foreignKey({ columns: [t.bookId, t.seenBy], foreignColumns: [member.bookId, member.id] }),
    index('alarm_of_place').on(t.bookId, t.placeId, t.raisedAt),
    bookOnly(),
  ],
).enableRLS()

/** What leaves the book for a member's phone or mailbox: it waits here until the outbox has taken it. */
export const message = pgTable(
  'message',
  {
    ...identity(),
    memberId: uuid('member_id').notNull(),
    at: instant('at').notNull(),
    /** Not before: the end of the quiet hours it fell into. */
    tellFrom: instant('tell_from').notNull(),
    /** What it is about, such as one kind of alarm in one room: as long as it waits, more of the same joins it. */
    cause: text('cause').notNull(),
    /** Each thing it tells of once, by a key such as that of an alarm. */
    parts: jsonb('parts').$type<{ key: string; name: string; says: string }[]>().notNull(),
    /** What is the matter with each, such as 'too warm'. */
    what: text('what').notNull(),
    takenAt: instant('taken_at'),
    /** By what it went, in words: e-mail, a phone, the outbox. */
    takenBy: text('taken_by').notNull().default(''),
    /** Why it will never go; empty where it went or still may. */
    refused: text('refused').notNull().default(''),
    /** Some server is sending it since then: others leave it alone for a while. */
    claimedAt: instant('claimed_at'),
  },
  (t) => [
    primaryKey({ columns: [t.bookId, t.id] }),
    foreignKey({ columns: [t.bookId, t.memberId], foreignColumns: [member.bookId, member.id] }),
    index('message_by_time').on(t.bookId, t.at),
    bookOnly(),
  ],
).enableRLS()
