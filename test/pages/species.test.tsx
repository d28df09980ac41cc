import './dom'
import { screen, waitFor, within } from '@testing-library/react'
import { newId } from '@hatch-book/contract'
import { addAnimal, type TestBook, type TestServer } from '../../apps/server/test/support'
import { choose, pagesOf, type OpenPage } from './opened'

/* The species of a book that somebody opened: ticked in the library, renamed, hidden, made one, and those of single animals corrected. */
const press = async (page: OpenPage, name: string | RegExp, within_: HTMLElement = document.body) => {
  await page.user.click(await within(within_).findByRole('button', { name }))
  await page.settled()
}
const boa = async (book: TestBook, species: string, grams: number) => {
  const id = newId()
  await book.as.keeper('POST', '/api/protocols', {
    ...{ id, species, latin: '', wayOfLife: 'live-bearing snake' },
    figures: { 'readiness.female.grams.cautious': { value: grams } },
  })
  return id
}

describe('in an empty book', () => {
  const pages = pagesOf(async (server: TestServer) => ({
    book: await server.openBook('Empty', { withSpecies: false }),
  }))

  test('the first thing to do is to choose the species; several are ticked, wherever they are found, and added at once', async () => {
    const page = await pages.open('/protocols')
    expect(await screen.findByText('This book has no species yet.')).toBeTruthy()
    await page.user.click(await screen.findByRole('link', { name: 'choose the species you keep' }))
    const find = await screen.findByLabelText('Find a species')
    expect(screen.getByRole('button', { name: 'Add species' }).getAttribute('disabled')).not.toBeNull()
    await page.user.type(find, 'blaptica')
    await page.user.click(await screen.findByRole('checkbox', { name: /^dubia roach/ }))
    await page.user.clear(find)
    await page.user.type(find, 'correlophus')
    await page.user.click(await screen.findByRole('checkbox', { name: /^crested gecko/ }))
    await page.user.clear(find)
    await page.user.type(find, 'corn snake')
    const corn = await screen.findByRole('checkbox', { name: /^corn snake/ })
    await page.user.click(corn)
    // Ticked by mistake.
    await page.user.click(corn)
    await waitFor(() =>
      expect(screen.getByRole('status').textContent).toBe('Ticked: dubia roach, crested gecko'),
    )
    await press(page, 'Add 2 species')
    await waitFor(() => expect(page.address()).toBe('/protocols'))
    expect(await screen.findByRole('link', { name: /crested gecko.*none here/ })).toBeTruthy()
    expect(screen.getByRole('link', { name: /dubia roach.*no colony yet/ })).toBeTruthy()
    page.leave()
    const again = await pages.open('/protocols/library')
    await again.user.type(await screen.findByLabelText('Find a species'), 'dubia')
    const kept = await screen.findByRole<HTMLInputElement>('checkbox', {
      name: /dubia roach \(in your book\)/,
    })
    expect([kept.checked, kept.disabled]).toEqual([true, true])
  })

  test('what is in no library leads to adding it oneself', async () => {
    const page = await pages.open('/protocols/library')
    await page.user.type(await screen.findByLabelText('Find a species'), 'quokka')
    expect(await screen.findByText(/Nothing in the library matches/)).toBeTruthy()
    expect(screen.getByRole('link', { name: 'Add your own species' }).getAttribute('href')).toBe(
      '/protocols/new',
    )
  })
})

