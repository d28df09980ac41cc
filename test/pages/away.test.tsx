import './dom'
import { screen, waitFor, within } from '@testing-library/react'
import type { EntryInput } from '@hatch-book/contract'
import { addAnimal, addTub, entered, entry, noon, type TestServer } from '../../apps/server/test/support'
import { emptyBook, pagesOf } from './opened'

/*
 * The work to come and an absence: what its windows move, what somebody has to come for, and a sheet that tells whoever comes. Nobody is told that all
 * is well on days that nobody has looked at.
 */
const main = () => document.querySelector('main')!.textContent

describe('with animals that eat', () => {
  const pages = pagesOf(async (server: TestServer) => {
    const book = await server.openBook('Holiday')
    const ids = {
      grown: await addAnimal(book, { tag: 'H1', placeId: await addTub(book, 'Shelf 1') }),
      other: await addAnimal(book, { tag: 'H2', placeId: await addTub(book, 'Shelf 2') }),
    }
    const meal = (id: string, day: string) =>
      entry('meal', 'animal', id, { outcome: 'taken', prey: 'adult mouse' }, noon(day))
    const entries: EntryInput[] = [
      ...['2026-05-01', '2026-05-08', '2026-05-15'].map((day) => meal(ids.grown, day)),
      ...['2026-05-03', '2026-05-10', '2026-05-17'].map((day) => meal(ids.other, day)),
    ]
    await entered(book, entries)
    return { book, ...ids }
  })
  const away = async (query: string) => {
    const page = await pages.open(`/round/away${query}`)
    await screen.findByRole('group', { name: 'Days of the absence' })
    await page.settled()
    return page
  }
  const days = () => within(screen.getByRole('group', { name: 'Days of the absence' })).getAllByRole('button')
  const visits = () => days().filter((d) => /\d tasks? on a visit/.test(d.getAttribute('aria-label') ?? ''))
  const section = (name: string) => screen.queryByRole('region', { name })?.textContent ?? ''

  test('a fortnight: each day with its work, one thing is one thing, and the day that is pressed is told', async () => {
    const { user } = await pages.open('/round/week')
    const bars = await screen.findByRole('group', { name: 'Days' })
    const buttons = within(bars).getAllByRole('button')
    expect(buttons).toHaveLength(14)
    expect(main()).not.toMatch(/(^|\D)1 (?:things|tasks)/)
    const full = buttons.find((b) => !/^0 /.test(b.textContent.trim()))!
    await user.click(full)
    expect(full.getAttribute('aria-pressed')).toBe('true')
    const work = screen.getByRole('region', { name: /^Work on / })
    expect(work.textContent).toMatch(/H[12]|Shelf [12]/)
    await user.click(screen.getByText('12 weeks'))
    await waitFor(() => expect(screen.getAllByRole('row')).toHaveLength(13))
  })

  test('three weeks away: what is done before, what waits, and who has to come on the fewest days', async () => {
    await away('?from=2026-06-01&to=2026-06-21')
    expect(days()).toHaveLength(21)
    expect(main()).toMatch(/^.*Of \d+ pieces of work that fall due from 1 to 21 Jun/)
    expect(visits().length).toBeGreaterThan(0)
    expect(section('Visits')).toMatch(/\d task/)
    expect(section('To lay in')).toContain('To lay in by 31 May')
  })

  test('on a day that is pressed nobody can come: the visits are found anew, and the address keeps it', async () => {
    const page = await away('?from=2026-06-01&to=2026-06-21')
    const first = visits()[0]!.textContent
    await page.user.click(visits()[0]!)
    await waitFor(() => expect(page.address()).toContain('never='))
    await waitFor(() => expect(visits().map((v) => v.textContent)).not.toContain(first))
    // Pressed again, somebody can.
    await page.user.click(days().find((d) => d.className === 'shut')!)
    await waitFor(() => expect(page.address()).not.toContain('never='))
    await waitFor(() => expect(visits().map((v) => v.textContent)).toContain(first))
  })

  const NEVER = Array.from({ length: 21 }, (_, i) => `never=2026-06-${String(i + 1).padStart(2, '0')}`).join(
    '&',
  )
  test('where nobody can come on any day, what is not covered is named, there and on the sheet', async () => {
    const plan = await away(`?from=2026-06-01&to=2026-06-21&${NEVER}`)
    expect(main()).not.toContain('0 days')
    expect(main()).toMatch(/cannot be done on any day that is left/)
    expect(section('Visits')).toMatch(/Not covered.*H[12]/)
    expect(section('Visits')).not.toContain('No visits are needed')
    plan.leave()
    const page = await pages.open(`/round/away/sheet?from=2026-06-01&to=2026-06-21&${NEVER}`)
    await screen.findByRole('heading', { name: /^While we are away/ })
    await page.settled()
    expect(main()).not.toContain('No visits are needed')
    expect(main()).toMatch(/No visit covers this:.*H[12]/)
  })

  test('the sheet: one list a visit in walking order, what to take along, and what to do in trouble', async () => {
    const page = await pages.open('/round/away/sheet?from=2026-06-01&to=2026-06-21')
    const [visit] = await screen.findAllByRole('region', { name: /^Visit on / })
    await page.settled()
    expect(visit!.textContent).toMatch(/Take with you: 2 × weaned rat\./)
    expect(visit!.textContent).toMatch(/Shelf \d: H\d, corn snake, female/)
    expect(visit!.textContent).toMatch(/☐ ate ☐ did not/)
    expect(main()).toMatch(/What to do if.*ring Owner/)
    expect(screen.getByRole('region', { name: 'What to mind' }).textContent).toContain('corn snake')
  })

  test.each([
    ['nonsense', '?from=someday&to=never'],
    ['no such day', '?from=2026-13-40&to=2026-02-30'],
    ['days that are over', '?from=2026-04-01&to=2026-04-20'],
  ])('%s in the address: the usual days are shown', async (_what, query) => {
    await away(query)
    // From next week on for three weeks.
    expect(days()).toHaveLength(21)
    expect(days()[0]!.textContent).toContain('29 May')
  })

  test('an absence that has begun is planned from tomorrow on', async () => {
    await away('?from=2026-05-01&to=2026-06-02')
    expect(days()[0]!.textContent).toContain('21 May')
  })

  test('far too long an absence is refused in words', async () => {
    const page = await pages.open('/round/away?from=2026-06-01&to=2099-06-01')
    await waitFor(() => expect(document.querySelector('main .note.bad')?.textContent).toMatch(/\w+ \w+/))
    expect(page.refused().length).toBeGreaterThan(0)
  })
})

describe('in a book with nobody in it', () => {
  const none = pagesOf(emptyBook)
  test('nothing falls due', async () => {
    await none.open('/round/week')
    expect(await screen.findByText('Nothing falls due in the next 12 weeks.')).toBeTruthy()
    await none.open('/round/away')
    expect(await screen.findByText('Nothing is due on these days.')).toBeTruthy()
  })
})
