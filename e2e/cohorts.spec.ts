import { expect, test, type Page } from '@playwright/test'
import { demoForStories, listenForComplaints, openPage, signIn } from './support'

/* Animals in numbers: counted by stage with a few keys, a breeding box searched, the night on which moths are paired. */
const book = demoForStories()

const open = async (page: Page, name: string) => {
  await openPage(page, 'Cohorts')
  await page
    .getByRole('article', { name: `Cohort ${name}`, exact: true })
    .getByRole('button')
    .click()
  await expect(
    page.getByRole('heading', { name: new RegExp(`(Cohort|Breeding box) ${name}$`) }),
  ).toBeVisible()
}
const now = (page: Page, stage: string) =>
  page
    .getByRole('table', { name: 'Stages' })
    .getByRole('row', { name: new RegExp(`^${stage} `) })
    .getByRole('cell')
    .nth(1)
const figure = async (page: Page, stage: string) =>
  Number((await now(page, stage).textContent())!.split(' ')[0])

test('nymphs moult, are lost and split with a few keys; a wrong count is questioned, a mistake taken back', async ({
  page,
}) => {
  const complaints = listenForComplaints(page)
  await signIn(page, book.url)
  await open(page, 'M1')
  const [l3, l4] = [await figure(page, 'L3'), await figure(page, 'L4')]
  await test.step('M, a figure, Enter', async () => {
    // As fast as a hand; what is faster is a scanner.
    for (const key of ['m', '2', 'Enter']) {
      await page.keyboard.press(key)
      await page.waitForTimeout(110)
    }
    await expect(now(page, 'L4')).toContainText(String(l4 + 2))
    expect(await figure(page, 'L3')).toBe(l3 - 2)
  })
  await test.step('X, Enter: one was lost; Ctrl+Z: it was not', async () => {
    await page.keyboard.press('x')
    await page.getByRole('combobox', { name: 'of', exact: true }).click()
    await page.keyboard.press('ArrowDown')
    await page.keyboard.press('Enter')
    await page.getByRole('button', { name: 'Save', exact: true }).click()
    await expect(now(page, 'L4')).toContainText(String(l4 + 1))
    await page.keyboard.press('Control+z')
    await expect(now(page, 'L4')).toContainText(String(l4 + 2))
  })
  await test.step('a count with an interval; more than there ever were is asked about, and kept when it is meant', async () => {
    await page.keyboard.press('c')
    const form = page.getByRole('form', { name: 'Count them' })
    await form.getByRole('textbox', { name: 'L4' }).fill('x')
    await form.getByRole('button', { name: 'Save count' }).click()
    await expect(form.getByRole('alert')).toContainText('L4: write a figure such as 40')
    await form.getByRole('textbox', { name: 'L4' }).fill('600')
    await form.getByRole('button', { name: 'Save count' }).click()
    await expect(form.getByRole('alert')).toContainText('never more than')
    await form.getByRole('textbox', { name: 'L4' }).fill('40-50')
    await form.getByRole('button', { name: 'Save count' }).click()
    await expect(form).toBeHidden()
    await expect(now(page, 'L4')).toContainText('45 (40 to 50)')
  })
  await test.step('they stand in more tubs now, and higher ones', async () => {
    await expect(page.getByTestId('crowding')).toContainText('in room for')
    await page.getByRole('button', { name: 'Change it' }).click()
    const form = page.getByRole('form', { name: 'How it is kept' })
    await form.getByRole('spinbutton', { name: 'Tubs' }).fill('8')
    await form.getByRole('spinbutton', { name: 'Later temperature, °C' }).fill('22')
    await form.getByRole('button', { name: 'Save', exact: true }).click()
    await expect(form.getByRole('alert')).toContainText('write both')
    await form.getByRole('textbox', { name: 'from the day' }).fill('2027-06-15')
    await form.getByRole('button', { name: 'Save', exact: true }).click()
    await expect(page.getByTestId('crowding')).toContainText('room for 80 L4')
    await expect(page.getByRole('region', { name: 'Keeping' })).toContainText('from 15 Jun at 22.0 °C')
  })
  await test.step('some are split off; one of them gets a name', async () => {
    await page.keyboard.press('s')
    const form = page.getByRole('form', { name: 'Split' })
    await form.getByRole('spinbutton', { name: /^L4 of/ }).fill('20')
    await form.getByRole('button', { name: 'Split them off' }).click()
    await expect(page.getByRole('heading', { name: 'Cohort M1b' })).toBeVisible()
    await expect(now(page, 'L4')).toContainText('20')
    await page.keyboard.press('n')
    await page.getByRole('textbox', { name: 'Tag' }).fill('Z77')
    await page.getByRole('button', { name: 'Give it a name' }).click()
    await expect(now(page, 'L4')).toContainText('19')
    await openPage(page, 'All animals')
    await page.goto(`${book.url}/animals?find=Z77`)
    await expect(page.getByRole('link', { name: 'Z77', exact: true }).first()).toBeVisible()
  })
  expect(complaints).toEqual([])
})

