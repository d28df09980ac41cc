import './dom'
import { screen, waitFor, within } from '@testing-library/react'
import { addAnimal, feed, type TestServer } from '../../apps/server/test/support'
import { pagesOf } from './opened'

/*
 * What the server refuses is said where it was pressed, and stays there until something is changed: a word that passes over the view is missed by
 * whoever looks at the animal in their hand.
 */
const pages = pagesOf(async (server: TestServer) => {
  const book = await server.openBook('Refusals')
  const id = await addAnimal(book, { tag: 'S1', purpose: 'for sale' })
  await feed(book, id)
  return { book, id }
})

const DETAIL = 'S1 has a kink in the tail: it goes for at most 27.'
const refuse = (field: string, says: string) =>
  pages.answerOnce('POST', '/api/entries', 422, {
    ...{ type: 'urn:hatch-book:invalid', title: DETAIL, status: 422, code: 'invalid', detail: DETAIL },
    fields: [{ field, says }],
  })

test('of a sale: at the price, with what was written still there; and the same sheet sells it for less', async () => {
  const { user, sent } = await pages.open(`/animals/${pages.of.id}`)
  await user.click(await screen.findByRole('button', { name: /^sell/i }))
  const sheet = await screen.findByRole('dialog')
  await user.clear(within(sheet).getByLabelText('Price'))
  await user.type(within(sheet).getByLabelText('Price'), '500')
  await user.type(within(sheet).getByLabelText('Buyer'), 'Linnet and Fife')
  refuse('price', 'at most 27')
  await user.click(within(sheet).getByRole('button', { name: /^Sold|^Sell/ }))
  await waitFor(() => expect(within(sheet).getByText('at most 27')).toBeTruthy())
  expect(within(sheet).getByLabelText('Buyer')).toHaveProperty('value', 'Linnet and Fife')
  await user.clear(within(sheet).getByLabelText('Price'))
  await user.type(within(sheet).getByLabelText('Price'), '27')
  expect(within(sheet).queryByText('at most 27')).toBeNull()
  await user.click(within(sheet).getByRole('button', { name: /^Sold|^Sell/ }))
  await waitFor(() =>
    expect(sent('/api/entries').at(-1)).toMatchObject({
      body: { entries: [{ kind: 'sold', payload: { price: 27, buyer: 'Linnet and Fife' } }] },
    }),
  )
})

test('of a weight: at the weight', async () => {
  const { user } = await pages.open(`/animals/${pages.of.id}`)
  await user.click(await screen.findByRole('button', { name: /weigh$/ }))
  const form = await screen.findByRole('form', { name: 'Weigh S1' })
  await user.type(within(form).getByLabelText('Weight, g'), '4200')
  refuse('entries.0.payload.grams', 'no corn snake weighs so much')
  await user.click(within(form).getByRole('button', { name: 'Save weight' }))
  await waitFor(() => expect(within(form).getByText('no corn snake weighs so much')).toBeTruthy())
  expect(within(form).getByLabelText('Weight, g')).toHaveProperty('value', '4200')
})
