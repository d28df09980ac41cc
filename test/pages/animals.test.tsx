import './dom'
import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import {
  addAnimal,
  addTub,
  entered,
  entry,
  feed,
  noon,
  type TestServer,
} from '../../apps/server/test/support'
import { choose, pagesOf, pressKeys, type OpenPage } from './opened'

/* Who is in the book: found again by whatever one remembers of them, changed together, and each with what is decided of it now and then. */
const pages = pagesOf(async (server: TestServer) => {
  const book = await server.openBook('Everybody')
  const places = { shelf: await addTub(book, 'Shelf 9'), window: await addTub(book, 'Window') }
  const ids = {
    nine: await addAnimal(book, { tag: 'A9', line: 'Lamplight', placeId: places.shelf, grams: 380 }),
    ten: await addAnimal(book, { tag: 'A10', line: 'Lamplight', grams: 520 }),
    male: await addAnimal(book, { tag: 'B1', sex: 'male', line: 'Quayside', grams: null }),
    dead: await addAnimal(book, { tag: 'D1', line: 'Quayside' }),
    twin: await addAnimal(book, { tag: 'A9b', line: 'Lamplight' }),
  }
  await feed(book, ids.ten)
  await entered(book, [
    entry('died', 'animal', ids.dead, {}, noon('2026-05-19')),
    entry('trait', 'animal', ids.male, { trait: 'amelanistic', carries: 'shows', certainty: 1 }),
  ])
  return { book, ...ids, places }
})

const main = () => document.querySelector('main')!.textContent
/** Of the table only the rows in sight are drawn, and nothing is in sight here: its order has tests of its own. */
const tags = () => [...document.querySelectorAll('main article .tag')].map((a) => a.textContent)
async function cards(as: 'keeper' | 'viewer' = 'keeper'): Promise<OpenPage> {
  const page = await pages.open('/animals?view=cards', as)
  await waitFor(() => expect(tags().length).toBeGreaterThan(0))
  return page
}
const entries = (page: OpenPage) =>
  page.sent('/api/entries').flatMap((call) => call.body.entries as Record<string, unknown>[])
const press = async (page: OpenPage, name: string | RegExp, within_: HTMLElement = document.body) => {
  await page.user.click(await within(within_).findByRole('button', { name }))
  await page.settled()
}

describe('finding', () => {
  test('those that are here, ten after nine; whoever is gone is asked for', async () => {
    const page = await cards()
    expect(tags()).toEqual(['A9', 'A9b', 'A10', 'B1'])
    expect(screen.getByRole('heading', { name: '4 animals' })).toBeTruthy()
    await page.user.click(screen.getByText('gone'))
    await waitFor(() => expect(tags()).toEqual(['D1']))
    expect(screen.getByRole('heading', { name: '1 animal' })).toBeTruthy()
    expect(page.address()).toBe('/animals?view=cards&presence=gone')
  })

  test.each([
    ['a place', 'shelf', ['A9']],
    ['a line', 'quay', ['B1']],
    ['a trait', 'AMELAN', ['B1']],
    ['the beginning of a tag', 'a9', ['A9', 'A9b']],
  ])('by %s', async (_what, text, found) => {
    const page = await cards()
    await page.user.type(screen.getByRole('textbox', { name: 'Filter animals' }), text)
    await waitFor(() => expect(tags()).toEqual(found))
  })

  test('nobody fits, and it is said', async () => {
    await pages.open('/animals?find=zzz')
    expect(await screen.findByText('No animal fits these filters.')).toBeTruthy()
  })
})

describe('many at once', () => {
  /** Ticks all that a word finds. */
  const tickAll = async (word: string) => {
    const page = await pages.open(`/animals?find=${word}`, 'keeper')
    await page.user.click(await screen.findByRole('checkbox', { name: 'Tick all that are shown' }))
    return { page, bulk: await screen.findByRole('region', { name: 'Ticked animals' }) }
  }

  test('their purpose is set for all that are ticked', async () => {
    const { page, bulk } = await tickAll('A9')
    expect(bulk.textContent).toContain('2 ticked')
    await press(page, 'Set purpose', bulk)
    await choose(page.user, 'Kept as', 'growing on')
    await press(page, 'Save purpose')
    expect(page.sent('/api/animals/purpose').at(-1) ?? page.sent().at(-1)).toMatchObject({ status: 200 })
    await waitFor(async () => {
      const rows = (await pages.of.book.as.keeper('GET', '/api/animals')).body.animals
      expect(rows.filter((a: { purpose: string }) => a.purpose === 'growing on')).toHaveLength(2)
    })
    await press(page, 'untick all')
    expect(screen.queryByRole('region', { name: 'Ticked animals' })).toBeNull()
  })

  test('nobody moves before it is said where to', async () => {
    const { page, bulk } = await tickAll('A')
    await press(page, 'Move', bulk)
    await press(page, 'Move animals')
    expect(await screen.findByText('Choose where to')).toBeTruthy()
    expect(page.sent()).toEqual([])
  })

  test('a viewer ticks nobody', async () => {
    await pages.open('/animals', 'viewer')
    await screen.findByRole('table', { name: 'Animals' })
    expect(screen.queryByRole('checkbox', { name: 'Tick all that are shown' })).toBeNull()
  })
})

