import { expect, test } from '@playwright/test'
import { demoForStories, openSeason, signIn } from './support'

const book = demoForStories()

test('the ribbon filters the page below to the line that is picked, and the address says so', async ({
  page,
}) => {
  await signIn(page, book.url)
  await page.getByRole('button', { name: /^season/ }).click()
  await page
    .getByRole('group', { name: 'Season ribbon' })
    .getByRole('button', { name: 'Marram hognose' })
    .click()
  await expect(page.getByRole('heading', { name: /of Marram hognose/ })).toBeVisible()
  await expect(page).toHaveURL(/line=Marram/)
  await page.goBack()
  await expect(page.getByRole('heading', { name: /^\d+ animals$/ })).toBeVisible()
})

test('the ribbon is walked by keys: lanes, stretches, width, and what is left out stays out', async ({
  page,
}) => {
  await signIn(page, book.url)
  await page.getByRole('button', { name: /^season/ }).click()
  const ribbon = page.getByRole('group', { name: 'Season ribbon' })
  await expect(ribbon.getByRole('button').nth(4)).toBeVisible()
  await expect(ribbon.locator('title', { hasText: ': rest ' })).not.toHaveCount(0)
  const lanes = await ribbon.getByRole('button').allTextContents()
  await ribbon.getByRole('button', { name: lanes[0]!, exact: true }).focus()
  const focused = () => page.evaluate(() => document.activeElement?.textContent ?? '')
  await page.keyboard.press('ArrowDown')
  await expect.poll(focused).toBe(lanes[1])
  await page.keyboard.press('ArrowRight')
  await expect.poll(focused).toContain(`${lanes[1]}: `)
  await test.step('what has the focus is said in words, and stays in sight however narrow the view', async () => {
    const says = await focused()
    await expect(page.locator('[class*="_saysMark_"]')).toHaveText(says)
    for (let n = 0; n < 9; n++) await page.keyboard.press('+')
    await expect(page.getByRole('button', { name: 'back to today' })).toBeVisible()
    await page.keyboard.press('End')
    await expect.poll(focused).not.toBe(says)
    await expect(page.locator(':focus')).toBeInViewport()
    await page.keyboard.press('0')
    await expect(page.getByRole('button', { name: 'back to today' })).toBeHidden()
  })
  const before = page.url()
  await page.keyboard.press('Enter')
  await expect(page).not.toHaveURL(before)
  await openSeason(page)
  await test.step('a phase is left out here and after a reload, until it is wanted again', async () => {
    const rest = page.getByRole('button', { name: 'rest', exact: true })
    const sleepers = ribbon.locator('title', { hasText: ': rest ' })
    await expect(sleepers).not.toHaveCount(0)
    await rest.click()
    await expect(sleepers).toHaveCount(0)
    await page.reload()
    await expect(rest).toHaveAttribute('aria-pressed', 'false')
    await expect(sleepers).toHaveCount(0)
    await rest.click()
    await expect(sleepers).not.toHaveCount(0)
  })
})
