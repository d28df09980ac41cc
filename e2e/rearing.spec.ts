import { expect, test, type Page } from '@playwright/test'
import { animalsOf, demoForStories, idOf, listenForComplaints, openPage, scan, signIn } from './support'

/* From the egg to the new owner, as it is done at the rack: mostly by keys. */
const book = demoForStories()

/** The browser itself complains of every refused request; what the view says of it is looked at instead. */
const unexpected = (complaints: string[]) => complaints.filter((c) => !/status of 4\d\d/.test(c))

const tub = (page: Page, name: string) => page.getByRole('button', { name: new RegExp(`^${name}\\b`) })
const press = async (page: Page, ...keys: string[]) => {
  for (const key of keys) {
    await page.keyboard.press(key)
    // As fast as a hand; what is faster is a scanner.
    await page.waitForTimeout(100)
  }
}
/** Presses a button without a pointer. */
const enter = async (page: Page, name: string | RegExp) => {
  await page.getByRole('button', { name }).first().focus()
  await page.keyboard.press('Enter')
}

test('a litter of 24 goes from birth to tubs of its own without a pointer', async ({ page }) => {
  const complaints = listenForComplaints(page)
  await signIn(page, book.url)
  await test.step('a rack of 24 is built', async () => {
    await page.goto(`${book.url}/places`)
    await enter(page, 'Build a rack')
    await page.keyboard.type('Yard rack')
    await press(page, 'Tab')
    await page.keyboard.type('Y')
    await press(page, 'Tab')
    await page.keyboard.type('4')
    await press(page, 'Tab')
    await page.keyboard.type('6')
    await expect(page.getByRole('spinbutton', { name: 'Rows' })).toHaveValue('4')
    await enter(page, 'Build 24 tubs')
    await expect(tub(page, 'Y24')).toBeVisible()
  })
  await test.step('24 young are born, each with its tag', async () => {
    await page.goto(`${book.url}/incubation/finding`)
    await page.locator('article', { hasText: 'B02' }).getByRole('button', { name: 'Young are here' }).focus()
    await press(page, 'Enter')
    await page.getByRole('spinbutton', { name: 'Alive' }).focus()
    await press(page, 'Control+A')
    await page.keyboard.type('24')
    await enter(page, '24 are born')
    await expect(page.getByRole('region', { name: 'Hatchlings' }).getByRole('row')).toHaveCount(25)
  })
  await test.step('one key gives each a tub', async () => {
    const rooms = page.getByRole('navigation', { name: 'Rooms' })
    await rooms.getByRole('link', { name: /^Room\b/ }).focus()
    await press(page, 'Enter')
    await tub(page, 'Y1').focus()
    await press(page, 'Enter')
    await expect(page.getByRole('article', { name: 'Without a tub' })).toContainText('Without a tub (24)')
    await press(page, 't')
    await expect(tub(page, 'Y24')).toHaveAccessibleName(/B\d+/, { timeout: 30_000 })
    await expect(page.getByRole('article', { name: 'Without a tub' })).toBeHidden()
  })
  const housed = (await animalsOf(page)).filter((a) => /^Yard rack · Y\d+$/.test(placeOf(a)))
  expect(new Set(housed.map(placeOf)).size).toBe(24)
  expect(unexpected(complaints)).toEqual([])
})
const placeOf = ({ place }: { place: { name: string } | null }) => place?.name ?? ''

