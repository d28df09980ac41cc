import { expect, test } from '@playwright/test'
import { animalsOf, demoForStories, idOf, listenForComplaints, openPage, signIn } from './support'

/* Who leaves: what is told of it, and to whom. */
const book = demoForStories()

/** The browser itself complains of every refused request; what the view says of it is looked at instead. */
const unexpected = (complaints: string[]) => complaints.filter((c) => !/status of 4\d\d/.test(c))

test('a defect is pointed at and follows the animal to its price; siblings are compared and one is kept', async ({
  page,
}) => {
  const complaints = listenForComplaints(page)
  await signIn(page, book.url)
  await openPage(page, 'For sale')
  const corns = page.getByRole('listitem').filter({ hasText: 'corn snake' })
  const open = corns.filter({ has: page.getByRole('button', { name: /^sell / }) })
  const sound = open.filter({ hasNotText: /may not leave any more|reserved for|not for breeding/ }).first()
  const tag = (await sound.getByRole('link').first().textContent())!
  await page.goto(`${book.url}/animals/${await idOf(page, tag)}`)
  const inspection = page.getByRole('region', { name: 'Inspection' })
  await inspection.getByRole('img').click({ position: { x: 400, y: 80 } })
  await inspection.getByRole('combobox', { name: 'What it is' }).fill('kink in the tail')
  await page.keyboard.press('Escape')
  await inspection.getByRole('button', { name: 'Save defect' }).click()
  await expect(inspection).toContainText('kink in the tail, slight: not for breeding')
  await openPage(page, 'For sale')
  const line = page.getByRole('listitem').filter({ hasText: tag }).first()
  await expect(line).toContainText('not for breeding')
  await line.getByRole('button', { name: `sell ${tag}` }).click()
  const sale = page.getByRole('dialog')
  await expect(sale).toContainText('less for kink in the tail')
  await sale.getByLabel('Price').fill('500')
  await sale.getByLabel('Buyer').fill('Linnet and Fife')
  await sale.getByRole('button', { name: 'Sell', exact: true }).click()
  await expect(sale.getByText(/^at most \d+$/)).toBeVisible()
  await sale.getByRole('button', { name: 'Cancel' }).click()
  await page.goto(`${book.url}/rearing/holdbacks`)
  const siblings = page.getByRole('list', { name: 'Siblings' }).getByRole('listitem')
  const proposed = siblings.filter({ hasText: 'keep, a' }).first()
  await expect(proposed).toBeVisible({ timeout: 30_000 })
  const keep = (await proposed.locator('.tag').textContent())!
  await expect(proposed).toContainText('of its mates')
  await proposed.getByRole('button', { name: `keep ${keep}` }).click()
  await expect(page.getByRole('button', { name: `kept ${keep}` })).toBeDisabled({ timeout: 30_000 })
  await page.goto(`${book.url}/animals/${await idOf(page, keep)}`)
  await expect(page.getByText('holdback', { exact: true })).toBeVisible()
  await expect(page.getByText(/kept as a holdback: /).first()).toBeVisible()
  expect(unexpected(complaints)).toEqual([])
})

test('a buyer’s page shows this animal and nothing of any other; withdrawn, it shows nothing', async ({
  page,
  browser,
}) => {
  await signIn(page, book.url)
  const animals = await animalsOf(page)
  const id = await idOf(page, 'C70')
  await page.goto(`${book.url}/leaving/${id}/hand-over`)
  await page.getByRole('button', { name: 'A page for the buyer' }).click()
  const address = (await page.getByTestId('made-link').textContent())!
  const context = await browser.newContext()
  const buyer = await context.newPage()
  const replies: { url: string; body: Promise<string> }[] = []
  buyer.on('response', (reply) => replies.push({ url: reply.url(), body: reply.text().catch(() => '') }))
  await buyer.goto(address)
  await expect(buyer.getByRole('heading', { name: 'C70' })).toBeVisible()
  await expect(buyer.getByText(/Meals: \d+ taken of \d+ offered/)).toBeVisible()
  const asked = replies.filter((r) => r.url.includes('/api/'))
  expect(asked.map((r) => new URL(r.url).pathname.split('/').slice(0, 3).join('/'))).toEqual(
    asked.map(() => '/api/shared'),
  )
  const others = animals.filter((a) => a.id !== id)
  expect(others.length).toBeGreaterThan(100)
  for (const reply of asked) {
    const body = await reply.body
    for (const other of others) {
      expect(body).not.toContain(other.id)
      expect(body).not.toMatch(new RegExp(`\\b${other.tag}\\b`))
    }
    expect(body).not.toContain('Osric')
  }
  expect(await context.cookies()).toEqual([])
  await page.goto(`${book.url}/leaving/links`)
  await page.getByRole('list', { name: 'Links' }).getByRole('button', { name: 'withdraw' }).first().click()
  await expect(page.getByText('withdrawn', { exact: true })).toBeVisible()
  await buyer.reload()
  await expect(buyer.getByRole('heading', { name: 'Nothing is here' })).toBeVisible()
  await context.close()
})
