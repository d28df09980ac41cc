import './dom'
import { newId } from '@hatch-book/contract'
import { act, screen, waitFor, within } from '@testing-library/react'
import { addAnimal, entry, noon, write, type TestServer } from '../../apps/server/test/support'
import { pagesOf } from './opened'

/*
 * Tonight's round, as it is walked with one hand on the keys: what each press writes, what it settles, and what is taken back. The signal goes and
 * comes meanwhile.
 */

/** Six that are hungry, each in a tub of its own, in the order of the tubs. */
const TAGS = ['R1', 'R2', 'R3', 'R4', 'R5', 'R6']
const rackOfSix = async (server: TestServer) => {
  const book = await server.openBook('Round')
  const ids: string[] = []
  for (const tag of TAGS) {
    const placeId = newId()
    await book.as.keeper('POST', '/api/places', { id: placeId, kind: 'tub', name: `T${tag.slice(1)}` })
    const id = await addAnimal(book, { tag, placeId })
    await write(book, [
      entry('meal', 'animal', id, { outcome: 'taken' }, noon('2026-04-20')),
      entry('weighed', 'animal', id, { grams: 420, context: 'empty', condition: 3 }, noon('2026-05-18')),
      entry('checked', 'animal', id, { check: 'Routine check', looked: ['eyes'] }, noon('2026-05-18')),
      entry('water changed', 'place', placeId, {}, noon('2026-05-19')),
    ])
    ids.push(id)
  }
  return { book, ids }
}
const pages = pagesOf(rackOfSix)

const card = () => screen.findByRole('article')
const shown = async () => (await card()).textContent ?? ''
const progress = () =>
  Number(screen.getByRole('progressbar', { name: 'Round' }).getAttribute('aria-valuenow'))
/** The key that settles what is in front in the usual way. */
const usualKey = async () => {
  const key = (await card()).querySelector('.keys .main kbd')!.textContent!.trim()
  return key === 'Space' ? ' ' : key.toLowerCase()
}
/** As fast as a hand; what is faster is a scanner. */
const pause = () => new Promise((resolve) => setTimeout(resolve, 150))

async function walk() {
  const page = await pages.open('/round', 'keeper')
  await screen.findByRole('progressbar', { name: 'Round' })
  const press = async (...keys: string[]) => {
    for (const key of keys) {
      await page.user.keyboard(key)
      await act(pause)
    }
  }
  return { ...page, press, writes: () => page.sent('/api/entries') }
}
/** What stands in the log of an animal, the last first. */
const logOf = async (id: string) =>
  (await pages.of.book.as.keeper('GET', `/api/animals/${id}`)).body.entries as {
    kind: string
    struckBy: object | null
    payload: Record<string, unknown>
  }[]

test('the first in the order of the tubs stands in front, and each press settles one and brings the next', async () => {
  const { press, writes } = await walk()
  expect(await shown()).toContain('R1')
  const before = progress()
  await press(await usualKey())
  await waitFor(() => expect(writes()).toMatchObject([{ status: 200 }]))
  const { entries } = writes()[0]!.body
  expect(entries).toMatchObject([
    { kind: 'meal', subject: { id: pages.of.ids[0] }, payload: { outcome: 'taken' } },
  ])
  expect(progress()).toBe(before + 1)
  expect(await shown()).toContain('R2')
})

test('what was pressed last is taken back with Z, comes to the front again, and is struck out and not lost', async () => {
  const { press, writes } = await walk()
  expect(await shown()).toContain('R2')
  const before = progress()
  await press(await usualKey())
  await waitFor(() => expect(progress()).toBe(before + 1))
  await press('z')
  await waitFor(() => expect(writes().map((w) => w.body.entries[0].kind)).toEqual(['meal', 'struck']))
  await waitFor(async () => expect(await shown()).toContain('R2'))
  expect(progress()).toBe(before)
  const meals = (await logOf(pages.of.ids[1]!)).filter((e) => e.kind === 'meal')
  expect(meals.filter((e) => e.struckBy === null)).toHaveLength(1)
})

test('a weight is typed where one stands, by its figures alone', async () => {
  const { press, user, writes } = await walk()
  await press('4')
  const field = await screen.findByRole('textbox', { name: /weight/i })
  expect(field).toHaveProperty('value', '4')
  await user.type(field, '15{Enter}')
  await waitFor(() =>
    expect(writes()[0]).toMatchObject({
      status: 200,
      body: { entries: [{ kind: 'weighed', subject: { id: pages.of.ids[1] }, payload: { grams: 415 } }] },
    }),
  )
})

test('whoever goes on without doing anything settles nothing', async () => {
  const { press, writes } = await walk()
  const before = progress()
  await press('{ArrowDown}', '{ArrowDown}', '{ArrowUp}')
  expect(writes()).toEqual([])
  expect(progress()).toBe(before)
})

test('with no signal what is pressed waits on the device, is ticked off, and goes once when the signal is back', async () => {
  const { press, writes } = await walk()
  const inFront = await shown()
  const before = progress()
  pages.silent(true)
  await press(await usualKey())
  await waitFor(() => expect(progress()).toBe(before + 1))
  expect(await shown()).not.toBe(inFront)
  expect(writes()).toEqual([])
  pages.silent(false)
  await act(async () => {
    window.dispatchEvent(new Event('online'))
    await pause()
  })
  await waitFor(() => expect(writes().filter((w) => w.status === 200)).toHaveLength(1), { timeout: 40_000 })
  const meals = (await logOf(pages.of.ids[1]!)).filter((e) => e.kind === 'meal' && e.struckBy === null)
  expect(meals).toHaveLength(2)
})

test('what the server refuses is in front again with its reason, and is not ticked off', async () => {
  const { press } = await walk()
  const before = progress()
  const tag = /R\d/.exec(await shown())![0]
  const detail = 'This animal left the book meanwhile.'
  pages.answerOnce('POST', '/api/entries', 409, {
    ...{ type: 'urn:hatch-book:gate-closed', title: detail, status: 409, code: 'gate-closed', detail },
    fields: [],
  })
  await press(await usualKey())
  await screen.findByText(detail)
  expect(progress()).toBe(before)
  await waitFor(async () => expect(await shown()).toContain(tag))
})

test('what somebody else settles meanwhile is settled here too, once it is heard of', async () => {
  const first = await walk()
  const tag = /R\d/.exec(await shown())![0]
  const id = pages.of.ids[TAGS.indexOf(tag)]!
  await write(pages.of.book, [entry('meal', 'animal', id, { outcome: 'taken' })])
  first.leave()
  await walk()
  expect(within(await card()).queryByText(tag)).toBeNull()
})

test('who may only look is offered no key', async () => {
  await pages.open('/round', 'viewer')
  await screen.findByRole('progressbar', { name: 'Round' })
  expect((await card()).querySelectorAll('.keys button')).toHaveLength(0)
})

test('whoever is quicker than the line takes back what they did, and not what they did before', async () => {
  const { press, user, writes } = await walk()
  const before = writes().length
  await press('r')
  const second = await shown()
  await user.keyboard('r')
  // It is still on its way.
  await user.keyboard('z')
  await waitFor(() => expect(writes()).toHaveLength(before + 3))
  const [done, slip, struck] = writes()
    .slice(before)
    .map((c) => (c.body.entries as { id: string; kind: string; strikes?: string }[])[0]!)
  expect([struck!.kind, struck!.strikes]).toEqual(['struck', slip!.id])
  expect(done!.id).not.toBe(slip!.id)
  await waitFor(async () => expect(await shown()).toBe(second))
})
