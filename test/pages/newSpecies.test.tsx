import './dom'
import { newId } from '@hatch-book/contract'
import { screen, waitFor, within } from '@testing-library/react'
import { type TestServer } from '../../apps/server/test/support'
import { choose, pagesOf, type OpenPage } from './opened'

/* A keeper's own species: named, likened to what lives as it does, and told as far as it is known. */
const pages = pagesOf(async (server: TestServer) => {
  const book = await server.openBook('Own species')
  const racer = newId()
  const figures = { 'clutch.count': { value: 9, low: 7, high: 11 }, 'size.young': { value: 5 } }
  const model = { id: racer, species: 'reed racer', latin: '', wayOfLife: 'egg-laying snake', figures }
  const { status, body } = await book.as.keeper('POST', '/api/protocols', model)
  if (status !== 200) throw new Error(JSON.stringify(body))
  return { book, racer }
})

const press = async (page: OpenPage, name: string | RegExp, within_: HTMLElement = document.body) => {
  await page.user.click(await within(within_).findByRole('button', { name }))
  await page.settled()
}
const begin = async (way: RegExp, name = 'dune boa') => {
  const page = await pages.open('/protocols/new')
  await page.user.type(await screen.findByLabelText('Common name'), name)
  await press(page, way)
  return page
}
const run = () => screen.getByRole('complementary', { name: 'Dry run' })
const sent = (page: OpenPage) => page.sent('/api/protocols').at(-1)

test('it is named, its way of life chosen, what is known is told, and its first animal is added to it', async () => {
  const page = await begin(/^live-bearing snakes/)
  // What is not answered is guessed, and says so.
  expect(screen.getAllByText('a guess')).toHaveLength(12)
  expect(screen.getByLabelText('Mating to birth').getAttribute('placeholder')).toBe('3–7.5 months')
  expect(run().textContent).toContain('carrying young (guess)')
  await page.user.type(screen.getByLabelText('Female breeding age'), '3 years')
  await page.user.type(screen.getByLabelText('Female breeding weight'), '310')
  await page.user.type(screen.getByLabelText('Mating to birth'), '5 to 6 months')
  await page.user.type(screen.getByLabelText('Litters a year'), "don't know")
  // Whoever does not know leaves it to the guess.
  await waitFor(() => expect(screen.getAllByText('yours')).toHaveLength(3))
  expect(screen.getAllByText('a guess')).toHaveLength(9)
  // The other answers move what follows from them.
  await waitFor(() => expect(run().textContent).toContain('310 g'))
  expect(run().textContent).toContain('carrying young')
  expect(run().textContent).not.toContain('carrying young (guess)')
  expect(screen.getByLabelText('Adult female weight').getAttribute('placeholder')).toBe('288–598 g')
  await press(page, 'Save and add the first animal')
  await waitFor(() => expect(page.address()).toMatch(/^\/animals\/new\?species=/))
  expect(sent(page)).toMatchObject({
    status: 200,
    body: {
      ...{ species: 'dune boa', wayOfLife: 'live-bearing snake' },
      figures: {
        'readiness.female.ageDays.cautious': { value: 1096 },
        'readiness.female.grams.cautious': { value: 310 },
        'pairing.lockToLaying': { low: 152, high: 183 },
      },
    },
  })
  expect(Object.keys(sent(page)!.body.figures as object)).toHaveLength(3)
  await page.user.type(await screen.findByLabelText('Tag'), 'DB1')
  await press(page, 'Add animal')
  expect(await screen.findByText(/dune boa, not sexed/)).toBeTruthy()
})

test('two weights and two temperatures are turned into figures while it is named; what was not asked for can be taken back', async () => {
  const page = await begin(/^egg-laying snakes/, 'ridge racer')
  const card = (name: string) => within(screen.getByRole('region', { name }))
  const type = (name: string, label: string, text: string) =>
    page.user.type(card(name).getByLabelText(label), text)
  await type('From two temperatures', 'days, days', '73')
  await type('From two temperatures', 'at, °C', '26')
  await type('From two temperatures', 'days of another, days', '60')
  await type('From two temperatures', 'at another, °C', '28')
  // By hand: (73·26 − 60·28) / 13 = 16.77 °C, and 60·(28 − 16.77) = 673.8.
  await press(page, 'Use these figures')
  await type('From two weights', 'weight', '130')
  await type('From two weights', 'age', '2 years')
  await type('From two weights', 'weight later', '300')
  await type('From two weights', 'age then', '3 years')
  await press(page, 'Use this curve')
  await press(page, /^Take back .*inflexion|^Take back .*fastest/i)
  await press(page, 'Save and add the first animal')
  await waitFor(() => expect(page.address()).toMatch(/^\/animals\/new\?species=/))
  const { figures } = sent(page)!.body as { figures: Record<string, { value: number }> }
  expect(figures['thermal.1.thresholdC']).toMatchObject({ value: 16.8 })
  expect(figures['thermal.1.degreeDays']).toMatchObject({ value: 673.8 })
  expect(figures).not.toHaveProperty(['growth.female.Ti'])
  expect(figures['growth.female.k']!.value).toBeGreaterThan(0)
})

