import { may, incubationApi } from '@hatch-book/contract'
import { inArray } from 'drizzle-orm'
import { inBook, tables } from '../db/connect'
import { refuseActs, writeEntries } from '../log'
import { actorOf } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { BookError } from '../shell/problems'
import { setClutch } from './found'

/** Lines of the slate that find clutches, and whatever else stands there: one transaction, so that a line that is refused takes the others back. */
export const slateRoutes: BookRoutes = (app, { db }) => {
  serve(app, incubationApi.writeSlate, (request) => {
    const actor = actorOf(request)
    const { clutches, entries } = request.body
    if (clutches.length > 0 && !may(actor.member.role, 'decide and plan'))
      throw new BookError('not-allowed', `A ${actor.member.role} does not set clutches; ask a keeper.`)
    refuseActs(entries)
    return inBook(db, actor.bookId, async (tx) => {
      const ids = clutches.map((c) => c.id)
      const there = new Set(
        ids.length > 0
          ? (
              await tx
                .select({ id: tables.clutch.id })
                .from(tables.clutch)
                .where(inArray(tables.clutch.id, ids))
            ).map((c) => c.id)
          : [],
      )
      for (const draft of clutches) if (!there.has(draft.id)) await setClutch(tx, actor, draft)
      const done = entries.length > 0 ? await writeEntries(tx, actor, entries) : { written: [], known: [] }
      return done
    })
  })
}
