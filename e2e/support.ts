import { spawn, type ChildProcess } from 'node:child_process'
import { rmSync } from 'node:fs'
import { connect, createServer } from 'node:net'
import { expect, test, type Page } from '@playwright/test'
import { MENU } from '../apps/web/src/menu'
import { freshFolder, type STORY_DAYS } from './folders'

interface RunningBook {
  url: string
  process: ChildProcess
  said(): string
}

const OTTOLINE = { email: 'ottoline@lantern-quay.example', password: 'lantern-quay' }

const forget = (folder: string) => rmSync(folder, { recursive: true, force: true })

function freePort(): Promise<number> {
  return new Promise((resolve) => {
    const server = createServer().listen(0, '127.0.0.1', () => {
      const { port } = server.address() as { port: number }
      server.close(() => resolve(port))
    })
  })
}

/** Waits until nobody listens on a port any more. */
async function untilFree(port: number): Promise<void> {
  for (;;) {
    const taken = await new Promise<boolean>((resolve) => {
      const socket = connect(port, '127.0.0.1')
      socket.once('connect', () => (socket.destroy(), resolve(true)))
      socket.once('error', () => resolve(false))
    })
    if (!taken) return
    await new Promise((resolve) => setTimeout(resolve, 200))
  }
}

/** Starts the program as a keeper does, on a data folder of its own, and waits for its address. */
async function startBook(folder: string, ...args: string[]): Promise<RunningBook> {
  const port = await freePort()
  const child = spawn(process.execPath, ['tools/start.mjs', '--port', String(port), ...args], {
    env: { ...process.env, HATCH_BOOK_DATA: folder },
    stdio: ['ignore', 'pipe', 'pipe'],
  })
  let said = ''
  const heard = new Promise<void>((resolve, reject) => {
    const listen = (part: Buffer) => {
      said += part.toString()
      if (said.includes('Hatch Book is open at')) resolve()
    }
    child.stdout.on('data', listen)
    child.stderr.on('data', listen)
    child.on('exit', (code) => reject(new Error(`the program ended with ${code}:\n${said}`)))
  })
  await heard
  const url = /is open at (http:\S+)/.exec(said)![1]!
  return { url, process: child, said: () => said }
}

/** Closes it as Ctrl+C does. */
async function closeBook({ process: child }: RunningBook): Promise<void> {
  if (child.exitCode !== null) return
  const ended = new Promise((resolve) => child.once('exit', resolve))
  child.kill('SIGINT')
  await ended
}

/** What the house of the stories answers: see there. */
async function askHouse(method: 'POST' | 'DELETE', day = ''): Promise<string> {
  const reply = await fetch(`${process.env.STORY_HOUSE}/${day}`, { method })
  const said = await reply.text()
  if (!reply.ok) throw new Error(said)
  return said
}

/** The demo book on a day, for the stories of a file or of a group: a copy of their own. */
export function demoForStories(day: (typeof STORY_DAYS)[number] = '2027-05-27') {
  let url: string
  test.beforeAll(async () => {
    // The demo book is grown once a run: a minute on a slow machine.
    test.setTimeout(600_000)
    url = await askHouse('POST', day)
  })
  test.afterAll(async () => void (await askHouse('DELETE')))
  return {
    get url() {
      return url
    },
  }
}

/**
 * The program as a keeper starts it, for the stories of a file: opened before the first of them on an empty folder, closed and forgotten after the last.
 * @param args what is said to it at the start
 */
export function startForStories(...args: string[]) {
  let folder: string
  let running: RunningBook
  test.beforeAll(async () => {
    test.setTimeout(600_000)
    folder = freshFolder()
    running = await startBook(folder, ...args)
  })
  // A picture tells what was seen; what the server said tells why.
  test.afterEach(async () => {
    const story = test.info()
    if (story.status !== story.expectedStatus)
      await story.attach('what the program said', { body: running.said(), contentType: 'text/plain' })
  })
  // The next stories need not wait for it; what is still there when all are told goes with this process.
  test.afterAll(() => {
    const [book, its] = [running, folder]
    void closeBook(book).then(() => forget(its))
  })
  return {
    get url() {
      return running.url
    },
    said: () => running.said(),
    /** The plug is pulled on all of it, and it is started again. */
    pullThePlug: async () => {
      running.process.kill('SIGKILL')
      await new Promise((resolve) => running.process.once('exit', resolve))
      // Where it was, as a keeper starts it again: who was signed in still is.
      const { port } = new URL(running.url)
      await untilFree(Number(port))
      running = await startBook(folder, '--port', port, ...args.filter((arg) => arg === '--empty'))
    },
  }
}

