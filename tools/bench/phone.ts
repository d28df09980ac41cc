import { fork } from 'node:child_process'
import { once } from 'node:events'
import { fileURLToPath } from 'node:url'
import type { Browser, Page } from '@playwright/test'
import { openBrowser, median, told } from './browser'

/*
 * What a keeper waits for in the demo: the round on a phone that opens it for the first time, against a page of the same stack with two fields; and
 * one page after the other on a desk, once they have been there.
 *   npm run build && npm run bench:phone
 */
const RUNS = 5
const DAY = '2027-05-27'
/** A cheap phone on a usual connection. */
const PHONE = { slower: 4, bitsPerSecond: 10_000_000, latencyMs: 40 }
const PAGES = [
  '/round',
  '/animals',
  '/readiness',
  '/incubation/finding',
  '/rearing',
  '/places',
  '/climate',
  '/log',
  '/book',
]

const house = fork(fileURLToPath(new URL('../../e2e/house.ts', import.meta.url)), {
  execArgv: ['--import', 'tsx'],
  env: { ...process.env, NODE_ENV: 'production' },
  stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
})
const [base] = (await once(house, 'message')) as [string]
const url = await (await fetch(`${base}/${DAY}`, { method: 'POST' })).text()

const signIn = (page: Page) =>
  page.request.post(`${url}/api/sign-in`, {
    data: { email: 'ottoline@lantern-quay.example', password: 'lantern-quay' },
  })

/** Opens an address on a phone that has nothing of the book yet; how long until this is there, and how many bytes of code that took. */
async function onPhone(browser: Browser, address: string, there: string, isIn: boolean) {
  const context = await browser.newContext({
    ...{ viewport: { width: 390, height: 844 }, serviceWorkers: 'block' },
  })
  const page = await context.newPage()
  if (isIn) await signIn(page)
  const line = await context.newCDPSession(page)
  await line.send('Emulation.setCPUThrottlingRate', { rate: PHONE.slower })
  await line.send('Network.emulateNetworkConditions', {
    ...{ offline: false, latency: PHONE.latencyMs },
    ...{ downloadThroughput: PHONE.bitsPerSecond / 8, uploadThroughput: PHONE.bitsPerSecond / 8 },
  })
  let code = 0
  page.on('requestfinished', (request) => {
    if (request.url().endsWith('.js')) void request.sizes().then((s) => (code += s.responseBodySize))
  })
  const start = performance.now()
  await page.goto(url + address, { waitUntil: 'commit' })
  await page.locator(there).first().waitFor()
  const ms = performance.now() - start
  await page.waitForTimeout(200)
  await context.close()
  return { ms, code }
}

/** One page after the other by the menu's own links, each twice; the second time counts. */
async function onDesk(browser: Browser): Promise<Map<string, number>> {
  const context = await browser.newContext({
    viewport: { width: 1280, height: 800 },
    serviceWorkers: 'block',
  })
  const page = await context.newPage()
  await signIn(page)
  await page.goto(`${url}/log`)
  const times = new Map<string, number[]>()
  for (let run = 0; run <= RUNS; run++)
    for (const address of PAGES) {
      const ms = await page.evaluate(
        (to) =>
          new Promise<number>((resolve) => {
            const before = document.querySelector('main > *')
            const start = performance.now()
            history.pushState(null, '', to)
            dispatchEvent(new PopStateEvent('popstate', { state: null }))
            // Without a function that has a name: what runs in the page is handed over as text.
            const timer = setInterval(() => {
              const now = document.querySelector('main > *')
              if (!now || now === before || !now.querySelector('h1')) return
              clearInterval(timer)
              resolve(performance.now() - start)
            }, 2)
          }),
        address,
      )
      if (run > 0) times.set(address, [...(times.get(address) ?? []), ms])
      await page.waitForTimeout(150)
    }
  await context.close()
  return new Map([...times].map(([address, all]) => [address, median(all)]))
}

const browser = await openBrowser()
const round = { ms: [] as number[], code: 0 }
const bare = { ms: [] as number[], code: 0 }
// In turns: whatever else the machine does meets both.
for (let run = 0; run < RUNS; run++) {
  const at = await onPhone(browser, '/round', 'article[aria-label="At this tub"]', true)
  round.ms.push(at.ms)
  round.code = at.code
  const signing = await onPhone(browser, '/sign-in', 'main button', false)
  bare.ms.push(signing.ms)
  bare.code = signing.code
}
told('The round, opened for the first time on a phone', median(round.ms), 1500)
console.log(
  `  a page with two fields: ${median(bare.ms).toFixed(0)} ms; ratio ${(median(round.ms) / median(bare.ms)).toFixed(2)}`,
)
console.log(
  `  code for it: ${(round.code / 1000).toFixed(0)} kB (wanted under 250), for the other ${(bare.code / 1000).toFixed(0)} kB`,
)
for (const [address, ms] of await onDesk(browser)) told(`${address}, gone to again`, ms, 200)
await browser.close()
house.disconnect()
house.kill()
