import { expect, test, type Browser, type Page } from '@playwright/test'
import { demoForStories, listenForComplaints, openPage, signIn } from './support'

/*
 * A winter, as keepers live it: who may sleep and when, a cold unit that has to be proved, what wakes one too early, and an
 * alarm that finds its keeper wherever the book is open.
 */
/** The browser itself complains of every refused request; what the view says of it is looked at instead. */
const unexpected = (complaints: string[]) => complaints.filter((c) => !/status of 4(09|22)/.test(c))

test.describe('in autumn', () => {
  const book = demoForStories('2026-09-10')

  test('twelve animals of three species are planned, two are held back with the reason, and a fast cannot be dragged short', async ({
    page,
  }) => {
    const complaints = listenForComplaints(page)
    await signIn(page, book.url)
    await openPage(page, 'Rest')
    await page.getByRole('button', { name: 'Plan a rest' }).first().click()
    const who = page.getByRole('combobox', { name: /Who will rest/ })
    for (const tag of ['C11', 'C15', 'C17', 'C28', 'C37', 'M01', 'M02', 'M03', 'M05', 'F01', 'F02', 'F06']) {
      await who.fill(tag)
      await page.locator('.ant-select-item-option', { hasText: tag }).first().click()
    }
    await page.keyboard.press('Escape')
    await page.getByRole('button', { name: 'Show the clocks' }).click()
    const told = page.getByRole('status')
    await expect(told).toContainText('10 can rest')
    await expect(told).toContainText('2 held back')
    await expect(told).toContainText(/F06 \(.*g below the minimum for a rest\)/)
    await expect(told).toContainText(/C37 \(/)
    await expect(page.getByRole('group', { name: /^Clock of/ })).toHaveCount(12)
    await page.getByRole('textbox', { name: 'Called' }).fill('My own winter')
    await page.getByRole('button', { name: 'Save plan' }).click()
    await expect(page.getByRole('heading', { name: 'Rest for pairing on 15 Mar 2027' })).toBeVisible()

    await page.getByRole('button', { name: /^C11/ }).click()
    // Its card takes the keys when it comes; a handle takes them from there.
    await expect(page.getByRole('article', { name: 'Rest of C11' })).toBeVisible()
    const handle = page.getByRole('slider', { name: 'C11, step down begins' })
    await handle.focus()
    for (let i = 0; i < 6; i++) await page.keyboard.press('ArrowLeft')
    const row = page.getByRole('listitem').filter({ has: handle }).last()
    await expect(row).toContainText('not allowed: a fast of 8 days, at least 10')
    await page.keyboard.press('Enter')
    await expect(row).not.toContainText('not allowed')
    const later = page.getByRole('slider', { name: 'C11, step up begins' })
    const before = await later.getAttribute('aria-valuetext')
    await later.focus()
    for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowRight')
    await page.keyboard.press('Enter')
    await expect(later).not.toHaveAttribute('aria-valuetext', before!)
    await expect(row).toContainText('the pairing moves from 15 Mar 2027 to 18 Mar 2027')
    expect(unexpected(complaints)).toEqual([])
  })

  test('a light one is let in by decision, and tubs are packed by size, sex and species', async ({
    page,
  }) => {
    await signIn(page, book.url)
    await page.goto(`${book.url}/rest`)
    await page.getByRole('button', { name: /^C37/ }).click()
    const card = page.getByRole('article', { name: 'Rest of C37' })
    await expect(card).toContainText('Held back:')
    await card.getByRole('button', { name: 'reasons' }).click()
    await page.getByRole('dialog').getByRole('button', { name: 'Overrule' }).click()
    await page.getByRole('textbox', { name: 'Why' }).fill('he is as heavy as a two-year-old')
    await page.getByRole('dialog').getByRole('button', { name: 'Overrule' }).click()
    await page.keyboard.press('Escape')
    await expect(card).toContainText('Rests by decision of Ottoline')
    await openPage(page, 'Rest tubs')
    await page.getByRole('textbox', { name: 'Tubs there are' }).fill('10 × 20 L\n3 × 8 L\na heap')
    await expect(page.getByText('not read: a heap')).toBeVisible()
    await page.getByRole('textbox', { name: 'Tubs there are' }).fill('12 × 20 L\n3 × 8 L')
    await page.getByRole('button', { name: /^Pack \d+ into them/ }).click()
    await expect(page.getByRole('table', { name: 'Packing' })).toContainText(/F0\d \(.*F0\d \(/)
    await page.getByRole('button', { name: 'Save these tubs' }).click()
    await expect(page.getByRole('article', { name: /^Label of T/ }).first()).toContainText('wake under')
  })
})

test.describe('in January', () => {
  const book = demoForStories('2027-01-20')

  const another = async (browser: Browser, path: string) => {
    const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage()
    await signIn(page, book.url)
    await page.goto(`${book.url}${path}`)
    return page
  }

  test('a door left open raises an alarm in another browser and the outbox within five seconds', async ({
    page,
    browser,
  }) => {
    const other = await another(browser, '/animals')
    const outbox = await another(browser, '/messages')
    await signIn(page, book.url)
    await page.goto(`${book.url}/rest/units`)
    await page.getByRole('link', { name: 'Cold unit 1' }).click()
    const now = page.getByTestId('now')
    await page.getByRole('button', { name: 'door open' }).click()
    await expect
      .poll(async () => Number.parseFloat((await now.textContent()) ?? '0'), { intervals: [50] })
      .toBeGreaterThan(9)
    const hot = Date.now()
    await Promise.all([
      expect(other.getByRole('alert', { name: 'Alarms' })).toContainText('Cold unit 1: too warm'),
      expect(outbox.getByRole('list', { name: 'Messages' })).toContainText('taken by the outbox'),
    ])
    const took = Date.now() - hot
    test.info().annotations.push({ type: 'measured', description: `alarm and outbox after ${took} ms` })
    expect(took).toBeLessThan(5000)
    await expect(outbox.getByRole('list', { name: 'Messages' })).toContainText('Asleep there: F01')
    await other.getByRole('button', { name: 'I look after it' }).click()
    await expect(page.getByRole('alert', { name: 'Alarms' })).toContainText('Ottoline looks after it')
    await page.getByRole('button', { name: 'all well' }).click()
    await expect(other.getByRole('alert', { name: 'Alarms' })).toBeHidden({ timeout: 60_000 })
    await page.getByRole('button', { name: 'probe unplugged' }).click()
    await expect(other.getByRole('alert', { name: 'Alarms' })).toContainText('probe silent', {
      timeout: 30_000,
    })
    await page.getByRole('button', { name: 'all well' }).click()
    await expect(other.getByRole('alert', { name: 'Alarms' })).toBeHidden({ timeout: 60_000 })
  })

  test('one that loses too much is woken step by step, and counted', async ({ page }) => {
    await signIn(page, book.url)
    await openPage(page, 'Rest')
    const wanting = page.getByRole('article', { name: 'Needs somebody' })
    await wanting.getByRole('button', { name: /M04 wake now: lost 9\.\d % of its start weight/ }).click()
    const card = page.getByRole('article', { name: 'Rest of M04' })
    await expect(card).toContainText('See a vet')
    await card.getByRole('button', { name: 'Wake it, step by step' }).click()
    const out = card.getByRole('button', { name: 'It is out of the cold' })
    await expect(out).toBeDisabled()
    await card.getByRole('checkbox', { name: /Carry its tub to a dim room/ }).check()
    await out.click()
    await expect(card).toContainText('woken early')
    await openPage(page, 'Who came through')
    await expect(page.getByRole('list', { name: 'Not come through' })).toContainText(/M04 woken early/)
    await expect(page.getByRole('list', { name: 'Not come through' })).toContainText(/F07 died/)
    await expect(page.getByRole('table', { name: 'Survival by season' })).toContainText(
      '95 % (77 % to 100 %)',
    )
  })

  test('a check is a few keys on the live scale, on a phone', async ({ page }) => {
    await page.setViewportSize({ width: 390, height: 844 })
    await signIn(page, book.url)
    await page.goto(`${book.url}/rest`)
    const id = await page.evaluate(async () => {
      const { rests } = (await (await fetch('/api/rests')).json()) as { rests: { id: string; tag: string }[] }
      return rests.find((r) => r.tag === 'M01')!.id
    })
    await page.goto(`${book.url}/rest/checks?rest=${id}`)
    const card = page.getByRole('article', { name: 'Check of M01' })
    await expect(card).toContainText('steady', { timeout: 20_000 })
    await expect(card).toContainText(/% under its start of/)
    await page.keyboard.press('5')
    await expect(card.getByRole('status')).toContainText('wet bedding: wet or mouldy')
    await page.keyboard.press('Enter')
    await expect(page.getByRole('article', { name: 'Check of M01' })).toBeHidden()
    expect(
      await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth),
    ).toBeLessThanOrEqual(0)
    await page.goto(`${book.url}/rest?rest=${id}`)
    await expect(page.getByRole('article', { name: 'Rest of M01' })).toContainText('change the bedding')
  })

  const advance = async (page: Page, says: string, day: string) => {
    await page.getByRole('button', { name: says, exact: true }).click()
    await expect(page.getByText(/^demo day/)).toContainText(day)
  }

  test('a unit that swings too low is no-go; the dial is turned as advised, and two weeks later it is go', async ({
    page,
  }) => {
    test.setTimeout(240_000)
    const complaints = listenForComplaints(page)
    await signIn(page, book.url)
    await page.goto(`${book.url}/rest/units`)
    const card = page.getByRole('article', { name: 'Unit Cold unit 2' })
    await expect(card).toContainText('No-go')
    await card.getByRole('link', { name: 'Cold unit 2' }).click()
    const proof = page.getByRole('article', { name: 'Proof' })
    await expect(proof).toContainText(/Turn the dial up by 2\.\d °C/)
    await proof.getByRole('listitem').filter({ hasText: 'marginated tortoise' }).getByRole('button').click()
    await expect(proof).toContainText('of the time within the band')
    await expect(page.getByRole('table', { name: 'Figures of the log' })).toContainText(
      /one turn in 3\.\d h, 1\.\d °C each way/,
    )
    await proof.getByRole('button', { name: 'Turned; try again' }).click()
    await expect(proof).toContainText('Not proved yet')
    await advance(page, '+7', '27 Jan')
    await expect(proof).toContainText('Not proved yet')
    await advance(page, '+7', '3 Feb')
    await expect(proof.getByRole('listitem').filter({ hasText: 'marginated tortoise' })).toContainText('Go')
    await expect(proof.getByRole('listitem').filter({ hasText: 'corn snake' })).toContainText('No-go')
    expect(unexpected(complaints)).toEqual([])
  })
})
