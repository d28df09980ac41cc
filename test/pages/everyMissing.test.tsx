import './dom'
import { newId } from '@hatch-book/contract'
import { pagesOf, wholeBook } from './opened'
import { look } from './pressing'
import { addressWith, isOfAThing, THINGS, VIEWS } from './views'

/*
 * Every view of one thing, of one that is not in the book: a page that was kept or sent on. It says so, or shows the whole of its room with
 * nothing picked; nothing else stands in its place.
 */
const SAYS_SO =
  /not in (?:the|this) book|not here|no probe|no siblings|Siblings that hatched here|The ladder|Colonies against/

/** Comes of a list that is brought in, and is met where that is told. */
const ELSEWHERE = ['animals/import/:id']
test('every view of a thing is met with one', () => {
  expect(VIEWS.filter(isOfAThing).toSorted()).toEqual([...Object.keys(THINGS), ...ELSEWHERE].toSorted())
})

const pages = pagesOf(wholeBook)
test.each(VIEWS.filter(isOfAThing))('%s', async (path) => {
  await look(pages, addressWith(path, newId()))
  const shown = document.querySelector('main')!.textContent
  expect(shown).toMatch(SAYS_SO)
  expect(shown).not.toMatch(/Seen so far|Candling|Cohort S1|Colony Q1|meals taken in a row/)
})
