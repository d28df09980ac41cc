import './dom'
import { screen, waitFor, within } from '@testing-library/react'
import {
  addAnimal,
  entered,
  entry,
  noon,
  type TestBook,
  type TestServer,
} from '../../apps/server/test/support'
import { choose, pagesOf } from './opened'

/*
 * The room by the door: who may leave and who may not yet, who has reserved whom, what is asked for them, who waits, and what was given out.
 */
const GROWN = ['2026-04-20', '2026-04-26', '2026-05-02', '2026-05-08', '2026-05-14']

/** A young corn snake; one that is grown has all its gates open. */
async function young(book: TestBook, tag: string, isGrown: boolean): Promise<string> {
  const id = await addAnimal(book, {
    ...{ tag, sexCertainty: 0.99, purpose: 'growing on', line: 'Lamplight', grams: isGrown ? 14 : null },
    hatched: { date: isGrown ? '2026-02-01' : '2026-05-01', precision: 'day' },
  })
  if (!isGrown) return id
  await entered(book, [
    ...['2026-02-10', '2026-03-25'].map((day) => entry('shed', 'animal', id, { whole: true }, noon(day))),
    ...GROWN.map((day) => entry('meal', 'animal', id, { outcome: 'taken', prey: 'fuzzy mouse' }, noon(day))),
  ])
  return id
}
const pages = pagesOf(async (server: TestServer) => {
  const book = await server.openBook('At the door')
  const ids = {
    grown: await young(book, 'G1', true),
    other: await young(book, 'G2', true),
    early: await young(book, 'E1', false),
    promised: await young(book, 'E2', false),
  }
  return { book, ...ids }
})

/** The part of the page under a heading, up to the next. */
const under = async (heading: RegExp): Promise<HTMLElement> => {
  const found = await screen.findByRole('heading', { name: heading })
  const list = found.nextElementSibling
  if (!(list instanceof HTMLElement)) throw new Error(`nothing under ${found.textContent}`)
  return list
}
const tags = (list: HTMLElement) => [...list.querySelectorAll('.tag')].map((tag) => tag.textContent)
const button = (name: string | RegExp) => screen.findByRole('button', { name })

test('who may leave stands apart from who may not yet, each with what is missing', async () => {
  await pages.open('/leaving')
  expect(tags(await under(/^May leave now \(2\)/))).toEqual(['G1', 'G2'])
  const soon = await under(/^Not yet \(2\)/)
  expect(tags(soon)).toEqual(['E1', 'E2'])
  for (const row of within(soon).getAllByRole('listitem'))
    expect(row.textContent).toMatch(
      /^E\d age: \d+ of 45 days, 0 of 5 meals taken in a row, weight: not known/,
    )
})

test('one that is listed moves to the list, and can be sold from there', async () => {
  const { user, settled } = await pages.open('/leaving')
  await user.click(await button('list G2'))
  const form = await screen.findByRole('form', { name: 'List G2' })
  await user.click(within(form).getByRole('button', { name: 'List it' }))
  await settled()
  expect(tags(await under(/^Listed \(1\)/))).toEqual(['G2'])
  expect(tags(await under(/^May leave now \(1\)/))).toEqual(['G1'])
  expect(screen.queryByRole('button', { name: 'list G2' })).toBeNull()
  expect(await button('sell G2')).toBeTruthy()
})

test('one that is not ready is reserved all the same; it is seen so where it stands, and freed again', async () => {
  const { user, sent, settled } = await pages.open('/leaving')
  await user.click(await button('reserve E2'))
  const form = await screen.findByRole('form', { name: 'Reserve E2' })
  await user.click(within(form).getByRole('button', { name: 'Reserve animal' }))
  await within(form).findByText('write who it is reserved for')
  expect(sent()).toEqual([])
  await user.type(within(form).getByLabelText('Buyer'), 'Ines of the mill')
  await user.clear(within(form).getByLabelText('Price'))
  await user.type(within(form).getByLabelText('Price'), '40')
  await user.click(within(form).getByRole('button', { name: 'Reserve animal' }))
  await settled()
  // Somebody who was not in the book is written down on the way.
  expect(sent('/api/contacts')).toMatchObject([{ status: 200, body: { name: 'Ines of the mill' } }])
  expect(sent('/api/entries')).toMatchObject([
    { status: 200, body: { entries: [{ kind: 'reserved', payload: { price: 40, deposit: 0 } }] } },
  ])
  const soon = await under(/^Not yet \(2\)/)
  expect(await within(soon).findByText('reserved for Ines of the mill')).toBeTruthy()
  await user.click(await button('cancel reservation of E2'))
  await settled()
  expect(screen.queryByText(/^reserved for/)).toBeNull()
  expect(await button('reserve E2')).toBeTruthy()
})

test('a keeper says why one may leave all the same: it stands with those that may, until that is withdrawn', async () => {
  const { user, sent, settled } = await pages.open('/leaving')
  await user.click(await button('why E1 may not leave yet'))
  const sheet = await screen.findByRole('dialog')
  expect(await within(sheet).findByText('Not yet.')).toBeTruthy()
  await user.click(within(sheet).getByRole('button', { name: 'Overrule' }))
  const form = await within(sheet).findByRole('form', { name: 'Overrule' })
  await user.click(within(form).getByRole('button', { name: 'Overrule' }))
  await within(form).findByText('Give a reason. It is saved in the log with the verdict.')
  expect(sent()).toEqual([])
  await user.type(within(form).getByLabelText('Why'), 'to a friend who knows')
  await user.click(within(form).getByRole('button', { name: 'Overrule' }))
  await settled()
  expect(await within(sheet).findByText('It may leave.')).toBeTruthy()
  expect(sheet.textContent).toContain('to a friend who knows')
  // What is missing is still told: it only no longer stands in the way.
  expect(sheet.textContent).toMatch(/meals taken in a row/)
  expect(tags(await under(/^May leave now/))).toContain('E1')
  expect(screen.getByText(/^overruled by .*: to a friend who knows$/)).toBeTruthy()
  await user.click(within(sheet).getByRole('button', { name: 'withdraw the decision' }))
  await settled()
  expect(await within(sheet).findByText('Not yet.')).toBeTruthy()
  expect(tags(await under(/^Not yet/))).toContain('E1')
})