/** Collects what the browser complains of; a view is only good when it says nothing. */
export function listenForComplaints(page: Page): string[] {
  const complaints: string[] = []
  page.on('console', (message) => {
    if (message.type() !== 'error' && message.type() !== 'warning') return
    const text = message.text()
    // Only where a story is about having no signal its service worker may begin.
    if (/Service Worker registration blocked/.test(text)) return
    complaints.push(/status of 5/.test(text) ? `${text} ${message.location().url}` : text)
  })
  page.on('pageerror', (error) => complaints.push(error.message))
  return complaints
}

/** Signs in as the demo's owner, who then stands before the list of animals; the page of signing in has stories of its own. */
export async function signIn(page: Page, url: string): Promise<void> {
  const signedIn = await page.request.post(`${url}/api/sign-in`, { data: OTTOLINE })
  expect(signedIn.ok()).toBe(true)
  await page.goto(`${url}/animals`)
  // The first look at a book that was just opened judges all its animals; beside another page that does the same it takes its time.
  await expect(page.getByRole('heading', { name: /animals/ })).toBeVisible({ timeout: 60_000 })
}

/** Chooses from a list of the parts library, by what one reads. */
/** The first page of a new server: a book is opened, and its owner stands in it. */
export async function openFirstBook(
  page: Page,
  url: string,
  { book, owner, password }: { book: string; owner: string; password: string },
): Promise<void> {
  const name = book.toLowerCase().replaceAll(' ', '-')
  await page.goto(url)
  await page.getByLabel('Name of the book').fill(book)
  await page.getByLabel('Your name').fill(owner)
  await page.getByLabel('Your address').fill(`${owner.toLowerCase()}@${name}.example`)
  await page.getByLabel('Password').fill(password)
  await page.getByRole('button', { name: 'Open the book' }).click()
}

export async function choose(page: Page, label: string, option: string): Promise<void> {
  await page.getByRole('combobox', { name: label, exact: true }).click()
  // Long lists draw only what is in sight: typing narrows those that can be searched, and does nothing to the others.
  await page.keyboard.type(option)
  await page
    .locator('.ant-select-dropdown:not(.ant-select-dropdown-hidden) .ant-select-item-option')
    .filter({ hasText: option })
    .first()
    .click()
}

/** Goes to a page by the menu, as a keeper does: its group, the page, and where it stands under another, that one first. */
export async function openPage(page: Page, name: string): Promise<void> {
  const ways = MENU.flatMap((group) =>
    group.pages.flatMap((at) => [
      { name: at.name, by: [group.name, at.name] },
      ...at.under.map((under) => ({ name: under.name, by: [group.name, at.name, under.name] })),
    ]),
  )
  const way = ways.find((w) => w.name === name)
  if (!way) throw new Error(`no page of the menu is called ${name}`)
  const [group, ...links] = way.by
  const rooms = page.getByRole('navigation', { name: 'Rooms' })
  const all = page.getByRole('button', { name: 'All pages', exact: true })
  await expect(rooms).toBeVisible()
  if (await all.isVisible()) await all.click()
  await rooms.getByRole('link', { name: new RegExp(`^${group}\\b`) }).click()
  let pages = page.getByRole('navigation', { name: group!, exact: true })
  for (const link of links) {
    await pages.getByRole('link', { name: link, exact: true }).click()
    pages = page.getByRole('navigation', { name: link, exact: true })
  }
}

/** Opens the season over the page, where it is one quiet line. */
export async function openSeason(page: Page): Promise<void> {
  const button = page.getByRole('button', { name: /^season/ })
  if ((await button.getAttribute('aria-expanded')) === 'false') await button.click()
}

/** A code read by a scanner that plays a keyboard: its letters and Enter, faster than a hand types. */
export async function scan(page: Page, code: string): Promise<void> {
  await page.evaluate((letters) => {
    for (const key of [...letters, 'Enter'])
      document.body.dispatchEvent(
        new KeyboardEvent('keydown', { key, code: key, bubbles: true, cancelable: true }),
      )
  }, code)
}

/** An animal as the list gives it. */
interface Listed {
  id: string
  tag: string
  grams: number
  place: { name: string } | null
  verdict: string | null
  presence: string
}
export const animalsOf = (page: Page): Promise<Listed[]> =>
  page.evaluate(async () => ((await (await fetch('/api/animals')).json()) as { animals: never[] }).animals)
export const idOf = async (page: Page, tag: string) => (await animalsOf(page)).find((a) => a.tag === tag)!.id
