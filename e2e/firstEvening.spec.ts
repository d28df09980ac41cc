import { expect, test } from '@playwright/test'
import { choose, idOf, listenForComplaints, openFirstBook, openPage, startForStories } from './support'

const book = startForStories('--empty')

test('a new book: the species are ticked, a tortoise, a scorpion, a gecko, a colony and a cohort come in, and the round of the evening is walked', async ({
  page,
}) => {
  const complaints = listenForComplaints(page)
  await openFirstBook(page, book.url, { book: 'Sedge Room', owner: 'Imke', password: 'long enough now' })
  const began = Date.now()

  await test.step('those that are kept are ticked in the library', async () => {
    const find = page.getByLabel('Find a species')
    for (const [typed, name] of [
      ['testudo herm', /^Hermann’s tortoise/],
      ['pandinus', /^emperor scorpion/],
      ['crested', /^crested gecko/],
      ['dubia', /^dubia roach/],
      ['indian stick', /^Indian stick insect/],
    ] as const) {
      await find.fill(typed)
      await page.getByRole('checkbox', { name }).check()
    }
    await page.getByRole('button', { name: 'Add 5 species' }).click()
    await expect(page.getByRole('link', { name: /crested gecko.*none here/ })).toBeVisible()
  })

  await test.step('the animals come in with what is known of them', async () => {
    for (const { tag, species, hatched } of [
      { tag: 'T1', species: 'Hermann’s tortoise', hatched: '2010-07-01' },
      { tag: 'S1', species: 'emperor scorpion', hatched: '2023-05-01' },
      { tag: 'G1', species: 'crested gecko', hatched: '2024-03-01' },
    ]) {
      await page.goto(`${book.url}/animals/new`)
      await page.getByLabel('Tag').fill(tag)
      await choose(page, 'Species', species)
      await page.getByText('female', { exact: true }).click()
      await page.getByRole('textbox', { name: 'Hatched' }).fill(hatched)
      await page.getByRole('button', { name: 'Add animal' }).click()
      await expect(page.getByText(`${species}, female`)).toBeVisible()
    }
    // What kills one kind is comfort for another.
    await page.goto(`${book.url}/animals/${await idOf(page, 'G1')}`)
    await expect(page.getByText(/alarm under \d+ °C and over 29 °C/)).toBeVisible()
  })

  await test.step('a colony and a cohort are set up beside them', async () => {
    await openPage(page, 'Colonies')
    await page.getByRole('button', { name: 'A new colony' }).click()
    await page.getByLabel('Name', { exact: true }).fill('R1')
    await page.getByRole('button', { name: 'Set up colony' }).click()
    await expect(page.getByRole('heading', { name: 'Colony R1' })).toBeVisible()
    await openPage(page, 'Cohorts')
    await page.getByRole('button', { name: 'A new cohort' }).click()
    await page.getByLabel('Name', { exact: true }).fill('N1')
    await page.getByRole('button', { name: 'Begin cohort' }).click()
    await expect(page.getByRole('article', { name: 'Cohort N1' })).toContainText('not counted yet')
  })

  await test.step('tonight’s round holds each of them once, food and water together, and nobody is years late', async () => {
    await openPage(page, 'Round')
    for (const [tag, says, walked] of [
      ['R1', 'no food recorded yet', 1],
      ['G1', 'no meal recorded yet', 2],
      ['S1', 'no meal recorded yet', 3],
      ['T1', 'no meal recorded yet', 4],
    ] as const) {
      const card = page.getByRole('article', { name: 'At this tub' })
      await expect(card).toContainText(tag)
      await expect(card).toContainText(says)
      await expect(card).toContainText('no water change recorded yet')
      await page.keyboard.press('Space')
      await expect(page.getByRole('main')).toContainText(`${walked} of 4`)
    }
  })

  await test.step('the list of species tells what is here and what comes next', async () => {
    await openPage(page, 'Species')
    await expect(page.getByRole('link', { name: /emperor scorpion.*1 animal.*S1/ })).toBeVisible()
    await expect(page.getByRole('link', { name: /dubia roach.*1 colony/ })).toBeVisible()
    await expect(page.getByRole('link', { name: /Indian stick insect.*1 cohort/ })).toBeVisible()
  })
  expect(Date.now() - began).toBeLessThan(180_000)
  expect(complaints).toEqual([])
})
