import { expect, test, type Page } from '@playwright/test'
import { demoForStories, choose, listenForComplaints, openPage, signIn } from './support'

/*
 * One line from the scale to the sale, as a keeper takes it through the real program: the list, the weigh-in, the pairing,
 * the clutch, the logger's file, the hatching, the rearing, the sale.
 */
const book = demoForStories()

async function find(page: Page, tag: string): Promise<void> {
  await page.keyboard.press('Control+k')
  await page.getByRole('textbox', { name: 'Find', exact: true }).fill(tag)
  await page
    .getByRole('button', { name: new RegExp(`^${tag} `) })
    .first()
    .click()
  await expect(page.locator('article .tag').first()).toHaveText(tag)
}

/** Lets weeks go by: one as a keeper does, by its button, and the others with it. */
const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec']

/** So many weeks later by the demo's clock, which shows a day without its year. */
function weeksAfter(shown: string, weeks: number): RegExp {
  const [, day, month] = /(\d+)\s(\w{3})/.exec(shown)!
  const then = new Date(Date.UTC(2027, MONTHS.indexOf(month!), Number(day) + weeks * 7))
  return new RegExp(`\\b${then.getUTCDate()}\\s${MONTHS[then.getUTCMonth()]!}`)
}

async function advance(page: Page, weeks: number): Promise<void> {
  const demoDay = page.getByText(/^demo day/)
  const day = weeksAfter((await demoDay.textContent())!, weeks)
  for (let days = (weeks - 1) * 7; days > 0; days -= 28) {
    const data = { days: Math.min(days, 28) }
    const headers = { origin: book.url }
    const passed = await page.request.post(`${book.url}/api/demo/advance`, { data, headers, timeout: 60_000 })
    expect(passed.ok()).toBe(true)
  }
  // A week of the room is lived through: on a busy machine that takes its time.
  await page.getByRole('button', { name: '+7' }).click({ timeout: 60_000 })
  await expect(demoDay).toHaveText(day, { timeout: 60_000 })
}

