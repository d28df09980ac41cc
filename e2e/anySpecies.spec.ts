import { expect, test, type Page } from '@playwright/test'
import {
  choose,
  idOf,
  listenForComplaints,
  openFirstBook,
  openPage,
  openSeason,
  startForStories,
} from './support'

/*
 * Species that nobody foresaw, each from an empty book in a few minutes: how its kind lives, what its keeper knows, its first animal, and what
 * the book then says of it.
 */
const book = startForStories('--empty')
const MOST_MINUTES = 5

/** The book is opened by the first story, and signed in to by all others. */
async function enter(page: Page): Promise<void> {
  const who = { email: 'imke@odd-room.example', password: 'long enough now' }
  const isOpen = (await page.request.post(`${book.url}/api/sign-in`, { data: who })).ok()
  if (isOpen) return
  await openFirstBook(page, book.url, { book: 'Odd Room', owner: 'Imke', password: who.password })
  await expect(page.getByRole('heading', { name: 'Which species do you keep?' })).toBeVisible()
}

interface Told {
  name: string
  /** Plural of its way of life. */
  way: string
  /** What its keeper knows, by the question. */
  knows: Readonly<Record<string, string>>
  /** What the dry run says of it, drawn while one types. */
  run: readonly (string | RegExp)[]
}

/** A species is made: its name, its way of life, what is known of it. Everything else is guessed, and says so. */
async function make(page: Page, { name, way, knows, run }: Told): Promise<void> {
  await page.goto(`${book.url}/protocols/new`)
  await page.getByLabel('Common name').fill(name)
  await page.getByRole('button', { name: new RegExp(`^${way}`) }).click()
  for (const [question, answer] of Object.entries(knows))
    await page.getByLabel(question, { exact: true }).fill(answer)
  for (const says of run)
    await expect(page.getByRole('complementary', { name: 'Dry run' })).toContainText(says)
  await expect(page.getByText('a guess').first()).toBeVisible()
  await page.getByRole('button', { name: /^Save and / }).click()
}

interface First {
  tag: string
  hatched: string
  sex?: 'female' | 'male'
  grams?: string
  breeds?: true
}
async function addFirst(
  page: Page,
  species: string,
  { tag, hatched, sex = 'female', grams, breeds }: First,
): Promise<void> {
  await page.getByLabel('Tag').fill(tag)
  await page.getByText(sex, { exact: true }).click()
  await page.getByRole('textbox', { name: 'Hatched' }).fill(hatched)
  if (grams) await page.getByLabel('Weight, g').fill(grams)
  if (breeds) await choose(page, 'Purpose', 'breeder')
  await page.getByRole('button', { name: 'Add animal' }).click()
  await expect(page.getByText(`${species}, ${sex}`)).toBeVisible()
}
/** Lines as on a card, written at once. */
async function writeOnSlate(page: Page, ...lines: string[]): Promise<void> {
  await page.keyboard.press('/')
  const slate = page.getByRole('region', { name: 'Slate' })
  await slate.getByRole('textbox').fill(lines.join('\n'))
  // Whom a line names may have been made a moment ago: it is written once it is understood.
  await expect(slate.getByText('✓')).toHaveCount(lines.length)
  await slate.getByRole('textbox').press('Enter')
  await expect(slate).toBeHidden()
}
const openAnimal = async (page: Page, tag: string) =>
  page.goto(`${book.url}/animals/${await idOf(page, tag)}`)

let complaints: string[]
let began: number
test.beforeEach(async ({ page }) => {
  complaints = listenForComplaints(page)
  await enter(page)
  began = Date.now()
})
test.afterEach(() => {
  expect(complaints).toEqual([])
  expect(Date.now() - began).toBeLessThan(MOST_MINUTES * 60_000)
})

test('a burrowing live-bearer, and its smaller sister', async ({ page }) => {
  const way = 'live-bearing snakes'
  await make(page, {
    ...{ name: 'sand burrower', way, run: ['carrying young'] },
    knows: {
      'Adult female weight': '600 g',
      'Mating to birth': '4 to 5 months',
      'Young per litter': '6 to 20',
    },
  })
  await addFirst(page, 'sand burrower', { tag: 'B1', hatched: '2021-06-01', grams: '560' })
  await make(page, {
    ...{ name: 'lesser burrower', way, run: [] },
    knows: { 'Adult female weight': '120 g', 'Young per litter': '3 to 8' },
  })
  await addFirst(page, 'lesser burrower', {
    ...{ tag: 'L1', hatched: '2023-06-01', grams: '118' },
    breeds: true,
  })
  // A gram is not a gram: the small one is grown, of what would be a half-grown sister.
  await openAnimal(page, 'L1')
  await expect(page.getByText(/^Breeder/).first()).toBeVisible()
  await openPage(page, 'Readiness')
  await expect(page.getByRole('heading', { name: 'Readiness' })).toBeVisible()
  await expect(page.getByRole('main').getByText('L1')).toBeVisible()
  await expect(page.getByRole('main').getByText('B1')).toBeHidden()
})

