import type { AnimalRow, Effects } from '@hatch-book/contract'
import type { WorkItem } from '@hatch-book/core'
import { cachedAnimals, type CachedAnimal } from '../animals'
import { inBook, type Database, type Transaction } from '../db/connect'
import { onTrial } from '../db/trial'
import { bookWork } from '../rounds'
import type { Actor } from '../shell/actor'

/** Work is looked at so far ahead, days. */
const AHEAD_DAYS = 30
/** So many of each are named. */
const MOST_NAMED = 200

/** How a book stands: everybody as judged, and all work to come, alarms included. */
interface BookState {
  animals: Map<string, CachedAnimal>
  work: Map<string, WorkItem>
}

async function stateOf(tx: Transaction, actor: Actor): Promise<BookState> {
  const { items } = await bookWork(tx, actor, AHEAD_DAYS)
  return {
    animals: new Map((await cachedAnimals(tx, actor)).map((a) => [a.id, a])),
    work: new Map(items.map((item) => [item.id, item])),
  }
}

/** How a book stands now. */
export const stateNow = (db: Database, actor: Actor): Promise<BookState> =>
  inBook(db, actor.bookId, (tx) => stateOf(tx, actor), { reads: true })

/** How a book would stand after a change, by the same calculation as ever. */
export const stateAfter = (
  db: Database,
  actor: Actor,
  change: (tx: Transaction) => Promise<unknown>,
): Promise<BookState> =>
  onTrial(db, actor.bookId, async (tx) => {
    await change(tx)
    return stateOf(tx, actor)
  })

const rowOf = ({ json }: CachedAnimal) => JSON.parse(json) as AnimalRow
const NOT_JUDGED = 'not judged'

/**
 * What differs between two states: verdicts, stages, and work that comes, goes or is due on another day.
 * @param counts who is looked at; everybody, if nothing is said
 */
export function effectsOf(
  before: BookState,
  after: BookState,
  counts: (animal: AnimalRow) => boolean = () => true,
): Effects {
  const all = [...before.animals.values()].map(rowOf).filter(counts)
  const pairs = all.flatMap((old) => {
    const now = after.animals.get(old.id)
    // Of ten thousand hardly any differ; only those are read again.
    return now && now.json !== before.animals.get(old.id)!.json ? [{ old, now: rowOf(now) }] : []
  })
  const work = workThatDiffers(before.work, after.work)
  return {
    judged: all.filter(({ verdict }) => verdict !== null).length,
    verdicts: pairs.flatMap(({ old, now }) =>
      now.verdict === old.verdict
        ? []
        : [
            {
              ...{ id: old.id, tag: old.tag, from: old.verdict ?? NOT_JUDGED, to: now.verdict ?? NOT_JUDGED },
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

/** Work that is not as it was. A task that goes while the same comes on another day has moved. */
function workThatDiffers(before: BookState['work'], after: BookState['work']) {
  const sameAs = ({ subject, says }: WorkItem) => `${subject.type} ${subject.id} ${says}`
  const coming = new Map<string, WorkItem[]>()
  for (const item of after.values())
    if (!before.has(item.id)) coming.set(sameAs(item), [...(coming.get(sameAs(item)) ?? []), item])
  const moved = [...before.values()].flatMap((item) => {
    const now = after.get(item.id) ?? coming.get(sameAs(item))?.shift()
    return now && now.due === item.due && now.latest === item.latest
      ? []
      : [named(item, item.due, now?.due ?? null)]
  })
  return [...moved, ...[...coming.values()].flat().map((item) => named(item, null, item.due))]
}

const named = ({ subject, says }: WorkItem, from: string | null, to: string | null) => ({
  ...{ name: subject.name, says, from, to },
})
