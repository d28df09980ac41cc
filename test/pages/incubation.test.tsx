import './dom'
import { screen, waitFor, within } from '@testing-library/react'
import { newId, type EntryInput } from '@hatch-book/contract'
import { noon, type TestServer } from '../../apps/server/test/support'
import { openWholeBook, type WholeBook } from '../../apps/server/test/wholeBook'
import { pagesOf, pressKeys, type OpenPage } from './opened'

/*
 * A clutch in its box: candled egg by egg with a key each or row by row in words, laid where it is to lie, and hatched into young with tags, tubs
 * and weights. What is refused is still there; what is written is all of it or nothing.
 */
interface Laid extends WholeBook {
  /** A clutch of eight in a box of its own. */
  eight: string
}
async function bookWithEight(server: TestServer): Promise<Laid> {
  const whole = await openWholeBook(server, 'Eggs')
  const post = async (url: string, body: object) => {
    const reply = await whole.book.as.keeper('POST', `/api/${url}`, body)
    if (reply.status !== 200) throw new Error(JSON.stringify(reply.body))
  }
  const [box, eight] = [newId(), newId()]
  const grid = { rows: 3, columns: 4 }
  await post('places', { id: box, kind: 'box', name: 'Box 8', parentId: whole.incubator, grid })
  for (const n of [1, 2, 3]) await post('places', { id: newId(), kind: 'tub', name: `Nursery ${n}` })
  await post('clutches', {
    ...{
      id: eight,
      entryId: newId(),
      kind: 'clutch',
      pairingId: null,
      damId: whole.female,
      note: '',
      damGrams: null,
    },
    ...{ boxId: box, method: 'half-buried in moist granules' },
    eggs: Array.from({ length: 8 }, (_, cell) => ({ id: newId(), fate: 'set', grams: null, cell })),
    ...{ foundAt: noon('2026-05-10'), laidFrom: noon('2026-05-09'), laidTo: noon('2026-05-10') },
  })
  return { ...whole, eight }
}
const pages = pagesOf(bookWithEight)

const opened = async (id = pages.of.eight) => {
  const page = await pages.open(`/incubation/${id}`)
  await screen.findByRole('group', { name: 'Box from above' })
  return page
}
/** The eggs as they lie there, by number. */
const fates = () =>
  screen
    .getAllByRole('button', { name: /^egg \d+, / })
    .map((b) => b.getAttribute('aria-label')!.slice(4))
    .sort((a, b) => Number.parseInt(a) - Number.parseInt(b))
const said = async (page: OpenPage, calls = 1) => {
  await waitFor(() => expect(page.sent('/api/entries')).toHaveLength(calls))
  return page
    .sent('/api/entries')
    .map((c) => (c.body.entries as EntryInput[]).map((e) => (e.payload as { fate: string }).fate))
}

describe('candling', () => {
  test('a key for each egg, and the next is picked at once; what has ended is not picked again', async () => {
    const page = await opened()
    expect(await screen.findByRole('heading', { name: /^Candling, egg 1 of 8: set/ })).toBeTruthy()
    await pressKeys(page, 'g', 'f', 'm')
    expect(await said(page, 3)).toEqual([['good'], ['infertile'], ['mouldy']])
    await waitFor(() =>
      expect(fates().slice(0, 4)).toEqual(['1, good', '2, infertile', '3, mouldy', '4, set']),
    )
    expect(await screen.findByRole('heading', { name: /^Candling, egg 4 of 8: set/ })).toBeTruthy()
    expect(screen.getByRole('button', { name: 'egg 2, infertile' })).toHaveProperty('disabled', true)
    // The mouldy one may still come to something.
    expect(screen.getByRole('button', { name: 'egg 3, mouldy' })).toHaveProperty('disabled', false)
  })

  test('a slip is taken back by one key', async () => {
    const page = await opened()
    await pressKeys(page, 'x')
    await waitFor(() => expect(fates()[3]).toBe('4, dead'))
    await page.user.keyboard('{Control>}z{/Control}')
    await waitFor(() => expect(fates()[3]).toBe('4, set'))
  })

  const row = () => screen.getByLabelText('A row of eggs in words')
  test('a row of eggs is said in words, told back before it is written, and written as one', async () => {
    const page = await opened()
    await page.user.type(row(), '4-6 good, 7 dented')
    expect(await screen.findByText('3 good, 1 dented')).toBeTruthy()
    await page.user.keyboard('{Enter}')
    expect(await said(page)).toEqual([['good', 'good', 'good', 'dented']])
    await waitFor(() => expect(row()).toHaveProperty('value', ''))
    await waitFor(() =>
      expect(fates().slice(3, 8)).toEqual(['4, good', '5, good', '6, good', '7, dented', '8, set']),
    )
  })

  test.each([
    ['eggs that are not there', '9 dead', 'there is no open egg 9 in this clutch'],
    ['one that has ended', '2 good', 'there is no open egg 2 in this clutch'],
    ['two things at once', '4-6 good, 5 dead', 'egg 5 comes up twice'],
    ['a letter that may be three things', '8 d', "'d' may be damaged or dented or dead"],
    ['backward', '6-4 good', "'6-4' is no row of eggs: write the lower number first"],
  ])('%s: it is said why, and Enter writes nothing', async (_what, words, why) => {
    const page = await opened()
    await page.user.type(row(), `${words}{Enter}`)
    expect(await screen.findByText(why)).toBeTruthy()
    await page.settled()
    expect(page.sent()).toEqual([])
    expect(row()).toHaveProperty('value', words)
  })

  test('who hatches gets a tag and a tub: that is not said in words', async () => {
    const page = await opened()
    await page.user.type(row(), '8 hatched{Enter}')
    expect(await screen.findByText('Press H for those that hatched: each gets a tag and a tub')).toBeTruthy()
    expect(page.sent()).toEqual([])
  })

  test('what is refused of a row is still there to be mended', async () => {
    const page = await opened()
    pages.refuseAll({ detail: 'This clutch was moved to another book.' })
    await page.user.type(row(), '8 dead{Enter}')
    expect(await screen.findByText('This clutch was moved to another book.')).toBeTruthy()
    await page.settled()
    expect(row()).toHaveProperty('value', '8 dead')
    expect(fates()[7]).toBe('8, set')
  })
})

