import './dom'
import { newId, type EntryInput } from '@hatch-book/contract'
import { screen, waitFor, within } from '@testing-library/react'
import { addAnimal, entry, noon, write, type TestServer } from '../../apps/server/test/support'
import { pagesOf, type OpenPage } from './opened'

/* Sizes, one animal after the other; what they were from day to day; and a tub that was outgrown. */
const pages = pagesOf(async (server: TestServer) => {
  const book = await server.openBook('Measured')
  const snake = await addAnimal(book, { tag: 'C1' })
  const young = await addAnimal(book, { tag: 'C2' })
  await addAnimal(book, { tag: 'C3' })
  await write(book, [
    entry('measured', 'animal', snake, { lengthMm: 700 }, noon('2026-01-10')),
    entry('measured', 'animal', snake, { lengthMm: 760 }, noon('2026-04-10')),
  ])
  return { book, snake, young }
})
const written = async (page: OpenPage, calls: number) => {
  await waitFor(() => expect(page.sent('/api/entries')).toHaveLength(calls))
  return page.sent('/api/entries').flatMap((c) => c.body.entries as EntryInput[])
}

test('a length is typed, Enter keeps it and goes on; what is no length is said there and nothing is sent', async () => {
  const page = await pages.open('/growth/measure')
  const first = await screen.findByLabelText('Total length of C1, mm')
  await page.user.type(first, 'long{Enter}')
  expect((await screen.findByRole('alert')).textContent).toBeTruthy()
  expect(page.sent()).toEqual([])
  await page.user.clear(first)
  await page.user.type(first, '812{Enter}')
  expect(await written(page, 1)).toMatchObject([{ kind: 'measured', payload: { lengthMm: 812 } }])
  await waitFor(() => expect(document.activeElement).toBe(screen.getByLabelText('Total length of C2, mm')))
  // Nothing is typed for C2: Enter leaves it out.
  await page.user.keyboard('{Enter}')
  await page.user.type(screen.getByLabelText('Total length of C3, mm'), '81 cm{Enter}')
  expect((await written(page, 2))[1]).toMatchObject({ payload: { lengthMm: 810 } })
  expect(screen.getByRole('main').textContent).toContain('812 mm long')
})

test('a length whose field is left without Enter is saved too, once', async () => {
  const page = await pages.open('/growth/measure')
  await page.user.type(await screen.findByLabelText('Total length of C3, mm'), '820')
  await page.user.click(screen.getByLabelText('Who'))
  expect(await written(page, 1)).toMatchObject([{ payload: { lengthMm: 820 } }])
})

test('what fits the word is listed, by what is written of it', async () => {
  const page = await pages.open('/growth/measure')
  await page.user.type(await screen.findByLabelText('Who'), 'c2')
  await waitFor(() => expect(screen.getAllByLabelText(/^Total length of/)).toHaveLength(1))
  await page.user.type(screen.getByLabelText('Who'), 'xx')
  expect(await screen.findByText('No animal here matches ‘c2xx’.')).toBeTruthy()
})

test('its page draws a length from day to day, with its figures', async () => {
  await pages.open(`/animals/${pages.of.snake}`)
  const chart = await screen.findByRole('figure', { name: 'Total length from day to day' })
  const rows = within(chart)
    .getAllByRole('listitem')
    .map((li) => li.textContent)
  expect(rows.slice(0, 2)).toEqual(['10 Jan700 mm', '10 Apr760 mm'])
})

test('one that has outgrown its tub is told there, and is not moved into another that is too small', async () => {
  const { book, young } = pages.of
  const rack = newId()
  await book.as.keeper('POST', '/api/racks', {
    ...{ id: rack, name: 'Rack', prefix: 'R', roomId: null, rows: 1, columns: 2 },
    tub: { size: 'drawer', areaM2: 0.4, litres: 30, most: 1 },
  })
  const places = (await book.as.keeper('GET', '/api/places')).body.places as { id: string; name: string }[]
  const tub = (name: string) => places.find((p) => p.name === name)!.id
  await write(book, [
    entry('measured', 'animal', young, { lengthMm: 1000 }),
    entry('moved', 'animal', young, { placeId: tub('R1') }),
  ])
  const { status } = await book.as.keeper('POST', `/api/protocols/${book.protocols.CS}/editions`, {
    ...{ scope: 'animal', of: young, basedOn: 0 },
    settings: { schools: {}, figures: floorForEachStage(1) },
  })
  expect(status).toBe(200)
  const move = await book.as.keeper('GET', `/api/moves?animalId=${young}&placeId=${tub('R2')}`)
  expect(move.body.faults).toContainEqual(
    'this tub (drawer) has 0.4 m² of floor; this animal (1000 mm long) needs 0.5 m²',
  )
  await pages.open('/places')
  expect((await screen.findByRole('article', { name: 'The tub' })).textContent).toContain(
    'C2: this tub (drawer) has 0.4 m² of floor; this animal (1000 mm long) needs 0.5 m²',
  )
})

const floorForEachStage = (value: number) =>
  Object.fromEntries(
    [1, 2, 3, 4, 5, 6].map((n) => [`stage.${n}.floorBodies`, { value, low: null, high: null }]),
  )
