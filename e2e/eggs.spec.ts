import { expect, test } from '@playwright/test'
import { demoForStories, choose, listenForComplaints, openPage, signIn } from './support'

/*
 * Eggs in late May: found where they are due, candled by keys, kept through a night on which the heater sticks.
 */
const book = demoForStories()

test('twelve eggs are found where they were due, and candled with twelve keys', async ({ page }) => {
  const complaints = listenForComplaints(page)
  await signIn(page, book.url)
  await openPage(page, 'Incubation')
  await openPage(page, 'Nest checks')
  await test.step('she is looked for today, with what it rests on', async () => {
    const card = page.locator('article', { hasText: 'H12' })
    await expect(card).toContainText('mated with H10')
    await expect(card).toContainText('Look into the nest today')
    await choose(page, 'A sign of H12', 'digs')
    await expect(card).toContainText('digs on 27 May')
    await card.getByRole('button', { name: 'Eggs are there' }).click()
  })
  await test.step('recorded in well under a minute: only the number is typed', async () => {
    const started = Date.now()
    await page.getByRole('spinbutton', { name: 'Eggs', exact: true }).fill('12')
    await page.getByRole('spinbutton', { name: 'Eggs', exact: true }).press('Tab')
    await page.getByRole('button', { name: 'Set 12 eggs' }).click()
    await expect(page.getByTestId('hatch-window')).toContainText('half by')
    expect(Date.now() - started).toBeLessThan(60_000)
  })
  await test.step('candled with one key an egg, the next is picked by itself', async () => {
    let presses = 0
    for (const key of 'ggfggggdggxg') {
      await page.keyboard.press(key)
      // As fast as a hand; a scanner is faster.
      await page.waitForTimeout(100)
      presses++
    }
    expect(presses).toBeLessThanOrEqual(14)
    const box = page.getByRole('group', { name: 'Box from above' })
    await expect(box.getByRole('button', { name: /, good$/ })).toHaveCount(9)
    await expect(box.getByRole('button', { name: 'egg 3, infertile' })).toBeVisible()
    await expect(box.getByRole('button', { name: 'egg 8, dented' })).toBeVisible()
    await expect(box.getByRole('button', { name: 'egg 11, dead' })).toBeVisible()
    await expect(page.getByText('11/12 fertile')).toBeVisible()
  })
  await test.step('a row of eggs in words; what cannot be is named and nothing is written', async () => {
    const row = page.getByRole('textbox', { name: 'A row of eggs in words' })
    await row.fill('3-5 mouldy')
    await expect(page.getByText('there is no open egg 3 in this clutch')).toBeVisible()
    await row.fill('4-6 mouldy')
    await row.press('Enter')
    await expect(page.getByRole('button', { name: /, mouldy$/ })).toHaveCount(3)
  })
  await test.step('an egg is carried to another place by the arrows', async () => {
    await page.getByRole('button', { name: 'place eggs' }).click()
    const first = page.getByRole('button', { name: 'egg 1, good' })
    await first.click()
    await page.keyboard.press('ArrowDown')
    const cells = page.getByRole('group', { name: 'Box from above' }).locator('> div')
    await expect(cells.nth(5).getByRole('button')).toHaveAccessibleName('egg 1, good')
    await page.getByRole('button', { name: 'done' }).click()
  })
  expect(complaints).toEqual([])
})

test('the heater sticks: an alarm in another browser, a message, and the eggs say what it did', async ({
  page,
  browser,
}) => {
  test.setTimeout(120_000)
  await signIn(page, book.url)
  const other = await browser.newPage()
  await signIn(other, book.url)
  await openPage(page, 'Incubation')
  await openPage(page, 'Climate')
  await page.getByRole('link', { name: 'H3', exact: true }).click()
  await page.getByRole('button', { name: 'thermostat stuck warm' }).click()
  const alarm = other.getByRole('alert', { name: 'Alarms' })
  await expect(alarm).toContainText('H3: too warm', { timeout: 60_000 })
  await expect(alarm).toContainText('too warm for eggs')
  await expect(page.locator('main')).toContainText('no fan, no ice')
  await openPage(other, 'Messages')
  await expect(other.locator('main')).toContainText('Eggs there: ')
  await page.getByRole('button', { name: 'all well' }).click()
  await expect(alarm).not.toBeVisible({ timeout: 60_000 })
  await test.step('afterwards the clutch names the excursion and what it did to the date', async () => {
    await page.getByRole('link', { name: 'L05-27f' }).click()
    await expect(page.getByText(/above 33 °C, up to 3\d\.\d °C/)).toBeVisible()
    await expect(page.getByText('Past the safe line, too short to harm by itself.')).toBeVisible()
  })
  await other.close()
})

test('young that are born, ova that are counted by a sample, and a hatch that is brought together', async ({
  page,
}) => {
  const complaints = listenForComplaints(page)
  await signIn(page, book.url)
  await test.step('a litter in one pass, each of the living with its tag', async () => {
    await page.goto(`${book.url}/incubation/finding`)
    const card = page.locator('article', { hasText: 'B02' })
    await expect(card).toContainText('Young')
    await card.getByRole('button', { name: 'Young are here' }).click()
    await page.getByRole('spinbutton', { name: 'Alive' }).fill('3')
    await page.getByRole('spinbutton', { name: 'Stillborn' }).fill('1')
    await page.getByRole('button', { name: '3 are born' }).click()
    const young = page.getByRole('region', { name: 'Hatchlings' })
    await expect(young.getByRole('row')).toHaveCount(4)
    await page.keyboard.press('y')
    await expect(young).toContainText('● 27 May')
  })
  await test.step('ova from a sample, with the interval that follows', async () => {
    await page.goto(`${book.url}/incubation/new`)
    await choose(page, 'Dam', 'P01')
    await choose(page, 'It comes as', 'loose ova')
    await page.getByText('from a sample').click()
    await page.getByRole('spinbutton', { name: 'Counted in the sample' }).fill('50')
    await page.getByRole('spinbutton', { name: 'Size of the whole' }).fill('20')
    await expect(page.getByText(/About 500, between 37\d and 6[56]\d/)).toBeVisible()
    await page.getByRole('button', { name: 'Set eggs' }).click()
    await expect(page.getByText('500 in all, between')).toBeVisible()
  })
  await test.step('two clutches are gathered by a turn of the dial', async () => {
    await page.goto(`${book.url}/incubation/plan`)
    await page.getByRole('button', { name: /^Plan \d+ clutches/ }).click()
    const plan = page.getByRole('region', { name: 'Hatch plan' })
    await expect(plan).toContainText('days between the first and the last become')
    await expect(plan.getByRole('row').nth(1)).toContainText(/\d/)
  })
  await test.step('what if the dial were turned: the window moves, and a line that kills is named', async () => {
    await page.goto(`${book.url}/incubation`)
    await page
      .getByRole('list', { name: 'Next to hatch' })
      .getByRole('link', { name: /C28-27b/ })
      .click()
    // The one that was shown before goes once the other is there, and its dial with it.
    await expect(page.getByRole('article').filter({ has: page.getByLabel('What if') })).toContainText(
      'C28-27b',
    )
    const slider = page.getByRole('slider', { name: 'Temperature from tomorrow' })
    await slider.focus()
    for (let i = 0; i < 10; i++) await slider.press('ArrowLeft')
    await expect(page.getByLabel('What if')).toContainText(/\d\.\d d later/)
    await slider.press('End')
    await expect(page.getByLabel('What if')).toContainText('above 33 °C, which kills eggs after 6 hours')
  })
  expect(complaints).toEqual([])
})
