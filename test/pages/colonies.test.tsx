import './dom'
import { screen, waitFor, within } from '@testing-library/react'
import type { EntryInput } from '@hatch-book/contract'
import { entered, entry, noon, write, type TestServer } from '../../apps/server/test/support'
import { openWholeBook, type WholeBook } from '../../apps/server/test/wholeBook'
import { inOtherUnits, pagesOf, type OpenPage } from './opened'

/*
 * A colony that feeds the others: counted by scoops, fed off, kept warm, and asked what it can give. Whatever was typed is counted or refused at
 * its field, in the book's own units; and what is hard to believe is asked about once.
 */
const sure = (count: number) => ({ count, low: count, high: count })
const countedBook = async (server: TestServer): Promise<WholeBook> => {
  const whole = await openWholeBook(server, 'Feeders')
  const payload = {
    young: { 'size 2': sure(400), 'size 4': sure(300) },
    females: sure(120),
    males: sure(60),
    how: 'one by one',
  }
  await entered(whole.book, [entry('counted', 'colony', whole.colony, payload, noon('2026-05-06'))])
  return whole
}
const pages = pagesOf(countedBook)

const press = async ({ user, settled }: OpenPage, name: string | RegExp) => {
  await user.click(await screen.findByRole('button', { name }))
  await settled()
}
const form = (name: string) => screen.findByRole('form', { name })
const type = async (page: OpenPage, field: HTMLElement, text: string) => {
  await page.user.clear(field)
  if (text !== '') await page.user.type(field, text)
}
const written = async (page: OpenPage, calls = 1) => {
  await waitFor(() => expect(page.sent('/api/entries')).toHaveLength(calls))
  return page.sent('/api/entries').flatMap((c) => c.body.entries as EntryInput[])
}
const opened = async (id = pages.of.colony) => {
  const page = await pages.open(`/colonies/${id}`)
  await screen.findByRole('heading', { level: 1, name: 'Colony Q1' })
  return page
}
/** What stands at a field, once it is said. */
const saidAt = async (field: HTMLElement) => {
  const item = field.closest('.ant-form-item')!
  await waitFor(() => expect(item.querySelector('.ant-form-item-explain-error')).not.toBeNull())
  return item.querySelector('.ant-form-item-explain-error')!.textContent
}

