import type { Calibration, ClimateBands, NoticeChoice, SubjectType } from '@hatch-book/core'
import type { ListChoices } from '@hatch-book/contract'
import { sql } from 'drizzle-orm'
import {
  check,
  date,
  foreignKey,
  index,
  integer,
  json,
  jsonb,
  pgTable,
  primaryKey,
  real,
  text,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core'
import { bookOnly, identity, instant, usualDays } from './tenancy'

export const book = pgTable(
  'book',
  {
    ...identity(),
    version: integer('version').notNull().default(1),
    name: text('name').notNull(),
    zone: text('zone').notNull(),
    weightUnit: text('weight_unit').$type<'g' | 'oz'>().notNull().default('g'),
    temperatureUnit: text('temperature_unit').$type<'C' | 'F'>().notNull().default('C'),
    /** In the demo: the day on which the book stands, and the seed it grew from. */
    demoDay: date('demo_day'),
    demoSeed: integer('demo_seed'),
    /** Since when the book is deleted; its owner can bring it back for thirty days. The database sets the time itself. */
    deletedAt: instant('deleted_at'),
  },
  (t) => [
    primaryKey({ columns: [t.bookId, t.id] }),
    check('book_is_itself', sql`${t.bookId} = ${t.id}`),
    bookOnly(),
  ],
).enableRLS()

/** A device that is told: where, and by which keys what it is told is sealed. */
export interface ToldDevice {
  id: string
  name: string
  endpoint: string
  keys: { p256dh: string; auth: string }
  since: string
}

export const member = pgTable(
  'member',
  {
    ...identity(),
    name: text('name').notNull(),
    email: text('email').notNull(),
    passwordHash: text('password_hash').notNull(),
    role: text('role').$type<'owner' | 'keeper' | 'helper' | 'viewer'>().notNull(),
    /** The last day on which the account opens, as of a sitter; null where it has no end. */
    endsOn: date('ends_on'),
    /** What they want to be told of; null as long as they have not chosen. */
    notices: jsonb('notices').$type<NoticeChoice>(),
    /** What makes the codes of the second step of signing in; null without one. */
    secondFactor: text('second_factor'),
    /** A secret that was shown but not proved by a code yet. */
    secondFactorOffered: text('second_factor_offered'),
    /** The thirty seconds whose code was used last: no code opens twice. */
    secondFactorStep: integer('second_factor_step').notNull().default(0),
    /** Their phones and browsers that are told of messages, by the addresses that their makers gave them. */
    devices: jsonb('devices').$type<ToldDevice[]>().notNull().default([]),
  },
  (t) => [
    primaryKey({ columns: [t.bookId, t.id] }),
    foreignKey({ columns: [t.bookId, t.bookId], foreignColumns: [book.bookId, book.id] }),
    uniqueIndex('member_email').on(t.bookId, t.email),
    bookOnly(),
  ],
).enableRLS()

export const session = pgTable(
  'session',
  {
    ...identity(),
    memberId: uuid('member_id').notNull(),
    secretHash: text('secret_hash').notNull(),
    expiresAt: instant('expires_at').notNull(),
    /** The browser, in its own short words, and when it was last heard of. */
    device: text('device').notNull().default(''),
    openedAt: instant('opened_at').notNull().defaultNow(),
    seenAt: instant('seen_at').notNull().defaultNow(),
  },
  (t) => [
    primaryKey({ columns: [t.bookId, t.id] }),
    foreignKey({ columns: [t.bookId, t.memberId], foreignColumns: [member.bookId, member.id] }),
    bookOnly(),
  ],
).enableRLS()

/** A link that opens once: for somebody new to join the book, or for a member to choose a new password. */
export const invitation = pgTable(
  'invitation',
  {
    ...identity(),
    /** The member who may choose a new password; null where somebody new joins. */
    memberId: uuid('member_id'),
    role: text('role').$type<'owner' | 'keeper' | 'helper' | 'viewer'>().notNull(),
    /** For whom it is, in the owner's words. */
    name: text('name').notNull(),
    endsOn: date('ends_on'),
    secretHash: text('secret_hash').notNull(),
    madeAt: instant('made_at').notNull().defaultNow(),
    expiresAt: instant('expires_at').notNull(),
    usedAt: instant('used_at'),
  },
  (t) => [
    primaryKey({ columns: [t.bookId, t.id] }),
    foreignKey({ columns: [t.bookId, t.bookId], foreignColumns: [book.bookId, book.id] }),
    foreignKey({ columns: [t.bookId, t.memberId], foreignColumns: [member.bookId, member.id] }),
    bookOnly(),
  ],
).enableRLS()

export const protocol = pgTable(
  'protocol',
  {
    ...identity(),
    version: integer('version').notNull().default(1),
    code: text('code').notNull(),
    /** What its keepers call it, whatever the document that was brought in calls it. */
    species: text('species').notNull(),
    /** Null where it is as in its document. */
    latin: text('latin'),
    /** One that is hidden is offered no more for what comes new; one that was removed is in no list, and its name is free again. */
    state: text('state').$type<'kept' | 'hidden' | 'removed'>().notNull().default('kept'),
    /** The species that it turned out to be; what still names this one means that one. */
    mergedIntoId: uuid('merged_into_id'),
    /** As json, which keeps the figures in the order in which they are read. */
    document: json('document').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.bookId, t.id] }),
    foreignKey({ columns: [t.bookId, t.bookId], foreignColumns: [book.bookId, book.id] }),
    foreignKey({ columns: [t.bookId, t.mergedIntoId], foreignColumns: [t.bookId, t.id] }),
    uniqueIndex('protocol_code').on(t.bookId, t.code),
    bookOnly(),
  ],
).enableRLS()

