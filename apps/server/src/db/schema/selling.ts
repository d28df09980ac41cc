import {
  boolean,
  date,
  doublePrecision,
  foreignKey,
  index,
  integer,
  pgTable,
  primaryKey,
  text,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core'
import { book, member, protocol } from './books'
import { animal } from './breeding'
import { bookOnly, identity, instant } from './tenancy'

/** Somebody who buys, waits or gave an animal. */
export const contact = pgTable(
  'contact',
  {
    ...identity(),
    version: integer('version').notNull().default(1),
    name: text('name').notNull(),
    reach: text('reach').notNull().default(''),
    note: text('note').notNull().default(''),
  },
  (t) => [
    primaryKey({ columns: [t.bookId, t.id] }),
    foreignKey({ columns: [t.bookId, t.bookId], foreignColumns: [book.bookId, book.id] }),
    bookOnly(),
  ],
).enableRLS()

/** What somebody waits for; who asked first is served first. */
export const wish = pgTable(
  'wish',
  {
    ...identity(),
    version: integer('version').notNull().default(1),
    contactId: uuid('contact_id').notNull(),
    protocolId: uuid('protocol_id').notNull(),
    line: text('line').notNull().default(''),
    sex: text('sex').$type<'female' | 'male' | 'either'>().notNull(),
    trait: text('trait').notNull().default(''),
    most: doublePrecision('most'),
    note: text('note').notNull().default(''),
    since: date('since').notNull(),
    ended: text('ended').$type<'served' | 'withdrawn'>(),
  },
  (t) => [
    primaryKey({ columns: [t.bookId, t.id] }),
    foreignKey({ columns: [t.bookId, t.contactId], foreignColumns: [contact.bookId, contact.id] }),
    foreignKey({ columns: [t.bookId, t.protocolId], foreignColumns: [protocol.bookId, protocol.id] }),
    bookOnly(),
  ],
).enableRLS()

/** One line of the price list: empty words hold for all. */
export const price = pgTable(
  'price',
  {
    ...identity(),
    version: integer('version').notNull().default(1),
    protocolId: uuid('protocol_id').notNull(),
    line: text('line').notNull().default(''),
    sex: text('sex').$type<'female' | 'male' | 'either'>().notNull(),
    trait: text('trait').notNull().default(''),
    price: doublePrecision('price').notNull(),
    withdrawn: boolean('withdrawn').notNull().default(false),
  },
  (t) => [
    primaryKey({ columns: [t.bookId, t.id] }),
    foreignKey({ columns: [t.bookId, t.protocolId], foreignColumns: [protocol.bookId, protocol.id] }),
    bookOnly(),
  ],
).enableRLS()

/** A link that opens one thing to whoever has it: an animal's record, or the calendar. Only the secret's hash is kept. */
export const share = pgTable(
  'share',
  {
    ...identity(),
    kind: text('kind').$type<'animal' | 'calendar'>().notNull(),
    /** Of the kind `animal` only. */
    animalId: uuid('animal_id'),
    secretHash: text('secret_hash').notNull(),
    memberId: uuid('member_id').notNull(),
    at: instant('at').notNull(),
    withdrawnAt: instant('withdrawn_at'),
  },
  (t) => [
    primaryKey({ columns: [t.bookId, t.id] }),
    foreignKey({ columns: [t.bookId, t.animalId], foreignColumns: [animal.bookId, animal.id] }),
    foreignKey({ columns: [t.bookId, t.memberId], foreignColumns: [member.bookId, member.id] }),
    uniqueIndex('share_secret').on(t.bookId, t.secretHash),
    index('share_of_animal').on(t.bookId, t.animalId),
    bookOnly(),
  ],
).enableRLS()
