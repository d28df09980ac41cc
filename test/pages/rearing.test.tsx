import './dom'
import { screen, waitFor, within } from '@testing-library/react'
import { addAnimal, addTub, entered, entry, noon, type TestServer } from '../../apps/server/test/support'
import { emptyBook, pagesOf, pressKeys, type OpenPage } from './opened'

/*
 * Young corn snakes from the first offer to the scales of their sex: who is fed what tonight, who will not eat, and who reads what without hearing
 * what others read.
 */
const pages = pagesOf(async (server: TestServer) => {
  const book = await server.openBook('Nursery')
  const young = (tag: string, change: object = {}) =>
    addAnimal(book, {
      ...{ tag, sex: 'unknown', purpose: 'growing on', grams: 9, line: 'Lamplight' },
      hatched: { date: '2026-04-10', precision: 'day' },
      ...change,
    })
  const shared = await addTub(book, 'Crate')
  const { protocols } = (await book.as.owner('GET', '/api/protocols')).body
  const gecko = { protocolId: protocols.find((p: { code: string }) => p.code === 'CG').id, grams: 20 }
  const ids = {
    stubborn: await young('Y1'),
    eater: await young('Y2', { grams: 14 }),
    bold: await young('Y3'),
    shy: await young('Y4'),
    light: await young('Y5', { grams: 1.5, hatched: { date: '2026-05-18', precision: 'day' } }),
    ...{ gecko: await young('G1', gecko), other: await young('G2', gecko) },
  }
  const shed = (id: string) => entry('shed', 'animal', id, { whole: true }, noon('2026-04-18'))
  const meal = (id: string, day: string, outcome: string, more: object = {}) =>
    entry('meal', 'animal', id, { outcome, prey: 'pinky mouse', ...more }, noon(day))
  await entered(book, [
    ...[ids.stubborn, ids.eater, ids.bold, ids.shy].map(shed),
    meal(ids.stubborn, '2026-04-22', 'refused'),
    meal(ids.stubborn, '2026-04-28', 'refused', { trick: 'washed pinky' }),
    ...['2026-04-20', '2026-04-26', '2026-05-02', '2026-05-08', '2026-05-14'].map((day) =>
      meal(ids.eater, day, 'taken'),
    ),
    ...[ids.bold, ids.shy].map((id) => meal(id, '2026-05-10', 'taken')),
    ...[ids.bold, ids.shy].map((id) =>
      entry('moved', 'animal', id, { placeId: shared, despite: 'for a night' }, noon('2026-05-19')),
    ),
  ])
  return { book, shared, ...ids }
})

const main = () => document.querySelector('main')!.textContent
const card = () => screen.getByRole('article', { name: 'At this tub' })
const due = () =>
  within(screen.getByRole('list', { name: 'Meals that are due' }))
    .getAllByRole('button')
    .map((b) => b.querySelector('.tag')!.textContent)
async function meals(): Promise<OpenPage> {
  const page = await pages.open('/rearing/meals', 'keeper')
  await screen.findByRole('article', { name: 'At this tub' })
  await page.settled()
  return page
}
const pick = async (page: OpenPage, tag: string) => {
  const list = screen.getByRole('list', { name: 'Meals that are due' })
  await page.user.click(within(list).getByRole('button', { name: new RegExp(`^${tag} `) }))
  await waitFor(() => expect(card().textContent).toContain(tag))
}
const written = (page: OpenPage) =>
  page.sent('/api/entries').flatMap((call) => call.body.entries as Record<string, unknown>[])

describe('tonight’s meals', () => {
  test('each with its prey and size, and what to thaw for all of them', async () => {
    await meals()
    expect(due()).toEqual(expect.arrayContaining(['Y1', 'Y2', 'Y3', 'Y4']))
    const bring = screen.getByRole('article', { name: 'To bring' })
    expect(bring.textContent).toMatch(/pinky mouse/)
    expect(bring.textContent).toMatch(/1fuzzy mouse.*1 animal/)
  })

  test('what was offered is in the tub: it is not thawed twice, and it waits to be looked at again', async () => {
    const page = await meals()
    await pick(page, 'Y2')
    await pressKeys(page, 'o')
    await waitFor(() => expect(written(page)).toHaveLength(1))
    expect(written(page)[0]).toMatchObject({
      kind: 'meal',
      payload: { outcome: 'offered', prey: 'fuzzy mouse' },
    })
    expect(await screen.findByText(/^1 offered and to be looked at again/)).toBeTruthy()
    await waitFor(() =>
      expect(screen.getByRole('article', { name: 'To bring' }).textContent).not.toContain('fuzzy mouse'),
    )
    await pick(page, 'Y2')
    await pressKeys(page, 'a')
    await waitFor(() => expect(due()).not.toContain('Y2'))
  })

  test('one that will not eat: what was tried, what comes next, and that it was tried is written with the outcome', async () => {
    const page = await meals()
    await pick(page, 'Y1')
    expect(card().textContent).toMatch(/Tried: washed pinky/)
    expect(card().textContent).toMatch(/Try plain thawed pinky/)
    await pressKeys(page, 'r')
    await waitFor(() => expect(written(page)).toHaveLength(1))
    expect(written(page)[0]).toMatchObject({
      subject: { id: pages.of.stubborn },
      payload: { outcome: 'refused', trick: 'plain thawed pinky' },
    })
  })

  test('a tub that two share: who did not eat is marked, and both are written at once', async () => {
    const page = await meals()
    await pick(page, 'Y3')
    const who = screen.getByRole('region', { name: 'Who of them ate' })
    expect(who.textContent).toContain('2 share this tub: 2 ate')
    await pressKeys(page, '2')
    expect(who.textContent).toContain('2 share this tub: 1 ate')
    await pressKeys(page, '{Enter}')
    await waitFor(() => expect(written(page)).toHaveLength(2))
    expect(
      Object.fromEntries(
        written(page).map((e) => [
          (e.subject as { id: string }).id,
          (e.payload as { outcome: string }).outcome,
        ]),
      ),
    ).toEqual({ [pages.of.bold]: 'taken', [pages.of.shy]: 'refused' })
  })

  test('a viewer sees what is due and is offered no key', async () => {
    await pages.open('/rearing/meals', 'viewer')
    await screen.findByRole('heading', { name: /^Meals: / })
    expect(screen.queryByRole('button', { name: /ate$/ })).toBeNull()
  })
})