test('animals are moved by keys, by their codes and by hand; who lives alone is not put to another unawares', async ({
  page,
}) => {
  const complaints = listenForComplaints(page)
  await signIn(page, book.url)
  await openPage(page, 'Places')
  // The lightest with a neighbour: small enough for any tub of the rack.
  const nursery = new Map((await animalsOf(page)).map((a) => [placeOf(a), a]))
  const young = [...nursery.values()].sort((a, b) => a.grams - b.grams)
  const numberOf = (a: (typeof young)[number]) => Number(/^Nursery · N(\d+)$/.exec(placeOf(a))?.[1])
  const { tag, place } = young.find(
    (a) => numberOf(a) % 12 > 0 && nursery.has(`Nursery · N${numberOf(a) + 1}`),
  )!
  const own = place!.name.split(' · ')[1]!
  const [from, to] = [tub(page, own), tub(page, `N${Number(own.slice(1)) + 1}`)]
  await from.click()
  await press(page, 'm')
  await expect(page.getByRole('status').filter({ hasText: 'is in your hand' })).toContainText(tag)
  await press(page, 'ArrowRight', 'Enter')
  const doubt = page.getByRole('alert').filter({ hasText: 'the tub holds 1' })
  await expect(doubt).toBeVisible()
  await doubt.getByRole('textbox').fill('an hour, while it is cleaned')
  await doubt.getByRole('textbox').press('Enter')
  await expect(to).toHaveAccessibleName(new RegExp(tag))
  await expect(from).toHaveAccessibleName(/to be cleaned/)
  await from.click()
  await press(page, 'c')
  await expect(from).not.toHaveAccessibleName(/to be cleaned/)
  await test.step('back by scanning its label and the tub’s', async () => {
    await scan(page, tag)
    await expect(page.getByRole('status').filter({ hasText: 'is in your hand' })).toContainText(tag)
    await scan(page, own)
    await expect(from).toHaveAccessibleName(new RegExp(tag))
  })
  await test.step('and by hand into a free one', async () => {
    const free = page.getByRole('button', { name: /^N\d+ free$/ }).first()
    const name = (await free.getAttribute('aria-label'))!.split(' ')[0]!
    // Both in sight at once, as they are for a hand.
    await from.evaluate((node) => node.scrollIntoView({ block: 'start' }))
    const middle = async (of: typeof from) => {
      const box = (await of.boundingBox())!
      return [box.x + box.width / 2, box.y + box.height / 2] as const
    }
    await page.mouse.move(...(await middle(from)))
    await page.mouse.down()
    await page.mouse.move(...(await middle(free)), { steps: 12 })
    await page.mouse.up()
    await expect(tub(page, name)).toHaveAccessibleName(new RegExp(tag))
  })
  expect(unexpected(complaints)).toEqual([])
})

test('a sex is read blind by two people, and the log proves it', async ({ page, browser }) => {
  const complaints = listenForComplaints(page)
  await signIn(page, book.url)
  await page.goto(`${book.url}/rearing/sexing`)
  const reading = page.getByRole('article', { name: 'Reading' })
  const item = page.getByRole('list', { name: 'To be read' }).getByRole('button', { name: /0 of 3 read/ })
  const tag = (await item.filter({ hasText: /^C/ }).first().locator('.tag').textContent())!
  await item.filter({ hasText: tag }).click()
  await expect(reading).toContainText('Reading 1 of 3')
  await press(page, 'f')
  const helper = await (await browser.newContext()).newPage()
  const heard: string[] = []
  helper.on('response', (reply) => {
    if (reply.url().includes('/api/'))
      void reply.text().then(
        (text) => heard.push(text),
        () => undefined,
      )
  })
  await helper.goto(`${book.url}/sign-in`)
  await helper.getByLabel('Address').fill('wren@lantern-quay.example')
  await helper.getByLabel('Password').fill('lantern-quay')
  await helper.keyboard.press('Enter')
  await helper.waitForURL('**/round')
  heard.length = 0
  await helper.goto(`${book.url}/rearing/sexing`)
  await helper
    .getByRole('list', { name: 'To be read' })
    .getByRole('button', { name: new RegExp(tag) })
    .click()
  await expect(helper.getByRole('article', { name: 'Reading' })).toContainText('Reading 2 of 3')
  // Nothing that reached this browser says what the first reading was.
  const id = await idOf(page, tag)
  const list = heard.find((text) => text.includes('"barred"'))!
  expect(list).toContain(id)
  expect(list).not.toMatch(/female|"male"/)
  await helper.keyboard.press('f')
  await expect(helper.getByText(`${tag} read`)).toBeVisible()
  await helper.context().close()
  await page.goto(`${book.url}/animals/${id}`)
  await expect(page.getByText(/sex read by gentle eversion: female/).first()).toBeVisible()
  const told = await page.evaluate(
    async (animal) =>
      (await (await fetch(`/api/animals/${animal}/readings`, { method: 'POST' })).json()) as object,
    id,
  )
  expect(told).toMatchObject({
    counted: 2,
    agree: 2,
    sex: 'female',
    readings: [
      { by: 'Ottoline', blind: true },
      { by: 'Wren', blind: true, proof: expect.stringContaining('shows no earlier reading to Wren') },
    ],
  })
  expect(unexpected(complaints)).toEqual([])
})