describe('in the box', () => {
  test('an egg is carried to a free place, and two that meet change places', async () => {
    const page = await opened()
    await page.user.click(await screen.findByRole('button', { name: 'place eggs' }))
    await page.user.click(screen.getByRole('button', { name: 'egg 8, set' }))
    await page.user.click(await screen.findByRole('button', { name: 'place egg 8 in row 3, 4' }))
    await waitFor(() =>
      expect(page.sent('/api/clutches')).toMatchObject([{ status: 200, body: { cells: [{ cell: 11 }] } }]),
    )
    // Two moves up and one to the left: where the third lies.
    await waitFor(() =>
      expect(screen.queryByRole('button', { name: 'place egg 8 in row 2, 4' })).not.toBeNull(),
    )
    await pressKeys(page, '{ArrowUp}')
    await waitFor(() => expect(page.sent('/api/clutches')).toHaveLength(2))
    await waitFor(() =>
      expect(screen.queryByRole('button', { name: 'place egg 8 in row 3, 4' })).not.toBeNull(),
    )
    await pressKeys(page, '{ArrowUp}')
    await waitFor(() => expect(page.sent('/api/clutches')).toHaveLength(3))
    const { cells } = page.sent('/api/clutches')[2]!.body as { cells: { cell: number }[] }
    expect(cells.map((c) => c.cell)).toEqual([3, 7])
  })
})

describe('hatching', () => {
  const hatching = async () => {
    const page = await opened()
    await pressKeys(page, 'h')
    return { page, form: await screen.findByRole('form', { name: 'Hatching' }) }
  }
  const only = async (page: OpenPage, form: HTMLElement, ...eggs: number[]) => {
    for (const box of within(form).getAllByRole('checkbox') as HTMLInputElement[]) {
      const number = Number(/^egg (\d+) hatched$/.exec(box.getAttribute('aria-label')!)![1])
      if (box.checked !== eggs.includes(number)) await page.user.click(box)
    }
  }

  test('who comes out is proposed a tag and a tub; a weight that is none is said at its egg, and nothing is written', async () => {
    const { page, form } = await hatching()
    await only(page, form, 1, 4)
    expect(await within(form).findByRole('button', { name: '2 hatched' })).toBeTruthy()
    await page.user.type(within(form).getByLabelText('weight of egg 4'), 'heavy')
    await page.user.click(within(form).getByRole('button', { name: '2 hatched' }))
    expect((await within(form).findAllByText(/'heavy' is not a weight/)).length).toBeGreaterThan(0)
    expect(page.sent()).toEqual([])
    await page.user.clear(within(form).getByLabelText('weight of egg 4'))
    await page.user.type(within(form).getByLabelText('weight of egg 4'), '6,5')
    await page.user.click(within(form).getByRole('button', { name: '2 hatched' }))
    await waitFor(() => expect(page.sent('/api/clutches')).toHaveLength(1))
    const { young } = page.sent('/api/clutches')[0]!.body as {
      young: { tag: string; grams: number | null; placeId: string | null }[]
    }
    expect(young.map((y) => y.grams)).toEqual([null, 6.5])
    expect(new Set(young.map((y) => y.tag)).size).toBe(2)
    expect(new Set(young.map((y) => y.placeId)).size).toBe(2)
    await waitFor(() => expect(fates()[0]).toBe('1, hatched'))
    const { animals } = (await pages.of.book.as.keeper('GET', '/api/animals')).body
    expect(animals.map((a: { tag: string }) => a.tag)).toEqual(
      expect.arrayContaining(young.map((y) => y.tag)),
    )
  })

  test('a tag that another has is refused at its egg; nobody has hatched, and all of it is still there', async () => {
    const { page, form } = await hatching()
    await only(page, form, 5)
    const tag = within(form).getByLabelText('tag of egg 5')
    await page.user.clear(tag)
    await page.user.type(tag, 'm1')
    await page.user.click(within(form).getByRole('button', { name: '1 hatched' }))
    await waitFor(() => expect(page.sent('/api/clutches')).toMatchObject([{ status: 422 }]))
    expect(await within(form).findByText('m1 is in the book already')).toBeTruthy()
    expect(tag).toHaveProperty('value', 'm1')
    expect(fates()[4]).toBe('5, good')
  })
})

