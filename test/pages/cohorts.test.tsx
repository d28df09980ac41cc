import './dom'
import { screen, waitFor, within } from '@testing-library/react'
import type { EntryInput } from '@hatch-book/contract'
import { entered, entry, noon, write } from '../../apps/server/test/support'
import { openWholeBook } from '../../apps/server/test/wholeBook'
import { pagesOf, type OpenPage } from './opened'

/*
 * Animals that are counted rather than named: what moulted, what was lost, what was counted, put elsewhere, or given a name of its own. Nothing
 * that was typed is left out without a word, and no animal is made or lost by moving some.
 */
const pages = pagesOf(async (server) => {
  const whole = await openWholeBook(server, 'Cohorts')
  const stages = { L2: { count: 40, low: 40, high: 40 }, L3: { count: 12, low: 12, high: 12 } }
  await entered(whole.book, [entry('cohort counted', 'cohort', whole.cohort, { stages }, noon('2026-05-19'))])
  return whole
})

const form = (name: string) => screen.findByRole('form', { name })
const field = (within_: HTMLElement, name: string) => within(within_).getByLabelText(name)
const says = (within_: HTMLElement) => within(within_).getByRole('alert').textContent
/** What was written, once so many calls have gone out: kind and what it says. */
const written = async (page: OpenPage, calls = 1) => {
  await waitFor(() => expect(page.sent('/api/entries')).toHaveLength(calls))
  return page
    .sent('/api/entries')
    .flatMap((c) => c.body.entries as EntryInput[])
    .map(({ kind, payload }) => [kind, payload])
}
/** How many of each stage stand in the cohort that is looked at. */
const stands = () => {
  const card = document.querySelector('main article [aria-current=true]')!.closest('article')!
  const counts = card.textContent.matchAll(/([\d,]+) (L\d|grown|adults?|females?|males?)/g)
  return Object.fromEntries([...counts].map(([, n, stage]) => [stage!, Number(n!.replace(',', ''))]))
}
const opened = async (id = pages.of.cohort) => {
  const page = await pages.open(`/cohorts/${id}`)
  await screen.findByRole('heading', { level: 1, name: /^(Cohort|Breeding box) / })
  return page
}

describe('by a key and a figure', () => {
  test('so many moulted: the hand is in the field at once, and they stand in the next stage', async () => {
    const page = await opened()
    await page.user.keyboard('m')
    const moulted = await form('Moulted')
    expect(document.activeElement).toBe(field(moulted, 'How many'))
    await page.user.keyboard('15')
    expect(moulted.textContent).toContain('They are L3 now.')
    await page.user.keyboard('{Enter}')
    expect(await written(page)).toEqual([['moulted on', { from: 'L2', to: 'L3', count: 15 }]])
    await waitFor(() => expect(stands()).toEqual({ L2: 25, L3: 27 }))
    expect(screen.queryByRole('form')).toBeNull()
  })

  test('nothing is written of nobody; Escape leaves it', async () => {
    const page = await opened()
    await page.user.keyboard('m')
    const moulted = await form('Moulted')
    await page.user.keyboard('{Enter}')
    expect(says(moulted)).toBe('how many moulted?')
    await page.user.keyboard('{Escape}')
    await waitFor(() => expect(screen.queryByRole('form')).toBeNull())
    expect(page.sent()).toEqual([])
  })

  test('more than are known of is said while it is typed, kept all the same, and doubted until they are counted', async () => {
    const page = await opened()
    await page.user.keyboard('m')
    const moulted = await form('Moulted')
    await page.user.keyboard('30')
    expect(moulted.textContent).toContain(
      '25 L2 are known of: it is kept, and doubted until they are counted.',
    )
    await page.user.keyboard('{Enter}')
    await written(page)
    expect(
      await screen.findByText(/^\d+ L2 left on 20 May, where 25 were known of: count them again\.$/),
    ).toBeTruthy()
    await page.user.keyboard('c')
    const count = await form('Count them')
    await page.user.type(field(count, 'L2'), '20')
    await page.user.type(field(count, 'L3'), '30-34')
    await page.user.click(within(count).getByRole('button', { name: 'Save count' }))
    await waitFor(() => expect(screen.queryByText(/: count them again\.$/)).toBeNull())
    expect((await written(page, 2)).at(-1)).toEqual([
      'cohort counted',
      { stages: { L2: { count: 20, low: 20, high: 20 }, L3: { count: 32, low: 30, high: 34 } } },
    ])
    expect(stands()).toEqual({ L2: 20, L3: 32 })
  })

  test('some are lost, some passed on, each with the reason', async () => {
    const page = await opened()
    await page.user.keyboard('x')
    const lost = await form('Lost')
    await page.user.clear(field(lost, 'How many'))
    await page.user.type(field(lost, 'How many'), '2{Enter}')
    await waitFor(() => expect(stands()).toEqual({ L2: 20, L3: 30 }))
    await page.user.keyboard('p')
    const passed = await form('Pass on')
    await page.user.type(field(passed, 'How many'), '5{Enter}')
    expect(await written(page, 2)).toEqual([
      ['lost', { stage: 'L3', count: 2, why: 'found dead' }],
      ['passed on', { stage: 'L3', count: 5, how: 'sold' }],
    ])
    await waitFor(() => expect(stands()).toEqual({ L2: 20, L3: 25 }))
  })
})

