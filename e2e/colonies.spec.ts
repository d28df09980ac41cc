import { expect, test } from '@playwright/test'
import { choose, demoForStories, listenForComplaints, openPage, signIn } from './support'

/* Feeder colonies: counted by scoops, projected, and fed from no faster than they bear. */
const book = demoForStories()

test('a starter is projected a year ahead and held against its later counts; the most it gives is found and kept', async ({
  page,
}) => {
  const complaints = listenForComplaints(page)
  await signIn(page, book.url)
  await openPage(page, 'Colonies')
  await page.getByRole('article', { name: 'Colony R1' }).getByRole('button').click()
  await expect(page.getByRole('heading', { name: 'Colony R1' })).toBeVisible()
  await expect(page.getByTestId('colony-says')).toContainText(/doubles in \d+\.\d weeks at 29\.0 °C/)
  await test.step('from its first count: what was to be expected by now, and what was counted', async () => {
    await page.getByRole('combobox', { name: 'From the count of' }).click()
    // The list begins with the newest; one up from it is the oldest.
    await page.keyboard.press('ArrowUp')
    await page.keyboard.press('Enter')
    await expect(page.getByTestId('colony-against')).toContainText(
      /were to be expected from the count of 17 Aug/,
    )
  })
  await test.step('the largest steady take is sought beside the screen, and then kept', async () => {
    await page.getByRole('button', { name: /^find it for/ }).click()
    await expect(page.getByTestId('colony-most')).toBeVisible({ timeout: 120_000 })
    await page.getByRole('button', { name: 'take it' }).click()
    const lasts = page.getByTestId('colony-lasts')
    await expect(lasts).toContainText('of played years', { timeout: 120_000 })
  })
  await test.step('warmer is quicker, at once', async () => {
    const weeks = async () =>
      Number(/doubles in ([\d.]+) weeks/.exec((await page.getByTestId('colony-says').textContent())!)![1])
    const before = await weeks()
    await page.getByRole('slider', { name: 'Temperature' }).press('ArrowRight')
    await page.getByRole('slider', { name: 'Temperature' }).press('ArrowRight')
    await expect(page.getByTestId('colony-says')).toContainText('30.0 °C')
    expect(await weeks()).toBeLessThan(before)
  })
  expect(complaints).toEqual([])
})