test('a breeding box is searched, and the next search is dated with its reasons', async ({ page }) => {
  const complaints = listenForComplaints(page)
  await signIn(page, book.url)
  await open(page, 'B1')
  await expect(page.getByTestId('next-search')).toContainText(/Search it next on \d+ \w+: /)
  await page.keyboard.press('f')
  const form = page.getByRole('form', { name: 'Search it' })
  await form.getByRole('spinbutton', { name: 'Young eggs' }).fill('30')
  await form.getByRole('spinbutton', { name: 'Old eggs' }).fill('12')
  await form.getByRole('spinbutton', { name: 'L1' }).fill('25')
  await form.getByRole('textbox', { name: 'Widths of heads, mm' }).fill('1.2 2.3 3.8')
  await expect(form.getByTestId('instars')).toHaveText('1.2 mm: L1, 2.3 mm: L2, 3.8 mm: L3')
  await form.getByRole('button', { name: 'Save search' }).click()
  await expect(form).toBeHidden()
  await expect(page.getByTestId('egg-clocks')).toContainText(/30 young ones hatch .*; 12 old ones/)
  await expect(page.getByTestId('next-search')).toContainText('Search it next on')
  await expect(page.getByText(/among the eggs with a chance of 10 % after \d+ days/)).toBeVisible()
  await test.step('without adults nothing is laid: the next search can wait longer', async () => {
    await page.keyboard.press('a')
    const out = page.getByRole('form', { name: 'Adults in or out' })
    await out.getByRole('radio', { name: 'taken out, to rest' }).check()
    await out.getByRole('spinbutton', { name: 'Females' }).fill('99')
    await out.getByRole('button', { name: 'Save', exact: true }).click()
    await expect(out.getByRole('alert')).toContainText('adults are known to be in it')
    await out.getByRole('spinbutton', { name: 'Females' }).fill('9')
    await out.getByRole('spinbutton', { name: 'Males', exact: true }).fill('5')
    await out.getByRole('button', { name: 'Save', exact: true }).click()
    await expect(page.getByText('No female is in it')).toBeVisible()
  })
  expect(complaints).toEqual([])
})

test('the pairing night of moths is planned: males are set apart, kept cool and brought back on a day', async ({
  page,
}) => {
  const complaints = listenForComplaints(page)
  await signIn(page, book.url)
  await openPage(page, 'Cohorts')
  await openPage(page, 'Emergence')
  const night = page.getByTestId('pairing-night')
  await expect(night).toContainText(/Pair them on the night of \d+ \w+/)
  await expect(page.getByTestId('keep-cool')).toContainText(/Keep the males at 15\.0 °C for \d+ days/)
  const told = page.getByText(/of \d+\.\d females find one of/)
  const pairs = async () => Number(/^([\d.]+) of/.exec((await told.textContent())!.trim())![1])
  const before = await pairs()
  const says = await page.getByRole('region', { name: 'Keep cool' }).textContent()
  const promised = Number(/Then ([\d.]+) females/.exec(says!)![1])
  await page.getByRole('button', { name: /^Set \d+ of A1/ }).click()
  // Nearly as many meet as the plan said: those set apart keep how far they have come, and the foremost emerge in the cool.
  await expect.poll(pairs).toBeGreaterThan(before + 0.5)
  await expect.poll(async () => Math.abs((await pairs()) - promised)).toBeLessThan(1)
  await test.step('they stand in the cool now, with a day to bring them back', async () => {
    await open(page, 'A1 males')
    await expect(page.getByRole('region', { name: 'Keeping' })).toContainText(
      /At 15\.0 °C, from \d+ \w+ at 25\.0 °C/,
    )
    await expect(page.getByRole('region', { name: 'Due' })).toContainText('A1 males')
  })
  expect(complaints).toEqual([])
})

test('ova of a female that met no male: how many to keep, and the rest frozen', async ({ page }) => {
  const complaints = listenForComplaints(page)
  await signIn(page, book.url)
  await open(page, 'P2')
  const surplus = page.getByTestId('surplus')
  await expect(surplus).toContainText(/For .* grown keep \d+ of \d+ eggs/)
  const over = async () => Number(/([\d,]+) are over/.exec((await surplus.textContent())!)![1])
  const many = await over()
  expect(many).toBeGreaterThan(100)
  await page.keyboard.press('p')
  const form = page.getByRole('form', { name: 'Pass on' })
  await form.getByRole('spinbutton', { name: 'How many' }).fill('100')
  await form.getByRole('combobox', { name: 'How', exact: true }).click()
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('Enter')
  await expect(form).toContainText('Freeze them for 7 days')
  await form.getByRole('button', { name: 'Save', exact: true }).click()
  await expect.poll(over).toBe(many - 100)
  expect(complaints).toEqual([])
})
