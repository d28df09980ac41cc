import './dom'
import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import { newId } from '@hatch-book/contract'
import sharp from 'sharp'
import type { TestServer } from '../../apps/server/test/support'
import { choose, pagesOf } from './opened'

/* Who it is, in a book of one's own with a species nobody foresaw: how an animal is written down, and how it is found again. */

const newts = async (server: TestServer) => {
  const book = await server.openBook('Newts', { withSpecies: false })
  const protocolId = newId()
  const species = { id: protocolId, species: 'glass newt', latin: 'Vitrea nova', figures: {} }
  await book.as.keeper('POST', '/api/protocols', {
    ...species,
    ...{ wayOfLife: 'salamander without larvae' },
  })
  return { book, protocolId }
}
const pages = pagesOf(newts)
const field = (label: string) => screen.findByLabelText<HTMLInputElement>(label)
const rowOf = async (tag: string) => {
  const { animals } = (await pages.of.book.as.viewer('GET', '/api/animals')).body
  return animals.find((a: { tag: string }) => a.tag === tag)
}

describe('writing an animal down', () => {
  test('takes name, look and age as one says them, shows what it understood, and goes on to the next of its species', async () => {
    const page = await pages.open('/animals/new')
    await page.user.type(await field('Tag'), 'N1')
    await page.user.type(await field('Name'), 'Juniper')
    await page.user.type(await field('Look and genes'), 'albino, 66 % het moon')
    expect(await screen.findByText('66 % het moon', { exact: false })).toBeTruthy()
    await page.user.type(await field('Hatched or born'), 'last spring')
    await page.user.click(screen.getByRole('button', { name: 'Add it and write the next' }))
    expect(await screen.findByText(/'last spring' is not a date/)).toBeTruthy()
    expect(page.sent()).toEqual([])
    await page.user.clear(await field('Hatched or born'))
    await page.user.type(await field('Hatched or born'), 'about 8 years')
    // Eight years before the test day, 20 May 2026, give or take one.
    expect(
      await screen.findByText(/^20 May 2017 to 20 May 2019: 7 years to 9 years old|7 to 9 years/),
    ).toBeTruthy()
    const { buffer } = await sharp({ create: { width: 8, height: 8, channels: 3, background: 'tan' } })
      .png()
      .toBuffer()
    const file = new File([buffer as ArrayBuffer], 'juniper.png', { type: 'image/png' })
    fireEvent.change(document.querySelector('input[type=file]')!, { target: { files: [file] } })
    expect(await screen.findByText(/juniper\.png/)).toBeTruthy()
    await page.user.click(screen.getByRole('button', { name: 'Add it and write the next' }))
    await waitFor(async () => expect((await field('Tag')).value).toBe(''))
    expect((await field('Name')).value).toBe('')
    expect(page.address()).toBe('/animals/new')
    expect(await rowOf('N1')).toMatchObject({
      ...{ name: 'Juniper', traits: ['albino', '66 % het moon'], species: 'glass newt' },
      hatched: { from: '2017-05-20', to: '2019-05-20' },
    })
    await page.user.type(await field('Tag'), 'N2')
    await page.user.click(screen.getByRole('button', { name: 'Add animal' }))
    await waitFor(() => expect(page.address()).toMatch(/^\/animals\/[0-9a-f-]{36}$/))
    expect((await rowOf('N2')).species).toBe('glass newt')
  })

  test('saved again as it was opened, it is as exact as before, and a name comes or goes', async () => {
    const { id, hatchFact } = await rowOf('N1')
    const page = await pages.open(`/animals/${id}/edit`)
    const name = await field('Name')
    expect(name.value).toBe('Juniper')
    await page.user.clear(name)
    await page.user.click(screen.getByRole('button', { name: 'Save changes' }))
    await waitFor(() => expect(page.address()).toBe(`/animals/${id}`))
    expect(await rowOf('N1')).toMatchObject({ name: '', hatchFact })
  })

  test('a parent is picked by its look', async () => {
    const page = await pages.open('/animals/new')
    const { id } = await rowOf('N1')
    await pages.of.book.as.keeper('POST', '/api/entries', {
      entries: [
        {
          ...{ id: newId(), kind: 'sexed', subject: { type: 'animal', id }, at: '2026-05-20T08:00:00.000Z' },
          payload: { sex: 'female', certainty: 1, method: 'seen' },
        },
      ],
    })
    page.leave()
    const again = await pages.open('/animals/new')
    await again.user.type(await field('Tag'), 'N3')
    await choose(again.user, 'Dam', 'albino')
    await again.user.click(screen.getByRole('button', { name: 'Add animal' }))
    await waitFor(async () => expect((await rowOf('N3'))?.dam?.tag).toBe('N1'))
  })
})

test('looks whose inheritance nobody entered yet are told among the genes, and not as nothing', async () => {
  const page = await pages.open(`/pairing/genes?species=${pages.of.protocolId}`)
  const animals = await screen.findByRole('list', { name: 'Animals and their genes' })
  await page.settled()
  const line = [...animals.querySelectorAll('li')].find((li) => li.textContent.includes('N1'))!
  expect(line.textContent).toMatch(/albino, 66 % het moon.*until its inheritance is entered/)
  expect(line.textContent).not.toContain('nothing carried')
})

describe('the finder', () => {
  const find = async (address: string, word: string) => {
    const page = await pages.open(address)
    await page.user.keyboard('{Control>}k{/Control}')
    const dialog = await screen.findByRole('dialog', { name: 'Find' })
    await page.settled()
    if (word) await page.user.type(within(dialog).getByRole('textbox', { name: 'Find' }), word)
    const found = within(dialog).getByRole('list', { name: 'Found' })
    return { page, found, texts: () => [...found.querySelectorAll('li')].map((li) => li.textContent) }
  }

  test.each([
    ['an animal by its look', 'albino', 'N1'],
    ['a species by its Latin name, misspelt', 'vitrae nova', 'glass newt'],
    ['a page', 'weigh-in', 'Weigh-in'],
    ['something to begin, by another word', 'new clutch', 'Record a clutch'],
    ['what keys do', 'keyboard', 'Keys and shortcuts'],
  ])('finds %s', async (_what, word, first) => {
    const { texts } = await find('/log', word)
    await waitFor(() => expect(texts()[0]).toContain(first))
  })

  test('begins with what was opened last, and Enter opens it', async () => {
    const { id } = await rowOf('N2')
    const before = await pages.open(`/animals/${id}`)
    await screen.findByRole('heading', { name: 'Look and genes' })
    before.leave()
    const { page, texts } = await find('/log', '')
    await waitFor(() => expect(texts()[0]).toContain('N2'))
    await page.user.type(screen.getByRole('textbox', { name: 'Find' }), '{Enter}')
    await waitFor(() => expect(page.address()).toBe(`/animals/${id}`))
  })

  test('offers a viewer nothing that they may not begin', async () => {
    const page = await pages.open('/log', 'viewer')
    await page.user.keyboard('{Control>}k{/Control}')
    const dialog = await screen.findByRole('dialog', { name: 'Find' })
    await page.user.type(within(dialog).getByRole('textbox', { name: 'Find' }), 'new clutch')
    expect(await within(dialog).findByText('Nothing in the book is called that, or like it.')).toBeTruthy()
  })
})
