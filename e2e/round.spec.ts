import { execFileSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test, type Page } from '@playwright/test'
import { demoForStories, listenForComplaints, scan, signIn } from './support'

/* The round as it is walked every day: a hand on the keys, two people at once, no signal in the cellar. */
const book = demoForStories()

const send = (page: Page, path: string, body: unknown) =>
  page.evaluate(
    async ([to, data]) => {
      const reply = await fetch(to as string, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(data),
      })
      if (!reply.ok) throw new Error(await reply.text())
      return reply.json() as Promise<unknown>
    },
    [path, body] as const,
  )
const newId = () => crypto.randomUUID()
const on = (day: string) => `2027-${day}T10:00:00.000Z`

/** A room with one rack of so many corn snakes that are due a meal; the first of them have not been weighed for long. */
async function fillRack(
  page: Page,
  room: string,
  prefix: string,
  count: number,
  toWeigh = 0,
): Promise<string[]> {
  const roomId = newId()
  await send(page, '/api/places', { id: roomId, kind: 'room', name: room })
  await send(page, '/api/racks', {
    ...{ id: newId(), name: `${room} rack`, prefix, roomId, rows: count / 6, columns: 6 },
    tub: { size: '6 l', areaM2: 0.08, litres: null, most: 1 },
  })
  const { places } = await page.evaluate(
    async () => (await (await fetch('/api/places')).json()) as { places: { id: string; name: string }[] },
  )
  const { protocols } = await page.evaluate(
    async () =>
      (await (await fetch('/api/protocols')).json()) as { protocols: { id: string; code: string }[] },
  )
  const protocolId = protocols.find((p) => p.code === 'CS')!.id
  const tags = Array.from({ length: count }, (_, i) => `${prefix}S${i + 1}`)
  const entries = []
  for (const [i, tag] of tags.entries()) {
    const id = newId()
    await send(page, '/api/animals', {
      ...{ id, tag, protocolId, sex: 'female', purpose: 'growing on', grams: null },
      hatched: { date: '2026-06-01', precision: 'day' },
    })
    const subject = { type: 'animal', id }
    const place = places.find((p) => p.name === `${prefix}${i + 1}`)!
    entries.push(
      { id: newId(), kind: 'moved', subject, at: on('01-02'), payload: { placeId: place.id } },
      {
        id: newId(),
        kind: 'weighed',
        subject,
        at: on(i < toWeigh ? '04-20' : '05-20'),
        payload: { grams: 120 },
      },
      { id: newId(), kind: 'meal', subject, at: on('05-12'), payload: { outcome: 'taken', prey: 'mouse' } },
      {
        ...{ id: newId(), kind: 'checked', subject, at: on('05-20') },
        payload: { check: 'Routine check', looked: ['eyes'] },
      },
    )
  }
  await send(page, '/api/entries', { entries })
  return tags
}

const card = (page: Page) => page.getByRole('article', { name: 'At this tub' })
const walkOf = (page: Page, room: string) =>
  page.goto(`${book.url}/round?part=${encodeURIComponent(`${room} · ${room} rack`)}`)

test('sixty tubs in at most seventy keys: 50 ate, 8 refused, 2 are weighed and eat', async ({ page }) => {
  const complaints = listenForComplaints(page)
  await signIn(page, book.url)
  const tags = await fillRack(page, 'Loft', 'LF', 60, 2)
  await walkOf(page, 'Loft')
  await expect(page.getByRole('heading', { name: /Round 0 of 60/ })).toBeVisible()
  let keys = 0
  const press = async (key: string) => {
    keys++
    await page.keyboard.press(key)
  }
  for (const [i, tag] of tags.entries()) {
    await expect(card(page)).toContainText(tag)
    if (i < 2) {
      await expect(card(page)).toContainText('Weigh it, then offer')
      for (const key of ['1', '2', String(3 + i), 'Enter']) {
        await press(key)
        if (key === '1') await expect(page.getByRole('textbox', { name: 'Weight in g' })).toBeFocused()
      }
      await expect(card(page)).not.toContainText('Weigh it')
      await press('Space')
    } else await press(i % 7 === 3 && i < 55 ? 'r' : 'Space')
  }
  await expect(page.getByRole('heading', { name: /The round is done 60 of 60/ })).toBeVisible()
  test.info().annotations.push({ type: 'keys', description: String(keys) })
  expect(keys).toBeLessThanOrEqual(70)
  await test.step('all of it stands in the book', async () => {
    // The last key is ticked off at once, and on the server a moment later.
    await expect
      .poll(async () => {
        const written = await page.evaluate(
          async () =>
            ((await (await fetch('/api/animals')).json()) as { animals: Record<string, never>[] }).animals,
        )
        const mine = tags.map((t) => written.find((a) => a.tag === (t as never))!)
        return {
          refused: mine.filter((a) => a.refusalsInARow === (1 as never)).length,
          ate: mine.filter((a) => a.mealsInARow === (2 as never)).length,
          grams: mine.slice(0, 2).map((a) => Number(a.grams)),
        }
      })
      .toEqual({ refused: 8, ate: 52, grams: [123, 124] })
  })
  expect(complaints).toEqual([])
})

