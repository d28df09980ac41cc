import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test, type BrowserContext, type BrowserType, type Page } from '@playwright/test'
import { demoForStories, idOf, signIn } from './support'

/* No signal in the cellar: the program opens, the round goes on, nothing is lost and nothing is doubled. */
const book = demoForStories()
const profiles = mkdtempSync(join(tmpdir(), 'hatch-book-e2e-profiles-'))
test.afterAll(() => rmSync(profiles, { recursive: true, force: true }))

/** The browser as it lies on the shelf: closed and opened again it has what it had. */
async function openBrowser(
  chromium: BrowserType,
  use: { launchOptions: object },
  shelf: string,
): Promise<{ context: BrowserContext; page: Page }> {
  const context = await chromium.launchPersistentContext(join(profiles, shelf), {
    ...use.launchOptions,
    viewport: { width: 390, height: 844 },
    serviceWorkers: 'allow',
  })
  return { context, page: context.pages()[0] ?? (await context.newPage()) }
}

const card = (page: Page) => page.getByRole('article', { name: 'At this tub' })
const kept = (page: Page) => page.getByRole('status', { name: 'Kept on this device' })
const countOf = async (page: Page) => (await page.getByRole('heading', { level: 1 }).textContent())!
/** Meals of some animals that stand in the book today, the first written first. */
const mealsToday = (page: Page, tags: readonly string[]) =>
  page.evaluate(async (wanted) => {
    const { entries, today } = (await (await fetch('/api/round')).json()) as {
      today: string
      entries: {
        kind: string
        at: string
        struckBy: unknown
        subject: { tag: string }
        payload: { outcome?: string }
      }[]
    }
    return entries
      .filter(
        (e) => e.kind === 'meal' && !e.struckBy && e.at.startsWith(today) && wanted.includes(e.subject.tag),
      )
      .map((e) => ({ tag: e.subject.tag, outcome: e.payload.outcome }))
      .reverse()
  }, tags)

/** Puts acts into what the device keeps. Runs in the page. */
function keepActs(acts: readonly { id: string }[]): Promise<void> {
  return new Promise((resolve, reject) => {
    const open = indexedDB.open('hatch-book-outbox')
    open.onupgradeneeded = () => open.result.createObjectStore('acts')
    open.onerror = () => reject(open.error as Error)
    open.onsuccess = () => {
      const change = open.result.transaction('acts', 'readwrite')
      for (const act of acts) change.objectStore('acts').put(act, act.id)
      change.oncomplete = () => resolve()
    }
  })
}

/** Notes as the device keeps them, each an act of its own, as writing them one by one makes them. Runs in the page. */
async function makeNotes(count: number) {
  const read = async <T>(url: string) => (await (await fetch(url)).json()) as T
  const { animals } = await read<{ animals: { id: string; presence: string }[] }>('/api/animals')
  const here = animals.filter((a) => a.presence === 'here').slice(0, 20)
  const {
    book: own,
    member,
    now,
  } = await read<{ book: { id: string }; member: { id: string }; now: string }>('/api/session')
  const start = Date.parse(now) - 2 * 86_400_000
  return Array.from({ length: count }, (_, n) => {
    const at = new Date(start + n * 60_000).toISOString()
    const subject = { type: 'animal', id: here[n % here.length]!.id }
    const entry = { id: crypto.randomUUID(), kind: 'noted', at, subject, payload: { text: `cellar ${n}` } }
    const id = `0000${n.toString(16).padStart(4, '0')}-0000-7000-8000-000000000000`
    return {
      id,
      bookId: own.id,
      memberId: member.id,
      says: 'a note',
      madeAt: at,
      refused: '',
      entries: [entry],
    }
  })
}

