import type { Book } from '@hatch-book/contract'
import type { BookRow } from '../shell/actor'

/** The database forgets a deleted book after as many days: see `forget_deleted_books`. */
export const KEPT_DAYS = 30

/** A book as its members see it. */
export function bookView({ deletedAt, ...row }: BookRow): Book {
  const { id, version, name, zone, weightUnit, temperatureUnit, demoDay } = row
  const until = deletedAt && new Date(deletedAt.getTime() + KEPT_DAYS * 86_400_000)
  return {
    ...{ id, version, name, zone, weightUnit, temperatureUnit, demoDay },
    deleted: until && { at: deletedAt!.toISOString(), until: until.toISOString() },
  }
}
