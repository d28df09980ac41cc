import { logApi } from '@hatch-book/contract'
import { settle } from '../db/connect'
import { refuseActs, writeEntries } from '../log'
import { actorOf } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { effectsOf, stateAfter, stateNow } from './effects'

/** What an entry, a correction or a striking out would change, told before it is written: by the same writing and judging, taken back. */
export const effectRoutes: BookRoutes = (app, { db }) => {
  serve(app, logApi.tryOut, async (request) => {
    const actor = actorOf(request)
    const { entries } = request.body
    refuseActs(entries)
    const before = await stateNow(db, actor)
    const after = await stateAfter(db, actor, async (tx) => {
      await writeEntries(tx, actor, entries)
      settle(tx)
    })
    return effectsOf(before, after)
  })
}