test('a new colony is set up and counted with a few keys; what cannot be is questioned or refused', async ({
  page,
}) => {
  const complaints = listenForComplaints(page)
  await signIn(page, book.url)
  await page.goto(`${book.url}/colonies`)
  await page.getByRole('button', { name: 'A new colony' }).click()
  const form = page.getByRole('form', { name: 'New colony' })
  const setUp = form.getByRole('button', { name: 'Set up colony' })
  await test.step('what is wrong is said at its field, and nothing is sent', async () => {
    await form.getByRole('textbox', { name: 'Stands at, °C' }).fill('warm')
    await setUp.click()
    await expect(form.getByRole('textbox', { name: 'Name' })).toHaveAccessibleDescription(/give it a name/)
    await expect(form.getByRole('textbox', { name: 'Stands at, °C' })).toHaveAccessibleDescription(
      /'warm' is not a temperature/,
    )
    await form.getByRole('textbox', { name: 'Stands at, °C' }).fill('31')
    await expect(form).not.toContainText('is not a temperature')
    await expect(form).toContainText('Choose a species')
    await choose(page, 'Species', 'banded cricket')
    await form.getByRole('textbox', { name: 'Stands at, °C' }).fill('88 F')
    // The server's own word stands at the field too.
    await form.getByRole('textbox', { name: 'Name' }).fill('R1')
    await setUp.click()
    await expect(form.getByRole('textbox', { name: 'Name' })).toHaveAccessibleDescription(
      /this name is taken/,
    )
  })
  await test.step('whoever leaves is asked; what was written is there again', async () => {
    await form.getByRole('textbox', { name: 'Name' }).fill('Q2')
    await page.waitForTimeout(600)
    const places = page.getByRole('navigation', { name: 'Rooms' }).getByRole('link', { name: /^Room\b/ })
    await places.click()
    const asked = page.getByRole('dialog', { name: 'This page has unsaved changes' })
    await asked.getByRole('button', { name: 'Stay here' }).click()
    await expect(form.getByRole('textbox', { name: 'Name' })).toHaveValue('Q2')
    await places.click()
    await asked.getByRole('button', { name: 'Leave without saving' }).click()
    await expect(page).toHaveURL(/places/)
    await page.reload()
    await openPage(page, 'Colonies')
    await page.getByRole('button', { name: 'A new colony' }).click()
    await expect(form).toContainText('What you wrote here before is back.')
    await expect(form.getByRole('textbox', { name: 'Stands at, °C' })).toHaveValue('88 F')
  })
  await setUp.click()
  await expect(page.getByRole('heading', { name: 'Colony Q2' })).toBeVisible()
  await expect(page.getByText('Q2 was never counted')).toBeVisible()
  const count = async (figures: Record<string, string>, scoops = '20') => {
    await page.getByRole('button', { name: 'Count it', exact: true }).click()
    const scoop = page.getByRole('form', { name: 'Count a scoop' })
    await scoop.getByRole('spinbutton', { name: 'So many scoops make the colony' }).fill(scoops)
    for (const [name, text] of Object.entries(figures))
      await scoop.getByRole('textbox', { name, exact: true }).fill(text)
    await scoop.getByRole('button', { name: 'Save count' }).click()
    return scoop
  }
  const first = await count({ females: '4 3 x', males: '2' })
  await expect(first).toContainText('females: write figures from 0 on')
  await first.getByRole('textbox', { name: 'females' }).fill('4 3 5')
  await first.getByRole('button', { name: 'Save count' }).click()
  await expect(first).toBeHidden()
  await expect(page.getByRole('article', { name: 'Colony Q2' })).toContainText('120')
  await test.step('another bin, a way of working it, and what is due then', async () => {
    const worked = page.getByRole('region', { name: 'How it is worked' })
    await worked.getByRole('spinbutton', { name: 'Bins' }).fill('2')
    // By its key: while what is reckoned above appears, it moves under a pointer.
    await worked.getByRole('button', { name: 'Save' }).press('Enter')
    await expect(page.getByRole('article', { name: 'Colony Q2' })).toContainText('2 bins')
    await worked.getByRole('combobox', { name: 'Method' }).click()
    await page.keyboard.press('Enter')
    await expect(worked).toContainText('minutes a week')
    await worked.getByRole('button', { name: /^Done today: / }).click()
    await expect(page.getByRole('region', { name: 'Last entries' })).toContainText('done: ')
  })
  await test.step('more grown ones than there ever were young: asked, and kept when it is meant', async () => {
    const again = await count({ females: '400', males: '100' }, '1')
    await expect(again).toContainText('were some set in? Save it again if it is so.')
    await again.getByRole('button', { name: 'Save count' }).click()
    await expect(again).toBeHidden()
    await expect(page.getByRole('article', { name: 'Colony Q2' })).toContainText('500')
  })
  // The name that is taken is refused once, and the browser tells of it.
  expect(complaints.filter((c) => !c.includes('409'))).toEqual([])
})

test('a shortage weeks ahead is found, and mended by what is planned for it', async ({ page }) => {
  const complaints = listenForComplaints(page)
  await signIn(page, book.url)
  await openPage(page, 'Colonies')
  const says = page.getByTestId('supply-says').first()
  await page
    .getByRole('radiogroup', { name: 'Feeder' })
    .getByText(/^banded cricket/)
    .click()
  await expect(says).toContainText(/In \d+ weeks you will be short of banded cricket, .*: \d+ % likely/, {
    timeout: 60_000,
  })
  const weeks = async () => {
    const words = (await says.textContent())!
    return words.startsWith('Enough') ? Infinity : Number(/In (\d+) weeks/.exec(words)?.[1] ?? 0)
  }
  const found = await weeks()
  expect(found).toBeGreaterThanOrEqual(8)
  const shortage = page.getByRole('region', { name: 'Shortage' }).first()
  await expect(shortage).toContainText('To mend it, any one of:')
  await shortage.getByRole('button', { name: 'Plan it' }).first().click()
  const planned = page.getByRole('region', { name: 'Planned' })
  await expect(planned).toContainText(/(buy|set up|take no|keep) /)
  await expect.poll(weeks, { timeout: 60_000 }).toBeGreaterThan(found)
  await test.step('dropped again, the shortage is back', async () => {
    await planned.getByRole('button', { name: 'Drop it' }).first().click()
    await expect.poll(weeks, { timeout: 60_000 }).toBe(found)
  })
  expect(complaints).toEqual([])
})
