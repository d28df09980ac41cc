import type { Round } from '@hatch-book/contract'
import { roundsApi } from '@hatch-book/contract'
import { instantOfDay, type WorkItem } from '@hatch-book/core'
import { inBook, type Transaction } from '../db/connect'
import { readEntries } from '../log'
import { actorOf, type Actor } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { sendJson, sharedAnswer } from '../shell/shared'
import { bookWork } from './bookWork'
import { stationsIn } from './stations'

/** What was written today is told up to so many entries. */
const SHOWN_ENTRIES = 500

export const roundRoutes: BookRoutes = (app, { db }) => {
  serve(app, roundsApi.round, async (request, reply) => {
    const actor = actorOf(request)
    const { days = 0 } = request.query
    const work = await sharedAnswer(db, actor, roundsApi.round, { days }, async (tx) =>
      // Made by core, of one type with the contract: held against it once more, ten thousand take half a second.
      JSON.stringify(await readRound(tx, actor, days)),
    )
    const entries = await inBook(db, actor.bookId, (tx) => writtenToday(tx, actor))
    // What was written is told by who reads it; the work is the same for all.
    const open = work.subarray(0, work.length - 1)
    return sendJson(
      reply as never,
      Buffer.concat([open, Buffer.from(`,"entries":${JSON.stringify(entries)}}`)]),
    )
  })
}

type RoundWork = Omit<Round, 'entries'>

async function readRound(tx: Transaction, actor: Actor, days: number): Promise<RoundWork> {
  const { items, lastPlaces } = await bookWork(tx, actor, days)
  return {
    ...{ today: actor.today, days, items: items as Round['items'], lastPlaces },
    stations: await stationsOf(tx, items),
  }
}

const writtenToday = (tx: Transaction, { today, book, member }: Actor): Promise<Round['entries']> =>
  readEntries(tx, {
    limit: SHOWN_ENTRIES,
    since: new Date(instantOfDay(today, book.zone)).toISOString(),
    reader: member,
  })

/** The places of the work and those that hold them. */
async function stationsOf(tx: Transaction, items: readonly WorkItem[]): Promise<Round['stations']> {
  const places = await stationsIn(tx)
  const walked = new Map<string, Round['stations'][number]>()
  for (const { placeId } of items)
    for (let at = places.get(placeId ?? ''); at && !walked.has(at.id); at = places.get(at.parentId ?? ''))
      walked.set(at.id, at)
  return [...walked.values()]
}
