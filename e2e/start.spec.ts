import { expect, test } from '@playwright/test'
import { animalsOf, listenForComplaints, signIn, startForStories } from './support'

const DAY = '2025-10-15'
const book = startForStories('--day', DAY)

test('the demo comes to life on the day that is asked for; the plug is pulled on all of it, and what was answered is there', async ({
  page,
}) => {
  const complaints = listenForComplaints(page)
  expect(book.said()).toMatch(/\d+ things happened there, 0 were refused/)
  await signIn(page, book.url)
  await expect(page.getByText('15 Oct')).toBeVisible()
  const [first, second] = (await animalsOf(page)).filter((a) => a.presence === 'here' && a.grams > 100)
  const write = async (entry: object) => {
    const data = { entries: [{ id: crypto.randomUUID(), at: `${DAY}T13:00:00.000Z`, ...entry }] }
    const reply = await page.request.post(`${book.url}/api/entries`, { data, headers: { origin: book.url } })
    expect(await reply.json()).not.toHaveProperty('code')
    return data.entries[0]!.id
  }
  const subject = { type: 'animal', id: first!.id }
  const slip = await write({ kind: 'weighed', subject, payload: { grams: 12.5, context: 'empty' } })
  const reason = 'that was another tub'
  await write({ kind: 'struck', subject, strikes: slip, payload: { reason } })
  // The last word before the plug is out.
  await write({
    kind: 'weighed',
    subject: { type: 'animal', id: second!.id },
    payload: { grams: 123.4, context: 'empty' },
  })

  await book.pullThePlug()
  expect(book.said()).toContain('An earlier start was cut off')
  expect(book.said()).not.toContain('to life')
  await page.goto(`${book.url}/animals/${second!.id}`)
  await expect(page.getByText('123 g').first()).toBeVisible()
  await page.goto(`${book.url}/animals/${first!.id}`)
  await expect(page.locator('li.struck')).toContainText(reason)
  expect((await animalsOf(page)).map((a) => [a.id, a.grams]).sort()).toEqual(
    expect.arrayContaining([
      [second!.id, 123.4],
      [first!.id, first!.grams],
    ]),
  )
  expect(complaints.filter((c) => !/net::ERR|503/.test(c))).toEqual([])
})
