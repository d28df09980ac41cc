import type { ProtocolDocument, ProtocolScope, ProtocolSettings } from '@hatch-book/core'
import { sql } from 'drizzle-orm'
import {
  check,
  customType,
  foreignKey,
  index,
  integer,
  json,
  jsonb,
  pgTable,
  primaryKey,
  text,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core'
import { animal } from './breeding'
import { book, member, place, protocol } from './books'
import { bookOnly, identity, instant } from './tenancy'

const bytes = customType<{ data: Buffer }>({ dataType: () => 'bytea' })

/**
 * What was set over a protocol, for the species, a line or an animal, and by whom: each edition is the whole of its level.
 * The application may read and add, never change or remove, so that a verdict can be shown by the edition it was judged by.
 */
export const protocolEdition = pgTable(
  'protocol_edition',
  {
    ...identity(),
    protocolId: uuid('protocol_id').notNull(),
    scope: text('scope').$type<ProtocolScope>().notNull(),
    /** The line's name or the animal's id; empty for the species. */
    scopeOf: text('scope_of').notNull().default(''),
    number: integer('number').notNull(),
    settings: jsonb('settings').$type<ProtocolSettings>().notNull(),
    /** The document that was brought in with this edition of the species, if one was. */
    document: json('document').$type<ProtocolDocument>(),
    reason: text('reason').notNull().default(''),
    at: instant('at').notNull(),
    memberId: uuid('member_id').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.bookId, t.id] }),
    foreignKey({ columns: [t.bookId, t.protocolId], foreignColumns: [protocol.bookId, protocol.id] }),
    foreignKey({ columns: [t.bookId, t.memberId], foreignColumns: [member.bookId, member.id] }),
    uniqueIndex('protocol_edition_number').on(t.bookId, t.protocolId, t.scope, t.scopeOf, t.number),
    bookOnly(),
  ],
).enableRLS()

/** A picture of an animal, or of a place, at two sizes, freed of where it was taken. */
export const photo = pgTable(
  'photo',
  {
    ...identity(),
    animalId: uuid('animal_id'),
    placeId: uuid('place_id'),
    view: text('view').$type<'above' | 'side' | 'other'>().notNull(),
    at: instant('at').notNull(),
    width: integer('width').notNull(),
    height: integer('height').notNull(),
    large: bytes('large').notNull(),
    small: bytes('small').notNull(),
    memberId: uuid('member_id').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.bookId, t.id] }),
    foreignKey({ columns: [t.bookId, t.animalId], foreignColumns: [animal.bookId, animal.id] }),
    foreignKey({ columns: [t.bookId, t.memberId], foreignColumns: [member.bookId, member.id] }),
    foreignKey({ columns: [t.bookId, t.placeId], foreignColumns: [place.bookId, place.id] }),
    check('photo_of_one', sql`(${t.animalId} is null) <> (${t.placeId} is null)`),
    index('photo_of_animal').on(t.bookId, t.animalId, t.at),
    bookOnly(),
  ],
).enableRLS()

/** A paper that belongs to an animal: a permit, a bill, a vet's letter. */
export const paper = pgTable(
  'paper',
  {
    ...identity(),
    animalId: uuid('animal_id').notNull(),
    name: text('name').notNull(),
    type: text('type').notNull(),
    size: integer('size').notNull(),
    content: bytes('content').notNull(),
    at: instant('at').notNull(),
    memberId: uuid('member_id').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.bookId, t.id] }),
    foreignKey({ columns: [t.bookId, t.animalId], foreignColumns: [animal.bookId, animal.id] }),
    foreignKey({ columns: [t.bookId, t.memberId], foreignColumns: [member.bookId, member.id] }),
    index('paper_of_animal').on(t.bookId, t.animalId),
    bookOnly(),
  ],
).enableRLS()

/** A scale that speaks to the book through its bridge, with a secret of its own. */
export const scale = pgTable(
  'scale',
  {
    ...identity(),
    name: text('name').notNull(),
    capacityGrams: integer('capacity_grams').notNull(),
    secretHash: text('secret_hash').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.bookId, t.id] }),
    foreignKey({ columns: [t.bookId, t.bookId], foreignColumns: [book.bookId, book.id] }),
    uniqueIndex('scale_name').on(t.bookId, t.name),
    bookOnly(),
  ],
).enableRLS()
