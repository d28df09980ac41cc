import { readFileSync } from 'node:fs'
import { expect, test, type Page } from '@playwright/test'
import {
  bareParts,
  goTo,
  look,
  movedOf,
  outOfLine,
  pushedAside,
  tooFaint,
  waitingOf,
  watchShifts,
} from './looking'
import { demoForStories, listenForComplaints, openPage, signIn } from './support'

const book = demoForStories()

const VIEWS = [
  '/round',
  '/round/week',
  '/round/week?view=season',
  '/round/away?from=2027-06-05&to=2027-06-25',
  '/round/away/sheet?from=2027-06-05&to=2027-06-25',
  '/animals',
  '/animals?view=cards',
  '/animals/new',
  '/animals/import',
  '/weigh-in',
  '/growth',
  '/growth/measure',
  '/readiness',
  '/protocols',
  '/protocols/new',
  '/protocols/library',
  '/rest',
  '/rest/new',
  '/rest/checks',
  '/rest/units',
  '/rest/weather',
  '/rest/tubs',
  '/rest/seasons',
  '/messages',
  '/review',
  '/review?measure=hatchling+weight',
  '/pairing',
  '/pairing/watch',
  '/pairing/season',
  '/pairing/crosses?cross=C15×C02&after=amelanistic',
  '/pairing/kin?animal=C15',
  '/pairing/goals',
  '/pairing/genes',
  '/incubation',
  '/incubation/new',
  '/incubation/log',
  '/incubation/finding',
  '/incubation/plan',
  '/incubation/methods',
  '/incubation/forecasts',
  '/incubation/clocks',
  '/incubation/labels',
  '/climate',
  '/rearing',
  '/rearing/meals',
  '/rearing/first-meals',
  '/rearing/recipes',
  '/rearing/sexing',
  '/rearing/holdbacks',
  '/rearing/space',
  '/places',
  '/cohorts',
  '/cohorts/emergence',
  '/colonies',
  '/leaving',
  '/leaving/waiting',
  '/leaving/prices',
  '/leaving/register',
  '/leaving/links',
  '/log',
  '/log/changes',
  '/book',
  '/book/members',
  '/book/you',
  '/book/files',
]

/** The views of one thing, whose addresses the book knows. */
async function viewsOfOne(page: Page): Promise<string[]> {
  const [protocol, animal, unit, incubator] = await page.evaluate(async () => {
    const get = async (path: string) =>
      (await (await fetch(path)).json()) as Record<
        string,
        { id: string; code?: string; tag?: string; name?: string }[]
      >
    return [
      (await get('/api/protocols')).protocols!.find((p) => p.code === 'CS')!.id,
      (await get('/api/animals')).animals!.find((a) => a.tag === 'C31')!.id,
      (await get('/api/units')).units![0]!.id,
      (await get('/api/places')).places!.find((p) => p.name === 'H3')!.id,
    ]
  })
  return [
    `/protocols/${protocol}`,
    `/protocols/${protocol}?part=school`,
    `/animals/${animal}`,
    `/animals/cards?ids=${animal}`,
    `/rest/units/${unit}`,
    `/climate/${incubator}`,
  ]
}

const DARKER = [
  { light: 'light', bring: 'daylight' },
  { light: 'dusk', bring: 'dusk' },
  { light: 'lamp', bring: 'Red lamp' },
] as const
const LIGHTER = [
  { light: 'lamp', bring: 'Red lamp' },
  { light: 'dusk', bring: 'Lamp off' },
  { light: 'light', bring: 'daylight' },
] as const

