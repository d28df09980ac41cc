import './dom'
import { screen, waitFor, within } from '@testing-library/react'
import { entered, entry, addAnimal, type TestServer } from '../../apps/server/test/support'
import { inOtherUnits, pagesOf } from './opened'

/* What was written wrongly is written otherwise by one gesture wherever the log stands: what it says, and when it was. */

const oneAnimal = async (server: TestServer) => {
  const book = await server.openBook('Slips', {})
  const id = await addAnimal(book, { tag: 'S1', grams: null })
  await entered(book, [
    entry('weighed', 'animal', id, { grams: 4200, context: 'empty' }, '2026-05-18T09:00:00.000Z'),
  ])
  return inOtherUnits({ book, id })
}
const pages = pagesOf(oneAnimal)

const row = async () =>
  (await pages.of.book.as.viewer('GET', '/api/animals')).body.animals.find(
    (a: { tag: string }) => a.tag === 'S1',
  )
const correct = async (what: RegExp) => {
  const page = await pages.open(`/animals/${pages.of.id}`)
  await page.user.click(await screen.findByRole('button', { name: what }))
  const dialog = await screen.findByRole('dialog', { name: 'Correct this entry' })
  return {
    page,
    dialog,
    save: () => page.user.click(within(dialog).getByRole('button', { name: 'Save correction' })),
  }
}

test('a weight that was mistyped is corrected in the units of the book; the old one stays in the log, and what rests on it is worked out anew', async () => {
  const { page, dialog, save } = await correct(/^correct: weighed/)
  const weight = within(dialog).getByLabelText<HTMLInputElement>('Weight, oz')
  expect(weight.value).toBe('148.15')
  await page.user.clear(weight)
  await page.user.type(weight, 'much')
  await save()
  expect(await within(dialog).findByText(/is not a weight/)).toBeTruthy()
  expect(page.sent('/api/entries')).toEqual([])
  await page.user.clear(weight)
  await page.user.type(weight, '420 g')
  await save()
  await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull())
  // Both in one act: nobody is without a weight in between.
  const [sent] = page.sent('/api/entries')
  expect(sent).toMatchObject({
    ...{
      status: 200,
      body: { entries: [{ kind: 'struck' }, { kind: 'weighed', payload: { grams: 420, context: 'empty' } }] },
    },
  })
  expect((await row()).grams).toBe(420)
  expect(await screen.findByText(/struck by .*: corrected/)).toBeTruthy()
})

test('a helper is offered to correct and to strike out what they wrote, and nothing of others', async () => {
  const { book, id } = pages.of
  const own = entry('noted', 'animal', id, { text: 'hides all day' }, '2026-05-19T09:00:00.000Z')
  expect((await book.as.helper('POST', '/api/entries', { entries: [own] })).status).toBe(200)
  await pages.open(`/animals/${id}`, 'helper')
  expect(await screen.findByRole('button', { name: /^strike out: .*hides all day/ })).toBeTruthy()
  expect(screen.getByRole('button', { name: /^correct: .*hides all day/ })).toBeTruthy()
  expect(screen.queryByRole('button', { name: /^(correct|strike out): weighed/ })).toBeNull()
})

describe('what depends on an entry is told before it is touched', () => {
  const told = (dialog: HTMLElement) => within(dialog).findByRole('region', { name: 'What depends on it' })
  const noneSent = (page: { sent(path: string): unknown[] }) => expect(page.sent('/api/entries')).toEqual([])

  test('of a striking: the work that goes, and that which moves', async () => {
    const page = await pages.open(`/animals/${pages.of.id}`)
    await page.user.click(await screen.findByRole('button', { name: /^strike out: weighed/ }))
    const dialog = await screen.findByRole('dialog', { name: 'Strike this entry out?' })
    expect(await within(dialog).findByText(/^\d tasks in the next 30 days change\.$/)).toBeTruthy()
    const follows = (await told(dialog)).textContent
    expect(follows).toMatch(/S1: weigh it.*no longer due/)
    // What only moves is one line, and not one that goes and one that comes.
    expect(follows.match(/routine check/g)).toHaveLength(1)
    noneSent(page)
    expect((await row()).grams).not.toBeNull()
  })

  test('of a correction: nothing while nothing is changed, and each change as it is typed', async () => {
    const { page, dialog } = await correct(/^correct: weighed/)
    const weight = within(dialog).getByLabelText<HTMLInputElement>('Weight, oz')
    await page.settled()
    expect(page.sent('/api/entries/trial')).toEqual([])
    await page.user.clear(weight)
    await page.user.type(weight, '90 g')
    await told(dialog)
    expect(await within(dialog).findByText(/changes?\.$|^Nothing changes/)).toBeTruthy()
    await waitFor(() =>
      expect(page.sent('/api/entries/trial').at(-1)).toMatchObject({
        body: { entries: [{ kind: 'struck' }, { payload: { grams: 90 } }] },
      }),
    )
    noneSent(page)
  })
})

test('where this device wrote nothing that could be taken back, it says where it can be found', async () => {
  const page = await pages.open(`/animals/${pages.of.id}`, 'keeper')
  await screen.findByRole('heading', { name: 'Log' })
  await page.user.keyboard('{Control>}z{/Control}')
  await page.user.click(await screen.findByRole('button', { name: 'find the entry in the log' }))
  await waitFor(() => expect(page.address()).toBe('/log'))
})