test('the network goes mid-round, the browser is closed, opened, and the network comes back', async ({
  playwright: { chromium },
}, info) => {
  test.setTimeout(180_000)
  const use = info.project.use as { launchOptions: object }
  let { context, page } = await openBrowser(chromium, use, 'one')
  await signIn(page, book.url)
  await page.goto(`${book.url}/round`)
  await expect(card(page)).toBeVisible()
  // Its files are all on the device once the service worker has taken over.
  await page.evaluate(() => navigator.serviceWorker.ready)
  await expect
    .poll(() => page.evaluate(() => navigator.serviceWorker.controller !== null), { timeout: 30_000 })
    .toBe(true)
  // What the server last said is on the device a moment later.
  await page.waitForTimeout(2500)

  await context.setOffline(true)
  const tags: string[] = []
  for (let n = 0; n < 6; n++) {
    // Only what is settled by one key is done down here.
    for (let tries = 0; tries < 40; tries++) {
      if (await page.getByRole('button', { name: /^ate$/ }).isVisible()) break
      await page.keyboard.press('ArrowDown')
    }
    const tag = (await card(page).locator('.tag').first().textContent())!
    tags.push(tag)
    await page.getByRole('button', { name: n === 2 ? 'refused' : /^ate$/ }).click()
    await expect(card(page).locator('.tag').first()).not.toHaveText(tag)
  }
  // A meal each, and the fresh water that goes with it where it is due.
  await expect(kept(page)).toContainText(/\d+ entries are kept on this device/)
  const entries = Number(/(\d+) entries/.exec((await kept(page).textContent())!)![1])
  expect(entries).toBeGreaterThanOrEqual(6)
  const walked = await countOf(page)
  await context.close()

  ;({ context, page } = await openBrowser(chromium, use, 'one'))
  await context.setOffline(true)
  await page.goto(`${book.url}/round`)
  await expect(card(page)).toBeVisible({ timeout: 30_000 })
  await expect(kept(page)).toContainText(`${entries} entries are kept on this device`)
  expect((await countOf(page)).split(',')[0]).toBe(walked.split(',')[0])
  await test.step('it opens without a signal as often as one likes', async () => {
    for (let n = 0; n < 2; n++) {
      // What could not be asked again is written down as it was.
      await page.waitForTimeout(2500)
      await page.goto(`${book.url}/round`)
      await expect(card(page)).toBeVisible({ timeout: 30_000 })
    }
  })
  await test.step('what was kept is taken back like anything else', async () => {
    await page.keyboard.press('k')
    await page.keyboard.press('4')
    await expect(kept(page)).not.toContainText(`${entries} entries are kept`)
    await page.getByRole('button', { name: 'take back', exact: true }).click()
    await expect(kept(page)).toContainText(`${entries} entries are kept`)
  })

  await context.setOffline(false)
  await expect(kept(page)).toBeHidden({ timeout: 30_000 })
  // In the order in which they were done, each once.
  expect(await mealsToday(page, tags)).toEqual(
    tags.map((tag, n) => ({ tag, outcome: n === 2 ? 'refused' : 'taken' })),
  )
  await context.close()
})