export const place = pgTable(
  'place',
  {
    ...identity(),
    kind: text('kind')
      .$type<'room' | 'rack' | 'shelf' | 'tub' | 'incubator' | 'box' | 'unit' | 'outdoors'>()
      .notNull(),
    name: text('name').notNull(),
    parentId: uuid('parent_id'),
    setPointC: real('set_point_c'),
    /** How a box is divided, so that each egg has its place in it. */
    grid: jsonb('grid').$type<{ rows: number; columns: number }>(),
    /** What the air of an enclosure should be, by day and by night. */
    bands: jsonb('bands').$type<ClimateBands>(),
    /** What size of tub it is, its floor and how many it holds at most; of a tub only. */
    tub: jsonb('tub').$type<{ size: string; areaM2: number | null; litres: number | null; most: number }>(),
    /** Its place among its like: in a rack counted row by row from the top left, else from left to right. */
    position: integer('position'),
  },
  (t) => [
    primaryKey({ columns: [t.bookId, t.id] }),
    foreignKey({ columns: [t.bookId, t.bookId], foreignColumns: [book.bookId, book.id] }),
    foreignKey({ columns: [t.bookId, t.parentId], foreignColumns: [t.bookId, t.id] }),
    uniqueIndex('place_name').on(t.bookId, sql`coalesce(${t.parentId}, ${t.bookId})`, sql`lower(${t.name})`),
    bookOnly(),
  ],
).enableRLS()

export const probe = pgTable(
  'probe',
  {
    ...identity(),
    name: text('name').notNull(),
    placeId: uuid('place_id').notNull(),
    /** Set for a probe that speaks for itself; a log is brought in for the others. */
    secretHash: text('secret_hash'),
    /** How often it speaks, and when it last did, by the real clock. */
    everySeconds: real('every_seconds'),
    heardAt: instant('heard_at'),
    /** What is added to what it reads, from when on; in order of time. */
    calibrations: jsonb('calibrations').$type<Calibration[]>().notNull().default([]),
  },
  (t) => [
    primaryKey({ columns: [t.bookId, t.id] }),
    foreignKey({ columns: [t.bookId, t.placeId], foreignColumns: [place.bookId, place.id] }),
    bookOnly(),
  ],
).enableRLS()

export const reading = pgTable(
  'reading',
  {
    ...identity(),
    probeId: uuid('probe_id').notNull(),
    at: instant('at').notNull(),
    celsius: real('celsius').notNull(),
    /** Relative humidity, 0 to 1, of a probe that measures it. */
    humidity: real('humidity'),
  },
  (t) => [
    primaryKey({ columns: [t.bookId, t.id] }),
    foreignKey({ columns: [t.bookId, t.probeId], foreignColumns: [probe.bookId, probe.id] }),
    uniqueIndex('reading_at').on(t.bookId, t.probeId, t.at),
    bookOnly(),
  ],
).enableRLS()

