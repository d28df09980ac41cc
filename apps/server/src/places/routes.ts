import { newId, placesApi } from '@hatch-book/contract'
import { eq } from 'drizzle-orm'
import { inBook, insertMany, tables } from '../db/connect'
import { actorOf } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { BookError } from '../shell/problems'
import { labelRoutes } from './labelRoutes'
import { moveRoutes } from './moveRoutes'
import { checkNameIsFree } from './names'
import { rackRoutes } from './rackRoutes'

/** The probe that hangs in a place, under the same id. */
const probeOf = (bookId: string, { id, name }: { id: string; name: string }) => ({
  ...{ bookId, id, name: `probe of ${name}`, placeId: id },
})

const isWatched = (kind: string) => ['incubator', 'unit', 'outdoors'].includes(kind)

export const placeRoutes: BookRoutes = (app, rooms) => {
  const { db } = rooms
  for (const routes of [rackRoutes, moveRoutes, labelRoutes]) routes(app, rooms)
  const { place, probe, unit } = tables
  serve(app, placesApi.list, async (request) => {
    const rows = await inBook(db, actorOf(request).bookId, (tx) =>
      tx
        .select({ place, probeId: probe.id })
        .from(place)
        .leftJoin(probe, eq(probe.placeId, place.id))
        .orderBy(place.name),
    )
    return { places: rows.map((row) => ({ ...row.place, probeId: row.probeId })) }
  })
  serve(app, placesApi.add, async (request) => {
    const { bookId } = actorOf(request)
    const draft = request.body
    if (draft.kind === 'incubator' && draft.setPointC === null)
      throw new BookError('invalid', 'Write the temperature the incubator is set to.', [
        { field: 'setPointC', says: 'write the temperature it is set to' },
      ])
    await inBook(db, bookId, async (tx) => {
      const { id, kind, name, parentId, setPointC, grid, tub, position } = draft
      await tx.insert(place).values({ bookId, id, kind, name, parentId, setPointC, grid, tub, position })
      if (draft.kind === 'unit')
        await tx.insert(unit).values({ bookId, id: draft.id, make: draft.make, litres: draft.litres })
      // Whatever holds a temperature is watched by a probe, and logs are brought in to it.
      if (isWatched(draft.kind) || draft.probe) await tx.insert(probe).values(probeOf(bookId, draft))
    })
    const { make: _, litres: __, probe: ___, ...plain } = draft
    return {
      ...plain,
      probeId: isWatched(draft.kind) || draft.probe ? draft.id : null,
    }
  })
  serve(app, placesApi.addIncubator, (request) => {
    const { bookId } = actorOf(request)
    const { id, name, setPointC, shelves, boxes, grid } = request.body
    return inBook(db, bookId, async (tx) => {
      await checkNameIsFree(tx, name, eq(place.kind, 'incubator'))
      await tx.insert(place).values({ bookId, id, kind: 'incubator', name, setPointC })
      await tx.insert(probe).values(probeOf(bookId, { id, name }))
      const within = (parentId: string, kind: 'shelf' | 'box', n: number) => ({
        ...{ book_id: bookId, id: newId(), kind, name: `${kind} ${n}`, parent_id: parentId },
        ...(kind === 'box' && { grid }),
      })
      const upTo = (n: number) => Array.from({ length: n }, (_, i) => i + 1)
      const shelved = upTo(shelves).map((n) => within(id, 'shelf', n))
      await insertMany(tx, 'place', shelved)
      const levels = shelves > 0 ? shelved.map((s) => s.id) : [id]
      const all = levels.flatMap((level) => upTo(boxes).map((n) => within(level, 'box', n)))
      await insertMany(tx, 'place', all)
      return { id, boxes: all.length }
    })
  })
}
