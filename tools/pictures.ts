import { spawn } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { chromium, type Browser, type Page } from '@playwright/test'
// @ts-expect-error -- a plain script without types
import { chromiumHere } from './chromium.mjs'

/*
 * Takes all pictures of docs/screenshots anew, from demo books grown for it in a folder that is forgotten afterwards.
 *   npm run pictures            all
 *   npm run pictures -- review  those whose name holds the word
 */
const FOLDER = fileURLToPath(new URL('../docs/screenshots/', import.meta.url))
const PORT = '4477'
const DESK = { width: 1280, height: 800 }

interface Picture {
  name: string
  path: string
  size?: typeof DESK
  lamp?: boolean
  /** What is done before it is taken. */
  act?(page: Page): Promise<unknown>
}

const idOf = (page: Page, list: string, has: [string, string]) =>
  page.evaluate(
    async ([list, [key, value]]) => {
      const found = Object.values((await (await fetch(`/api/${list}`)).json()) as Record<string, never[]>)
        .flat()
        .find((row) => row[key] === value) as { id: string } | undefined
      return found!.id
    },
    [list, has] as const,
  )
/** Goes on to the page of one of a list. */
const open = async (page: Page, to: string, list: string, has: [string, string]) =>
  page.goto(new URL(`${to}/${await idOf(page, list, has)}`, page.url()).href)

const IN_MAY: Picture[] = [
  { name: 'round', path: '/round' },
  { name: 'animals', path: '/animals' },
  { name: 'animal', path: '/animals', act: (page) => open(page, '/animals', 'animals', ['tag', 'C15']) },
  {
    name: 'weigh-in',
    path: '/weigh-in',
    async act(page) {
      const scale = page.locator('[class*="_scale_"]').getByRole('status')
      const steady = () => scale.filter({ hasText: /Steady|than last time/ }).waitFor()
      for (let weighed = 0; weighed < 3; weighed++) {
        await steady()
        const tag = await page.locator('article .tag').first().textContent()
        await page.keyboard.press('Enter')
        await page.locator('article .tag').first().filter({ hasNotText: tag! }).waitFor()
      }
      await steady()
    },
  },
  { name: 'readiness', path: '/readiness' },
  { name: 'species', path: '/protocols' },
  {
    name: 'protocol',
    path: '/protocols',
    async act(page) {
      await open(page, '/protocols', 'protocols', ['species', 'corn snake'])
      await page.getByRole('button', { name: /^Stages/ }).click()
      await page.getByRole('button', { name: /^Juvenile/ }).click()
    },
  },
  {
    name: 'new-species',
    path: '/protocols/new',
    async act(page) {
      await page.getByLabel('Common name').fill('dune boa')
      await page.getByRole('button', { name: /^live-bearing snakes/ }).click()
      await page.getByLabel('Female breeding age').fill('3 years')
      await page.getByLabel('Female breeding weight').fill('310')
      await page.getByLabel('Female breeding weight').press('Tab')
    },
  },
  { name: 'pairing', path: '/pairing' },
  { name: 'season-red-lamp', path: '/pairing/season', lamp: true },
  { name: 'incubation', path: '/incubation' },
  { name: 'rearing', path: '/rearing' },
  { name: 'cohorts', path: '/cohorts', act: (page) => open(page, '/cohorts', 'cohorts', ['name', 'M1']) },
  { name: 'colonies', path: '/colonies' },
  { name: 'places', path: '/places' },
  { name: 'leaving', path: '/leaving' },
  { name: 'review', path: '/review' },
  // The last of them: its heater sticks from now on.
  {
    name: 'climate',
    path: '/climate',
    async act(page) {
      await page.getByRole('link', { name: 'H3', exact: true }).click()
      await page.getByRole('button', { name: 'thermostat stuck warm' }).click()
      await page.getByRole('alert', { name: 'Alarms' }).filter({ hasText: 'H3: too warm' }).waitFor()
    },
  },
]
const IN_JANUARY: Picture[] = [{ name: 'rest', path: '/rest' }]

async function take(browser: Browser, url: string, { name, path, size = DESK, lamp, act }: Picture) {
  const context = await browser.newContext({ viewport: size, serviceWorkers: 'block' })
  const page = await context.newPage()
  page.setDefaultTimeout(60_000)
  await page.goto(`${url}/sign-in`)
  await page.getByRole('button', { name: 'Open the book' }).click()
  await page.getByRole('navigation', { name: 'Rooms' }).waitFor()
  if (lamp) {
    await page.keyboard.press('l')
    // A key is heard once it is clear that no scanner types it.
    await page.waitForTimeout(500)
  }
  await page.goto(`${url}${path}`)
  await page.getByRole('main').getByRole('heading').first().waitFor()
  await act?.(page)
  // No button looks as if a hand lay on it.
  await page.mouse.move(DESK.width - 1, DESK.height - 1)
  // What is reckoned in the background is drawn when it is done.
  await page.waitForTimeout(4000)
  await page.screenshot({ path: join(FOLDER, `${name}.png`) })
  await context.close()
  console.log(name)
}

/** Takes pictures of a demo book that is grown to a day. */
async function takeAll(browser: Browser, pictures: readonly Picture[], ...args: string[]) {
  const word = process.argv[2] ?? ''
  const wanted = pictures.filter(({ name }) => name.includes(word))
  if (wanted.length === 0) return
  const folder = mkdtempSync(join(tmpdir(), 'hatch-book-pictures-'))
  const program = spawn(process.execPath, ['tools/start.mjs', '--port', PORT, ...args], {
    env: { ...process.env, HATCH_BOOK_DATA: folder },
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  const ended = new Promise((resolve) => program.once('exit', resolve))
  try {
    await new Promise<void>((resolve, reject) => {
      program.stdout.on('data', (said: Buffer) => said.toString().includes('closes it') && resolve())
      program.once('exit', (code) => reject(new Error(`the program ended with ${code}`)))
    })
    for (const picture of wanted) await take(browser, `http://127.0.0.1:${PORT}`, picture)
  } finally {
    program.kill('SIGINT')
    await ended
    rmSync(folder, { recursive: true, force: true })
  }
}

const browser = await chromium.launch({
  executablePath: chromiumHere() as string,
  args: ['--no-sandbox', '--disable-gpu'],
})
await takeAll(browser, IN_MAY)
await takeAll(browser, IN_JANUARY, '--day', '2027-01-20')
await browser.close()