describe('counting', () => {
  const counting = async (seen: Record<string, string>, scoops = '20') => {
    const page = await opened()
    await press(page, 'Count it')
    const count = await form('Count a scoop')
    await type(page, within(count).getByLabelText('So many scoops make the colony'), scoops)
    for (const [stage, text] of Object.entries(seen))
      await type(page, within(count).getByLabelText(stage), text)
    const save = () => page.user.click(within(count).getByRole('button', { name: 'Save count' }))
    return { page, count, save }
  }

  test('scoops of each size are worked out while they are typed, and kept with how sure they are', async () => {
    const { page, count, save } = await counting({ 'size 2': '20 24 16', females: '6, 5; 7', males: '3 3 3' })
    // The mean of what the scoops held, times the scoops that make the colony.
    const row = within(count).getByLabelText('size 2').closest('tr')!
    expect(row.textContent).toMatch(/400 \(\d+–\d+\)/)
    await save()
    const [counted] = await written(page)
    const { how, young, females, males } = counted!.payload as unknown as {
      how: string
      young: Record<string, ReturnType<typeof sure>>
      females: ReturnType<typeof sure>
      males: ReturnType<typeof sure>
    }
    expect([how, young['size 2']!.count, females.count, males.count]).toEqual(['by scoops', 400, 120, 60])
    const { low, high } = young['size 2']!
    expect(low).toBeLessThan(400)
    expect(high).toBeGreaterThan(400)
    expect(Object.keys(young)).toEqual(['size 2'])
    await waitFor(() => expect(screen.queryByRole('form', { name: /^(Count|Feed)/ })).toBeNull())
  })

  test.each([
    ['a word', 'a lot'],
    ['fewer than none', '4 -3'],
    ['a range', '3-5'],
  ])('%s is no count: it stands at its size, and nothing is written', async (_what, typed) => {
    const { page, count, save } = await counting({ 'size 4': typed, females: '5' })
    const field = within(count).getByLabelText('size 4')
    expect(field.closest('tr')!.textContent).toContain('no figure')
    await save()
    expect(await saidAt(field)).toBe('size 4: write figures from 0 on, such as 4 3 6')
    expect(page.sent()).toEqual([])
  })

  test('nothing at all is no count; none of any size is one, and is asked about', async () => {
    const { page, count, save } = await counting({})
    await save()
    expect(await saidAt(within(count).getByLabelText(/^egg/))).toBe(
      'Enter at least one count. If the colony is empty, enter 0.',
    )
    expect(page.sent()).toEqual([])
    await type(page, within(count).getByLabelText('females'), '0')
    await save()
    await waitFor(() =>
      expect(
        within(count).getByText(/^This records an empty colony\. Have they all died or been moved\?/),
      ).toBeTruthy(),
    )
    expect(page.sent()).toEqual([])
    await page.user.click(within(count).getByRole('button', { name: 'Cancel' }))
    expect(screen.queryByRole('form', { name: 'Count a scoop' })).toBeNull()
  })

  test('it cannot be counted by no scoops', async () => {
    const { page, count, save } = await counting({ females: '5' }, '')
    await save()
    expect(await saidAt(within(count).getByLabelText('So many scoops make the colony'))).toBe(
      'write how many scoops make the colony',
    )
    expect(page.sent()).toEqual([])
  })

  test('a thousand grown ones out of nowhere are asked about once, and kept when they are meant', async () => {
    const { page, count, save } = await counting({ females: '5000', males: '100' }, '1')
    await save()
    await waitFor(() => expect(within(count).getByText(/Save it again if it is so\.$/)).toBeTruthy())
    expect(page.sent()).toEqual([])
    await save()
    expect(await written(page)).toMatchObject([{ kind: 'counted', payload: { how: 'one by one' } }])
  })
})

describe('taking', () => {
  test('what was fed off is of a size that they have, and not of none', async () => {
    const page = await opened()
    await press(page, 'Feed off')
    const feed = await form('Feed off')
    await page.user.click(within(feed).getByRole('button', { name: 'Fed off' }))
    expect(await within(feed).findByText('Write how many')).toBeTruthy()
    expect(page.sent()).toEqual([])
    await page.user.type(within(feed).getByLabelText('How many'), '40{Enter}')
    expect(await written(page)).toMatchObject([{ kind: 'fed off', payload: { size: 'size 1', count: 40 } }])
    await waitFor(() => expect(screen.queryByRole('form', { name: /^(Count|Feed)/ })).toBeNull())
  })

  test('a bin for a day: what is missing is named, not something else', async () => {
    const page = await opened()
    const bin = await screen.findByRole('region', { name: 'Set up a bin for a day' })
    const says = () => within(bin).getByTestId('start-for').textContent
    expect(says()).toMatch(/^Put \d/)
    await type(page, within(bin).getByLabelText('So many'), '')
    expect(says()).toBe('Enter how many you want.')
    await type(page, within(bin).getByLabelText('So many'), '100')
    await type(page, within(bin).getByLabelText('females you have'), '')
    expect(says()).toBe('Enter how many females you have.')
    await type(page, within(bin).getByLabelText('females you have'), '30')
    await type(page, within(bin).getByLabelText('by which day'), '31.7.2026')
    expect(says()).toBe('Enter a day from tomorrow up to two years from now, such as 2027-08-01.')
    expect(page.sent()).toEqual([])
  })

  test('twice as many want twice the females; more than one bin ever holds want another day, and are told why', async () => {
    const page = await opened()
    const bin = await screen.findByRole('region', { name: 'Set up a bin for a day' })
    const says = async (wanted: string) => {
      await type(page, within(bin).getByLabelText('So many'), wanted)
      return within(bin).getByTestId('start-for').textContent
    }
    await type(page, within(bin).getByLabelText('by which day'), '2026-06-14')
    const females = (text: string) => Number(/^Put (\d+) females into a new bin today/.exec(text)?.[1])
    const [few, twice] = [females(await says('200')), females(await says('400'))]
    expect(few).toBeGreaterThan(1)
    expect(Math.abs(twice - 2 * few)).toBeLessThanOrEqual(1)
    await type(page, within(bin).getByLabelText('by which day'), '2026-08-15')
    expect(await says('1000')).toMatch(
      /^A bin started today would be full before it gave you that many size 2\. Put \d+ females in on \d+ \w+ instead\./,
    )
    // In a week none that hatch are as large, whoever is set up.
    await type(page, within(bin).getByLabelText('by which day'), '2026-05-22')
    expect(await says('100')).toMatch(
      /^No bin can give you 100 size 2 by 22 May, however many females you put in\./,
    )
  })
})