test('a helper sees all that and decides nothing of it', async () => {
  await pages.open('/leaving', 'helper')
  await under(/^Not yet/)
  expect(screen.queryByRole('button', { name: /^(list|sell|reserve|cancel)/ })).toBeNull()
  expect(screen.queryByRole('link', { name: 'Prices' })).toBeNull()
})

test('the price list: a species and a price are wanted, a line is there once, changed where it stands, and taken off', async () => {
  const { user, sent, settled } = await pages.open('/leaving/prices')
  const form = await screen.findByRole('form', { name: 'New price' })
  const add = () => user.click(within(form).getByRole('button', { name: 'Add to the list' }))
  await add()
  for (const wanted of ['Choose a species', 'Write a price'])
    expect(await within(form).findByText(wanted)).toBeTruthy()
  expect(sent()).toEqual([])
  await choose(user, 'Species', 'corn snake')
  await user.type(within(form).getByLabelText('Line'), 'Lamplight')
  await user.type(within(form).getByLabelText('Price'), '80')
  await add()
  await settled()
  const table = await screen.findByRole('table', { name: 'Price list' })
  expect(within(table).getAllByRole('row')).toHaveLength(2)
  await user.type(within(form).getByLabelText('Price'), '90')
  await add()
  await settled()
  expect(await screen.findByText(/this line is there already/)).toBeTruthy()
  expect(within(table).getAllByRole('row')).toHaveLength(2)
  const price = within(table).getByRole('spinbutton', { name: /^price of corn snake Lamplight/ })
  await user.clear(price)
  await user.type(price, '95{Enter}')
  await settled()
  expect(sent('/api/prices/').at(-1)).toMatchObject({ status: 200, body: { price: 95 } })
  await user.click(within(table).getByRole('button', { name: /^take off corn snake Lamplight/ }))
  await settled()
  expect(await screen.findByText(/^No price is written down/)).toBeTruthy()
})

test('the waiting list: nobody to begin with; a name is wanted; a wish names who would do, and ends', async () => {
  const { user, sent, settled } = await pages.open('/leaving/waiting')
  await user.click(await button('New contact'))
  const contact = await screen.findByRole('form', { name: 'New contact' })
  await user.click(within(contact).getByRole('button', { name: 'Save contact' }))
  expect(await within(contact).findByText('Write a name')).toBeTruthy()
  expect(sent()).toEqual([])
  await user.type(within(contact).getByLabelText('Name'), 'Tomas at the lock')
  await user.click(within(contact).getByRole('button', { name: 'Save contact' }))
  await settled()
  await user.click(await button('Somebody wants …'))
  const wish = await screen.findByRole('form', { name: 'New wish' })
  await user.click(within(wish).getByRole('button', { name: 'Save wish' }))
  expect(await within(wish).findByText('Choose a species')).toBeTruthy()
  await choose(user, 'Who', 'Tomas at the lock')
  await choose(user, 'Species', 'corn snake')
  await user.type(within(wish).getByLabelText('At most'), '60')
  await user.click(within(wish).getByRole('button', { name: 'Save wish' }))
  await settled()
  const wishes = await screen.findByRole('list', { name: 'Wishes' })
  expect(wishes.textContent).toContain('Tomas at the lock wants corn snake, for at most 60')
  expect(within(wishes).getByText('G1')).toBeTruthy()
  expect(within(wishes).queryByText('E1')).toBeNull()
  await user.click(await button('end it: the wish of Tomas at the lock'))
  await settled()
  await waitFor(() => expect(screen.queryByText(/^would do/)).toBeNull())
  expect(screen.getByRole('heading', { name: 'Waiting list: 0 requests' })).toBeTruthy()
})

test('an address is given out, shown once, and withdrawn', async () => {
  const { user, settled } = await pages.open('/leaving/links')
  expect(await screen.findByText('No address was given out.')).toBeTruthy()
  await user.click(await button('A calendar for a phone'))
  await settled()
  const link = await screen.findByTestId('made-link')
  const path = new URL(link.textContent).pathname
  expect((await pages.server.app.inject(path)).statusCode).toBe(200)
  const links = await screen.findByRole('list', { name: 'Links' })
  await user.click(within(links).getByRole('button', { name: /withdraw/ }))
  await settled()
  expect(await within(links).findByText('withdrawn')).toBeTruthy()
  expect((await pages.server.app.inject(path)).statusCode).toBe(404)
})

test('what is sold stands in the register and among the sold, and comes back from there', async () => {
  const { user, goTo, settled } = await pages.open('/leaving')
  await user.click(await button('sell G1'))
  const form = await screen.findByRole('form', { name: 'Sell G1' })
  await user.type(within(form).getByLabelText('Buyer'), 'Linnet and Fife')
  await user.click(within(form).getByRole('button', { name: 'Sell' }))
  await settled()
  await goTo('/leaving/register')
  const movements = await screen.findByRole('table', { name: 'Movements' })
  const row = within(movements).getByRole('row', { name: /sold G1/ })
  expect(row.textContent).toContain('Linnet and Fife')
  await goTo('/leaving')
  expect(tags(await under(/^Sold \(1\)/))).toEqual(['G1'])
})