describe('first meals', () => {
  test('who has not eaten, since when, and what to try next', async () => {
    await pages.open('/rearing/first-meals')
    const row = (await screen.findByRole('link', { name: 'Y1' })).closest('li')!
    expect(row.textContent).toMatch(/day 40, \d offers/)
    expect(row.textContent).toMatch(/Next: .+, .*on the ladder/)
    expect(row.textContent).toContain('tried washed pinky')
  })
})

describe('sexing', () => {
  const reading = () => screen.getByRole('article', { name: 'Reading' })
  const open = async () => {
    const page = await pages.open('/rearing/sexing', 'keeper')
    await screen.findByRole('article', { name: 'Reading' })
    return page
  }
  const at = () => within(reading()).getAllByText(/^G\d$/)[0]!.textContent

  test('one after the other, each once, and never a word of what was read', async () => {
    const page = await open()
    const all = screen.getByRole('list', { name: 'To be read' })
    const count = within(all).getAllByRole('button').length
    const seen: string[] = []
    for (let i = 0; i < count; i++) {
      seen.push(at())
      await pressKeys(page, i === 0 ? 'm' : 'f')
    }
    expect(new Set(seen).size).toBe(count)
    await waitFor(() => expect(written(page)).toHaveLength(count))
    expect(main()).not.toMatch(/\bfemale, |\d of \d say/)
    expect(await screen.findByText(/^You have read all of them\./)).toBeTruthy()
    expect(screen.queryByRole('article', { name: 'Reading' })).toBeNull()
  })

  test('whoever is shown the readings reads no more', async () => {
    const page = await open()
    const tag = at()
    await page.user.click(screen.getByRole('button', { name: 'show the readings' }))
    expect(await screen.findByRole('table', { name: 'Readings' })).toBeTruthy()
    await page.settled()
    await waitFor(() => expect(reading().textContent).toContain('You cannot read it blind any more'))
    const before = page.sent('/api/entries').length
    await pressKeys(page, 'f')
    expect(page.sent('/api/entries')).toHaveLength(before)
    expect(at()).toBe(tag)
  })
})

test('the ladder: a step for each stage with its gate, and one sheet for each of the young', async () => {
  const page = await pages.open('/rearing')
  expect(await screen.findByRole('heading', { name: /^The ladder: 7 young/ })).toBeTruthy()
  await page.user.click(screen.getByRole('button', { name: /^Y1 / }))
  const sheet = await screen.findByRole('dialog')
  expect(page.address()).toBe(`/rearing/${pages.of.stubborn}`)
  await waitFor(() => expect(sheet.textContent).toMatch(/Missing: .+/))
  // Without a tub nothing is said of one.
  expect(sheet.textContent).toMatch(/^Y1 corn snake, not sexed, 40 days(?! ·)/)
  expect(sheet.textContent).toMatch(/To leave/)
})

describe('in a book without young', () => {
  const none = pagesOf(emptyBook)
  test('where nobody was offered food, nobody is said to have eaten', async () => {
    await none.open('/rearing/first-meals')
    expect(await screen.findByText('No young animal has been offered food yet.')).toBeTruthy()
    expect(main()).not.toContain('have eaten on their own')
  })

  test.each([
    ['/rearing', /^No young animal is being raised/],
    ['/rearing/meals', /^No meal is due/],
    ['/rearing/sexing', /^No animal can be read now/],
    ['/rearing/holdbacks', /^Siblings that hatched here are compared here/],
  ])('%s says what would stand there', async (address, says) => {
    await none.open(address)
    expect(await screen.findByText(says)).toBeTruthy()
  })
})
