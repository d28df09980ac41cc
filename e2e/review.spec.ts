import { expect, test } from '@playwright/test'
import { demoForStories, listenForComplaints, openPage, signIn } from './support'

const book = demoForStories()

test('a season is held against the one before: what was changed is found, traced to its clutches, and a protocol learns', async ({
  page,
}) => {
  const complaints = listenForComplaints(page)
  await signIn(page, book.url)
  await openPage(page, 'Review')
  const found = page.getByRole('list', { name: 'What stands out' })
  await expect(found).toContainText(/weight in the first week: −\d.* ▼ worse, between −.* and −/)
  await expect(found).toContainText('among 19 measures')
  const change = page.getByRole('article', { name: 'Method changed' })
  await expect(change).toContainText('0 of 5 clutches had it in season 2026, 7 of 7 in season 2027')
  await expect(change).toContainText('No season had both')
  await test.step('behind a measure are its groups, behind a group its clutches, behind a clutch its log', async () => {
    await page.getByRole('button', { name: 'weight in the first week' }).click()
    const behind = page.getByRole('region', { name: 'What lies behind it' })
    await behind.getByText('method', { exact: true }).first().click()
    await behind.getByRole('button', { name: 'dry mesh over a moist layer' }).click()
    await behind.getByRole('link', { name: 'C11-27b' }).click()
    await expect(page.getByRole('heading', { name: /C11-27b/ })).toBeVisible()
    await page.goBack()
    await expect(behind).toBeVisible()
  })
  await test.step('what is taken over is an edition of the protocol with its reason, and is proposed no more', async () => {
    const line = page.getByRole('listitem').filter({ hasText: 'corn snake, eggs or young at a time' })
    await line.getByRole('button', { name: 'Use this figure' }).click()
    await expect(line).toBeHidden()
    await expect(page.getByRole('region', { name: 'Protocols changed' })).toContainText(
      /corn snake, edition 1.*clutches here say/,
    )
  })
  await test.step('held against itself a season has nothing to say', async () => {
    await page.goto(`${book.url}/review?season=2020&against=2019`)
    await expect(page.getByText('Nothing of season 2020 or 2019 is in the book yet')).toBeVisible()
  })
  expect(complaints).toEqual([])
})

test('the whole book is saved as a file and opened again as a book of its own, as it was', async ({
  page,
}) => {
  test.setTimeout(240_000)
  const complaints = listenForComplaints(page)
  await signIn(page, book.url)
  await page.goto(`${book.url}/book/files`)
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Save the whole book' }).click(),
  ])
  expect(file.suggestedFilename()).toMatch(/^lantern-quay-2027-05-27\.zip$/)
  const path = await file.path()
  // Asked beside the page, which goes elsewhere meanwhile.
  const bookId = async () => {
    const reply = await page.request.get(`${book.url}/api/session`)
    return ((await reply.json()) as { book: { id: string } }).book.id
  }
  const before = await bookId()
  await page.locator('input[type=file]').setInputFiles({
    name: 'no-archive.zip',
    mimeType: 'application/zip',
    buffer: Buffer.from('no zip'),
  })
  await expect(page.getByText('This is no archive of a book')).toBeVisible()
  await page.locator('input[type=file]').setInputFiles(path)
  // Its own book beside the other, once all of it is there.
  await expect.poll(bookId, { timeout: 150_000 }).not.toBe(before)
  await expect(page.getByRole('heading', { name: 'Settings', exact: true })).toBeVisible()
  await openPage(page, 'All animals')
  await expect(page.getByRole('heading', { name: /^\d+ animals$/ })).toBeVisible()
  await openPage(page, 'Settings')
  await page.getByRole('button', { name: 'Sign out' }).click()
  await page.getByRole('button', { name: 'Open the book' }).click()
  const which = page.getByRole('region', { name: 'Which book?' })
  await expect(which.getByRole('button')).toHaveCount(2)
  await which.getByRole('button').first().click()
  await expect(page.getByRole('navigation', { name: 'Rooms' })).toBeVisible()
  // The file that was no archive is answered as such: the browser says so of its own.
  expect(complaints.filter((c) => !c.includes('422'))).toEqual([])
})