test('what the server refuses is kept with its reason; the same written by two is told', async ({
  page,
  playwright,
}) => {
  await signIn(page, book.url)
  const barnaby = await playwright.request.newContext({ baseURL: book.url })
  await barnaby.post('/api/sign-in', {
    data: { email: 'barnaby@lantern-quay.example', password: 'lantern-quay' },
  })
  const { now } = (await (await barnaby.get('/api/session')).json()) as { now: string }
  const subject = { type: 'animal', id: await idOf(page, 'C15') }
  const meal = { id: crypto.randomUUID(), kind: 'meal', at: now, subject, payload: { outcome: 'taken' } }
  expect((await barnaby.post('/api/entries', { data: { entries: [meal] } })).ok()).toBe(true)
  await page.goto(`${book.url}/round`)
  await expect(card(page)).toBeVisible()
  const acts = await page.evaluate(async () => {
    const { animals } = (await (await fetch('/api/animals')).json()) as {
      animals: { id: string; tag: string }[]
    }
    const id = (tag: string) => animals.find((a) => a.tag === tag)!.id
    const {
      book: own,
      member,
      now,
    } = (await (await fetch('/api/session')).json()) as {
      book: { id: string }
      member: { id: string }
      now: string
    }
    const act = (n: number, says: string, entry: object) => ({
      ...{ id: `00000000-0000-7000-8000-00000000000${n}`, bookId: own.id, memberId: member.id, says },
      ...{ madeAt: new Date().toISOString(), refused: '' },
      entries: [{ id: crypto.randomUUID(), at: now, ...entry }],
    })
    const meal = { kind: 'meal', payload: { outcome: 'taken' } }
    return [
      act(1, 'C02: ate', { ...meal, subject: { type: 'animal', id: id('C02') } }),
      act(2, 'nobody: ate', { ...meal, subject: { type: 'animal', id: crypto.randomUUID() } }),
      act(3, 'C15: ate', { ...meal, subject: { type: 'animal', id: id('C15') } }),
    ]
  })
  await page.evaluate(keepActs, acts)
  await page.reload()
  await expect(kept(page)).toContainText('1 not taken by the server')
  const fed = async () => (await mealsToday(page, ['C02', 'C15'])).map((m) => m.tag).sort()
  expect(await fed()).toEqual(['C02', 'C15', 'C15'])
  await expect(kept(page)).toContainText('1 written by somebody else as well')
  await page.getByRole('button', { name: 'look', exact: true }).click()
  const list = page.getByRole('dialog')
  await expect(list).toContainText('nobody: ate')
  await expect(list).toContainText('not in this book')
  await expect(list).toContainText('C15: ate: Barnaby wrote that as well')
  await list.getByRole('button', { name: 'take mine back' }).click()
  await expect(list).not.toContainText('wrote that as well')
  expect(await fed()).toEqual(['C02', 'C15'])
  await page.reload()
  await expect(kept(page)).toContainText('1 not taken by the server')
  await page.getByRole('button', { name: 'look', exact: true }).click()
  await list.getByRole('button', { name: 'throw away' }).click()
  await list.getByRole('button', { name: 'yes, throw it away' }).click()
  await expect(kept(page)).toBeHidden()
})

test('two days in the cellar and two thousand entries: all arrive, in order and once', async ({
  playwright: { chromium },
}, info) => {
  test.setTimeout(240_000)
  const { context, page } = await openBrowser(chromium, info.project.use as { launchOptions: object }, 'two')
  await signIn(page, book.url)
  await page.goto(`${book.url}/round`)
  await expect(card(page)).toBeVisible()
  await page.evaluate(() => navigator.serviceWorker.ready)
  await page.waitForTimeout(2500)
  // As if somebody had written a note of this or that animal two thousand times, over two days.
  const notes = await page.evaluate(makeNotes, 2000)
  await page.evaluate(keepActs, notes)
  const written = notes
    .flatMap((n) => n.entries)
    .map((e) => ({ subject: e.subject.id, text: e.payload.text }))
  await context.setOffline(true)
  await page.goto(`${book.url}/round`)
  await expect(kept(page)).toContainText('2,000 entries are kept on this device', { timeout: 60_000 })
  const began = Date.now()
  await context.setOffline(false)
  await expect(kept(page)).toBeHidden({ timeout: 120_000 })
  info.annotations.push({ type: 'seconds to send 2,000', description: String((Date.now() - began) / 1000) })
  for (const id of [...new Set(written.map((w) => w.subject))].slice(0, 5)) {
    const texts = await page.evaluate(async (of) => {
      const reply = await fetch(`/api/entries?subjectId=${of}&limit=500`)
      const { entries } = (await reply.json()) as { entries: { kind: string; payload: { text?: string } }[] }
      return entries.flatMap((e) => (e.payload.text?.startsWith('cellar ') ? e.payload.text : [])).reverse()
    }, id)
    expect(texts).toEqual(written.filter((w) => w.subject === id).map((w) => w.text))
  }
  await context.close()
})
