import type { FeederPlanWhat, RecipePart } from '@hatch-book/contract'
import { sql } from 'drizzle-orm'
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
import { protocol } from './books'
import { bookOnly, identity } from './tenancy'

/** Feeder animals in bins, known by what is counted of them in the log. */
export const colony = pgTable(
  'colony',
  {
    ...identity(),
    version: integer('version').notNull().default(1),
    name: text('name').notNull(),
    protocolId: uuid('protocol_id').notNull(),
    bins: integer('bins').notNull(),
    /** What it stands at, °C. */
    celsius: real('celsius').notNull(),
    /** How it is worked, by the name its protocol gives the way; empty where nobody chose one. */
    method: text('method').notNull().default(''),
    withdrawn: boolean('withdrawn').notNull().default(false),
  },
  (t) => [
    primaryKey({ columns: [t.bookId, t.id] }),
    foreignKey({ columns: [t.bookId, t.protocolId], foreignColumns: [protocol.bookId, protocol.id] }),
    uniqueIndex('colony_name').on(t.bookId, t.name),
    bookOnly(),
  ],
).enableRLS()

/** What is planned so that the animals are fed: bought, set up, spared or warmed. */
export const feederPlan = pgTable(
  'feeder_plan',
  {
    ...identity(),
    version: integer('version').notNull().default(1),
    protocolId: uuid('protocol_id').notNull(),
    from: date('from_day').notNull(),
    until: date('until_day').notNull(),
    what: jsonb('what').$type<FeederPlanWhat>().notNull(),
    settled: text('settled').$type<'open' | 'done' | 'dropped'>().notNull().default('open'),
  },
  (t) => [
    primaryKey({ columns: [t.bookId, t.id] }),
    foreignKey({ columns: [t.bookId, t.protocolId], foreignColumns: [protocol.bookId, protocol.id] }),
    index('feeder_plan_open').on(t.bookId, t.settled),
    bookOnly(),
  ],
).enableRLS()

/** What is mixed for those who eat it. */
export const recipe = pgTable(
  'recipe',
  {
    ...identity(),
    version: integer('version').notNull().default(1),
    name: text('name').notNull(),
    parts: jsonb('parts').$type<RecipePart[]>().notNull(),
    keepsDays: integer('keeps_days').notNull(),
    /** A meal of it: a share of the eater's weight, or g for each. */
    portionShare: doublePrecision('portion_share'),
    portionGrams: doublePrecision('portion_grams'),
    withdrawn: boolean('withdrawn').notNull().default(false),
  },
  (t) => [
    primaryKey({ columns: [t.bookId, t.id] }),
    uniqueIndex('recipe_name')
      .on(t.bookId, sql`lower(${t.name})`)
      .where(sql`not ${t.withdrawn}`),
    bookOnly(),
  ],
).enableRLS()