test('it may begin as a species of the book, with all that is said of that', async () => {
  const { book, racer: id } = pages.of
  const page = await pages.open('/protocols/new')
  await page.user.type(await screen.findByLabelText('Common name'), 'sedge racer')
  await screen.findByRole('combobox', { name: 'Like a species you keep' })
  await choose(page.user, 'Like a species you keep', 'reed racer')
  expect(await screen.findByText(/Starts from the figures of your reed racer/)).toBeTruthy()
  expect(screen.getByLabelText('Eggs per clutch').getAttribute('placeholder')).toBe('7–11')
  expect(screen.getAllByText('copied').length).toBeGreaterThan(0)
  await page.user.type(screen.getByLabelText('Eggs per clutch'), '12')
  await press(page, 'Save and add the first animal')
  await waitFor(() => expect(sent(page)).toMatchObject({ status: 200, body: { like: id } }))
  const made = (await book.as.viewer('GET', `/api/protocols/${String(sent(page)!.body.id)}`)).body
  expect([made.figures['clutch.count'].value, made.figures['size.young'].value]).toEqual([12, 5])
  expect(made.document.species).toBe('sedge racer')
})

test('nothing is saved without a name and a way of life, and an answer that cannot be read is said where it stands', async () => {
  const page = await pages.open('/protocols/new')
  await press(page, 'Save species')
  expect(await screen.findByText('Enter a name')).toBeTruthy()
  await page.user.type(screen.getByLabelText('Common name'), 'marsh boa')
  await press(page, 'Save species')
  expect(await screen.findByText(/Choose a way of life/)).toBeTruthy()
  await press(page, /^egg-laying snakes/)
  await page.user.type(screen.getByLabelText('Eggs per clutch'), 'many')
  await page.user.type(screen.getByLabelText('Incubation temperature'), '95')
  await press(page, 'Save and add the first animal')
  expect(await screen.findByText("'many' is not a figure")).toBeTruthy()
  expect(await screen.findByText('a temperature lies between -40 °C and 80 °C')).toBeTruthy()
  expect(page.sent('/api/protocols')).toEqual([])
})

test('a species that the book has already is not added once more', async () => {
  const page = await begin(/^egg-laying snakes/, 'Corn Snake')
  await press(page, 'Save and add the first animal')
  expect(await screen.findByText('this species is in the book already')).toBeTruthy()
  expect(page.address()).toBe('/protocols/new')
})

test('a way of life is found by a word of what it is; another may be chosen, and the answers stay', async () => {
  const page = await pages.open('/protocols/new')
  await page.user.type(await screen.findByLabelText('Common name'), 'leaf crab')
  await page.user.type(screen.getByLabelText('Find a way of life'), 'dry months')
  expect(await screen.findAllByRole('button', { name: /^crustaceans/ })).toHaveLength(1)
  expect(screen.queryByRole('button', { name: /^tortoises/ })).toBeNull()
  await page.user.type(screen.getByLabelText('Find a way of life'), ' quokka')
  expect(await screen.findByText('Nothing matches. Try another word.')).toBeTruthy()
  await page.user.clear(screen.getByLabelText('Find a way of life'))
  await press(page, /^crustaceans/)
  await page.user.type(screen.getByLabelText('Temperature'), '26')
  await press(page, 'choose another')
  await press(page, /^stick and leaf insects/)
  expect(screen.getByLabelText<HTMLInputElement>('Temperature').value).toBe('26')
  // Those that are counted begin as a cohort.
  expect(screen.getByRole('button', { name: 'Save and begin a cohort' })).toBeTruthy()
})

test('an animal is of no species until one is chosen, and one that is not listed can be added', async () => {
  const page = await pages.open('/animals/new')
  await page.user.type(await screen.findByLabelText('Tag'), 'Z1')
  await press(page, 'Add animal')
  expect(await screen.findByText('Choose a species')).toBeTruthy()
  expect(page.sent()).toEqual([])
  await choose(page.user, 'Species', 'corn snake')
  await press(page, 'Add animal')
  await waitFor(() => expect(page.address()).toMatch(/^\/animals\/[0-9a-f-]{36}$/))
  page.leave()
  await pages.open('/animals/new')
  expect(
    (await screen.findByRole('link', { name: 'Add a species that is not listed' })).getAttribute('href'),
  ).toBe('/protocols/new')
})

test('one that the library knows is picked by any of its names, and brings its figures along, each said to be the library’s', async () => {
  const page = await pages.open('/protocols/new')
  await page.user.type(await screen.findByLabelText('Common name'), 'ball py')
  const found = await screen.findByRole('group', { name: 'In the library' })
  await press(page, /^royal python/, found)
  expect(screen.getByLabelText<HTMLInputElement>('Common name').value).toBe('royal python')
  expect(screen.getByLabelText<HTMLInputElement>('Latin name (optional)').value).toBe('Python regius')
  expect(screen.getByLabelText('Eggs per clutch').getAttribute('placeholder')).toBe('3–11')
  expect(screen.getAllByText('library').length).toBeGreaterThan(5)
  await page.user.type(screen.getByLabelText('Eggs per clutch'), '5')
  await press(page, 'Save and add the first animal')
  await waitFor(() => expect(page.address()).toMatch(/^\/animals\/new/))
  expect(sent(page)!.body).toMatchObject({
    ...{ species: 'royal python', latin: 'Python regius', wayOfLife: 'egg-laying snake' },
    ...{ library: 'Python regius', figures: { 'clutch.count': { value: 5 } } },
  })
})
