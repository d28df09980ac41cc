import './dom'
import { newId } from '@hatch-book/contract'
import { screen, waitFor, within } from '@testing-library/react'
import { addAnimal, entry, write, type TestServer } from '../../apps/server/test/support'
import { choose, faultAt, pagesOf } from './opened'

/* What a keeper mixes, and how long the light is on: both begin in a book of one's own, for a species that nobody foresaw. */
const geckos = async (server: TestServer) => {
  const book = await server.openBook('Mash', { withSpecies: false })
  const protocolId = newId()
  await book.as.keeper('POST', '/api/protocols', {
    ...{ id: protocolId, species: 'moss gecko', latin: '', library: null, figures: {} },
    wayOfLife: 'small lizard laying two eggs',
  })
  const rack = newId()
  await book.as.keeper('POST', '/api/racks', {
    ...{ id: rack, name: 'Rack A', prefix: 'A', roomId: null, rows: 1, columns: 2 },
    tub: { size: 'small', areaM2: 0.2, litres: 30, most: 1 },
  })
  const { body } = await book.as.keeper('GET', '/api/places')
  const tub = (body.places as { id: string; name: string }[]).find(({ name }) => name === 'A1')!.id
  await addAnimal(book, { tag: 'G1', protocolId, grams: 40, placeId: tub })
  return { book, rack, protocolId }
}

describe('recipes', () => {
  const pages = pagesOf(geckos)
  const opened = async () => {
    const page = await pages.open('/rearing/recipes')
    await screen.findByRole('heading', { name: 'Recipes' })
    return page
  }

  test('none is there yet, and it says what they are for; what cannot be read is said at its line', async () => {
    const page = await opened()
    expect(await screen.findByText(/^Enter the mixes you make yourself/)).toBeTruthy()
    await page.user.click(screen.getByRole('button', { name: 'New recipe' }))
    const form = await screen.findByRole('form', { name: 'New recipe' })
    await page.user.type(within(form).getByLabelText('Ingredients'), 'papaya')
    await page.user.click(within(form).getByRole('button', { name: 'Save recipe' }))
    await screen.findByText(/give it a name/)
    expect(faultAt('Name')).toMatch(/give it a name/)
    expect(faultAt('Ingredients')).toMatch(/'papaya': put the parts before the ingredient/)
    expect(page.sent()).toEqual([])
  })

  test('it is written as one writes it, scaled to who eats it, made by a key, and due once it is no longer good', async () => {
    const page = await opened()
    await page.user.click(await screen.findByRole('button', { name: 'New recipe' }))
    const form = await screen.findByRole('form', { name: 'New recipe' })
    await page.user.type(within(form).getByLabelText('Name'), 'Insects')
    await page.user.type(within(form).getByLabelText('Ingredients'), '3 papaya{Enter}1 fig / mango')
    await choose(page.user, 'Portion', 'the same for each animal')
    await page.user.type(await within(form).findByLabelText('Each, g'), '2')
    await page.user.click(within(form).getByRole('button', { name: 'Save recipe' }))
    const card = await screen.findByRole('article', { name: 'Recipe Insects' })
    expect(card.textContent).toMatch(/Make 2(?:\.0)? g today: 1 meal for 1 animal, until 22 May\./)
    expect(card.textContent).toMatch(/(?:fig|mango) this week/)
    await page.user.keyboard('m')
    await waitFor(() => expect(page.sent('/api/entries')).toHaveLength(1))
    expect(page.sent('/api/entries')[0]!.body.entries).toMatchObject([
      { kind: 'food made', payload: { grams: 2 } },
    ])
    await waitFor(() => expect(card.textContent).toContain('Made 20 May. Use it by 22 May.'))
    expect(card.textContent).not.toContain('today:')
    await page.user.click(screen.getByRole('button', { name: 'change: Insects' }))
    const again = await screen.findByRole('form', { name: 'Recipe Insects' })
    expect(within(again).getByLabelText('Ingredients')).toHaveProperty('value', '3 papaya\n1 fig / mango')
  })
})

describe('light', () => {
  const pages = pagesOf(async (server: TestServer) => {
    const room = await geckos(server)
    const { status } = await room.book.as.keeper('POST', `/api/protocols/${room.protocolId}/editions`, {
      ...{ scope: 'species', basedOn: 0 },
      settings: { schools: { D13: 'B' }, figures: {} },
    })
    expect(status).toBe(200)
    return room
  })

  test('a timer of a rack is fitted, set in the round to what the day asks for, and by hand to something else', async () => {
    const { book, rack } = pages.of
    await write(book, [entry('equipment fitted', 'place', rack, { equipment: 'Timer', kind: 'timer' })])
    const page = await pages.open('/places')
    const summary = await screen.findByText(/^Equipment and tasks in Rack A/)
    await page.user.click(summary)
    const equipment = await screen.findByRole('region', { name: 'Equipment in Rack A' })
    expect(equipment.textContent).toContain('hours not recorded yet, should be 13 hours today')
    await page.user.click(within(equipment).getByRole('button', { name: 'Set hours' }))
    const form = await screen.findByRole('form', { name: 'Timer of Rack A' })
    const hours = within(form).getByLabelText('Hours of light a day')
    expect(hours).toHaveProperty('value', '13.0')
    await page.user.clear(hours)
    await page.user.type(hours, '11.5')
    await page.user.click(within(form).getByRole('button', { name: 'Save hours' }))
    await waitFor(() =>
      expect(equipment.textContent).toContain('11½ hours of light since 20 May, should be 13 hours today'),
    )
  })

  test('UV light that was chosen is looked for in the tub', async () => {
    await pages.open('/places')
    const card = await screen.findByRole('article', { name: 'The tub' })
    await waitFor(() =>
      expect(card.textContent).toContain('UV index 1 (0.5–1.5), warm side: no UV lamp recorded here'),
    )
  })

  test('whether UV is given is chosen from what can be, on the page of the species', async () => {
    const page = await pages.open(`/protocols/${pages.of.protocolId}?part=light`)
    await screen.findByRole('combobox', { name: 'UV light' })
    await choose(page.user, 'UV light', 'full dose')
    await page.user.click(await screen.findByRole('button', { name: 'Put it in force' }))
    await screen.findByText(/Edition 2 is in force/)
    const { settings } = (await pages.of.book.as.owner('GET', `/api/protocols/${pages.of.protocolId}`))
      .body as { settings: { figures: object } }
    expect(settings.figures).toMatchObject({ 'light.uv': { value: 'full dose' } })
    page.leave()
  })
})