/** The log. The application may read and add, never change or remove: see the grants. */
export const entry = pgTable(
  'entry',
  {
    ...identity(),
    kind: text('kind').notNull(),
    subjectType: text('subject_type').$type<SubjectType>().notNull(),
    subjectId: uuid('subject_id').notNull(),
    at: instant('at').notNull(),
    precision: text('precision').$type<'minute' | 'day'>().notNull(),
    recordedAt: instant('recorded_at').notNull(),
    memberId: uuid('member_id').notNull(),
    device: text('device').notNull().default(''),
    payload: jsonb('payload').$type<Record<string, unknown>>().notNull(),
    strikes: uuid('strikes'),
  },
  (t) => [
    primaryKey({ columns: [t.bookId, t.id] }),
    foreignKey({ columns: [t.bookId, t.memberId], foreignColumns: [member.bookId, member.id] }),
    foreignKey({ columns: [t.bookId, t.strikes], foreignColumns: [t.bookId, t.id] }),
    uniqueIndex('entry_struck_once').on(t.bookId, t.strikes),
    index('entry_of_subject').on(t.bookId, t.subjectId, t.at),
    // What was written of a day has one time: the newest hundred of thousands are found without sorting them.
    index('entry_by_time').on(t.bookId, t.at, t.id),
    index('entry_by_kind').on(t.bookId, t.kind, t.subjectId, t.at),
    usualDays('entry_days', t.at),
    bookOnly(),
  ],
).enableRLS()

/**
 * A list that a keeper brings in: its rows as they stand in the file or were mended since, how they are read, and what was made of them.
 * Rows that came in are no longer kept here; what is left waits until somebody settles it.
 */
export const importList = pgTable(
  'import_list',
  {
    ...identity(),
    memberId: uuid('member_id').notNull(),
    fileName: text('file_name').notNull(),
    at: instant('at').notNull(),
    encoding: text('encoding').notNull(),
    delimiter: text('delimiter').notNull(),
    headers: json('headers').$type<string[]>().notNull(),
    rows: json('rows').$type<{ line: number; cells: string[] }[]>().notNull(),
    choices: jsonb('choices').$type<ListChoices>().notNull(),
    aside: jsonb('aside').$type<number[]>().notNull().default([]),
    state: text('state').$type<'open' | 'in' | 'undone'>().notNull().default('open'),
    broughtIn: integer('brought_in').notNull().default(0),
    /** How far it is with coming in or going out, in rows of the database. */
    done: integer('done').notNull().default(0),
    total: integer('total').notNull().default(0),
    /** What was made of it: by these it is undone. */
    made: json('made').$type<{ animals: string[]; places: string[]; entries: string[] }>().notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.bookId, t.id] }),
    foreignKey({ columns: [t.bookId, t.memberId], foreignColumns: [member.bookId, member.id] }),
    bookOnly(),
  ],
).enableRLS()

/**
 * What a plan or an identity was before it was changed, and what it became: written by the database itself with every change, added to and
 * read, never altered. The log has its own history: there nothing is changed at all.
 */
export const revision = pgTable(
  'revision',
  {
    ...identity(),
    /** The table and the row that was changed. */
    of: text('of').notNull(),
    subjectId: uuid('subject_id').notNull(),
    at: instant('at').notNull(),
    /** Null where the program did it by itself. */
    memberId: uuid('member_id'),
    device: text('device').notNull(),
    /** The columns that changed, as they were and as they became; nothing before where it was made. */
    before: jsonb('before').$type<Record<string, unknown>>().notNull(),
    after: jsonb('after').$type<Record<string, unknown>>().notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.bookId, t.id] }),
    foreignKey({ columns: [t.bookId, t.memberId], foreignColumns: [member.bookId, member.id] }),
    index('revision_of_subject').on(t.bookId, t.subjectId, t.at),
    index('revision_by_time').on(t.bookId, t.at),
    bookOnly(),
  ],
).enableRLS()