describe('one of them', () => {
  const open = async (id: string, as: 'owner' | 'keeper' | 'helper' = 'keeper') => {
    const page = await pages.open(`/animals/${id}`, as)
    await screen.findByRole('region', { name: 'Inspection' })
    await page.settled()
    return page
  }

  test('a defect without a name is not written, and it says what is missing', async () => {
    const page = await open(pages.of.nine)
    const outline = screen.getByRole('region', { name: 'Inspection' })
    fireEvent.click(outline.querySelector('svg')!, { clientX: 10, clientY: 10 })
    const form = await screen.findByRole('form', { name: 'A defect' })
    await press(page, 'Save defect', form)
    expect(await within(form).findByText('Enter what it is')).toBeTruthy()
    expect(page.sent()).toEqual([])
    await page.user.type(within(form).getByRole('combobox', { name: 'What it is' }), 'kink in the tail')
    await press(page, 'Save defect', form)
    await waitFor(() =>
      expect(entries(page)).toMatchObject([{ kind: 'defect found', payload: { grade: 'slight' } }]),
    )
    expect(await screen.findByText('kink in the tail')).toBeTruthy()
    await press(page, 'not so: kink in the tail')
    expect(await screen.findByText(/^No defect is written down/)).toBeTruthy()
  })

  test('a second permit begins with empty fields', async () => {
    const page = await open(pages.of.nine)
    const note = async (name: string, number: string) => {
      await press(page, 'note one', screen.getByRole('region', { name: 'Permits' }))
      const form = await screen.findByRole('form', { name: 'A permit' })
      expect(within(form).getByRole('textbox', { name: 'Which paper' })).toHaveProperty('value', '')
      await page.user.type(within(form).getByRole('textbox', { name: 'Which paper' }), name)
      await page.user.type(within(form).getByRole('textbox', { name: 'Its number' }), number)
      await press(page, 'Save permit', form)
      await waitFor(() => expect(screen.queryByRole('form', { name: 'A permit' })).toBeNull())
    }
    await note('import paper', 'X-1')
    await note('chip', '0042')
    expect(screen.getByRole('region', { name: 'Permits' }).textContent).toMatch(/import paper X-1.*chip 0042/)
  })

  test('quarantine does not end before it begins', async () => {
    const page = await open(pages.of.ten)
    await press(page, 'quarantine')
    const sheet = await screen.findByRole('dialog')
    const until = within(sheet).getByLabelText('Until')
    await page.user.clear(until)
    // Such a day cannot be chosen: what stood there stays.
    await page.user.type(until, '1 May 2026{Enter}')
    await press(page, 'Put it in quarantine', sheet)
    await waitFor(() => expect(entries(page)).toHaveLength(1))
    expect((entries(page)[0]!.payload as { until: string }).until > '2026-06-01').toBe(true)
    await waitFor(() => expect(main()).toMatch(/In quarantine until \d+ \w+/))
    await press(page, 'quarantine')
    await press(page, 'End it today')
    await waitFor(() => expect(main()).not.toMatch(/In quarantine until/))
  })

  test('two records are one animal; struck out, they are two again', async () => {
    const page = await open(pages.of.nine)
    await press(page, 'merge with another record')
    const sheet = await screen.findByRole('dialog')
    await press(page, 'Make them one', sheet)
    expect(await within(sheet).findByText('Choose the other record')).toBeTruthy()
    await choose(page.user, 'The other record of this animal', 'A9b')
    await press(page, 'Make them one', sheet)
    expect(await screen.findByText('Also written down as A9b')).toBeTruthy()
    page.leave()
    await cards()
    expect(tags()).not.toContain('A9b')
  })

  test('its look is said as in a cross, and what cannot be read is said before anything is written', async () => {
    const page = await open(pages.of.ten)
    await press(page, 'say of its look')
    await press(page, 'Save look')
    expect(await screen.findByText('Enter at least one trait, or ‘plain’')).toBeTruthy()
    const field = screen.getByRole('textbox', { name: 'Look and genes' })
    await page.user.type(field, 'ammel')
    await press(page, 'Save look')
    expect(await screen.findByText(/'ammel' is not a known trait; did you mean/)).toBeTruthy()
    expect(entries(page)).toEqual([])
    await page.user.clear(field)
    await page.user.type(field, '67 % amel')
    await press(page, 'Save look')
    await waitFor(() =>
      expect(entries(page)).toMatchObject([
        { kind: 'trait', payload: { trait: 'amelanistic', carries: 'carries', certainty: 0.67 } },
      ]),
    )
    expect(await screen.findByText('67 %')).toBeTruthy()
  })

  test('keys open its reasons and its gate, one at a time', async () => {
    const page = await open(pages.of.male)
    await pressKeys(page, 'e')
    expect(await screen.findByText('Reasons for B1')).toBeTruthy()
    await page.user.keyboard('{Escape}')
    await waitFor(() => expect(screen.queryByText('Reasons for B1')).toBeNull())
    await pressKeys(page, 'g')
    expect(await screen.findByText(/^B1: gate of /)).toBeTruthy()
  })

  test('one that is not in the book is said not to be', async () => {
    await pages.open(`/animals/${crypto.randomUUID()}`)
    expect(await screen.findByText('This animal cannot be shown')).toBeTruthy()
  })
})
