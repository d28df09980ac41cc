import { expect, test } from '@playwright/test'
import { choose, demoForStories, listenForComplaints, openPage, signIn } from './support'

/*
 * A season of pairings as a keeper plans and watches it: in January, when the corn snakes wake one after the other.
 */
const book = demoForStories('2027-01-20')

test('the season is planned, one female is late, and it is solved again', async ({ page }) => {
  const complaints = listenForComplaints(page)
  await signIn(page, book.url)
  await page.goto(`${book.url}/pairing/season`)
  await expect(page.getByText(/of a clutch less than the best plan known/)).toBeVisible()
  await page.getByRole('button', { name: 'Find the best plan' }).click()
  const found = page.getByRole('status').filter({ hasText: 'Best of all plans, proved in' })
  await expect(found).toContainText('4 of 5 females served', { timeout: 30_000 })
  await found.getByRole('button', { name: 'Use this plan' }).click()
  await expect(page.getByText('as good as the best plan known')).toBeVisible()
  await page.getByRole('button', { name: 'Save plan' }).click()
  await expect(page.getByText('The plan is saved')).toBeVisible()

  await test.step('a visit moved by hand says what it costs, and what stands against it', async () => {
    const visit = page.getByRole('button', { name: /^C15\b.* with C\d\d.* from/ })
    await visit.focus()
    for (let i = 0; i < 5; i++) await visit.press('Shift+ArrowLeft')
    await expect(page.getByText(/of a clutch less than the best plan known/)).toBeVisible()
    await expect(page.getByText(/she is hardly receptive then/)).toBeVisible()
    await expect(page.getByText('is held by hand')).toBeVisible()
    await page.getByRole('button', { name: 'give C15 C02' }).click()
    await expect(page.getByRole('alert').filter({ hasText: 'too close: young inbred 25 %' })).toBeVisible()
    await page.reload()
  })

  await test.step('C15 comes in two weeks late: her window moves, and the plan with it', async () => {
    const before = await page.getByRole('button', { name: /^C15\b.* with/ }).getAttribute('aria-label')
    await page.getByRole('button', { name: /^C15/ }).first().click()
    await page.getByRole('button', { name: 'two weeks late' }).click()
    await expect(page.getByText('set by hand')).toBeVisible()
    await page.getByRole('button', { name: 'Find the best plan' }).click()
    const again = page.getByRole('status').filter({ hasText: 'Best of all plans' })
    await expect(again).toContainText('on other days', { timeout: 30_000 })
    await again.getByRole('button', { name: 'Use this plan' }).click()
    const after = await page.getByRole('button', { name: /^C15\b.* with/ }).getAttribute('aria-label')
    expect(after).not.toBe(before)
    await page.getByRole('button', { name: 'Save plan' }).click()
    await expect(page.getByText('The plan is saved')).toBeVisible()
  })

  await test.step('her reasons name the warming and the protocol', async () => {
    await page.getByRole('button', { name: /^C11/ }).first().click()
    await page
      .getByLabel(/^Window of C11/)
      .getByRole('button', { name: 'reasons' })
      .click()
    await expect(page.getByRole('dialog')).toContainText(/warm since|warmth planned for/)
    await expect(page.getByRole('dialog')).toContainText('first locks of her earlier seasons')
  })
  expect(complaints).toEqual([])
})

test('what a cross would throw is told before it is made; father and daughter are refused, and overruled with a reason', async ({
  page,
}) => {
  await signIn(page, book.url)
  await page.goto(`${book.url}/pairing/crosses`)
  await page.getByLabel('The one you are after').fill('amel anry')
  await expect(page.getByRole('alert')).toContainText('did you mean anerythristic?')
  await page.getByLabel('The one you are after').fill('amel anery')
  await expect(page.getByText('understood: amelanistic, anerythristic')).toBeVisible()
  await choose(page, 'Female', 'C15')
  await choose(page, 'Male', 'C02')
  await page.getByRole('button', { name: 'Compare' }).click()
  await choose(page, 'Female', 'C15')
  await choose(page, 'Male', 'C09')
  await page.getByRole('button', { name: 'Compare' }).click()
  const close = page.getByRole('article', { name: 'C15 × C02' })
  await expect(close).toContainText('Young inbred 25 %, far too close')
  await expect(close).toContainText('1/16 of young')
  await expect(page.getByRole('article', { name: 'C15 × C09' })).toContainText('not related')
  await close.getByRole('button', { name: 'Pair them' }).click()
  const refusal = page.getByRole('dialog')
  await expect(refusal).toContainText('C15 × C02 is refused')
  await expect(refusal).toContainText('their young would be inbred 25 %')
  await refusal.getByLabel('Why pair them anyway?').fill('the last of her line')
  await refusal.getByRole('button', { name: 'Overrule and pair' }).click()
  await expect(page.getByText('the last of her line').first()).toBeVisible()
  await expect(page.getByText('Their young are inbred 25 %.')).toBeVisible()
})

