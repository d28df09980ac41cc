import './dom'
import { emptyBook, pagesOf } from './opened'
import { pressAll, refused } from './pressing'
import { isOfAThing, VIEWS } from './views'

/*
 * Every view of a book with nothing in it, and every of its buttons, most of which stand before nothing yet. Whoever stands before nothing is told
 * what to do first, not given a table without rows.
 */
const empty = pagesOf(emptyBook)
test.each(VIEWS.filter((path) => !isOfAThing(path)))('%s', async (path) => {
  const wrongIn = () => [...document.querySelectorAll('main tbody:empty')].map(() => 'a table without rows')
  expect(await pressAll(empty, `/${path}`, { press: refused(empty, false), wrongIn })).toEqual([])
})
