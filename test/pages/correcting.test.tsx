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
const correct = async (what: RegExp, as: 'keeper' | 'helper' = 'keeper') => {
  const page = await pages.open(`/animals/${pages.of.id}`, as)
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

test('a helper corrects only what they wrote: the form says so and keeps what was typed', async () => {
  const { page, dialog, save } = await correct(/^correct: weighed/, 'helper')
  const weight = within(dialog).getByLabelText<HTMLInputElement>('Weight, oz')
  await page.user.clear(weight)
  await page.user.type(weight, '15')
  await save()
  expect(
    await within(dialog).findByText(/A helper strikes out only what they wrote; ask a keeper/),
  ).toBeTruthy()
  expect(weight.value).toBe('15')
  expect((await row()).grams).toBe(420)
})

test('where this device wrote nothing that could be taken back, it says where it can be found', async () => {
  const page = await pages.open(`/animals/${pages.of.id}`, 'keeper')
  await screen.findByRole('heading', { name: 'Log' })
  await page.user.keyboard('{Control>}z{/Control}')
  await page.user.click(await screen.findByRole('button', { name: 'find the entry in the log' }))
  await waitFor(() => expect(page.address()).toBe('/log'))
})