test('a tortoise with hibernation, and one without', async ({ page }) => {
  for (const [name, tag, school, answer] of [
    ['hill tortoise', 'H1', 'Rest', '1 can rest'],
    ['thorn tortoise', 'T1', 'No rest', 'T1 (kept awake by the protocol'],
  ] as const) {
    await make(page, { name, way: 'tortoises', knows: { 'Adult female weight': '1.4 kg' }, run: ['rest'] })
    await addFirst(page, name, { tag, hatched: '2008-06-01', grams: '1380' })
    await page.goto(`${book.url}/protocols`)
    await page.getByRole('link', { name: new RegExp(name) }).click()
    await page.getByRole('button', { name: /^Schools/ }).click()
    const question = page.getByRole('radiogroup', { name: 'Winter rest or not?' })
    await question
      .getByRole('article')
      .filter({ has: page.getByText(school, { exact: true }) })
      .getByRole('radio')
      .click()
    await page.getByRole('button', { name: 'Put it in force' }).click()
    await expect(page.getByText('Edition 1 is in force')).toBeVisible()
    // What it last ate, and that its gut is clear, is asked before it is cooled.
    await writeOnSlate(page, `30 days ago ${tag} ate weeds`, `5 days ago ${tag} droppings`)
    await page.goto(`${book.url}/rest/new`)
    await page.getByRole('combobox', { name: /Who will rest/ }).fill(tag)
    await page.locator('.ant-select-item-option', { hasText: tag }).first().click()
    await page.keyboard.press('Escape')
    await page.getByRole('button', { name: 'Show the clocks' }).click()
    await expect(page.getByRole('status').filter({ hasText: 'can rest' })).toContainText(answer)
  }
})

test('a leaf-dwelling gecko that lays every four weeks', async ({ page }) => {
  await make(page, {
    ...{ name: 'leaf gecko', way: 'small lizards that lay two eggs at a time', run: ['incubating'] },
    knows: {
      'Adult female weight': '12 g',
      'Eggs per clutch': '2',
      'Clutches a year': '6 to 8',
      'Incubation temperature': '24 °C',
      'Egg: days at that temperature': '80 to 100',
      'Warm side for adults': '25',
    },
  })
  await addFirst(page, 'leaf gecko', { tag: 'G1', hatched: '2024-03-01', grams: '12' })
  await openPage(page, 'Incubation')
  await openPage(page, 'Incubation')
  await page.getByLabel('Its name').fill('H1')
  await page.getByRole('button', { name: 'Add incubator' }).click()
  await expect(page.getByText('The incubators are empty')).toBeVisible()
  await writeOnSlate(page, 'g1 laid 2')
  await page.goto(`${book.url}/incubation`)
  // An incubator as it comes is too warm for them, and says so before any probe does.
  await expect(page.getByRole('alert').filter({ hasText: 'The incubator is set to 28' })).toContainText(
    /above the warning limit of 27.\d °C/,
  )
  await openPage(page, 'Nest checks')
  const again = new Date(Date.now() + 28 * 86_400_000)
  const day = `${again.getUTCDate()} ${again.toLocaleString('en', { month: 'short', timeZone: 'UTC' })}`
  await expect(page.getByText(`Most likely ${day}`)).toBeVisible()
})

test('a scorpion: young on her back, moults instead of sheds', async ({ page }) => {
  await make(page, {
    ...{ name: 'gravel scorpion', way: 'scorpions', run: ['carrying young'] },
    knows: { 'Adult female weight': '9 g', 'Young per litter': '15 to 40', 'Temperature for adults': '30' },
  })
  await addFirst(page, 'gravel scorpion', { tag: 'S1', hatched: '2023-06-01' })
  await openAnimal(page, 'S1')
  await expect(page.getByText(/30 °C/).first()).toBeVisible()
  await writeOnSlate(page, 's1 moulted', 's1 length 92mm')
  await expect(page.getByText('measured: 92 mm long')).toBeVisible()
})

