import './dom'
import { act, screen, waitFor, within } from '@testing-library/react'
import { pagesOf, pressKeys, wholeBook, type OpenPage } from './opened'

/*
 * Single keys, as they stand on the cards: each writes what it says, of whom the card is about, and once. They rest while somebody types, and
 * for whoever may only look.
 */
const pages = pagesOf(wholeBook)
const pause = () => new Promise((resolve) => setTimeout(resolve, 150))
const written = (page: OpenPage) =>
  page
    .sent('/api/entries')
    .flatMap((call) => call.body.entries as { kind: string; payload: object; subject: { id: string } }[])
const keysShown = () => [...document.querySelectorAll('main kbd')].map((k) => k.textContent)

describe('of an animal', () => {
  const atHer = async (as: 'keeper' | 'viewer' = 'keeper') => {
    const page = await pages.open(`/animals/${pages.of.female}`, as)
    await screen.findAllByText('F1')
    await act(pause)
    return page
  }
  test.each([
    ['a', 'meal', { outcome: 'taken' }],
    ['r', 'meal', { outcome: 'refused' }],
    ['s', 'shed', { whole: true }],
    ['c', 'going into shed', {}],
  ])('%s writes %s', async (key, kind, payload) => {
    const page = await atHer()
    await pressKeys(page, key)
    await waitFor(() => expect(page.sent('/api/entries')).toHaveLength(1))
    expect(page.sent('/api/entries')[0]!.status).toBe(200)
    expect(written(page)).toMatchObject([{ kind, payload, subject: { id: pages.of.female } }])
  })
  test('held with Shift it is the same key; with Ctrl it is another’s', async () => {
    const page = await atHer()
    await pressKeys(page, '{Shift>}A{/Shift}')
    await waitFor(() => expect(written(page)).toMatchObject([{ kind: 'meal' }]))
    await pressKeys(page, '{Control>}r{/Control}')
    expect(written(page)).toHaveLength(1)
  })
  test('rest while a note is typed, and the letters stand in it', async () => {
    const page = await atHer()
    await pressKeys(page, 'n')
    const note = await screen.findByRole('textbox', { name: 'Note' })
    await page.user.type(note, 'ar scar')
    expect(note).toHaveProperty('value', 'ar scar')
    expect(written(page)).toEqual([])
  })
  test('the same, taken back with Ctrl+Z, is struck out by name', async () => {
    const page = await atHer()
    await pressKeys(page, 'r')
    await waitFor(() => expect(written(page)).toHaveLength(1))
    const [first] = page.sent('/api/entries')[0]!.body.entries as { id: string }[]
    await pressKeys(page, '{Control>}z{/Control}')
    await waitFor(() =>
      expect(written(page)).toMatchObject([{ kind: 'meal' }, { kind: 'struck', strikes: first!.id }]),
    )
  })
  test('whoever may only look has none', async () => {
    const page = await atHer('viewer')
    expect(keysShown()).not.toContain('A')
    await pressKeys(page, 'a', 'r', 's')
    expect(page.sent()).toEqual([])
  })
})

describe('of a clutch', () => {
  test('each egg is candled with one key, and the next comes up', async () => {
    const page = await pages.open(`/incubation/${pages.of.clutch}`, 'keeper')
    await page.user.click(await screen.findByRole('button', { name: /^egg 1, / }))
    await act(pause)
    await pressKeys(page, 'f')
    await waitFor(() => expect(written(page)).toHaveLength(1))
    await pressKeys(page, 'f')
    await waitFor(() => expect(written(page)).toHaveLength(2))
    expect(written(page).map((e) => e.payload)).toMatchObject([
      { eggId: pages.of.eggs[0], fate: 'infertile' },
      { eggId: pages.of.eggs[1], fate: 'infertile' },
    ])
    await waitFor(() => expect(screen.getByRole('button', { name: 'egg 1, infertile' })).toBeTruthy())
  })
})

describe('of a pairing', () => {
  test('they are put together, seen, and parted, each with one key and at the pairing that is open', async () => {
    const page = await pages.open(`/pairing/${pages.of.pairing}`, 'keeper')
    await screen.findByText(/Introduce them/)
    await act(pause)
    await pressKeys(page, 'i')
    await waitFor(() => expect(written(page)).toMatchObject([{ kind: 'introduced' }]))
    await waitFor(() => expect(keysShown()).toContain('P'))
    await pressKeys(page, 'c')
    await waitFor(() => expect(written(page)).toHaveLength(2))
    await pressKeys(page, 'p')
    await waitFor(() =>
      expect(written(page).map((e) => e.kind)).toEqual(['introduced', 'courted', 'separated']),
    )
    expect(written(page).every((e) => e.subject.id === pages.of.pairing)).toBe(true)
  })
})

describe('of a cohort', () => {
  const atThem = async () => {
    const page = await pages.open(`/cohorts/${pages.of.cohort}`, 'keeper')
    await screen.findByRole('heading', { name: /S1/ })
    await act(pause)
    return page
  }
  test('what needs some that were counted is not offered, and its key does nothing', async () => {
    const page = await atThem()
    await pressKeys(page, 'x', 's', 'p')
    expect(document.querySelector('main form')).toBeNull()
    expect(page.sent()).toEqual([])
  })
  test.each([['c', /Count/]])(
    '%s opens its form, and Esc closes it with nothing written',
    async (key, title) => {
      const page = await atThem()
      await pressKeys(page, key)
      const form = await screen.findByRole('form', { name: title })
      expect(within(form).getAllByRole('button').length).toBeGreaterThan(0)
      await pressKeys(page, '{Escape}')
      await waitFor(() => expect(screen.queryByRole('form', { name: title })).toBeNull())
      expect(page.sent()).toEqual([])
    },
  )
})