describe('a count', () => {
  const counting = async () => {
    const page = await opened()
    await page.user.keyboard('c')
    const count = await form('Count them')
    const save = () => page.user.click(within(count).getByRole('button', { name: 'Save count' }))
    return { page, count, save }
  }

  test.each([
    ['a word', 'many'],
    ['a part of one', '12.5'],
    ['backward', '40-30'],
    ['three of them', '1-2-3'],
  ])('%s is no figure: it is named, and nothing is written', async (_what, typed) => {
    const { page, count, save } = await counting()
    await page.user.type(field(count, 'L3'), typed)
    await save()
    expect(says(count)).toBe('L3: write a figure such as 40, or 35-45')
    expect(page.sent()).toEqual([])
    expect(field(count, 'L3')).toHaveProperty('value', typed)
  })

  test('so does what cannot be read of the sexes: it is not left out', async () => {
    const { page, count, save } = await counting()
    await page.user.type(field(count, 'L6'), '10')
    await page.user.type(field(count, 'sexed females'), 'six')
    await save()
    expect(says(count)).toBe('sexed females: write a figure such as 40, or 35-45')
    expect(page.sent()).toEqual([])
  })

  test('more sexes than there are animals cannot be', async () => {
    const { page, count, save } = await counting()
    await page.user.type(field(count, 'L6'), '3')
    await page.user.type(field(count, 'sexed females'), '2')
    await page.user.type(field(count, 'sexed males'), '2')
    await save()
    expect(says(count)).toBe('more were sexed than there are L6')
    expect(page.sent()).toEqual([])
  })

  test('a count far from what is known is asked about once, and kept when it is meant', async () => {
    const { page, count, save } = await counting()
    await page.user.type(field(count, 'L3'), '400')
    await save()
    expect(says(count)).toMatch(/Press again to keep it\.$/)
    expect(page.sent()).toEqual([])
    await save()
    await waitFor(() => expect(stands()).toEqual({ L3: 400 }))
  })
})

