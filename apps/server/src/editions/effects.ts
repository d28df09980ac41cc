import type { AnimalRow, EditionEffects } from '@hatch-book/contract'
import type { WorkItem } from '@hatch-book/core'
import { cachedAnimals } from '../animals'
import { inBook, type Database, type Transaction } from '../db/connect'
import { onTrial } from '../db/trial'
import { loadShelf } from '../protocols'
import { bookWork } from '../rounds'
import type { Actor } from '../shell/actor'

/** Work is looked at so far ahead, days. */
const AHEAD_DAYS = 30
/** So many of each are named. */
const MOST_NAMED = 200

/** How a book stands: everybody of a species as judged, and all work to come, alarms included. */
interface BookState {
  animals: Map<string, AnimalRow>
  work: Map<string, WorkItem>
}

async function stateOf(tx: Transaction, actor: Actor, protocolId: string): Promise<BookState> {
  const { species } = (await loadShelf(tx)).document(protocolId)
  const rows = (await cachedAnimals(tx, actor)).map(({ json }) => JSON.parse(json) as AnimalRow)
  const { items } = await bookWork(tx, actor, AHEAD_DAYS)
  return {
    animals: new Map(rows.filter((r) => r.species === species).map((r) => [r.id, r])),
    work: new Map(items.map((item) => [item.id, item])),
  }
}

/** How a book stands now. */
export const stateNow = (db: Database, actor: Actor, protocolId: string): Promise<BookState> =>
  inBook(db, actor.bookId, (tx) => stateOf(tx, actor, protocolId), { reads: true })

/**
 * How a book would stand after a change, by the same calculation as ever.
 * @param change its last step keeps everybody's stage
 */
export const stateAfter = (
  db: Database,
  actor: Actor,
  protocolId: string,
  change: (tx: Transaction) => Promise<void>,
): Promise<BookState> =>
  onTrial(db, actor.bookId, async (tx) => {
    await change(tx)
    return stateOf(tx, actor, protocolId)
  })

/** What differs between two states: verdicts, stages, and work that comes, goes or is due on another day. */
export function effectsOf(before: BookState, after: BookState): EditionEffects {
  const pairs = [...before.animals.values()].flatMap((old) => {
    const now = after.animals.get(old.id)
    return now ? [{ old, now }] : []
  })
  const judged = pairs.filter(({ old }) => old.verdict !== null)
  const moved = [...before.work.values()].flatMap((item) => {
    const now = after.work.get(item.id)
    return now && now.due === item.due && now.latest === item.latest
      ? []
      : [named(item, item.due, now?.due ?? null)]
  })
  const added = [...after.work.values()].filter((item) => !before.work.has(item.id))
  const work = [...moved, ...added.map((item) => named(item, null, item.due))]
  return {
    judged: judged.length,
    changes: judged.flatMap(({ old, now }) =>
      now.verdict === old.verdict
        ? []
        : [
            {
              ...{ id: old.id, tag: old.tag, from: old.verdict!, to: now.verdict ?? 'not judged' },
              because: now.verdictBecause,
            },
          ],
    ),
    stages: pairs.flatMap(({ old, now }) =>
      now.stage === old.stage ? [] : [{ id: old.id, tag: old.tag, from: old.stage, to: now.stage }],
    ),
    work: { count: work.length, shown: work.slice(0, MOST_NAMED) },
    aheadDays: AHEAD_DAYS,
  }
}

const named = ({ subject, says }: WorkItem, from: string | null, to: string | null) => ({
  ...{ name: subject.name, says, from, to },
})
