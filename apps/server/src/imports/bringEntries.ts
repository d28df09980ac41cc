import { newId, type EntryDraft } from '@hatch-book/contract'
import { instantOfDay } from '@hatch-book/core'
import type { Transaction } from '../db/connect'
import { writeEntries } from '../log'
import type { Actor } from '../shell/actor'
import type { ReadEntry } from './entryList'
import type { Made, Tell } from './progress'

const AT_ONCE = 2000
/** What is known to the day happened at its noon. */
const NOON = 12

/** Writes what a list says was seen into the log, by the same door as every other entry. */
export async function bringEntries(
  tx: Transaction,
  actor: Actor,
  entries: readonly ReadEntry[],
  tell: Tell,
): Promise<Made> {
  // Each animal's in order of time: then what is folded is folded on, not anew.
  const inOrder = [...entries].sort((a, b) => a.day.localeCompare(b.day))
  const drafts: EntryDraft[] = inOrder.map(
    ({ animalId, day, kind, payload }) =>
      ({
        ...{ id: newId(), kind, subject: { type: 'animal', id: animalId } },
        at: new Date(Math.min(instantOfDay(day, actor.book.zone, NOON), actor.now)).toISOString(),
        ...{ precision: 'day', device: 'list', strikes: null, payload },
      }) as EntryDraft,
  )
  for (let start = 0; start < drafts.length; start += AT_ONCE) {
    const part = drafts.slice(start, start + AT_ONCE)
    await writeEntries(tx, actor, part)
    await tell(start + part.length, drafts.length)
  }
  return { animals: [], places: [], entries: drafts.map((d) => d.id) }
}
