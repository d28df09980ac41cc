import type { RestBook, RestView } from '@hatch-book/contract'
import { type Say, planRest, type RestClock } from '@hatch-book/core'

/** The clock as it would be with some edges put elsewhere: by the same reckoning as the server's, while one drags. */
export function replan(book: RestBook, rest: RestView, moved: RestView['moved'], say: Say): RestClock {
  const request = {
    rules: book.rules[rest.rulesKey]!,
    anchor: book.plan!.anchor,
    hemisphere: book.plan!.hemisphere,
    subject: rest.subject,
    moved,
    today: book.today,
  }
  return planRest(request, say)
}