test('so many of a batch are counted, whole ones, and what is typed for the next stays', async () => {
  const page = await pages.open(`/incubation/${pages.of.counted}`)
  const form = await screen.findByRole('form', { name: 'What became of them' })
  const count = within(form).getByLabelText('How many')
  expect(within(form).getByRole('button', { name: 'Enter' })).toHaveProperty('disabled', true)
  await page.user.type(count, '12')
  await page.user.click(within(form).getByRole('button', { name: 'Enter' }))
  await page.user.clear(count)
  await page.user.type(count, '7')
  await waitFor(() =>
    expect(page.sent('/api/entries')).toMatchObject([{ body: { entries: [{ payload: { count: 12 } }] } }]),
  )
  await page.settled()
  expect(count).toHaveProperty('value', '7')
  await waitFor(() => expect(form.textContent).toMatch(/hatched12/))
  expect(form.textContent).toMatch(/still there48/)
})

describe('a litter', () => {
  const counting = async () => {
    const page = await pages.open(`/incubation/${pages.of.litter}`)
    await page.user.click(await screen.findByRole('button', { name: 'count again' }))
    const dialog = await screen.findByRole('dialog', { name: /^Count .* again$/ })
    await within(dialog).findByLabelText('Overlooked')
    return { page, dialog, form: within(dialog) }
  }
  const set = async (page: OpenPage, field: HTMLElement, count: string) => {
    await page.user.clear(field)
    await page.user.type(field, count)
  }

  test('is counted again where it stands: one was overlooked, one was never there; Ctrl+Z takes the count back', async () => {
    const { page, form } = await counting()
    expect(form.getByText('1 young is in the book as alive. Both counts stay in the log.')).toBeTruthy()
    await set(page, form.getByLabelText('Overlooked'), '2')
    const tags = form.getAllByLabelText<HTMLInputElement>(/^tag of young/)
    expect(tags.map((t) => t.value)).toEqual(['K03', 'K04'])
    await page.user.click(form.getByRole('checkbox', { name: 'K2' }))
    await set(page, form.getByLabelText('Stillborn'), '3')
    expect(form.getByRole('status').textContent).toBe('That makes 2 alive.')
    await page.user.click(form.getByRole('button', { name: 'Save this count' }))
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull())
    expect(await screen.findByText(/^2 alive, 3 stillborn/)).toBeTruthy()
    const young = await screen.findByRole('region', { name: 'Hatchlings' })
    expect(young.textContent).toMatch(/K03/)
    expect(young.textContent).not.toMatch(/K2/)
    await page.user.keyboard('{Control>}z{/Control}')
    expect(await screen.findByText(/^1 alive, 1 stillborn/)).toBeTruthy()
  })

  test('a tag that is taken is said in the form, and what was counted is still there', async () => {
    const { page, form, dialog } = await counting()
    await set(page, form.getByLabelText('Overlooked'), '1')
    await page.settled()
    const tag = form.getByLabelText<HTMLInputElement>('tag of young 1')
    await page.user.clear(tag)
    await page.user.type(tag, 'f1')
    await page.user.click(form.getByRole('button', { name: 'Save this count' }))
    expect((await form.findByText(/f1 is in the book already/)).textContent).toMatch(
      /What you wrote is still here/,
    )
    expect(dialog.isConnected).toBe(true)
    expect(tag.value).toBe('f1')
  })
})
