import { expect, test } from '@playwright/test'
import { startForStories, listenForComplaints, openFirstBook, openPage } from './support'

const book = startForStories('--empty')

test('a book is opened, a helper let in by a link, signed out, let in anew; the book is deleted and brought back', async ({
  page,
  browser,
}) => {
  const complaints = listenForComplaints(page)
  await openFirstBook(page, book.url, { book: 'Reed Bank', owner: 'Tamsin', password: 'a bank of reeds' })
  await openPage(page, 'Settings')

  const link = async () => {
    const shown = page.getByLabel('The link')
    await expect(shown).toHaveValue(/\/join\//)
    return shown.inputValue()
  }
  await openPage(page, 'Members')
  await page.getByLabel('For whom').fill('the sitter')
  await page.getByRole('button', { name: 'Make a link' }).click()
  const address = await link()

  const elsewhere = await (await browser.newContext({ serviceWorkers: 'block' })).newPage()
  const password = elsewhere.getByLabel('A password, at least 10 characters')
  await test.step('the sitter joins; the link opens nothing a second time', async () => {
    await elsewhere.goto(address)
    await expect(elsewhere.getByText('You are invited as a helper')).toBeVisible()
    await elsewhere.getByLabel('Your name').fill('Marlow')
    await elsewhere.getByLabel('Your address').fill('marlow@reed-bank.example')
    await password.fill('short')
    await elsewhere.getByRole('button', { name: 'Join the book' }).click()
    await expect(elsewhere.getByText('at least 10 characters', { exact: true })).toBeVisible()
    await password.fill('my own words')
    await elsewhere.getByRole('button', { name: 'Join the book' }).click()
    await expect(elsewhere.getByText('Marlow, helper')).toBeVisible()
    await page.goto(address)
    await expect(page.getByRole('heading', { name: 'This link does not work' })).toBeVisible()
  })

  const marlow = page.getByRole('region', { name: 'Marlow' })
  await test.step('the owner signs the sitter out everywhere, and lets them choose a new password', async () => {
    await page.goto(`${book.url}/book/members`)
    await marlow.getByRole('button', { name: 'what they did, what they may' }).click()
    await expect(marlow.getByText('Marlow has written nothing yet')).toBeVisible()
    await marlow.getByRole('button', { name: 'Sign out everywhere' }).click()
    await expect(page.getByText('Marlow is signed out of 1 device')).toBeVisible()
    await elsewhere.reload()
    await expect(elsewhere.getByRole('button', { name: 'Open the book' })).toBeVisible()
    await marlow.getByRole('button', { name: 'They lost their password' }).click()
    await elsewhere.goto(await link())
    await expect(elsewhere.getByText('marlow@reed-bank.example')).toBeVisible()
    await password.fill('other words now')
    await elsewhere.getByRole('button', { name: 'Save password' }).click()
    await expect(elsewhere.getByText('Marlow, helper')).toBeVisible()
  })

  await test.step('a deleted book is closed to the sitter at once, and its owner brings it back', async () => {
    await openPage(page, 'Settings')
    await page.getByText('Delete this book').click()
    const form = page.getByRole('form', { name: 'Delete this book' })
    await form.getByLabel('Write its name').fill('Reed')
    await form.getByLabel('Your password').fill('a bank of reeds')
    await form.getByRole('button', { name: 'Delete it' }).click()
    await expect(form.getByText("write 'Reed Bank'")).toBeVisible()
    await form.getByLabel('Write its name').fill('Reed Bank')
    await form.getByRole('button', { name: 'Delete it' }).click()
    await expect(page.getByRole('heading', { name: 'Reed Bank is deleted' })).toBeVisible()
    await elsewhere.goto(`${book.url}/animals`)
    await expect(elsewhere.getByRole('button', { name: 'Open the book' })).toBeVisible()
    await page.getByRole('button', { name: 'Bring it back' }).click()
    await expect(page.getByRole('heading', { name: 'Settings', exact: true })).toBeVisible()
  })
  await elsewhere.context().close()
  // What was refused on purpose the browser tells of by itself.
  expect(complaints.filter((c) => !/40[149]|422/.test(c))).toEqual([])
})