test('genes are said as keepers say them; chances that do not add up are refused; a maybe is proved by young', async ({
  page,
}) => {
  await signIn(page, book.url)
  await page.goto(`${book.url}/pairing/genes`)
  const animals = page.getByRole('list', { name: 'Animals and their genes' })
  await page.getByRole('button', { name: 'say of its genes: C33' }).click()
  const words = page.getByRole('form', { name: 'Look and genes of C33' }).getByRole('textbox')
  await words.fill('motley het lav, 67 % het amel, het mottly')
  await words.press('Enter')
  await expect(animals).toContainText("'mottly' is not a known trait; did you mean motley?")
  await words.fill('motley het lav, 67 % het amel')
  await words.press('Enter')
  await expect(animals.getByRole('listitem').filter({ hasText: 'C33' })).toContainText('het lavender')
  await expect(animals.getByRole('listitem').filter({ hasText: 'C33' })).toContainText('het amelanistic 67 %')

  await page.getByRole('button', { name: 'say of its genes: C23' }).click()
  await page.getByRole('button', { name: 'Enter chances' }).click()
  await page.getByRole('spinbutton', { name: 'chance of no copy' }).fill('60')
  await page.getByRole('button', { name: 'Write it' }).click()
  await expect(page.getByRole('alert').filter({ hasText: 'add up' })).toContainText(
    'These chances add up to 110 %, not 100 %',
  )
  await page.getByRole('button', { name: 'Cancel' }).click()

  await page.getByRole('button', { name: 'prove anerythristic of C15' }).click()
  const proof = page.getByRole('article', { name: 'Proving C15' })
  await expect(proof).toContainText('Does C15 carry anerythristic?')
  await expect(proof.getByRole('row').nth(1)).toContainText(/C17.*tells most/)
  await expect(proof.getByRole('row').nth(1)).toContainText('5')
  await proof.getByRole('button', { name: 'what if' }).first().click()
  await proof.getByRole('spinbutton', { name: 'not showing it', exact: true }).fill('8')
  await expect(proof).toContainText('0.4 %, ruled out')
  await proof.getByRole('spinbutton', { name: 'showing it', exact: true }).fill('1')
  await expect(proof).toContainText('100 %, proved')
})

test('kin: the table both ways round, the pedigree, founders; a goal and the generations that lead to it', async ({
  page,
}) => {
  await signIn(page, book.url)
  await page.goto(`${book.url}/pairing/kin`)
  await expect(page.getByRole('link', { name: 'C15 × C02: 25 %' })).toBeVisible()
  await page.getByText('a row for each male', { exact: true }).click()
  await expect(page.getByRole('rowheader', { name: 'C02' })).toBeVisible()
  await page.getByRole('button', { name: 'C15' }).first().click()
  const pedigree = page.getByRole('region', { name: /^Pedigree of C15/ })
  await expect(pedigree.getByText(/^C11\b/).first()).toBeVisible()
  await expect(pedigree.getByText(/^C02\b/).first()).toBeVisible()
  await expect(page.getByText(/founders, worth/)).toBeVisible()

  await openPage(page, 'Goals')
  await expect(page.getByRole('heading', { name: 'Neither black nor red' })).toBeVisible()
  await expect(page.getByText('soonest good way')).toBeVisible({ timeout: 30_000 })
  await page.getByRole('button', { name: 'Set a goal' }).click()
  await page.getByLabel('What it is for').fill('lavender')
  await page.getByRole('button', { name: 'Save goal' }).click()
  await expect(page.getByRole('region', { name: 'lavender' })).toContainText(/lavender/)
})