const PARTS = 6
for (let part = 0; part < PARTS; part++)
  test(`every view works in every light, part ${part + 1} of ${PARTS}: nothing complains, nothing is out of line or serious for a screen reader`, async ({
    page,
  }) => {
    const complaints = listenForComplaints(page)
    const waiting = waitingOf(page)
    await watchShifts(page)
    await signIn(page, book.url)
    const views = [...VIEWS, ...(await viewsOfOne(page))].filter((_, i) => i % PARTS === part)
    expect(views.length).toBeGreaterThan(10)
    // The policy allows no inline script; the browser's own door does.
    await page.evaluate(readFileSync('node_modules/axe-core/axe.min.js', 'utf8'))
    const findings: string[] = []
    let lights: typeof DARKER | typeof LIGHTER = DARKER
    for (const view of views) {
      await goTo(page, view, waiting)
      for (const what of await movedOf(page)) findings.push(`${view}: moves: ${what}`)
      for (const what of await outOfLine(page)) findings.push(`${view}: out of line: ${what}`)
      for (const part of await bareParts(page)) findings.push(`${view}: ${part} has no styles`)
      for (const v of await look(page))
        if (v.impact === 'serious' || v.impact === 'critical')
          findings.push(
            `${view}: ${v.id} ${v.nodes.length}x ${v.nodes[0]!.html.slice(0, 160)} ${v.nodes[0]!.failureSummary?.slice(0, 260)}`,
          )
      // There and, at the next view, back again: each change of light draws the whole page anew.
      for (const [i, { light, bring }] of lights.entries()) {
        if (i > 0) await page.getByRole('button', { name: bring, exact: true }).click()
        expect(await page.evaluate(() => document.documentElement.dataset.light)).toBe(light)
        for (const text of await tooFaint(page)) findings.push(`${view} in ${light}: too faint: ${text}`)
      }
      lights = lights === DARKER ? LIGHTER : DARKER
    }
    expect(findings).toEqual([])
    expect(complaints).toEqual([])
  })

const PHONE_PARTS = 3
for (let part = 0; part < PHONE_PARTS; part++)
  test(`on a phone every view, opened by its address, keeps its place and runs off nowhere, part ${part + 1} of ${PHONE_PARTS}`, async ({
    page,
  }) => {
    await page.setViewportSize({ width: 390, height: 844 })
    const waiting = waitingOf(page)
    await watchShifts(page)
    await signIn(page, book.url)
    const views = [...VIEWS, ...(await viewsOfOne(page))].filter((_, i) => i % PHONE_PARTS === part)
    const findings: string[] = []
    for (const view of views) {
      await page.goto(`${book.url}${view}`)
      await expect(page.locator('main h1, main article, main h3').first()).toBeVisible()
      await expect.poll(waiting).toBe(0)
      for (const what of await movedOf(page)) findings.push(`${view}: moves: ${what}`)
      const wide = await page.evaluate(() => document.scrollingElement!.scrollWidth)
      if (wide > 390) findings.push(`${view}: ${wide} px wide`)
      const inside = await page.evaluate(() => document.querySelector('main')!.scrollWidth)
      if (inside > 390) findings.push(`${view}: its page is ${inside} px wide`)
      for (const table of await pushedAside(page))
        findings.push(`${view}: a table to be pushed aside: ${table}`)
    }
    expect(findings).toEqual([])
  })

test('the first route stays under 250 kB of JavaScript, and a room brings its own when it is entered', async ({
  page,
}) => {
  let bytes = 0
  // Whoever comes each day is signed in already.
  await page.request.post(`${book.url}/api/sign-in`, {
    data: { email: 'ottoline@lantern-quay.example', password: 'lantern-quay' },
    headers: { origin: book.url },
  })
  page.on('response', (response) => {
    if (response.url().endsWith('.js'))
      void response
        .request()
        .sizes()
        .then((s) => (bytes += s.responseBodySize))
  })
  await page.goto(`${book.url}/round`)
  await expect(page.getByRole('article', { name: 'At this tub' })).toBeVisible()
  // What comes a moment after the first view keeps nobody waiting.
  const before = bytes
  expect(before).toBeGreaterThan(50_000)
  expect(before).toBeLessThan(250_000)
  await openPage(page, 'Ladder')
  await expect(page.getByRole('heading', { name: /The ladder/ })).toBeVisible()
  await expect.poll(() => bytes).toBeGreaterThan(before)
})

test('one key brings the red lamp and takes it away', async ({ page }) => {
  await signIn(page, book.url)
  const paper = () => page.evaluate(() => getComputedStyle(document.body).backgroundColor)
  await page.keyboard.press('l')
  await expect.poll(paper).toBe('rgb(10, 0, 0)')
  await page.keyboard.press('l')
  await expect.poll(paper).toBe('rgb(228, 234, 227)')
})

