import { Round, RoundQuery } from '@hatch-book/contract'
import { addDays, dayOfInstant, dueWork, withRepeats, type WorkItem } from '@hatch-book/core'
import { judgeAnimals } from '../animals'
import { inBook, tables, type Transaction } from '../db/connect'
import { readEntries } from '../entries'
import { actorOf, type Actor } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { animalWork, quarantinePlaces, tubWork } from './animalWork'
import { alarmWork, eggWork, groupWork, pairWork, putOffWork, restWork } from './roomWork'

/** What was written today is told up to so many entries. */
const SHOWN_ENTRIES = 500

/** Work of a book from today on, asked of every room; and the places that are walked last. */
export async function bookWork(
  tx: Transaction,
  actor: Actor,
  days: number,
): Promise<{ items: WorkItem[]; lastPlaces: string[] }> {
  const { today } = actor
  const here = (await judgeAnimals(tx, actor)).filter(
    ({ row }) => row.presence === 'here' || row.presence === 'listed',
  )
  const placeById = new Map(here.map(({ row }) => [row.id, row.place?.id ?? null]))
  const placeOf = (id: string) => placeById.get(id) ?? null
  const animals = await animalWork(tx, actor, here, addDays(today, days))
  const tubs = await tubWork(tx, actor, here)
  const eggs = await eggWork(tx, actor, placeOf)
  const items = dueWork({
    ...{ today, horizonDays: days, meals: animals.meals, weighIns: animals.weighIns, looks: tubs.looks },
    days: [
      ...animals.days,
      ...tubs.days,
      ...eggs.days,
      ...(await restWork(tx, actor, placeOf)),
      ...(await pairWork(tx, actor, placeOf)),
      ...(await alarmWork(tx, actor)),
    ],
    hatches: eggs.hatches,
    made: await groupWork(tx, actor),
    putOff: await putOffWork(tx, actor),
  })
  return { items, lastPlaces: quarantinePlaces(here, today) }
}

export const roundRoutes: BookRoutes = (app, { db }) => {
  app.get(
    '/api/round',
    {
      config: { permission: 'read the book' },
      schema: { querystring: RoundQuery, response: { 200: Round } },
    },
    (request) => {
      const actor = actorOf(request)
      const { days = 0, repeats = false } = request.query
      return inBook(db, actor.bookId, async (tx) => {
        const { items, lastPlaces } = await bookWork(tx, actor, days)
        const until = addDays(actor.today, days)
        const all = repeats ? items.flatMap((item) => withRepeats(item, until)) : items
        return {
          ...{ today: actor.today, days, items: all as never, lastPlaces },
          stations: await stationsOf(tx, items),
          entries: (await readEntries(tx, { limit: SHOWN_ENTRIES, reader: actor.member.id })).filter(
            (e) => dayOfInstant(Date.parse(e.at), actor.book.zone) === actor.today,
          ),
        }
      })
    },
  )
}

/** The places of the work and those that hold them. */
async function stationsOf(tx: Transaction, items: readonly WorkItem[]) {
  const { id, name, kind, parentId, position } = tables.place
  const all = await tx.select({ id, name, kind, parentId, position }).from(tables.place)
  const byId = new Map(all.map((p) => [p.id, p]))
  const wanted = new Set<string>()
  for (const { placeId } of items)
    for (let at = placeId ?? null; at && !wanted.has(at); at = byId.get(at)?.parentId ?? null) wanted.add(at)
  return all.filter((p) => wanted.has(p.id))
}
