import { expect, test, type Page } from '@playwright/test'
import { demoForStories, idOf, listenForComplaints, openPage, scan, signIn } from './support'

const book = demoForStories()
const slate = (page: Page) => page.getByRole('region', { name: 'Slate' })

test('lines are written as on a card: understood while one types, kept where unreadable, undone at once', async ({
  page,
}) => {
  const complaints = listenForComplaints(page)
  await signIn(page, book.url)
  await openPage(page, 'Places')
  await page.keyboard.press('/')
  const field = page.getByRole('textbox', { name: 'Write as on a card' })
  await expect(field).toBeFocused()
  await field.pressSequentially('c15 512g')
  await expect(slate(page)).toContainText(/C15 weighs 512 g \((up|down) .* since/)
  await field.fill('c1')
  await expect(slate(page)).toContainText('Tab C11')
  await field.fill(['c15 512g, shed yesterday', 'q1 fed off 30 size 2', 'c99 refused', 'c02 84'].join('\n'))
  await expect(slate(page)).toContainText('C15 shed whole, 26 May')
  await expect(slate(page)).toContainText('c99 is not a tag of this book')
  await expect(slate(page)).toContainText('84 what? Write 84g')
  const c15 = await idOf(page, 'C15')
  const entriesOf = (id: string) =>
    page.evaluate(async (of) => {
      const reply = (await (await fetch(`/api/entries?subjectId=${of}&limit=5`)).json()) as {
        entries: { kind: string; struckBy: unknown; payload: { grams?: number } }[]
      }
      return reply.entries.filter((e) => !e.struckBy && e.kind !== 'struck')
    }, id)
  expect((await entriesOf(c15)).some((e) => e.payload.grams === 512)).toBe(false)
  await page.keyboard.press('Enter')
  await expect(field).toHaveValue('c99 refused\nc02 84')
  expect((await entriesOf(c15)).some((e) => e.payload.grams === 512)).toBe(true)
  await test.step('put aside and opened anew, it still says what is left', async () => {
    await page.keyboard.press('Escape')
    await expect(slate(page)).toBeHidden()
    await page.reload()
    await expect(page.getByRole('navigation', { name: 'Rooms' })).toBeVisible()
    // Keys are heard once the room itself stands.
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
    await page.keyboard.press('/')
    await expect(field).toHaveValue('c99 refused\nc02 84')
    await field.fill('')
    await page.keyboard.press('Escape')
  })
  await test.step('two lines and a clutch are taken back at once', async () => {
    await page.keyboard.press('/')
    await field.fill('c15 600g\nc15 laid 11 2bad')
    await expect(slate(page)).toContainText(/laid 11, 2 of them bad, set in box \d+/)
    await page.keyboard.press('Enter')
    await expect(slate(page)).toBeHidden()
    await expect.poll(async () => (await entriesOf(c15)).some((e) => e.payload.grams === 600)).toBe(true)
    await page.keyboard.press('Control+z')
    await expect.poll(async () => (await entriesOf(c15)).some((e) => e.payload.grams === 600)).toBe(false)
    const { clutches } = await page.evaluate(
      async () =>
        (await (await fetch('/api/clutches')).json()) as {
          clutches: { dam: { tag: string }; foundOn: string }[]
        },
    )
    expect(clutches.filter((c) => c.dam.tag === 'C15' && c.foundOn === '2027-05-27')).toEqual([])
  })
  expect(complaints).toEqual([])
})

test('a code that is scanned goes to the finder, and what is typed to nobody writes nothing', async ({
  page,
}) => {
  await signIn(page, book.url)
  const c15 = await idOf(page, 'C15')
  const written = () =>
    page.evaluate(async (of) => {
      const reply = (await (await fetch(`/api/entries?subjectId=${of}&limit=500`)).json()) as {
        entries: unknown[]
      }
      return reply.entries.length
    }, c15)
  await page.goto(`${book.url}/animals/${c15}`)
  const card = page.locator('.card', { has: page.getByRole('button', { name: /^A ate/ }) })
  await expect(card).toBeVisible()
  const before = await written()
  await test.step('its letters are no keys of the page that is open', async () => {
    await scan(page, 'C02')
    const finder = page.getByRole('dialog')
    await expect(finder.getByRole('textbox')).toHaveValue('C02')
    await page.keyboard.press('Escape')
    await expect(finder).toBeHidden()
  })
  await test.step('whoever opens the finder by its keys goes on typing at once, and no letter is lost', async () => {
    for (const pause of [0, 40]) {
      await page.keyboard.press('Control+k')
      await page.keyboard.type('c15', { delay: pause })
      const finder = page.getByRole('dialog')
      await expect(finder.getByRole('textbox')).toHaveValue('c15')
      await page.keyboard.press('Escape')
      await expect(finder).toBeHidden()
    }
    expect(await written()).toBe(before)
  })
  await test.step('a line typed after the slate was put aside is nobody’s', async () => {
    await page.keyboard.press('/')
    await expect(slate(page)).toBeVisible()
    await page.keyboard.press('Escape')
    await expect(slate(page)).toBeHidden()
    for (const key of 'c15 ras') {
      await page.keyboard.press(key === ' ' ? 'Space' : key)
      await page.waitForTimeout(120)
    }
    await page.waitForTimeout(500)
    expect(await written()).toBe(before)
  })
  await test.step('a click into the card gives its keys back, and what they write can be taken back', async () => {
    await card.click({ position: { x: 4, y: 4 } })
    await page.keyboard.press('a')
    await expect.poll(written).toBe(before + 1)
    await page
      .getByRole('button', { name: /take (it )?back|undo/i })
      .first()
      .click()
    await expect.poll(written).toBe(before + 2)
  })
})
