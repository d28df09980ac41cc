import { fileURLToPath } from 'node:url'
import type { Page } from '@playwright/test'
import { rooms } from '../../apps/server/src/rooms'
import { buildApp } from '../../apps/server/src/shell/app'
import { openBrowser, median, told } from './browser'
import { fillBenchDatabase } from './benchDatabase'
import { LARGE_SIGN_IN, fillLargeBook } from './largeBook'

/*
 * How the built application bears a large book: ten thousand animals with thirty weights each, in Chromium.
 *   npm run build && npm run bench:views
 */
const ANIMALS = Number(process.env.ANIMALS ?? 10_000)
const WEIGHTS = Number(process.env.WEIGHTS ?? 30)
const RUNS = 5

const filling = Date.now()
const database = await fillBenchDatabase((db) =>
  fillLargeBook(db, { animals: ANIMALS, weightsEach: WEIGHTS }),
)
const { databaseUrl } = database
console.log(
  `${ANIMALS} animals, ${ANIMALS * (WEIGHTS + 7)} entries, filled in ${((Date.now() - filling) / 1000).toFixed(0)} s`,
)

const app = await buildApp({
  databaseUrl,
  webFolder: fileURLToPath(new URL('../../apps/web/dist', import.meta.url)),
  rooms,
})
const url = await app.listen({ port: 0, host: '127.0.0.1' })
const browser = await openBrowser()
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })

await page.goto(`${url}/sign-in`)
await page.getByLabel(/address/i).fill(LARGE_SIGN_IN.email)
await page.getByLabel(/password/i).fill(LARGE_SIGN_IN.password)
await page.getByRole('button', { name: 'Open the book' }).click()
await page.waitForURL(/\/round$/)
await page.goto(`${url}/animals`)
await page.getByRole('heading', { name: `${ANIMALS} animals` }).waitFor({ timeout: 60_000 })

const cold: number[] = []
for (let i = 0; i < RUNS; i++) {
  const start = performance.now()
  await page.goto(`${url}/animals`)
  await page.getByRole('row', { name: /^A0 / }).or(page.locator('[role=row] .tag').first()).first().waitFor()
  cold.push(performance.now() - start)
}
told('the table, from the address typed to the first row', median(cold), 1000)

const warm: number[] = []
for (let i = 0; i < RUNS; i++) {
  await page.getByRole('link', { name: 'Weigh-in', exact: true }).click()
  await page.getByRole('heading', { name: 'Weigh-in' }).waitFor()
  const start = performance.now()
  await page.getByRole('link', { name: 'Animals', exact: true }).click()
  await page.locator('[role=row] .tag').first().waitFor()
  warm.push(performance.now() - start)
}
told('the table, from another room', median(warm), 1000)

console.log(`blank rows while scrolling ${ANIMALS} rows: ${await blanksWhileScrolling(page)} of 60 looks`)

const sortedIn: number[] = []
for (let i = 0; i < RUNS; i++) {
  const start = performance.now()
  await page
    .getByRole('columnheader', { name: /weight/ })
    .getByRole('button')
    .click()
  await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))))
  sortedIn.push(performance.now() - start)
}
told('sorting them by weight', median(sortedIn), 300)

for (const [path, target] of [
  ['/api/rearing', 1000],
  ['/api/rooms', 1000],
  ['/api/rearing/meals', 1000],
  ['/api/rearing/sexing', 1000],
] as const) {
  const times: number[] = []
  for (let i = 0; i < RUNS; i++)
    times.push(
      await page.evaluate(async (asked) => {
        const start = performance.now()
        await (await fetch(asked)).text()
        return performance.now() - start
      }, path),
    )
  told(`${path}, of ${ANIMALS} animals`, median(times), target)
}
const ladder: number[] = []
for (let i = 0; i < RUNS; i++) {
  const start = performance.now()
  await page.goto(`${url}/rearing`)
  await page.getByRole('heading', { name: /The ladder/ }).waitFor()
  ladder.push(performance.now() - start)
}
const young = await page.getByRole('heading', { name: /The ladder/ }).textContent()
told(`'${young}', from the address typed to the cards`, median(ladder), 1500)

const fitting = performance.now()
await page.goto(`${url}/growth`)
await page.getByRole('heading', { name: /Lines compared/ }).waitFor({ timeout: 300_000 })
console.log(`growth of all ${ANIMALS}, with download: ${((performance.now() - fitting) / 1000).toFixed(1)} s`)

await browser.close()
await app.close()
await database.close()

/** Scrolls in strides and looks at the middle of the table at once: is there a row? */
async function blanksWhileScrolling(on: Page): Promise<number> {
  return on.evaluate(async () => {
    const grid = document.querySelector<HTMLElement>('[role=table]')!
    const box = grid.getBoundingClientRect()
    let blank = 0
    for (let i = 0; i < 60; i++) {
      grid.scrollTop += 420
      await new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done)))
      for (const share of [0.3, 0.6, 0.9]) {
        const seen = Math.min(box.bottom, innerHeight) - box.top
        const hit = document.elementFromPoint(box.left + 200, box.top + seen * share)
        if (!hit?.closest('[role=row]')) {
          blank++
          break
        }
      }
    }
    return blank
  })
}
