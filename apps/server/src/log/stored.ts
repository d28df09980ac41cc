import type { AnimalEntry, EntryKind, PayloadOf, Saying } from '@hatch-book/core'
import { sql, type SQL } from 'drizzle-orm'

/** An entry as it is stored, of any of some kinds: which it is tells what is in it. */
export type StoredEntry<K extends EntryKind = EntryKind> = Saying<K> & {
  id: string
  subject_id: string
  at: Date
}

/** Entries of animals as they are folded. */
export const asLogged = (log: readonly StoredEntry[]): AnimalEntry[] =>
  log.map((entry) => ({ ...entry, at: entry.at.getTime() }) as unknown as AnimalEntry)

/** An entry that stands: neither struck out nor a striking. */
export const standsSql = sql`e.kind <> 'struck' and not exists (select 1 from entry s where s.book_id = e.book_id and s.strikes = e.id)`

/**
 * What entries of a kind carry under a name, as text. The kind is no condition of it: it holds the name against what the kind carries.
 * @param as what the entries are called in the question
 */
export const carried = <K extends EntryKind>(_kind: K, name: keyof PayloadOf<K> & string, as = 'e'): SQL =>
  sql.raw(`${as}.payload->>'${name}'`)
/** The same as a number. */
export const carriedNumber = <K extends EntryKind>(kind: K, name: keyof PayloadOf<K> & string): SQL =>
  sql`(${carried(kind, name)})::float8`
/** Entries of some kinds, by what they are called in the question. */
export const isOfKindAs = (as: string, ...kinds: readonly EntryKind[]): SQL => {
  const kind = sql.raw(`${as}.kind`)
  return kinds.length === 1 ? sql`${kind} = ${kinds[0]}` : sql`${kind} = any(${sql.param(kinds)}::text[])`
}
/** Entries `e` of some kinds. */
export const isOfKind = (...kinds: readonly EntryKind[]): SQL => isOfKindAs('e', ...kinds)
