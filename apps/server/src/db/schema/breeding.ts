import type {
  AnimalStanding,
  ClutchKind,
  CountedEggs,
  EggFate,
  GeneSet,
  GrowthPrior,
  HatchRecord,
} from '@hatch-book/core'
import type { HatchFact, LineGoalView, SeasonPlanView } from '@hatch-book/contract'
import { sql } from 'drizzle-orm'
import {
  boolean,
  date,
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
  type AnyPgColumn,
} from 'drizzle-orm/pg-core'
import { place, protocol } from './books'
import { bookOnly, identity, instant, usualDays } from './tenancy'

export const animal = pgTable(
  'animal',
  {
    ...identity(),
    version: integer('version').notNull().default(1),
    tag: text('tag').notNull(),
    name: text('name').notNull().default(''),
    protocolId: uuid('protocol_id').notNull(),
    form: text('form').notNull().default(''),
    line: text('line').notNull().default(''),
    hatchFact: jsonb('hatch_fact').$type<HatchFact>(),
    hatchedFrom: date('hatched_from'),
    hatchedTo: date('hatched_to'),
    damId: uuid('dam_id'),
    sireId: uuid('sire_id'),
    clutchId: uuid('clutch_id'),
    purpose: text('purpose')
      .$type<'breeder' | 'holdback' | 'growing on' | 'for sale' | 'pet only'>()
      .notNull(),
    origin: text('origin').notNull().default(''),
    note: text('note').notNull().default(''),
    /** Taken back with the entry that made it, such as a hatching struck out. */
    withdrawn: boolean('withdrawn').notNull().default(false),
    /** The record of the same animal that this one was merged into; its log counts there. */
    mergedIntoId: uuid('merged_into_id'),
    /** The egg it hatched from, where its eggs are kept one by one. */
    eggId: uuid('egg_id'),
  },
  (t) => [
    primaryKey({ columns: [t.bookId, t.id] }),
    foreignKey({ columns: [t.bookId, t.mergedIntoId], foreignColumns: [t.bookId, t.id] }),
    index('animal_merged_into').on(t.bookId, t.mergedIntoId),
    foreignKey({ columns: [t.bookId, t.protocolId], foreignColumns: [protocol.bookId, protocol.id] }),
    foreignKey({ columns: [t.bookId, t.damId], foreignColumns: [t.bookId, t.id] }),
    foreignKey({ columns: [t.bookId, t.sireId], foreignColumns: [t.bookId, t.id] }),
    foreignKey({
      columns: [t.bookId, t.clutchId],
      foreignColumns: [clutch.bookId, clutch.id] as [AnyPgColumn, AnyPgColumn],
    }),
    uniqueIndex('animal_tag')
      .on(t.bookId, sql`lower(${t.tag})`)
      .where(sql`not ${t.withdrawn}`),
    // One egg is one animal, whoever writes it, on however many devices.
    uniqueIndex('animal_of_egg')
      .on(t.bookId, t.eggId)
      .where(sql`${t.eggId} is not null and not ${t.withdrawn}`),
    index('animal_of_dam').on(t.bookId, t.damId),
    index('animal_of_sire').on(t.bookId, t.sireId),
    usualDays('animal_days', t.hatchedFrom, t.hatchedTo),
    bookOnly(),
  ],
).enableRLS()

/** Where each animal stands: folded from its log in the transaction of every entry, and rebuilt from it by command. */
export const animalStanding = pgTable(
  'animal_standing',
  { ...identity(), standing: jsonb('standing').$type<AnimalStanding>().notNull() },
  (t) => [
    primaryKey({ columns: [t.bookId, t.id] }),
    foreignKey({ columns: [t.bookId, t.id], foreignColumns: [animal.bookId, animal.id] }),
    bookOnly(),
  ],
).enableRLS()

/**
 * What was worked out of an animal for some days: its row in the lists and what rooms make of it. It stands for the days from one to before
 * another, on which time alone turns it, as long as what it rests on is the same. Whatever is not there is worked out anew.
 */
export const judged = pgTable(
  'judged',
  {
    ...identity(),
    animalId: uuid('animal_id').notNull(),
    fromDay: date('from_day').notNull(),
    untilDay: date('until_day').notNull(),
    /** The versions of the program, the protocols and the rows that it was worked out from. */
    rests: text('rests').notNull(),
    /** The row as it goes out, but for its age. */
    row: text('row').notNull(),
    /** What the rooms work out of it, each under its name: JSON. */
    beside: text('beside').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.bookId, t.id] }),
    foreignKey({ columns: [t.bookId, t.animalId], foreignColumns: [animal.bookId, animal.id] }),
    uniqueIndex('judged_from').on(t.bookId, t.animalId, t.fromDay),
    bookOnly(),
  ],
).enableRLS()

/** What is expected of the growth of a line and sex on a day: one answer for all servers, the lists and the pages. */
export const linePrior = pgTable(
  'line_prior',
  { ...identity(), day: date('day').notNull(), prior: jsonb('prior').$type<GrowthPrior>().notNull() },
  (t) => [primaryKey({ columns: [t.bookId, t.id] }), bookOnly()],
).enableRLS()

export const pairing = pgTable(
  'pairing',
  {
    ...identity(),
    version: integer('version').notNull().default(1),
    femaleId: uuid('female_id').notNull(),
    maleId: uuid('male_id').notNull(),
    plannedAt: instant('planned_at').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.bookId, t.id] }),
    foreignKey({ columns: [t.bookId, t.femaleId], foreignColumns: [animal.bookId, animal.id] }),
    foreignKey({ columns: [t.bookId, t.maleId], foreignColumns: [animal.bookId, animal.id] }),
    bookOnly(),
  ],
).enableRLS()