describe('moving', () => {
  beforeAll(async () => {
    const stages = { L2: { count: 20, low: 20, high: 20 }, L3: { count: 25, low: 25, high: 25 } }
    const { status } = await write(pages.of.book, [
      entry('cohort counted', 'cohort', pages.of.cohort, { stages }, '2026-05-20T14:00:00.000Z'),
    ])
    expect(status).toBe(200)
  })

  test('half of them are split off under a free name; one key takes both halves of it back', async () => {
    const page = await opened()
    await page.user.keyboard('s')
    const split = await form('Split')
    expect(field(split, 'Called')).toHaveProperty('value', 'S1b')
    expect(
      [field(split, 'L2 of 20'), field(split, 'L3 of 25')].map((f) => (f as HTMLInputElement).value),
    ).toEqual(['10', '12'])
    await page.user.click(within(split).getByRole('button', { name: 'Split them off' }))
    expect(await screen.findByRole('heading', { level: 1, name: 'Cohort S1b' })).toBeTruthy()
    await waitFor(() => expect(stands()).toEqual({ L2: 10, L3: 12 }))
    await page.user.click(within(screen.getByRole('article', { name: 'Cohort S1' })).getByRole('button'))
    await waitFor(() => expect(stands()).toEqual({ L2: 10, L3: 13 }))
    await page.user.keyboard('{Control>}z{/Control}')
    await waitFor(() => expect(stands()).toEqual({ L2: 20, L3: 25 }))
  })

  test('nobody is split off by nobody, and a name that is taken is refused where it stands', async () => {
    const page = await opened()
    await page.user.keyboard('s')
    const split = await form('Split')
    for (const name of ['L2 of 20', 'L3 of 25']) await page.user.clear(field(split, name))
    await page.user.click(within(split).getByRole('button', { name: 'Split them off' }))
    expect(says(split)).toBe('who is split off?')
    await page.user.type(field(split, 'L2 of 20'), '4')
    await page.user.clear(field(split, 'Called'))
    await page.user.type(field(split, 'Called'), 'S2')
    await page.user.click(within(split).getByRole('button', { name: 'Split them off' }))
    await waitFor(() => expect(says(split)).toMatch(/S2/))
    expect(field(split, 'L2 of 20')).toHaveProperty('value', '4')
    expect(stands()).toEqual({ L2: 20, L3: 25 })
  })

  test('all of them are put to another of their species, and none gets lost on the way', async () => {
    const page = await opened()
    await page.user.keyboard('u')
    const merge = await form('Put together')
    await page.user.clear(field(merge, 'L3 of 25'))
    await page.user.type(field(merge, 'L3 of 25'), '20')
    await page.user.click(within(merge).getByRole('button', { name: 'Put them together' }))
    const [call] = await waitFor(() => {
      const sent = page.sent('/api/cohorts')
      expect(sent).toHaveLength(1)
      return sent
    })
    expect(call).toMatchObject({ status: 200, body: { stages: { L2: 20, L3: 20 } } })
    await waitFor(() => expect(stands()).toEqual({ L2: 20, L3: 20 }))
    await page.user.click(within(screen.getByRole('article', { name: 'Cohort S1' })).getByRole('button'))
    await waitFor(() => expect(stands()).toEqual({ L3: 5 }))
  })

  test('one gets a name of its own and leaves the count; a tag that is taken is said', async () => {
    const page = await opened()
    await page.user.keyboard('n')
    const single = await form('Single out')
    const keep = () => page.user.click(within(single).getByRole('button', { name: 'Give it a name' }))
    await keep()
    expect(says(single)).toBe('give it a tag')
    await page.user.type(field(single, 'Tag'), 'F1')
    await keep()
    await waitFor(() => expect(says(single)).toBe('Another animal has this tag.'))
    expect(stands()).toEqual({ L3: 5 })
    await page.user.clear(field(single, 'Tag'))
    await page.user.type(field(single, 'Tag'), 'PS1')
    await keep()
    await waitFor(() => expect(stands()).toEqual({ L3: 4 }))
    const { animals } = (await pages.of.book.as.keeper('GET', '/api/animals')).body
    expect(animals.map((a: { tag: string }) => a.tag)).toContain('PS1')
  })
})

describe('a breeding box', () => {
  test('adults are set in, and the box says when to search it', async () => {
    const page = await opened(pages.of.breedingBox)
    await page.user.keyboard('a')
    const adults = await form('Adults in or out')
    await page.user.type(field(adults, 'Females'), '4')
    await page.user.type(field(adults, 'Males'), '3{Enter}')
    expect(await written(page)).toEqual([['adults set in', { females: 4, males: 3 }]])
    await waitFor(() => expect(stands()).toEqual({ females: 4, males: 3 }))
    expect(document.querySelector('main')!.textContent).toMatch(/Search it next on \d+ \w+/)
    // More than are in it cannot be taken out.
    await page.user.keyboard('a')
    const out = await form('Adults in or out')
    await page.user.click(within(out).getByRole('radio', { name: 'taken out, to rest' }))
    await page.user.type(field(out, 'Females'), '9{Enter}')
    expect(says(out)).toBe('7 adults are known to be in it')
  })

  test('larvae are told by the widths of their heads; what is no width is said before anything is written', async () => {
    const page = await opened(pages.of.breedingBox)
    await page.user.keyboard('f')
    const search = await form('Search it')
    await page.user.type(field(search, 'Young eggs'), '12')
    await page.user.type(field(search, 'Widths of heads, mm'), '1.2 wide')
    await page.user.click(within(search).getByRole('button', { name: 'Save search' }))
    expect(says(search)).toBe('heads: write widths in mm, such as 1.2 2.3')
    expect(page.sent()).toEqual([])
    await page.user.clear(field(search, 'Widths of heads, mm'))
    await page.user.type(field(search, 'Widths of heads, mm'), '1.2, 2.3')
    await page.user.click(within(search).getByRole('button', { name: 'Save search' }))
    expect(await written(page)).toMatchObject([
      ['searched', { eggs: { young: 12, old: 0 }, heads: [1.2, 2.3], adults: { females: 4, males: 3 } }],
    ])
  })
})

test('a viewer has none of these keys', async () => {
  const page = await pages.open(`/cohorts/${pages.of.cohort}`, 'viewer')
  await screen.findByRole('heading', { level: 1, name: /^Cohort / })
  await page.user.keyboard('mcx')
  await page.settled()
  expect(screen.queryByRole('form')).toBeNull()
  expect(screen.queryByRole('button', { name: /^Moulted/ })).toBeNull()
})