test('on a phone the tub is worked with a thumb, and nothing runs off the side', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await signIn(page, book.url)
  for (const view of ['/weigh-in', '/rearing', '/pairing', '/animals?view=cards']) {
    await page.goto(`${book.url}${view}`)
    await expect(page.locator('main h1').first()).toBeVisible()
    expect([view, await page.evaluate(() => document.documentElement.scrollWidth)]).toEqual([view, 390])
  }
  await page.goto(`${book.url}/rearing`)
  await page
    .getByRole('region', { name: /Starter/ })
    .getByRole('button')
    .last()
    .click()
  const ate = page.getByRole('dialog').getByRole('button', { name: 'ate', exact: false }).first()
  expect((await ate.boundingBox())!.height).toBeGreaterThanOrEqual(44)
  await ate.click()
  await expect(
    page
      .getByRole('dialog')
      .getByText(/^.* ate$/)
      .first(),
  ).toBeVisible()
})

test('a helper sees no decisions to take, a viewer nothing to write', async ({ page }) => {
  for (const [email, decides, writes] of [
    ['wren', false, true],
    ['isolde', false, false],
  ] as const) {
    await page.goto(`${book.url}/sign-in?to=/animals`)
    await page.getByLabel('Address').fill(`${email}@lantern-quay.example`)
    await page.getByRole('button', { name: 'Open the book' }).click()
    await expect(page.getByRole('heading', { name: /animals/ })).toBeVisible()
    await expect(page.getByRole('button', { name: 'New animal' })).toHaveCount(decides ? 1 : 0)
    await page.goto(`${book.url}/pairing`)
    await expect(page.getByRole('button', { name: /attacked/ })).toHaveCount(writes ? 1 : 0)
    await openPage(page, 'Settings')
    await page.getByRole('button', { name: 'Sign out' }).click()
    await expect(page.getByRole('button', { name: 'Open the book' })).toBeVisible()
  }
})

test('two who edit one animal see both words side by side; neither loses theirs, and the history has both', async ({
  page,
  browser,
}) => {
  await signIn(page, book.url)
  await page.getByRole('textbox', { name: 'Filter animals' }).fill('C15')
  await page.getByRole('link', { name: 'C15', exact: true }).first().click()
  await expect(
    page.getByRole('heading', { name: 'Last entries' }).or(page.getByText('What was changed')),
  ).toBeVisible()
  const address = `${page.url()}/edit`
  const other = await (await browser.newContext({ serviceWorkers: 'block' })).newPage()
  await signIn(other, book.url)
  for (const at of [page, other]) {
    await at.goto(address)
    await expect(at.getByLabel('Note')).toBeVisible()
  }
  await page.getByLabel('Note').fill('bold at the door')
  await other.getByLabel('Note').fill('shy by day')
  await other.getByLabel('Where it came from').fill('from the old loft')
  await other.getByRole('button', { name: 'Save' }).click()
  await expect(other).not.toHaveURL(/edit$/)

  const both = page.getByRole('alert', { name: 'Somebody changed this too' })
  await expect(both).toContainText('Taken over from them: Where it came from')
  await expect(both.getByRole('row', { name: /Note/ })).toContainText('shy by day')
  await expect(both.getByRole('row', { name: /Note/ })).toContainText('bold at the door')
  await expect(page.getByRole('button', { name: 'Save' })).toBeDisabled()
  await both.getByRole('button', { name: 'Use these' }).click()
  await expect(page.getByLabel('Where it came from')).toHaveValue('from the old loft')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page).not.toHaveURL(/edit$/)

  await page.getByText('What was changed').click()
  const changes = page.getByRole('listitem').filter({ hasText: 'note:' })
  await expect(changes.first()).toContainText('shy by day → bold at the door')
  await expect(changes.nth(1)).toContainText('→ shy by day')
  await changes.first().getByRole('button', { name: 'set back' }).click()
  await expect(page.getByRole('listitem').filter({ hasText: 'note:' }).first()).toContainText(
    'bold at the door → shy by day',
  )
  await other.context().close()
})
