import { expect, test } from '@playwright/test'
import { demoForStories, idOf, signIn } from './support'

const book = demoForStories()

test('what was written for the wrong hour is dated back where it stands, and the log keeps both', async ({
  page,
}) => {
  await signIn(page, book.url)
  await page.goto(`${book.url}/animals/${await idOf(page, 'C15')}`)
  const log = page.getByRole('list').filter({ has: page.getByRole('button', { name: /^strike out: / }) })
  const first = log.getByRole('listitem').first()
  await first.getByRole('button', { name: /^correct: / }).click()
  const dialog = page.getByRole('dialog', { name: 'Correct this entry' })
  const when = dialog.getByLabel('When')
  const before = await when.inputValue()
  await when.fill('2 May 2027 10:00')
  await when.press('Enter')
  await dialog.getByRole('button', { name: 'Save correction' }).click()
  await expect(dialog).toBeHidden()
  await expect(page.getByText(/struck by Ottoline: corrected/)).toBeVisible()
  const dated = log.getByRole('listitem').filter({ hasText: '2 May, 10:00' })
  await expect(dated).toHaveCount(1)
  await test.step('and forth again, by the same gesture', async () => {
    await dated.getByRole('button', { name: /^correct: / }).click()
    await when.fill(before)
    await when.press('Enter')
    await dialog.getByRole('button', { name: 'Save correction' }).click()
    await expect(dialog).toBeHidden()
    await expect(dated.getByRole('button', { name: /^correct: / })).toHaveCount(0)
  })
})
