import './dom'
import { act, fireEvent, screen, waitFor, within } from '@testing-library/react'
import { newId, type EntryInput } from '@hatch-book/contract'
import { openWholeBook } from '../../apps/server/test/wholeBook'
import { pagesOf, pressKeys, type OpenPage } from './opened'

/*
 * The slate: lines as one writes them on a card. What is understood is said while one types; what cannot be read is never written and never lost;
 * and what stands on it is its writer's alone.
 */
const pages = pagesOf(async (server) => {
  const whole = await openWholeBook(server, 'Slate')
  // Where the next clutch may lie.
  const box = {
    id: newId(),
    kind: 'box',
    name: 'Box 3',
    parentId: whole.incubator,
    grid: { rows: 4, columns: 4 },
  }
  const { status, body } = await whole.book.as.keeper('POST', '/api/places', box)
  if (status !== 200) throw new Error(JSON.stringify(body))
  return whole
})
const slate = () => screen.findByRole('region', { name: 'Slate' })
const field = async () => within(await slate()).getByLabelText<HTMLTextAreaElement>('Write as on a card')
/** @param keep what stands there from before stays */
const opened = async (as: 'owner' | 'helper' = 'owner', keep = false) => {
  const page = await pages.open('/animals', as)
  await screen.findByRole('heading', { level: 1, name: /animals/ })
  await pressKeys(page, '/')
  if (!keep) await page.user.clear(await field())
  return page
}
const line = (text: string) => text.replaceAll('\n', '{Shift>}{Enter}{/Shift}')
const written = async (page: OpenPage, calls = 1) => {
  await waitFor(() => expect(page.sent('/api/entries')).toHaveLength(calls))
  return page
    .sent('/api/entries')
    .flatMap((c) => (c.body.entries as EntryInput[]).map((e) => [e.kind, e.payload]))
}
const understood = async () => within(await slate()).getByRole('status').textContent

test('what is understood is said while one types, and written by Enter, all of it at once', async () => {
  const page = await opened()
  await page.user.type(await field(), line('f1 431g, ate 1 hopper mouse\nm1 refused'))
  await waitFor(async () => expect(await understood()).toMatch(/431 g/))
  expect(await understood()).toMatch(/Enter writes 2 lines/)
  await page.user.keyboard('{Enter}')
  expect((await written(page)).map(([kind]) => kind)).toEqual(['weighed', 'meal', 'meal'])
  await waitFor(() => expect(screen.queryByRole('region', { name: 'Slate' })).toBeNull())
})

test('a line that cannot be read stays, and the others are written', async () => {
  const page = await opened()
  await page.user.type(await field(), line('f1 in shed\nf1 flew away\nq99 ate'))
  await waitFor(async () => expect(await understood()).toMatch(/Enter writes it/))
  await page.user.keyboard('{Enter}')
  expect(await written(page)).toHaveLength(1)
  await waitFor(async () => expect((await field()).value).toBe('f1 flew away\nq99 ate'))
  await page.user.keyboard('{Enter}')
  await page.settled()
  expect(page.sent('/api/entries')).toHaveLength(1)
})

test('a species stands for all of it that live here', async () => {
  const page = await opened()
  await page.user.type(await field(), 'corn snakes droppings')
  await waitFor(async () => expect(await understood()).toMatch(/F1 droppings\. .*M1 droppings/))
  await page.user.keyboard('{Enter}')
  const kinds = (await written(page)).map(([kind]) => kind)
  expect(kinds.length).toBeGreaterThan(1)
  expect(new Set(kinds)).toEqual(new Set(['droppings']))
})

test('what is put aside is there again when it is opened anew', async () => {
  const page = await opened()
  await page.user.type(await field(), 'f1 99')
  await page.user.keyboard('{Escape}')
  await waitFor(() => expect(screen.queryByRole('region', { name: 'Slate' })).toBeNull())
  await pressKeys(page, '/')
  expect((await field()).value).toBe('f1 99')
})

test('what one member put aside is not on the slate of another who takes the same device', async () => {
  const page = await opened('owner')
  await page.user.type(await field(), 'f1 refused')
  await page.user.keyboard('{Escape}')
  page.leave()
  const other = await opened('helper', true)
  expect((await field()).value).toBe('')
  other.leave()
  await opened('owner', true)
  expect((await field()).value).toBe('f1 refused')
})

test('what is typed while the last lines are under way is still there', async () => {
  const page = await opened()
  await page.user.type(await field(), 'f1 refused')
  await waitFor(async () => expect(await understood()).toMatch(/Enter writes it/))
  // One hand: Enter, and on it goes, before any answer can have come.
  const there = await field()
  act(() => void fireEvent.keyDown(there, { key: 'Enter' }))
  act(() => void fireEvent.change(there, { target: { value: 'f1 refused\nm1 refused' } }))
  await written(page)
  await page.settled()
  const now = await field().catch(() => null)
  expect(now?.value.trim()).toBe('m1 refused')
})

test('what the server does not take is said, and stands there as it was', async () => {
  const page = await opened()
  pages.refuseAll({ detail: 'She was sold this morning.' })
  await page.user.type(await field(), 'f1 refused')
  await waitFor(async () => expect(await understood()).toMatch(/Enter writes it/))
  await page.user.keyboard('{Enter}')
  expect(await screen.findByText(/She was sold this morning\./)).toBeTruthy()
  expect((await field()).value).toBe('f1 refused')
})

test('a clutch goes from the slate into the book, with its eggs', async () => {
  const page = await opened()
  await page.user.type(await field(), 'f1 laid 12')
  await waitFor(async () => expect(await understood()).toMatch(/F1 laid 12, set in Box 3/))
  await page.user.keyboard('{Enter}')
  await waitFor(() => expect(page.sent().map((c) => c.status)).toEqual([200]))
  const { clutches } = (await pages.of.book.as.keeper('GET', '/api/clutches')).body
  expect((clutches as { waiting: number }[]).some((c) => c.waiting === 12)).toBe(true)
})

test('with no signal it is kept on this device, and goes out when there is one', async () => {
  const page = await opened()
  await page.user.type(await field(), 'm1 shed whole')
  await waitFor(async () => expect(await understood()).toMatch(/Enter writes it/))
  pages.silent(true)
  await page.user.keyboard('{Enter}')
  await waitFor(() => expect(screen.queryByRole('region', { name: 'Slate' })).toBeNull())
  expect(page.sent('/api/entries')).toEqual([])
  expect(document.body.textContent).toMatch(/kept on this device/)
})