test('a key takes back what was done, skipping has its reason, a scanned code finds its tub', async ({
  page,
}) => {
  await signIn(page, book.url)
  await fillRack(page, 'Cellar', 'CE', 6)
  await walkOf(page, 'Cellar')
  await expect(card(page)).toContainText('CES1')
  await page.keyboard.press('w')
  await page.keyboard.type('12', { delay: 120 })
  await page.keyboard.press('Enter')
  await expect(card(page)).toContainText('it was 120 g: Enter again')
  await page.keyboard.press('Escape')
  await page.keyboard.press('r')
  await expect(card(page)).toContainText('CES2')
  await page.keyboard.press('z')
  await expect(card(page)).toContainText('CES1')
  await expect(page.getByRole('list', { name: 'The walk' })).not.toContainText('refused')
  await page.keyboard.press('k')
  await page.keyboard.press('1')
  await expect(card(page)).toContainText('CES2')
  await expect(page.getByRole('list', { name: 'The walk' })).toContainText('left, in shed')
  await scan(page, 'CES5')
  await expect(card(page)).toContainText('CES5')
  await scan(page, 'CE4')
  await expect(card(page)).toContainText('CES4')
  await scan(page, 'nobody')
  await expect(page.getByRole('status')).toContainText("'nobody' is not in this round")
  await page.reload()
  await expect(page.getByRole('list', { name: 'The walk' })).toContainText('left, in shed')
})

test('two walk at once: each sees within a second what the other has done, and nobody does it twice', async ({
  page,
  browser,
}) => {
  await signIn(page, book.url)
  await fillRack(page, 'Attic', 'AT', 6)
  await walkOf(page, 'Attic')
  const other = await (await browser.newContext()).newPage()
  await other.goto(`${book.url}/sign-in`)
  await other.getByLabel('Address').fill('barnaby@lantern-quay.example')
  await other.getByLabel('Password').fill('lantern-quay')
  await other.getByRole('button', { name: 'Open the book' }).click()
  await expect(other.getByRole('navigation', { name: 'Rooms' })).toBeVisible()
  await walkOf(other, 'Attic')
  await expect(card(other)).toContainText('ATS1')
  await page.keyboard.press('r')
  await expect(card(page)).toContainText('ATS2')
  const started = Date.now()
  await expect(other.getByRole('list', { name: 'The walk' })).toContainText('Ottoline: refused')
  test.info().annotations.push({ type: 'seen after', description: `${Date.now() - started} ms` })
  expect(Date.now() - started).toBeLessThan(3000)
  await expect(card(other)).toContainText('ATS2')
  await other.keyboard.press('Space')
  await expect(card(other)).toContainText('ATS3')
  // Who stands before the same tub is told, and goes on.
  await expect(card(page)).toContainText('Barnaby: ate')
  await page.keyboard.press('Space')
  await expect(card(page)).toContainText('ATS3')
})

test('three weeks of June: the fewest visits, found anew when a day is shut, and a sheet that prints', async ({
  page,
}) => {
  const complaints = listenForComplaints(page)
  await signIn(page, book.url)
  await page.goto(`${book.url}/round/away?from=2027-06-05&to=2027-06-25`)
  const visits = page
    .getByRole('group', { name: 'Days of the absence' })
    .getByRole('button', { name: /a visit/ })
  await expect(page.getByText('no plan has fewer')).toBeVisible()
  const days = await visits.evaluateAll((all) =>
    all.map((b) => b.getAttribute('aria-label')!.split(' ').slice(0, 2).join(' ')),
  )
  expect(days.length).toBeGreaterThan(3)
  await expect(page.getByText(`need somebody on ${days.length} days`)).toBeVisible()
  await expect(page.getByRole('region', { name: 'Meanwhile' })).toContainText(/H04-27b .*surely/)
  await test.step('a day on which nobody can come has no visit any more', async () => {
    await visits.first().click()
    await expect(page).toHaveURL(/never=/)
    await expect(
      page.getByRole('button', { name: new RegExp(`^${days[0]!}.*nobody can come`) }),
    ).toBeVisible()
    await expect(visits.first()).not.toHaveAccessibleName(new RegExp(`^${days[0]!} \\d`))
    await page.getByRole('button', { name: new RegExp(`^${days[0]!}.*nobody can come`) }).click()
  })
  await expect(page).not.toHaveURL(/never=/)
  // The plan is found anew a moment after its address has changed.
  await expect(visits).toHaveCount(days.length)
  await page.getByRole('link', { name: 'The sitter’s sheet' }).click()
  await expect(page.getByRole('region', { name: /Visit on/ })).toHaveCount(days.length)
  await expect(page.getByRole('region', { name: /Visit on/ }).first()).toContainText('Take with you:')
  const text = printed(await page.pdf({ format: 'A4' }))
  expect(text).toContain('What to do if')
  for (const day of days) expect(text).toContain(day)
  // The frame stays on the screen.
  expect(text).not.toContain('red lamp')
  expect(complaints).toEqual([])
})

/** The text of a printed page. */
function printed(pdf: Buffer): string {
  const folder = mkdtempSync(join(tmpdir(), 'hatch-book-e2e-sheet-'))
  const file = join(folder, 'sheet.pdf')
  writeFileSync(file, pdf)
  const text = execFileSync('pdftotext', ['-layout', file, '-']).toString()
  rmSync(folder, { recursive: true })
  return text
}