describe('in a book with species of its own', () => {
  const pages = pagesOf(async (server: TestServer) => {
    const book = await server.openBook('Own', { withSpecies: false })
    const [dune, sand] = [await boa(book, 'dune boa', 310), await boa(book, 'sand boa', 80)]
    const dam = await addAnimal(book, { tag: 'B1', protocolId: dune })
    const hatched = { date: '2026-05-01', precision: 'day' }
    await addAnimal(book, { tag: 'B2', protocolId: dune, damId: dam, sex: 'unknown', grams: 9, hatched })
    return { book, dune, sand, dam }
  })

  test('a species is renamed, and a name that another has is refused where it is typed', async () => {
    const page = await pages.open(`/protocols/${pages.of.sand}`)
    await press(page, 'rename')
    const form = await screen.findByRole('form', { name: 'Rename the species' })
    const name = within(form).getByLabelText('Common name')
    await page.user.clear(name)
    await page.user.type(name, 'Dune boa')
    await press(page, 'Save name', form)
    expect(await within(form).findByText('this species is in the book already')).toBeTruthy()
    await page.user.clear(name)
    await page.user.type(name, 'rosy sand boa')
    await press(page, 'Save name', form)
    expect(await screen.findByRole('heading', { name: /rosy sand boa/ })).toBeTruthy()
  })

  test('a form that nobody has set anything for is named, and what is set for it holds for its animals alone', async () => {
    const northern = await addAnimal(pages.of.book, {
      tag: 'N1',
      protocolId: pages.of.dune,
      form: 'northern',
    })
    const page = await pages.open(`/protocols/${pages.of.dune}?part=cooling`)
    await page.user.click(await screen.findByText('one form'))
    await page.user.type(await screen.findByLabelText('Which form'), 'northern{Enter}')
    await waitFor(() => expect(page.address()).toContain('of=northern'))
    await page.settled()
    const hold = await screen.findByLabelText('Hold temperature')
    await page.user.clear(hold)
    await page.user.type(hold, '9')
    await page.user.tab()
    await press(page, 'Put it in force')
    await waitFor(() =>
      expect(page.sent(`/api/protocols/${pages.of.dune}/editions`)).toMatchObject([
        { status: 200, body: { scope: 'form', of: 'northern' } },
      ]),
    )
    page.leave()
    const its = await pages.open(`/animals/${northern}`)
    expect(await screen.findByText(/northern dune boa/)).toBeTruthy()
    its.leave()
  })

  test('one that is hidden stands apart and is offered for no new animal; shown again, it is', async () => {
    const page = await pages.open(`/protocols/${pages.of.sand}`)
    await press(page, 'hide')
    expect(await screen.findByRole('button', { name: 'show again' })).toBeTruthy()
    page.leave()
    const list = await pages.open('/protocols')
    expect(await screen.findByText('Hidden (1)')).toBeTruthy()
    list.leave()
    // The only species that is left is the one that is meant.
    const form = await pages.open('/animals/new')
    await form.user.type(await screen.findByLabelText('Tag'), 'B3')
    await press(form, 'Add animal')
    expect(await screen.findByText(/dune boa, not sexed/)).toBeTruthy()
    form.leave()
    const again = await pages.open(`/protocols/${pages.of.sand}`)
    await press(again, 'show again')
    expect(await screen.findByRole('button', { name: 'hide' })).toBeTruthy()
  })

  test('an animal’s species is corrected with its young, and who is concerned is said before', async () => {
    const page = await pages.open(`/animals/${pages.of.dam}`)
    await press(page, 'correct the species')
    const form = await screen.findByRole('form', { name: 'Correct the species' })
    await choose(page.user, 'Species', 'sand boa')
    expect((await within(form).findByRole('status')).textContent).toContain('This changes 2 animals: B1, B2.')
    await press(page, 'Correct species', form)
    expect(await screen.findByText(/sand boa, female/)).toBeTruthy()
    expect(page.sent('/api/species/correction')).toHaveLength(1)
  })

  test('one of which nothing is written is removed; two that are one are merged, and the page of the one that stays opens', async () => {
    const page = await pages.open(`/protocols/${pages.of.dune}`)
    await press(page, 'merge')
    const form = await screen.findByRole('form', { name: 'Merge the species' })
    await choose(page.user, 'The species that stays', 'sand boa')
    await within(form).findByRole('status')
    await press(page, 'Merge species', form)
    await waitFor(() => expect(page.address()).toBe(`/protocols/${pages.of.sand}`))
    page.leave()
    const list = await pages.open('/protocols')
    expect(await screen.findAllByRole('link', { name: /boa/ })).toHaveLength(1)
    list.leave()
    const id = await boa(pages.of.book, 'ghost boa', 90)
    const gone = await pages.open(`/protocols/${id}`)
    await press(gone, 'remove')
    await press(gone, 'Remove')
    await waitFor(() => expect(gone.address()).toBe('/protocols'))
    expect(screen.queryByText('ghost boa')).toBeNull()
  })
})
