import { expect, test } from '@playwright/test'
import { choose, idOf, listenForComplaints, openFirstBook, startForStories } from './support'

const book = startForStories('--empty')

test('a turtle of one’s own: its young live in 15 mm of water, and move outdoors by the length of their shells', async ({
  page,
}) => {
  const complaints = listenForComplaints(page)
  await openFirstBook(page, book.url, { book: 'Sedge Pond', owner: 'Imke', password: 'long enough now' })
  const began = Date.now()
  await page.getByLabel('Find a species').fill('emys')
  await page.getByRole('checkbox', { name: /^European pond turtle/ }).check()
  await page.getByRole('button', { name: 'Add 1 species' }).click()
  await page.getByRole('link', { name: /European pond turtle.*none here/ }).click()
  await page.getByRole('button', { name: 'Stages' }).click()

  const add = async (group: string, label: string, value: string) => {
    await choose(page, group, label)
    await page.getByLabel(label, { exact: true }).fill(value)
    await page.getByLabel(label, { exact: true }).press('Enter')
  }
  await test.step('the first water is shallow', async () => {
    await page.getByRole('button', { name: /^Nursery/ }).click()
    await add('Tub: add', 'Depth of water', '15')
    await add('Moves on when: ask for', 'Shell length', '60')
    await choose(page, 'Needed', 'any of these')
  })
  await test.step('a stage outdoors comes after it', async () => {
    await page.getByRole('button', { name: 'Add stage after' }).click()
    await page.getByLabel('Name', { exact: true }).fill('Outdoor pond')
    await page.getByLabel('Name', { exact: true }).blur()
    await page.getByLabel('Litres of water', { exact: true }).fill('400')
    await page.getByLabel('Litres of water', { exact: true }).blur()
    await page.getByLabel('Depth of water', { exact: true }).fill('350')
    await page.getByLabel('Depth of water', { exact: true }).blur()
    await page.getByLabel('Shell length', { exact: true }).fill('90')
    await page.getByLabel('Shell length', { exact: true }).blur()
    await page.getByRole('button', { name: 'Put it in force' }).click()
    await expect(page.getByText('Edition 1 is in force')).toBeVisible()
    await expect(page.getByRole('list', { name: 'Stages in their order' })).toHaveText(
      /Yolk days.*Nursery.*Outdoor pond.*Yearling/,
    )
  })
  await test.step('a young one is in the shallows, is measured on the slate, and goes outdoors', async () => {
    await page.goto(`${book.url}/animals/new`)
    await page.getByLabel('Tag').fill('E1')
    await choose(page, 'Species', 'European pond turtle')
    const hatched = new Date(Date.now() - 30 * 86_400_000).toISOString().slice(0, 10)
    await page.getByRole('textbox', { name: 'Hatched' }).fill(hatched)
    await page.getByRole('button', { name: 'Add animal' }).click()
    await expect(page.getByText('European pond turtle, not sexed')).toBeVisible()
    await page.goto(`${book.url}/animals/${await idOf(page, 'E1')}`)
    const stageNow = (name: string) => page.locator('article p strong', { hasText: name }).first()
    await expect(stageNow('Nursery')).toBeVisible()
    await expect(page.getByText(/15 mm deep/)).toBeVisible()
    await expect(page.getByText(/measure its shell length/)).toBeVisible()
    for (const [mm, stage] of [
      [44, 'Nursery'],
      [61, 'Outdoor pond'],
    ] as const) {
      await page.keyboard.press('/')
      const slate = page.getByRole('region', { name: 'Slate' }).getByRole('textbox')
      await slate.fill(`e1 shell ${mm}mm`)
      await slate.press('Enter')
      await expect(page.getByText(`measured: shell ${mm} mm long`)).toBeVisible()
      await page.keyboard.press('Escape')
      await expect(stageNow(stage)).toBeVisible()
    }
    await expect(page.getByText(/350 mm deep/)).toBeVisible()
  })
  expect(Date.now() - began).toBeLessThan(5 * 60_000)
  expect(complaints).toEqual([])
})
