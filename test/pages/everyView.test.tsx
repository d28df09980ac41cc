import './dom'
import { screen, waitFor } from '@testing-library/react'
import { newId, type EntryInput } from '@hatch-book/contract'
import { queries } from '../../apps/web/src/shell/api'
import { emptyBook, inOtherUnits, pagesOf, wholeBook, type Pages } from './opened'
import { addressIn, addressWith, isOfAThing, THINGS, VIEWS } from './views'
import { readyForEveryKind, SAID } from '../../apps/server/test/everyKind'
import { TODAY, write } from '../../apps/server/test/support'

/*
 * Every view there is, in a book with nothing in it and in one with something in every room, as its owner sees it; the others are met where every
 * button is pressed. None fails, none complains, none stays blank, and none asks the server for what it refuses.
 */
/** What a view says whose thing is not there; or the whole of its room, with nothing picked. */
const SAYS_SO =
  /not in (?:the|this) book|not here|no probe|no siblings|Siblings that hatched here|The ladder|Colonies against/

/** Looks at a view until it has said what it has to say. */
async function look(pages: Pick<Pages<never>, 'open'>, address: string, as: 'owner' | 'helper' | 'viewer') {
  const page = await pages.open(address, as)
  await waitFor(() => {
    const shown = document.querySelector('main')?.textContent ?? ''
    if (shown.trim().length < 20) throw new Error(`${address} is blank: ${shown}`)
    if (document.querySelector('.ant-spin')) throw new Error(`${address} is still waiting`)
  })
  // What is asked for later is shown later.
  await waitFor(() => expect(queries.isFetching()).toBe(0))
  expect(screen.queryByText('This page could not be shown')).toBeNull()
  expect(calledOtherwise()).toEqual([])
  return page
}

/** Buttons and links that are read out by another name than the one they show: who says what they see reaches nothing. */
const calledOtherwise = () =>
  [...document.querySelectorAll('main button[aria-label], main a[aria-label]')].flatMap((e) => {
    const label = e.getAttribute('aria-label')!
    const walker = document.createTreeWalker(e, NodeFilter.SHOW_TEXT)
    const shown: string[] = []
    while (walker.nextNode()) shown.push(walker.currentNode.textContent!.trim())
    return shown
      .filter((text) => /\p{L}{2}/u.test(text) && !label.includes(text))
      .map((t) => `${t}: ${label}`)
  })

/** Comes of a list that is brought in, and is met where that is told. */
const ELSEWHERE = ['animals/import/:id']
test('every view of a thing is met with one', () => {
  expect(VIEWS.filter(isOfAThing).toSorted()).toEqual([...Object.keys(THINGS), ...ELSEWHERE].toSorted())
})

describe('in an empty book', () => {
  const pages = pagesOf(emptyBook)
  test.each(VIEWS.filter((path) => !isOfAThing(path)))('%s', async (path) => {
    const { refused } = await look(pages, `/${path}`, 'owner')
    expect(refused()).toEqual([])
    // Whoever stands before nothing is told what to do first, not given a table without rows.
    expect(document.querySelectorAll('main tbody:empty')).toHaveLength(0)
  })
})

describe('in a book with something in every room', () => {
  const pages = pagesOf(async (server) => {
    const whole = await wholeBook(server)
    await readyForEveryKind(whole)
    // Somebody has reserved one of them.
    const reserved = { id: newId(), at: `${TODAY}T12:00:00.000Z`, ...SAID.reserved!(whole) }
    const { status, body } = await write(whole.book, [reserved as EntryInput], 'owner')
    if (status !== 200) throw new Error(JSON.stringify(body))
    return whole
  })
  test.each(VIEWS.filter((path) => !isOfAThing(path) || THINGS[path]))('%s', async (path) => {
    const address = addressIn(path, pages.of)!
    const { refused } = await look(pages, address, 'owner')
    expect(refused()).toEqual([])
  })

  test.each(['animals/import', 'animals/new', 'animals/:id/edit', 'brumation/new', 'incubation/new'])(
    '%s is nothing for a helper to write in vain',
    async (path) => {
      await look(pages, addressIn(path, pages.of)!, 'helper')
      expect(document.querySelector('main')!.textContent).toContain(
        'Owners and keepers do this. Ask one of them.',
      )
      expect(document.querySelector('main form')).toBeNull()
    },
  )

  test.each(VIEWS.filter(isOfAThing))('%s of something that is not in the book', async (path) => {
    await look(pages, addressWith(path, newId()), 'owner')
    const shown = document.querySelector('main')!.textContent
    expect(shown).toMatch(SAYS_SO)
    // Nothing else stands in its place.
    expect(shown).not.toMatch(/Seen so far|Candling|Cohort S1|Colony Q1|unaided meals/)
  })
})

describe('in a book of ounces and Fahrenheit', () => {
  const pages = pagesOf(async (server) => inOtherUnits(await wholeBook(server)))
  // What a protocol says of the climate of a stage is still words of its own, in °C: its animal's page says them.
  const notYet = ['animals/:id']
  const spoken = VIEWS.filter((path) => (!isOfAThing(path) || THINGS[path]) && !notYet.includes(path))
  test.each(spoken)('%s speaks in them', async (path) => {
    await look(pages, addressIn(path, pages.of)!, 'owner')
    const text = document.querySelector('main')!.textContent
    expect([...text.matchAll(/.{0,60}\d (?:°C|g)(?![\w²³]).{0,30}/g)].map(([found]) => found)).toEqual([])
  })
})