test('meals by keys in walking order; the anxious ones with their next trick; tubs for the months to come', async ({
  page,
}) => {
  const complaints = listenForComplaints(page)
  await signIn(page, book.url)
  await page.goto(`${book.url}/rearing/meals`)
  const list = page.getByRole('list', { name: 'Meals that are due' }).getByRole('listitem')
  await expect(list.first()).toBeVisible()
  const count = await list.count()
  expect(count).toBeGreaterThan(8)
  const tagAt = (i: number) => list.nth(i).locator('.tag').textContent()
  const [first, second, third] = [await tagAt(0), await tagAt(1), await tagAt(2)]
  const card = page.getByRole('article', { name: 'At this tub' })
  await expect(card.locator('.tag')).toHaveText(first!)
  await press(page, 'a')
  await expect(card.locator('.tag')).toHaveText(second!)
  await press(page, 'r')
  await expect(card.locator('.tag')).toHaveText(third!)
  await press(page, 'o')
  await expect(list.filter({ hasText: third! })).toContainText('look again', { timeout: 20_000 })
  await expect(list).toHaveCount(count - 2)
  await expect(page.getByRole('article', { name: 'To bring' })).toContainText('mouse')
  await test.step('two that share a tub: who ate is marked, and both are written at once', async () => {
    const [one, two] = await page.evaluate(async () => {
      const get = async (path: string) => (await (await fetch(path)).json()) as never
      const { meals } = (await get('/api/rearing/meals')) as {
        meals: { animal: { id: string; tag: string }; place: { id: string; name: string } | null }[]
      }
      const pair = meals.filter((m) => m.place?.name.startsWith('Nursery')).slice(-2)
      const entry = {
        ...{ id: crypto.randomUUID(), kind: 'moved', subject: { type: 'animal', id: pair[1]!.animal.id } },
        ...{ at: new Date('2027-05-27T13:30:00Z').toISOString(), device: 'story' },
        payload: { placeId: pair[0]!.place!.id, despite: 'for the story' },
      }
      await fetch('/api/entries', {
        ...{ method: 'POST', headers: { 'content-type': 'application/json' } },
        body: JSON.stringify({ entries: [entry] }),
      })
      return pair.map((m) => m.animal.tag)
    })
    await page.reload()
    await list.filter({ hasText: two! }).getByRole('button').click()
    const group = page.getByRole('region', { name: 'Who of them ate' })
    await expect(group).toContainText('2 share this tub: 2 ate')
    await press(page, '2')
    await expect(group).toContainText('2 share this tub: 1 ate')
    await press(page, 'Enter')
    await expect(list.filter({ hasText: one! })).toHaveCount(0, { timeout: 20_000 })
    await expect(list.filter({ hasText: two! })).toHaveCount(0)
    await page.goto(`${book.url}/rearing/first-meals`)
  })
  await openPage(page, 'First meals')
  await expect(page.getByRole('listitem').filter({ hasText: 'H31' })).toContainText('a vet is due')
  await openPage(page, 'Tubs wanted')
  await expect(page.getByTestId('tubs-small')).toContainText(/small tubs?/, { timeout: 60_000 })
  await page.getByRole('article', { name: 'Tubs of small' }).getByText('as a table').click()
  await expect(page.getByRole('article', { name: 'Tubs of small' }).getByRole('row')).toHaveCount(40)
  expect(unexpected(complaints)).toEqual([])
})
