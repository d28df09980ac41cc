import { demoApi } from '@hatch-book/contract'
import { addDays } from '@hatch-book/core'
import { LAST_DAY } from '@hatch-book/demo'
import { actorOf } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { BookError } from '../shell/problems'
import { serve } from '../shell/serve'
import { liveOn } from './seed'

export const demoRoutes: BookRoutes = (app, { db }) => {
  serve(app, demoApi.advance, async (request) => {
    const { book, today } = actorOf(request)
    if (!book.demoDay || book.demoSeed === null) throw new BookError('not-a-demo')
    const next = addDays(today, request.body.days)
    if (next > LAST_DAY) throw new BookError('invalid', `The demo book ends on ${LAST_DAY}.`)
    const of = { bookId: book.id, seed: book.demoSeed }
    const { happened, refused } = await liveOn(app as never, db, of, today, next)
    return { today: next, happened, refused: refused.length }
  })
}
