import './dom'
import { screen, waitFor, within } from '@testing-library/react'
import { pagesOf, pressKeys, wholeBook } from './opened'

/*
 * What stands round every page: where one is and how one gets elsewhere, how much waits in each group, what the tab is called, the season in one
 * line.
 */
const pages = pagesOf(wholeBook)

const rooms = () => screen.getByRole('navigation', { name: 'Rooms' })
/** What of a menu is said to be open. */
const current = (menu: string) =>
  within(screen.getByRole('navigation', { name: menu }))
    .getAllByRole('link')
    .filter((link) => link.hasAttribute('aria-current'))
    .map((link) => link.textContent)
const due = (group: string) =>
  Number(
    /(\d+) due today/.exec(
      within(rooms()).getByRole('link', { name: new RegExp(`^${group}`) }).textContent,
    )?.[1] ?? 0,
  )

describe('the tab', () => {
  test.each([
    ['a page', () => '/weigh-in', 'Weigh-in'],
    ['a page of a page', () => '/log/changes', 'What was changed'],
    ['an animal', () => `/animals/${pages.of.female}`, 'F1'],
    ['an animal that is edited', () => `/animals/${pages.of.young}/edit`, 'Edit Y1'],
    ['a pairing', () => `/pairing/${pages.of.pairing}`, 'F1 × M1'],
    ['a cooling unit', () => `/rest/units/${pages.of.unit}`, 'Fridge'],
    ['the climate of a place', () => `/climate/${pages.of.incubator}`, 'Incubator climate'],
    ['a species', () => `/protocols/${pages.of.protocolOf('CS')}`, 'corn snake'],
    ['a page that is not there', () => '/nowhere', 'No such page'],
  ])('is called after %s', async (_what, address, name) => {
    await pages.open(address())
    await waitFor(() => expect(document.title).toBe(`${name} · Hatch Book`))
  })
  test('lets go of a thing when one leaves it', async () => {
    const page = await pages.open(`/animals/${pages.of.female}`)
    await waitFor(() => expect(document.title).toBe('F1 · Hatch Book'))
    await page.goTo('/log')
    await waitFor(() => expect(document.title).toBe('Log · Hatch Book'))
  })
})

describe('where one is', () => {
  test('is said by the group, the page in it, and the page under that', async () => {
    await pages.open('/incubation/methods')
    await screen.findByRole('heading', { level: 1 })
    expect(current('Rooms')).toEqual([expect.stringMatching(/^Eggs and young/)])
    expect(current('Eggs and young')).toEqual(['Incubation'])
    expect(current('Incubation')).toEqual(['Methods'])
  })
  test('a group opens at its first page, and a page leads to those under it', async () => {
    const page = await pages.open('/log')
    await page.user.click(within(rooms()).getByRole('link', { name: /^Breeding/ }))
    await waitFor(() => expect(page.address()).toBe('/readiness'))
    await page.user.click(await screen.findByRole('link', { name: 'Rest' }))
    await waitFor(() => expect(page.address()).toBe('/rest'))
    await page.user.click(await screen.findByRole('link', { name: 'Who came through' }))
    await waitFor(() => expect(page.address()).toBe('/rest/seasons'))
    expect(current('Breeding')).toEqual(['Rest'])
  })
  test('whoever comes with no address stands before the round', async () => {
    const page = await pages.open('/')
    await waitFor(() => expect(page.address()).toBe('/round'))
  })
  test('the species that is picked goes along to the next page of pairings, and to no other', async () => {
    const species = pages.of.protocolOf('CS')
    await pages.open(`/pairing/goals?species=${species}`)
    const link = (name: string) => screen.getByRole('link', { name }).getAttribute('href')
    expect(link('Season plan')).toBe(`/pairing/season?species=${species}`)
    expect(link('Readiness')).toBe('/readiness')
  })
  test('a viewer may not write, and is offered no slate', async () => {
    await pages.open('/log', 'viewer')
    expect(screen.queryByRole('button', { name: 'Write' })).toBeNull()
    expect(screen.getAllByRole('button', { name: 'Find' }).length).toBeGreaterThan(0)
  })
})