test('two plan the same season, and change the same goal, at once: both words stand side by side, and neither loses theirs', async ({
  page,
  browser,
}) => {
  const other = await (await browser.newContext({ serviceWorkers: 'block' })).newPage()
  for (const at of [page, other]) await signIn(at, book.url)
  const both = page.getByRole('alert', { name: 'Somebody changed this too' })

  await test.step('each puts off another female: the plan has both', async () => {
    for (const [at, female] of [
      [page, 'C15'],
      [other, 'C11'],
    ] as const) {
      await at.goto(`${book.url}/pairing/season`)
      await at
        .getByRole('button', { name: new RegExp(`^${female}`) })
        .first()
        .click()
      await at.getByRole('button', { name: 'two weeks late' }).click()
    }
    await other.getByRole('button', { name: 'Save plan' }).click()
    await expect(both).toContainText('Taken over from them: C11, window')
    await expect(page.getByRole('button', { name: 'Save plan' })).toBeDisabled()
    await both.getByRole('button', { name: 'Keep editing' }).click()
    await page.getByRole('button', { name: 'Save plan' }).click()
    await expect(page.getByText('The plan is saved')).toBeVisible()
    for (const female of ['C15', 'C11']) {
      await page
        .getByRole('button', { name: new RegExp(`^${female}`) })
        .first()
        .click()
      await expect(page.getByText('set by hand')).toBeVisible()
    }
  })

  await test.step('both change the limits of a goal: one is chosen, the other taken over', async () => {
    const name = 'Neither black nor red'
    for (const at of [page, other]) {
      await at.goto(`${book.url}/pairing/goals`)
      await at.getByRole('region', { name }).getByRole('button', { name: 'change the goal' }).click()
    }
    await page.getByLabel('Tubs at a time').fill('14')
    await other.getByLabel('Tubs at a time').fill('12')
    await other.getByLabel('Within seasons').fill('7')
    await other.getByRole('button', { name: 'Save goal' }).click()
    await expect(both).toContainText('Taken over from them: Within seasons')
    await expect(both.getByRole('row', { name: /Tubs at a time/ })).toContainText('1214')
    await both.getByText('theirs', { exact: true }).last().click()
    await both.getByRole('button', { name: 'Use these' }).click()
    await expect(page.getByLabel('Tubs at a time')).toHaveValue('12')
    await expect(page.getByLabel('Within seasons')).toHaveValue('7')
    await page.getByRole('button', { name: 'Save goal' }).click()
    await expect(page.getByRole('region', { name })).toContainText('12 tubs for holdbacks')
  })
  await other.context().close()
})

test('a pairing session by keyboard: the clock runs, each key writes what was seen, and what it means is said', async ({
  page,
}) => {
  await signIn(page, book.url)
  await page.goto(`${book.url}/pairing/crosses?cross=C23×C09`)
  await page.getByRole('article', { name: 'C23 × C09' }).getByRole('button', { name: 'Pair them' }).click()
  await expect(page.getByText(/Introduce them/)).toBeVisible()
  await openPage(page, 'Watch')
  await page.getByRole('button', { name: /^C23 × C09/ }).click()
  const card = page.getByRole('article', { name: 'C23 × C09' })
  await expect(card).toContainText('Before they meet')
  await page.keyboard.press('i')
  await expect(card.getByRole('timer')).toContainText('together')
  await page.keyboard.press('c')
  await expect(card.getByRole('list', { name: 'Seen' })).toContainText('courted')
  await page.keyboard.press('k')
  await expect(card.getByRole('timer')).toContainText('locked')
  await page.keyboard.press('k')
  await expect(card.getByRole('list', { name: 'Seen' })).toContainText(/locked, .* min/)
  await expect(card).toContainText(/Probably mated|Mated/)
  await page.keyboard.press('p')
  await expect(card.getByRole('button', { name: 'introduced' })).toBeVisible()
  await expect(card).toContainText('Look for eggs from')
})
