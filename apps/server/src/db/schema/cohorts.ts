import {
  boolean,
  date,
  foreignKey,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  real,
  text,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core'
import { place, protocol } from './books'

import { bookOnly, identity } from './tenancy'

/** Animals that are counted rather than named, and boxes in which adults breed; what they hold is told by the log. */
export const cohort = pgTable(
  'cohort',
  {
    ...identity(),
    version: integer('version').notNull().default(1),
    name: text('name').notNull(),
    protocolId: uuid('protocol_id').notNull(),
    kind: text('kind').$type<'young' | 'breeding box'>().notNull(),
    began: date('began').notNull(),
    /** Lines by share; they add up to 1. */
    lines: jsonb('lines').$type<{ line: string; share: number }[]>().notNull(),
    /** Generations from the wild; null where nobody knows. */
    generationLeast: integer('generation_least'),
    generationMost: integer('generation_most'),
    fertilised: text('fertilised').$type<'mated' | 'not mated' | 'mixed'>().notNull(),
    origin: text('origin').notNull(),
    fromId: uuid('from_id'),
    placeId: uuid('place_id'),
    tubs: integer('tubs').notNull(),
    /** One tub. */
    litres: real('litres').notNull(),
    heightMm: real('height_mm'),
    /** What it stands at, and will stand at from a day on, °C. */
    celsius: real('celsius').notNull(),
    /** What it stood at before, and from which day on: development adds up by it. */
    warmth: jsonb('warmth').$type<{ from: string; celsius: number }[]>().notNull().default([]),
    thenC: real('then_c'),
    thenFrom: date('then_from'),
    hostPlant: text('host_plant').notNull(),
    ended: boolean('ended').notNull().default(false),
  },
  (t) => [
    primaryKey({ columns: [t.bookId, t.id] }),
    foreignKey({ columns: [t.bookId, t.protocolId], foreignColumns: [protocol.bookId, protocol.id] }),
    foreignKey({ columns: [t.bookId, t.placeId], foreignColumns: [place.bookId, place.id] }),
    foreignKey({ columns: [t.bookId, t.fromId], foreignColumns: [t.bookId, t.id] }),
    uniqueIndex('cohort_name').on(t.bookId, t.name),
    bookOnly(),
  ],
).enableRLS()