describe('what waits', () => {
  test('is as much under Today as the round has stops, and one less when one is settled', async () => {
    const page = await pages.open('/round')
    const bar = await screen.findByRole('progressbar', { name: 'Round' })
    const all = Number(bar.getAttribute('aria-valuemax'))
    expect(all).toBeGreaterThan(3)
    await waitFor(() => expect(due('Today')).toBe(all))
    await pressKeys(page, ' ')
    await waitFor(() => expect(due('Today')).toBe(all - 1))
    await page.goTo('/log')
    await screen.findByRole('heading', { name: 'Log' })
    expect(due('Today')).toBe(all - 1)
  })
  test('is settled by a key also after a click on the page that is open already: the card keeps the focus', async () => {
    const page = await pages.open('/round')
    const card = await screen.findByRole('article', { name: 'At this tub' })
    const isHeard = () => card.contains(document.activeElement)
    await waitFor(() => expect(isHeard()).toBe(true))
    const today = screen.getByRole('navigation', { name: 'Today' })
    await page.user.click(within(today).getByRole('link', { name: 'Round' }))
    expect(isHeard()).toBe(true)
    await page.user.click(within(rooms()).getByRole('link', { name: /^Today/ }))
    expect(isHeard()).toBe(true)
  })
  test('of eggs and of groups is said beside theirs as well; an alarm stands beside Room', async () => {
    const round = (await pages.of.book.as.owner('GET', '/api/round')).body
    const item = round.items[0]
    const about = (type: string, n: number) => ({
      ...{ ...item, id: `${type} ${n}`, subject: { type, id: `${type} ${n}`, name: `${type} ${n}` } },
      placeId: null,
    })
    const items = [about('clutch', 1), about('cohort', 1), about('cohort', 2), about('colony', 1)]
    pages.answerOnce('GET', '/api/round', 200, { ...round, items, entries: [] })
    const alarm = {
      id: pages.of.unit,
      placeId: pages.of.unit,
      place: 'Fridge',
      placeKind: 'unit',
      since: round.today,
    }
    pages.answerOnce('GET', '/api/alarms', 200, {
      alarms: [
        { ...alarm, kind: 'too warm', severity: 'alarm', says: '9 °C', todo: 'Shut it.', seenBy: null },
      ],
    })
    await pages.open('/log')
    await waitFor(() => expect(due('Groups')).toBe(3))
    expect(due('Eggs and young')).toBe(1)
    expect(due('Today')).toBeGreaterThanOrEqual(4)
    expect(within(rooms()).getByRole('link', { name: 'Room 1 alarm' })).toBeTruthy()
  })
})

describe('the season', () => {
  const button = () => screen.getByRole('button', { name: /^season/ })
  const isOpen = () => button().getAttribute('aria-expanded') === 'true'
  test('is one line until it is opened, and stays as it was left over this page', async () => {
    const page = await pages.open('/animals')
    expect(isOpen()).toBe(false)
    expect(screen.queryByRole('group', { name: 'Season ribbon' })).toBeNull()
    await page.user.click(button())
    expect(await screen.findByRole('group', { name: 'Season ribbon' })).toBeTruthy()
    await page.goTo('/log')
    await screen.findByRole('heading', { name: 'Log' })
    expect(isOpen()).toBe(false)
    await page.goTo('/animals')
    await waitFor(() => expect(isOpen()).toBe(true))
    await page.user.click(button())
    expect(isOpen()).toBe(false)
  })
  test('opens by itself over pages that are about it', async () => {
    await pages.open('/rest')
    expect(isOpen()).toBe(true)
    expect(await screen.findByRole('group', { name: 'Season ribbon' })).toBeTruthy()
  })
  test('says who hatches next, and when, as the clutch itself does', async () => {
    const page = await pages.open('/log')
    const { clutches } = (await pages.of.book.as.owner('GET', '/api/clutches')).body
    const first = (
      clutches as {
        id: string
        name: string
        waiting: number
        forecast: { windowDays: { from: string; to: string } } | null
      }[]
    )
      .filter((c) => c.waiting > 0 && c.forecast && c.forecast.windowDays.to >= '2026-05-20')
      .sort((a, b) => (a.forecast!.windowDays.from < b.forecast!.windowDays.from ? -1 : 1))[0]!
    const link = await screen.findByRole('link', { name: first.name })
    expect(link.parentElement!.textContent).toMatch(/^next hatch /)
    await page.user.click(link)
    await waitFor(() => expect(page.address()).toBe(`/incubation/${first.id}`))
  })
})