test('a line goes from the list to the sale', async ({ page }) => {
  test.setTimeout(420_000)
  const complaints = listenForComplaints(page)
  await signIn(page, book.url)

  await test.step('bring animals in from a list, faulty rows and all', async () => {
    await page.getByRole('button', { name: 'Bring in a list' }).click()
    await page.locator('input[type=file]').setInputFiles('demo/samples/arrivals.csv')
    await expect(page.getByText('7 faulty', { exact: true })).toBeVisible()
    await expect(page.getByText("'marsh wyrm' is not in this book or the library")).toBeVisible()
    await expect(page.getByText('K02 stands on line 3 already')).toBeVisible()
    await expect(page.getByText('it hatched before its dam K01 did')).toBeVisible()
    await expect(page.getByText('the dam K02 is male')).toBeVisible()
    await page.getByRole('button', { name: 'Bring in 3 animals' }).click()
    await expect(page.getByText('3 rows are in the book')).toBeVisible()
    await page.getByRole('link', { name: 'all lists' }).click()
    await expect(page.getByRole('region', { name: 'Earlier lists' })).toContainText(
      /arrivals\.csv.*brought in: 3 rows, 7 left/,
    )
    await openPage(page, 'All animals')
    await page.getByRole('textbox', { name: 'Filter animals' }).fill('K0')
    await expect(page.getByRole('row', { name: /K02 .*about 5 y/ })).toBeVisible()
    await page.getByText('cards', { exact: true }).click()
    await expect(page.locator('article', { hasText: 'K03' })).toContainText('not sexed')
  })

  await test.step('weigh two breeders; each has its verdict with reasons, and can be overruled', async () => {
    await openPage(page, 'Weigh-in')
    await page.getByText('by typing', { exact: true }).click()
    for (const [tag, grams] of [
      ['K01', '441'],
      ['K02', '398'],
    ] as const) {
      await page.getByRole('textbox', { name: 'Tag to weigh' }).fill(tag)
      await page.getByRole('textbox', { name: 'Tag to weigh' }).press('Enter')
      await expect(page.locator('article .tag')).toHaveText(tag)
      const weight = page.getByRole('textbox', { name: /^Weight/ })
      for (const [bad, says] of [
        ['0', 'above 0'],
        ['-3', 'is not a weight'],
        ['abc', 'is not a weight'],
        ['1000000', 'at most 100000'],
      ] as const) {
        await weight.fill(bad)
        await weight.press('Enter')
        await expect(weight).toHaveAccessibleDescription(new RegExp(says))
      }
      await weight.fill(grams)
      await page.getByText('3', { exact: true }).click()
      await weight.press('Enter')
      await expect(page.locator('li', { hasText: tag }).filter({ hasText: `${grams} g` })).toBeVisible()
    }
    await openPage(page, 'Readiness')
    await page.getByRole('button', { name: 'reasons for K01' }).click()
    const sheet = page.getByRole('dialog')
    await expect(sheet).toContainText('not this season')
    await expect(sheet).toContainText('Would change it: meals taken and logged')
    await expect(sheet).toContainText('Corn snake protocol')
    await sheet.getByRole('button', { name: 'Overrule' }).click()
    await sheet.getByRole('button', { name: 'Overrule' }).click()
    await expect(sheet).toContainText('Give a reason')
    await sheet.getByRole('textbox', { name: 'Why' }).fill('fed well where she came from')
    await sheet.getByText('trial', { exact: true }).click()
    await sheet.getByRole('button', { name: 'Overrule' }).click()
    await expect(sheet).toContainText('fed well where she came from')
    await page.keyboard.press('Escape')
    await find(page, 'K02')
    for (let i = 1; i <= 3; i++) {
      await page.keyboard.press('a')
      await expect(page.getByText(new RegExp(`${i} meals? in a row`))).toBeVisible()
    }
    await expect(page.locator('article')).toContainText('ready')
  })

  await test.step('pair them; the lock gives the days to look for eggs', async () => {
    await openPage(page, 'Pairings')
    await page.getByRole('button', { name: 'Pair two animals' }).click()
    await choose(page, 'Female', 'C31')
    await choose(page, 'Male', 'K02')
    await page.getByRole('button', { name: 'Pair animals' }).click()
    await expect(page.getByText(/C31 is not for this season: meals taken in a row/)).toBeVisible()
    await choose(page, 'Female', 'K01')
    await choose(page, 'Male', 'K02')
    await page.getByRole('button', { name: 'Pair animals' }).click()
    await expect(page.getByRole('heading', { name: /^Introduce them/ })).toBeVisible()
    await page.keyboard.press('i')
    await expect(page.getByRole('heading', { name: /^Separate them/ })).toBeVisible()
    await page.keyboard.press('k')
    await expect(page.getByText('Look for eggs 26 Jun to 21 Jul', { exact: true })).toBeVisible()
    await page.keyboard.press('p')
    await expect(page.getByRole('heading', { name: /^Put them together again/ })).toBeVisible()
    await page.getByRole('button', { name: 'reasons' }).click()
    await expect(page.getByRole('dialog')).toContainText('locked on 27 May; 30 to 55 days after')
    await page.keyboard.press('Escape')
  })

  await test.step('the weeks pass; the clutch is recorded egg by egg', async () => {
    await advance(page, 5)
    await openPage(page, 'Incubation')
    await page.getByText('another incubator').click()
    await page.getByLabel('Its name').fill('H9')
    await page.getByRole('button', { name: 'Add incubator' }).click()
    await expect(page.getByText('H9 stands ready with 6 boxes')).toBeVisible()
    await openPage(page, 'Pairings')
    await page.getByRole('link', { name: /K01 × K02/ }).click()
    await page.getByRole('button', { name: 'Eggs found: record the clutch' }).click()
    await page.getByRole('spinbutton', { name: 'Eggs', exact: true }).fill('4')
    await page.getByRole('spinbutton', { name: 'Eggs', exact: true }).press('Tab')
    await page.getByRole('button', { name: 'egg 2: set' }).click()
    await page.getByRole('textbox', { name: 'weight of egg 1' }).fill('10.4')
    await page.getByText('dry mesh over a moist layer').click()
    await choose(page, 'Box', 'H9 · box 1')
    await page.getByRole('button', { name: 'Set 4 eggs' }).click()
    await expect(page.getByTestId('hatch-window')).toHaveText('Most likely 25 Aug to 4 Sep; half by 30 Aug')
    await page.getByRole('button', { name: 'egg 4, set' }).click()
    await page.keyboard.press('f')
    await expect(page.getByRole('button', { name: 'egg 4, infertile' })).toBeVisible()
    await expect(page.getByText(/1\/2 fertile/)).toBeVisible()
  })

  await test.step('a logger file moves the window, with its excursion explained', async () => {
    await advance(page, 1)
    await page.getByRole('button', { name: 'Bring in a temperature log' }).click()
    const rows = ['Serial;0042', 'Date and time;Temp °F']
    // A week of a cool spare logger in Fahrenheit, every 37 minutes, six hours of it hot, a gap, and a torn last line.
    for (
      let at = Date.parse('2027-07-02T00:00:00Z');
      at < Date.parse('2027-07-07T18:00:00Z');
      at += 37 * 60_000
    ) {
      const hour = (at - Date.parse('2027-07-04T00:00:00Z')) / 3_600_000
      if (hour > 40 && hour < 50) continue
      const celsius = hour > 0 && hour < 6 ? 34 : 24.5
      rows.push(
        `${new Date(at + 3_600_000).toISOString().slice(0, 19).replace('T', ' ')};${((celsius * 9) / 5 + 32).toFixed(1).replace('.', ',')}`,
      )
    }
    rows.push('2027-07-0')
    await choose(page, 'Probe', 'probe of H9')
    await page
      .locator('input[type=file]')
      .setInputFiles({ name: 'spare.csv', mimeType: 'text/csv', buffer: Buffer.from(rows.join('\r\n')) })
    await expect(page.getByText(/Read as °F: the heading says so/)).toBeVisible()
    await expect(page.getByText('the line is cut short')).toBeVisible()
    await expect(page.getByText(/Silent for 10\.\d h/)).toBeVisible()
    await page.getByRole('button', { name: /^Join \d+ readings/ }).click()
    await expect(page.getByRole('heading', { name: /^Incubator/ })).toBeVisible()
    await page.getByRole('list', { name: 'Next to hatch' }).getByRole('link', { name: /K01/ }).click()
    await expect(
      page.getByText(/[56]\.\d h above 31 °C, up to 34\.0 °C: brought hatching forward/),
    ).toBeVisible()
    await expect(page.getByText(/silent for 10 h/)).toBeVisible()
    // The log stands at 25.0 °C on the mean, 3.0 under what is set, and the days ahead follow it: some 715 degree-days are left, at 10 a
    // day and not at 13. That is 71 days from 7 July, and not 55.
    await expect(page.getByTestId('ahead-follows')).toContainText(
      /has averaged 25\.0 °C .* 3\.0 °C below the set point/,
    )
    await expect(page.getByTestId('hatch-window')).toHaveText('Most likely 11 to 23 Sep; half by 17 Sep')
    await page.locator('article').getByRole('button', { name: 'reasons' }).click()
    await expect(page.getByRole('dialog')).toContainText(/7[78]\d degree-days above 15\.0 °C/)
    await expect(page.getByRole('dialog')).toContainText('the constant, in your hands')
    await expect(page.getByRole('dialog')).toContainText('where the width comes from')
    await page.keyboard.press('Escape')
  })

  await test.step('eggs hatch into tagged young with a tub each; taken back and done again', async () => {
    await advance(page, 8)
    await page.getByRole('button', { name: 'hatched …' }).click()
    const form = page.getByRole('form', { name: 'Hatching' })
    await expect(form.getByRole('checkbox')).toHaveCount(3)
    await form.getByRole('textbox', { name: 'tag of egg 1' }).fill('K01')
    await form.getByRole('button', { name: '3 hatched' }).click()
    await expect(form).toContainText('K01 is in the book already')
    await form.getByRole('textbox', { name: 'tag of egg 1' }).fill('K11')
    await form.getByRole('textbox', { name: 'tag of egg 2' }).fill('K12')
    await form.getByRole('textbox', { name: 'tag of egg 3' }).fill('K13')
    await form.getByRole('textbox', { name: 'weight of egg 1' }).fill('7,2')
    await form.getByRole('button', { name: '3 hatched' }).click()
    await expect(page.getByRole('heading', { name: 'Every egg has its end' })).toBeVisible()
    await page.keyboard.press('Control+z')
    await expect(page.getByRole('button', { name: 'egg 1, set' })).toBeVisible()
    await page.getByRole('button', { name: 'hatched …' }).click()
    for (const [egg, tag] of [
      [1, 'K11'],
      [2, 'K12'],
      [3, 'K13'],
    ] as const)
      await form.getByRole('textbox', { name: `tag of egg ${egg}` }).fill(tag)
    await form.getByRole('button', { name: '3 hatched' }).click()
    await expect(page.getByText(/3\/3 of the fertile hatched/)).toBeVisible()
  })

  await test.step('raise one: shed, meals taken and refused, weight; its gates say what is missing', async () => {
    await openPage(page, 'Ladder')
    await page.getByRole('button', { name: /^K11 / }).click()
    const sheet = page.getByRole('dialog')
    await expect(sheet).toContainText('Missing: the shed, found whole')
    await page.keyboard.press('s')
    await expect(sheet).toContainText('Starter → Established')
    await page.keyboard.press('a')
    await expect(sheet).toContainText('2 more taken; a refusal starts the row again')
    await page.keyboard.press('r')
    await expect(sheet).toContainText('3 more taken')
    await page.keyboard.press('Control+z')
    await expect(sheet).toContainText('2 more taken')
    await page.keyboard.press('a')
    await page.keyboard.press('w')
    await sheet.getByRole('textbox', { name: /^Weight/ }).fill('13.5')
    await sheet.getByRole('textbox', { name: /^Weight/ }).press('Enter')
    await expect(sheet).toContainText('weighed 13.5 g')
    await expect(sheet).toContainText(/Missing: age/)
    await page.keyboard.press('Escape')
  })

  await test.step('when all gates hold it is listed, sold, and its sheet printed', async () => {
    await advance(page, 7)
    await page.getByRole('button', { name: /^K11 / }).click()
    const sheet = page.getByRole('dialog')
    await expect(sheet).toContainText('Missing: 1 more taken')
    for (let i = 0; i < 3; i++) {
      await page.keyboard.press('a')
      await expect(sheet).toContainText(`${i + 3} at least 5`)
    }
    await page.keyboard.press('s')
    await page.keyboard.press('x')
    await sheet.getByRole('button', { name: 'Write it' }).click()
    await expect(sheet).toContainText('All gates hold')
    await sheet.getByRole('link', { name: 'Sell it or put it up for sale' }).click()
    await page.getByRole('button', { name: 'list K11' }).click()
    await page.getByRole('button', { name: 'List it' }).click()
    await expect(page.getByRole('button', { name: 'list K11' })).toBeHidden()
    await page.getByRole('button', { name: 'sell K11' }).click()
    await page.getByRole('textbox', { name: 'Buyer' }).fill('Philomena of the ferry')
    await page.getByRole('button', { name: 'Sell', exact: true }).click()
    await expect(page.getByText(/handed over .* to Philomena of the ferry/)).toBeVisible()
    await expect(page.getByText('5 taken of 5 offered')).toBeVisible()
    await expect(page.getByText('dam K01, sire K02, clutch K01-27a')).toBeVisible()
  })

  await test.step('the ribbon shows the season; an older entry is struck out and stays readable', async () => {
    await page.getByRole('button', { name: 'Back', exact: true }).click()
    await page.getByRole('button', { name: /^season/ }).click()
    const ribbon = page.getByRole('group', { name: 'Season ribbon' })
    await expect(ribbon.getByRole('button', { name: 'Lamplight corn' })).toBeVisible()
    await expect(ribbon.locator('title', { hasText: /Lamplight corn: rearing .*K12/ })).toHaveCount(1)
    await find(page, 'K02')
    await page.getByRole('button', { name: 'strike out: ate' }).last().click()
    await page.getByRole('textbox', { name: 'Why' }).fill('that was another tub')
    await page.getByRole('button', { name: 'Strike it out' }).click()
    await expect(page.locator('li.struck')).toContainText('that was another tub')
    await expect(page.getByText('2 meals in a row')).toBeVisible()
  })

  expect(complaints.filter((c) => !/422|409/.test(c))).toEqual([])
})