export const clutch = pgTable(
  'clutch',
  {
    ...identity(),
    version: integer('version').notNull().default(1),
    name: text('name').notNull(),
    pairingId: uuid('pairing_id'),
    damId: uuid('dam_id').notNull(),
    sireId: uuid('sire_id'),
    foundAt: instant('found_at').notNull(),
    laidFrom: instant('laid_from').notNull(),
    laidTo: instant('laid_to').notNull(),
    method: text('method').notNull(),
    /** Where it was set; where it stands since is told by its log. Null for young that were born. */
    boxId: uuid('box_id'),
    kind: text('kind').$type<ClutchKind>().notNull().default('clutch'),
    /** Of eggs that are counted and not kept one by one. */
    counted: jsonb('counted').$type<CountedEggs>(),
    withdrawn: boolean('withdrawn').notNull().default(false),
  },
  (t): ReturnType<typeof foreignKey>[] =>
    [
      primaryKey({ columns: [t.bookId, t.id] }),
      foreignKey({ columns: [t.bookId, t.pairingId], foreignColumns: [pairing.bookId, pairing.id] }),
      foreignKey({ columns: [t.bookId, t.damId], foreignColumns: [animal.bookId, animal.id] }),
      foreignKey({ columns: [t.bookId, t.sireId], foreignColumns: [animal.bookId, animal.id] }),
      foreignKey({ columns: [t.bookId, t.boxId], foreignColumns: [place.bookId, place.id] }),
      usualDays('clutch_days', t.foundAt, t.laidFrom, t.laidTo),
      bookOnly(),
    ] as never,
).enableRLS()

export const egg = pgTable(
  'egg',
  {
    ...identity(),
    clutchId: uuid('clutch_id').notNull(),
    number: integer('number').notNull(),
    grams: real('grams'),
    /** The fate it was set with; later ones are entries, and `fate` is the last of them. */
    setFate: text('set_fate').$type<EggFate>().notNull(),
    fate: text('fate').$type<EggFate>().notNull(),
    fateAt: instant('fate_at'),
    animalId: uuid('animal_id'),
    /** Its place in the box, counted row by row from the top left; null where nobody placed it. */
    cell: integer('cell'),
  },
  (t) => [
    primaryKey({ columns: [t.bookId, t.id] }),
    foreignKey({ columns: [t.bookId, t.clutchId], foreignColumns: [clutch.bookId, clutch.id] }),
    foreignKey({ columns: [t.bookId, t.animalId], foreignColumns: [animal.bookId, animal.id] }),
    uniqueIndex('egg_number').on(t.bookId, t.clutchId, t.number),
    usualDays('egg_days', t.fateAt),
    bookOnly(),
  ],
).enableRLS()

/** What a clutch that hatched tells of the thermal constant: worked out from its readings when asked for, and kept. */
export const hatchRecord = pgTable(
  'hatch_record',
  {
    ...identity(),
    /** What it was worked out with: when this changes, it is worked out anew. */
    basis: text('basis').notNull(),
    /** Null where it tells nothing. */
    record: jsonb('record').$type<HatchRecord | null>(),
  },
  (t) => [
    primaryKey({ columns: [t.bookId, t.id] }),
    foreignKey({ columns: [t.bookId, t.id], foreignColumns: [clutch.bookId, clutch.id] }),
    bookOnly(),
  ],
).enableRLS()

/** A species' genes where a book has them otherwise than they started; its key is the protocol's. */
export const geneSet = pgTable(
  'gene_set',
  {
    ...identity(),
    version: integer('version').notNull().default(1),
    genes: jsonb('genes').$type<GeneSet>().notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.bookId, t.id] }),
    foreignKey({ columns: [t.bookId, t.id], foreignColumns: [protocol.bookId, protocol.id] }),
    bookOnly(),
  ],
).enableRLS()

/** A season of pairings as it is planned: who is with whom, and when. */
export const seasonPlan = pgTable(
  'season_plan',
  {
    ...identity(),
    version: integer('version').notNull().default(1),
    protocolId: uuid('protocol_id').notNull(),
    name: text('name').notNull(),
    fromDay: date('from_day').notNull(),
    toDay: date('to_day').notNull(),
    settings: jsonb('settings').$type<SeasonPlanView['settings']>().notNull(),
    courses: jsonb('courses').$type<SeasonPlanView['courses']>().notNull(),
    at: instant('at').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.bookId, t.id] }),
    foreignKey({ columns: [t.bookId, t.protocolId], foreignColumns: [protocol.bookId, protocol.id] }),
    bookOnly(),
  ],
).enableRLS()

/** What a line is for. */
export const lineGoal = pgTable(
  'line_goal',
  {
    ...identity(),
    version: integer('version').notNull().default(1),
    protocolId: uuid('protocol_id').notNull(),
    name: text('name').notNull(),
    line: text('line').notNull().default(''),
    goal: jsonb('goal')
      .$type<Pick<LineGoalView, 'wanted' | 'number' | 'mostInbreeding' | 'years' | 'tubs'>>()
      .notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.bookId, t.id] }),
    foreignKey({ columns: [t.bookId, t.protocolId], foreignColumns: [protocol.bookId, protocol.id] }),
    bookOnly(),
  ],
).enableRLS()