test('a colony that is empty gets no forecast, and says what to do', async () => {
  const { colony, book } = pages.of
  const none = { young: {}, females: sure(0), males: sure(0), how: 'one by one' }
  // Whatever was counted here before was in the afternoon, by a clock that goes on while it is tested.
  const { status } = await write(book, [entry('counted', 'colony', colony, none, '2026-05-20T20:00:00.000Z')])
  expect(status).toBe(200)
  await pages.open(`/colonies/${colony}`)
  await screen.findByText(
    /^Q1 was empty when it was counted 20 May\. Restock it and count it again to get a forecast\.$/,
  )
  expect(screen.queryByTestId('colony-says')).toBeNull()
})

describe.each([
  ['°C', countedBook, '27.5', 27.5],
  ['°F', async (server: TestServer) => inOtherUnits(await countedBook(server)), '81.5', 27.5],
] as const)('in a book of %s', (unit, openBook, typed, celsius) => {
  const kept = pagesOf(openBook)
  const standing = async () => {
    const page = await kept.open(`/colonies/${kept.of.colony}`)
    const stands = await form('How it stands')
    return { page, stands, save: () => page.user.click(within(stands).getByRole('button', { name: 'Save' })) }
  }

  test('how warm it stands is typed in the book’s own unit', async () => {
    const { page, stands, save } = await standing()
    expect(within(stands).getByRole('button', { name: 'Save' })).toHaveProperty('disabled', true)
    await type(page, within(stands).getByLabelText(/^Stands at/), typed)
    await type(page, within(stands).getByLabelText('Bins'), '3')
    await save()
    await waitFor(() =>
      expect(page.sent('/api/colonies')).toMatchObject([{ status: 200, body: { bins: 3, celsius } }]),
    )
    const card = await screen.findByRole('article', { name: 'Colony Q1' })
    await waitFor(() => expect(card.textContent).toMatch(new RegExp(`3 bins.*at ${typed} ${unit}`)))
  })

  test('no figure, and none at all, are refused at their fields', async () => {
    const { page, stands, save } = await standing()
    const field = within(stands).getByLabelText(/^Stands at/)
    for (const [wrong, says] of [
      ['warm', "'warm' is not a temperature: write figures, such as 28"],
      ['', 'Enter its temperature'],
    ] as const) {
      await type(page, field, wrong)
      await save()
      await waitFor(async () => expect(await saidAt(field)).toBe(says))
    }
    await type(page, field, typed)
    await type(page, within(stands).getByLabelText('Bins'), '')
    await save()
    expect(await saidAt(within(stands).getByLabelText('Bins'))).toBe('Enter the number of bins')
    expect(page.sent()).toEqual([])
  })

  test('what another device changed meanwhile stands beside it, and neither is lost', async () => {
    const { page, stands, save } = await standing()
    await type(page, within(stands).getByLabelText('Bins'), '5')
    const { colonies } = (await kept.of.book.as.owner('GET', '/api/colonies')).body
    const { version } = colonies[0] as { version: number }
    await kept.of.book.as.owner('PATCH', `/api/colonies/${kept.of.colony}`, { version, bins: 4 })
    await save()
    const both = await screen.findByRole('alert', { name: 'Somebody changed this too' })
    expect(within(both).getByRole('row', { name: /^Bins 3 4 5/ })).toBeTruthy()
  })
})
