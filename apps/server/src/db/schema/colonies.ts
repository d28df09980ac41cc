import {
  boolean,
  foreignKey,
  integer,
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
    withdrawn: boolean('withdrawn').notNull().default(false),
  },
  (t) => [
    primaryKey({ columns: [t.bookId, t.id] }),
    foreignKey({ columns: [t.bookId, t.protocolId], foreignColumns: [protocol.bookId, protocol.id] }),
    uniqueIndex('colony_name').on(t.bookId, t.name),
    bookOnly(),
  ],
).enableRLS()
