import './dom'
import { screen, waitFor, within } from '@testing-library/react'
import { addAnimal, entered, entry, noon, type TestServer } from '../../apps/server/test/support'
import { pagesOf } from './opened'

/*
 * What the server refuses is said where it was pressed, and stays there until something is changed: a word that passes over the view is missed by
 * whoever looks at the animal in their hand.
 */
/** A young corn snake whose gates all hold, with a kink in its tail. */
const pages = pagesOf(async (server: TestServer) => {
  const book = await server.openBook('Refusals')
  const id = await addAnimal(book, {
    ...{ tag: 'S1', sexCertainty: 0.99, purpose: 'growing on', grams: 14, line: 'Lamplight' },
    hatched: { date: '2026-02-01', precision: 'day' },
  })
  const meals = ['2026-04-20', '2026-04-26', '2026-05-02', '2026-05-08', '2026-05-14']
  await entered(book, [
    ...['2026-02-10', '2026-03-25'].map((day) => entry('shed', 'animal', id, { whole: true }, noon(day))),
    ...meals.map((day) => entry('meal', 'animal', id, { outcome: 'taken', prey: 'fuzzy mouse' }, noon(day))),
    entry('defect found', 'animal', id, {
      defect: 'kink in the tail',
      grade: 'slight',
      view: 'above',
      x: 0.9,
      y: 0.5,
    }),
  ])
  return { book, id, other: await addAnimal(book, { tag: 'S2' }) }
})

test('of a sale: at the price, with what was written still there; and the same sheet sells it for less', async () => {
  const { user, sent } = await pages.open('/leaving')
  await user.click(await screen.findByRole('button', { name: 'sell S1' }))
  const form = await screen.findByRole('form', { name: 'Sell S1' })
  const [price, buyer] = [within(form).getByLabelText('Price'), within(form).getByLabelText('Buyer')]
  const sell = () => user.click(within(form).getByRole('button', { name: 'Sell' }))
  await sell()
  await within(form).findByText('write who takes it home')
  expect(sent('/api/entries')).toEqual([])
  await user.clear(price)
  await user.type(price, '500')
  await user.type(buyer, 'Linnet and Fife')
  await sell()
  const most = Number(/at most (\d+)/.exec((await within(form).findByText(/^at most \d+$/)).textContent)![1])
  expect(buyer).toHaveProperty('value', 'Linnet and Fife')
  await user.clear(price)
  await user.type(price, String(most))
  await waitFor(() => expect(within(form).queryByText(/^at most/)).toBeNull())
  await sell()
  await waitFor(() =>
    expect(sent('/api/entries').at(-1)).toMatchObject({
      status: 200,
      body: { entries: [{ kind: 'sold', payload: { price: most, buyer: 'Linnet and Fife' } }] },
    }),
  )
})

const DETAIL = 'It cannot be so.'
const refuse = (field: string, says: string) =>
  pages.answerOnce('POST', '/api/entries', 422, {
    ...{ type: 'urn:hatch-book:invalid', title: DETAIL, status: 422, code: 'invalid', detail: DETAIL },
    fields: [{ field, says }],
  })

test('of a weight: at the weight', async () => {
  const { user } = await pages.open(`/animals/${pages.of.other}`)
  await user.click(await screen.findByRole('button', { name: /weigh$/ }))
  const form = await screen.findByRole('form', { name: 'Weigh S2' })
  await user.type(within(form).getByLabelText('Weight, g'), '4200')
  refuse('grams', 'no corn snake weighs so much')
  await user.click(within(form).getByRole('button', { name: 'Save weight' }))
  await waitFor(() => expect(within(form).getByText('no corn snake weighs so much')).toBeTruthy())
  expect(within(form).getByLabelText('Weight, g')).toHaveProperty('value', '4200')
})
