import { DATE_ORDERS, MASS_UNITS, type MassUnit } from '@hatch-book/core'
import * as v from 'valibot'
import { Id, InstantSchema } from '../common'

/** What a list is of: one row an animal, or one row what was seen of an animal on a day. */
export const LIST_KINDS = ['animals', 'entries'] as const
export type ListKind = (typeof LIST_KINDS)[number]

/** What a column of each kind of list can mean; `grams on a day` is a column headed by its date. */
export const COLUMN_MEANINGS = {
  animals: [
    ...['tag', 'name', 'species', 'look', 'sex', 'hatched', 'dam', 'sire', 'place', 'grams'],
    ...['form', 'line', 'purpose', 'origin', 'note'],
  ],
  entries: ['tag', 'day', 'grams', 'grams on a day', 'meal', 'food', 'shed', 'note'],
} as const
export type AnimalColumn =
  | ('tag' | 'name' | 'species' | 'look' | 'sex' | 'hatched' | 'dam' | 'sire' | 'place' | 'grams')
  | ('form' | 'line' | 'purpose' | 'origin' | 'note')
export type EntryColumn = 'tag' | 'day' | 'grams' | 'grams on a day' | 'meal' | 'food' | 'shed' | 'note'

export const ListChoices = v.object({
  what: v.picklist(LIST_KINDS),
  /** What each column means, in their order; null for one that is left out. */
  means: v.array(v.nullable(v.string())),
  /** How figures that could be two days are read; null refuses them. */
  dateOrder: v.nullable(v.picklist(DATE_ORDERS)),
  massUnit: v.picklist(Object.keys(MASS_UNITS) as MassUnit[]),
})
export type ListChoices = v.InferOutput<typeof ListChoices>

export const ListFault = v.object({ column: v.nullable(v.number()), says: v.string() })
export const ListRow = v.object({
  /** Line of the file on which the row begins, from 1. */
  line: v.number(),
  cells: v.array(v.string()),
  faults: v.array(ListFault),
})
export type ListRow = v.InferOutput<typeof ListRow>

export const LIST_STATES = ['open', 'in', 'undone'] as const
export const ROW_GROUPS = ['good', 'faulty', 'doubles', 'aside'] as const
export type RowGroup = (typeof ROW_GROUPS)[number]

const ListBrief = {
  id: Id,
  fileName: v.string(),
  at: InstantSchema,
  by: v.string(),
  state: v.picklist(LIST_STATES),
  /** Rows that were brought in, and those that are left. */
  broughtIn: v.number(),
  left: v.number(),
}
export const ImportLists = v.object({ lists: v.array(v.object(ListBrief)) })
export type ImportLists = v.InferOutput<typeof ImportLists>

export const ImportedList = v.object({
  ...ListBrief,
  encoding: v.string(),
  delimiter: v.string(),
  columns: v.array(
    v.object({
      header: v.string(),
      /** Its cells in the first rows, in their order. */
      samples: v.array(v.string()),
    }),
  ),
  choices: ListChoices,
  /** What was guessed and by what, in words: nothing is read otherwise than it is said here. */
  guesses: v.array(v.string()),
  /** What stands against bringing it in at all. */
  missing: v.array(v.string()),
  notes: v.array(v.string()),
  counts: v.object({ good: v.number(), faulty: v.number(), doubles: v.number(), aside: v.number() }),
  shown: v.picklist(ROW_GROUPS),
  rows: v.array(ListRow),
})
export type ImportedList = v.InferOutput<typeof ImportedList>

export const ListQuery = v.object({
  show: v.optional(v.picklist(ROW_GROUPS)),
  from: v.optional(v.pipe(v.string(), v.regex(/^\d{1,6}$/), v.transform(Number)), '0'),
})
export const ListFile = v.object({
  fileName: v.optional(v.pipe(v.string(), v.maxLength(200)), 'list.csv'),
})
export const ListChange = v.object({
  choices: v.optional(v.partial(ListChoices)),
  /** Cells written anew where they stand. */
  repairs: v.optional(
    v.pipe(
      v.array(
        v.object({
          line: v.number(),
          column: v.pipe(v.number(), v.integer(), v.minValue(0)),
          text: v.pipe(v.string(), v.maxLength(4000)),
        }),
      ),
      v.maxLength(1000),
    ),
  ),
  /** Rows that are not to come in, or to come in after all. */
  aside: v.optional(
    v.object({ lines: v.pipe(v.array(v.number()), v.maxLength(50_000)), aside: v.boolean() }),
  ),
  /** All rows of a group, but those set aside, are set aside. */
  setAside: v.optional(v.picklist(['faulty', 'doubles'])),
})
export type ListChange = v.InferInput<typeof ListChange>
export const ListProgress = v.object({ done: v.number(), total: v.number() })
