import './dom'
import { screen, waitFor, within } from '@testing-library/react'
import { newId } from '@hatch-book/contract'
import { addAnimal, entered, entry, feed, noon, type TestServer } from '../../apps/server/test/support'
import { pagesOf, pressKeys, type OpenPage } from './opened'

/*
 * One animal after the other on the scale, by typing. What is typed never comes to stand at another animal than the one that was meant.
 */
const pages = pagesOf(async (server: TestServer) => {
  const book = await server.openBook('Scale')
  const ids = {
    ten: await addAnimal(book, { tag: 'W10', grams: null }),
    one: await addAnimal(book, { tag: 'W1', grams: null }),
    two: await addAnimal(book, { tag: 'W2', grams: null }),
    young: await addAnimal(book, {
      ...{ tag: 'Y1', purpose: 'growing on', grams: 12 },
      hatched: { date: '2026-03-01', precision: 'day' },
    }),
    gone: await addAnimal(book, { tag: 'W3' }),
    fed: await addAnimal(book, { tag: 'W4', grams: 430 }),
  }
  await feed(book, ids.fed)
  await entered(book, [
    // Whoever was weighed longest ago comes first: here, the one whose tag begins as another's.
    entry('weighed', 'animal', ids.ten, { grams: 300, context: 'empty' }, noon('2026-05-01')),
    entry('weighed', 'animal', ids.one, { grams: 410, context: 'empty' }, noon('2026-05-10')),
    entry('weighed', 'animal', ids.two, { grams: 520, context: 'empty' }, noon('2026-05-12')),
    entry('died', 'animal', ids.gone, {}, noon('2026-05-11')),
  ])
  return { book, ...ids }
})

const onTheScale = () => document.querySelector('article .tag')?.textContent
const waiting = () =>
  within(screen.getByRole('list', { name: 'Waiting to be weighed' }))
    .queryAllByRole('button')
    .map((b) => b.querySelector('.tag')!.textContent)
const tag = () => screen.getByRole('textbox', { name: 'Tag to weigh' })
/** A button, as soon as there is something that it can do. */
const enabled = async (name: string) => {
  const button = await screen.findByRole('button', { name })
  await waitFor(() => expect(button).toHaveProperty('disabled', false))
  return button
}
async function sitDown(as: 'keeper' | 'helper' | 'viewer' = 'keeper'): Promise<OpenPage> {
  const page = await pages.open('/weigh-in', as)
  await screen.findByRole('heading', { name: 'Weigh-in' })
  await page.settled()
  return page
}
const find = (page: OpenPage, text: string) => page.user.type(tag(), `{Control>}a{/Control}${text}{Enter}`)
async function weigh(page: OpenPage, text: string): Promise<void> {
  const weight = screen.getByRole('textbox', { name: /^Weight/ })
  await page.user.clear(weight)
  if (text) await page.user.type(weight, text)
  await page.user.click(screen.getByRole('button', { name: 'Save weight' }))
}

describe('who is on the scale', () => {
  test('whoever was weighed longest ago is first; who is gone does not wait, and the young wait for their own turn', async () => {
    const { user } = await sitDown()
    expect(waiting()).toEqual(['W10', 'W1', 'W2', 'W4'])
    expect(onTheScale()).toBe('W10')
    await user.click(screen.getByText('young', { exact: true }))
    await waitFor(() => expect(waiting()).toEqual(['Y1']))
    expect(onTheScale()).toBe('Y1')
    await user.click(screen.getByText('all', { exact: true }))
    await waitFor(() => expect(waiting()).toHaveLength(5))
  })

  test('a tag that another begins with is the one that is meant', async () => {
    const page = await sitDown()
    await find(page, 'w1')
    expect(onTheScale()).toBe('W1')
    expect(tag()).toHaveProperty('value', '')
  })

  test('the beginning of one tag is enough, of several it is not', async () => {
    const page = await sitDown()
    await find(page, 'w2')
    expect(onTheScale()).toBe('W2')
    await find(page, 'w')
    expect(await screen.findByRole('alert')).toHaveProperty(
      'textContent',
      "4 tags begin with 'w'. Type the whole tag.",
    )
    expect(onTheScale()).toBe('W2')
    expect(tag()).toHaveProperty('value', 'w')
    await find(page, 'w10')
    expect(onTheScale()).toBe('W10')
    expect(screen.queryByRole('alert')).toBeNull()
  })

  test('while a tag is typed nothing of it comes to stand as a weight', async () => {
    const page = await sitDown()
    await page.user.type(tag(), 'w2')
    expect(onTheScale()).toBe('W10')
    expect(document.activeElement).toBe(tag())
    expect(screen.getByRole('textbox', { name: /^Weight/ })).toHaveProperty('value', '')
    expect(waiting()).toEqual(['W2'])
  })

  test('one that does not wait is found by its whole tag', async () => {
    const page = await sitDown()
    await find(page, 'Y1')
    expect(onTheScale()).toBe('Y1')
  })

  test('a tag that nobody has is said, and nobody is put on the scale in its place', async () => {
    const page = await sitDown()
    const before = onTheScale()
    await find(page, 'Q7')
    expect((await screen.findByRole('alert')).textContent).toBe("No animal has the tag 'Q7'.")
    expect(screen.getByText("No tag in this list begins with 'Q7'.")).toBeTruthy()
    expect(onTheScale()).toBe(before)
  })

  test('one that died is not weighed', async () => {
    const page = await sitDown()
    await find(page, 'W3')
    expect((await screen.findByRole('alert')).textContent).toBe('W3 is no longer here: it died.')
    expect(onTheScale()).not.toBe('W3')
  })

  test('a viewer looks on', async () => {
    await sitDown('viewer')
    expect(await screen.findByText(/A viewer looks on/)).toBeTruthy()
    expect(screen.queryByRole('button', { name: 'Save weight' })).toBeNull()
  })
})