test('a climbing forest lizard for which 30 °C is deadly', async ({ page }) => {
  await make(page, {
    ...{ name: 'cloud climber', way: 'climbing lizards of cool forests', run: [] },
    knows: { 'Adult female weight': '24 g', 'Warm side for adults': '20 to 24' },
  })
  await addFirst(page, 'cloud climber', { tag: 'C1', hatched: '2023-05-01' })
  await openAnimal(page, 'C1')
  await expect(page.getByText(/alarm under \d+ °C and over 2[5-9] °C/)).toBeVisible()
  await expect(page.getByText(/mist it/i).first()).toBeVisible()
})

for (const { name, way, knows, stage, says } of [
  {
    name: 'soil stick',
    way: 'stick and leaf insects',
    knows: {
      'Eggs per female a day': '2 to 4',
      'Egg, fertilised: days at that temperature': '4 to 6 months',
    },
    ...{ stage: 'L2', says: 'feed leaves' },
  },
  {
    name: 'cinder moth',
    way: 'moths that do not feed',
    knows: { 'Egg: days at that temperature': '9', Temperature: '24' },
    ...{ stage: 'L3', says: 'feed leaves' },
  },
  {
    name: 'banded flower beetle',
    way: 'beetles that breed in soil',
    knows: { 'Egg: days at that temperature': '14', 'Adult lifespan, female': '3 to 5 months' },
    ...{ stage: 'L2', says: 'feed' },
  },
  {
    name: 'pool shrimp',
    way: 'crustaceans with dormant eggs',
    knows: { 'Egg in water: days at that temperature': '1 to 3', Temperature: '22' },
    ...{ stage: 'juvenile', says: 'feed' },
  },
] as const)
  test(`a cohort of a ${name}: counted, fed from that evening on, and foretold`, async ({ page }) => {
    await make(page, { name, way, knows, run: [] })
    await page.getByLabel('Name', { exact: true }).fill(`${name} 1`)
    await page.getByRole('button', { name: 'Begin cohort' }).click()
    const card = page.getByRole('article', { name: `Cohort ${name} 1` })
    await expect(card).toContainText('not counted yet')
    await writeOnSlate(page, `${name} 1 counted 40 ${stage}`)
    await expect(card).toContainText(stage)
    await openSeason(page)
    await expect(
      page
        .getByRole('img', { name: new RegExp(name) })
        .or(page.locator('svg').getByText(name))
        .first(),
    ).toBeVisible()
    await openPage(page, 'Round')
    const inTheWalk = page.getByRole('listitem').filter({ hasText: `${name} 1` })
    await expect(inTheWalk.getByText(/^feed/)).toBeVisible()
    await inTheWalk.getByRole('button').click()
    await expect(page.getByRole('article', { name: 'At this tub' })).toContainText(new RegExp(says, 'i'))
  })

for (const { name, way, knows } of [
  { name: 'cellar roach', way: 'roach colonies', knows: { 'Colony temperature': '30' } },
  { name: 'grain beetle', way: 'beetle larvae colonies', knows: { 'Colony temperature': '27' } },
  { name: 'leaf caterpillar', way: 'feeder caterpillars', knows: { 'Colony temperature': '26' } },
] as const)
  test(`a colony of a ${name}: set up, counted, and its weeks foretold`, async ({ page }) => {
    await make(page, { name, way, knows, run: [] })
    await page.getByLabel('Name', { exact: true }).fill(`${name} 1`)
    await page.getByRole('button', { name: 'Set up colony' }).click()
    await expect(page.getByRole('heading', { name: `Colony ${name} 1` })).toBeVisible()
    await writeOnSlate(page, `${name} 1 counted 40 females 30 males`)
    await expect(page.getByText(/40 females/).first()).toBeVisible()
  })

test('pupae of a moth: some rest, and are told apart from those that emerge soon', async ({ page }) => {
  const knows = { 'Egg: days at that temperature': '9', Temperature: '24' }
  await make(page, { name: 'ember moth', way: 'moths that do not feed', knows, run: [] })
  await page.getByLabel('Name', { exact: true }).fill('Ember 1')
  await page.getByRole('button', { name: 'Begin cohort' }).click()
  const card = page.getByRole('article', { name: 'Cohort Ember 1' })
  await expect(card).toContainText('not counted yet')
  await writeOnSlate(page, 'Ember 1 counted 20 pupa, no pause')
  await expect(card).toContainText('pupa')
  await page.goto(new URL('/cohorts/emergence', page.url()).href)
  await expect(page.getByRole('region', { name: 'Resting pupae' })).toContainText(
    /About 20 % of pupae .* rest, and emerge 150 days after spinning/,
  )
  const groups = page.getByRole('table', { name: 'Who emerges when' })
  await expect(groups.getByRole('row', { name: /^female, resting/ })).toBeVisible()
  await expect(groups.getByRole('row', { name: /^male \d/ })).toBeVisible()
})