describe('what it weighs', () => {
  test.each([
    ['', 'write the weight'],
    ['0', 'above 0'],
    ['-3', "'-3' is not a weight"],
    ['12 stone', "'12 stone' is not a weight"],
    ['1000000', 'at most 100000'],
  ])("'%s' is no weight, and nothing is written", async (text, says) => {
    const page = await sitDown()
    await weigh(page, text)
    await waitFor(() =>
      expect(document.querySelector('article .ant-form-item-explain')?.textContent).toContain(says),
    )
    expect(page.sent()).toEqual([])
    expect(onTheScale()).toBe('W10')
  })

  test('far more than last time is pointed at before it is saved', async () => {
    const page = await sitDown()
    await page.user.type(screen.getByRole('textbox', { name: /^Weight/ }), '500')
    await waitFor(() =>
      expect(document.querySelector('article')!.textContent).toContain(
        '+200 g since 1 May: look at the scale again',
      ),
    )
  })

  test('it is saved with its belly and condition; the next is on the scale, and what changed is said', async () => {
    const page = await sitDown()
    await page.user.click(screen.getByText('fed', { exact: true }))
    await weigh(page, '280,5')
    await waitFor(() => expect(onTheScale()).toBe('W1'))
    const [call] = page.sent('/api/entries')
    expect(call!.body.entries).toMatchObject([
      { kind: 'weighed', subject: { id: pages.of.ten }, payload: { grams: 280.5, context: 'fed' } },
    ])
    // The belly of the one before is not the belly of the next.
    expect(screen.getByRole('radio', { name: 'empty' })).toHaveProperty('checked', true)
    const sofar = screen.getByRole('heading', { name: /^Weighed in this sitting/ }).parentElement!
    await waitFor(() => expect(sofar.textContent).toContain('−19.5 g'))
    await page.user.click(await enabled('What changed'))
    const main = document.querySelector('main')!
    expect(main.textContent).toContain('1 weighed, not heavier than last time.')
    const lost = within(main).getByRole('heading', { name: 'Lost a twentieth or more' }).nextElementSibling!
    expect(lost.textContent).toMatch(/W10.*−6\.5 %/)
    expect(within(main).getByText('not scored')).toBeTruthy()
  })

  test('what was taken back waits again', async () => {
    const page = await sitDown()
    const [first] = waiting()
    await weigh(page, '305')
    await waitFor(() => expect(onTheScale()).not.toBe(first))
    await page.user.click(await screen.findByRole('button', { name: /^take back the last/ }))
    await waitFor(() => expect(waiting()[0]).toBe(first))
    expect(await screen.findByText('The animals you weigh appear here, with what changed.')).toBeTruthy()
  })

  test('one that was never weighed is neither heavier nor lighter', async () => {
    await addAnimal(pages.of.book, { tag: 'N1', sex: 'male', grams: null })
    const page = await sitDown()
    expect(waiting()[0]).toBe('N1')
    await weigh(page, '300')
    await waitFor(() => expect(onTheScale()).not.toBe('N1'))
    await page.user.click(await enabled('What changed'))
    await waitFor(() =>
      expect(document.querySelector('main')!.textContent).toContain('1 weighed, for the first time.'),
    )
    expect(screen.getByRole('row', { name: /^N1 .*first/ })).toBeTruthy()
  })

  test('while the server does not answer it is kept on this device, and said', async () => {
    const page = await sitDown()
    const first = onTheScale()
    pages.silent(true)
    await weigh(page, '412')
    expect((await screen.findAllByText(/kept on this device/)).length).toBeGreaterThan(0)
    // The next is on the scale all the same.
    await waitFor(() => expect(onTheScale()).not.toBe(first))
    pages.silent(false)
    window.dispatchEvent(new Event('online'))
    await waitFor(() => expect(page.sent('/api/entries')).toHaveLength(1))
  })
})

test('with a scale that says nothing, keys weigh nothing, and it asks for its bridge', async () => {
  const { status } = await pages.of.book.as.owner('POST', '/api/scales', {
    ...{ id: newId(), name: 'Bench', capacityGrams: 2000, stepGrams: 0.1 },
  })
  expect(status).toBe(200)
  const page = await sitDown()
  expect(await screen.findByText('The scale is silent. Is its bridge switched on?')).toBeTruthy()
  // A scanned code is a whole tag: of one that nobody has no other is meant.
  await page.user.keyboard('w9{Enter}')
  expect((await screen.findByRole('alert')).textContent).toBe("No animal has the tag 'w9'.")
  await page.user.keyboard('w2{Enter}')
  expect(onTheScale()).toBe('W2')
  expect(screen.queryByRole('alert')).toBeNull()
  const first = onTheScale()
  await pressKeys(page, '{Enter}', 'f', '3')
  expect(page.sent('/api/entries')).toEqual([])
  expect(onTheScale()).toBe(first)
  // Whoever is not to be weighed now makes room for the next.
  await pressKeys(page, 'n')
  expect(onTheScale()).not.toBe(first)
  await page.user.click(screen.getByText('by typing'))
  expect(await screen.findByRole('button', { name: 'Save weight' })).toBeTruthy()
})
