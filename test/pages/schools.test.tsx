import './dom'
import { screen, within } from '@testing-library/react'
import { addAnimal, type TestServer } from '../../apps/server/test/support'
import { newId } from '@hatch-book/contract'
import { choose, pagesOf } from './opened'

const MISTING = 'Stages: First instars: Days between mistings'

/* Schools in a book of one's own, for a species that nobody has a question about: asked, answered in two ways, followed, taken away. */

const scorpions = async (server: TestServer) => {
  const book = await server.openBook('Scorpions', { withSpecies: false })
  const protocolId = newId()
  await book.as.keeper('POST', '/api/protocols', {
    ...{ id: protocolId, species: 'dune scorpion', latin: '', wayOfLife: 'scorpion', figures: {} },
  })
  await addAnimal(book, { tag: 'S1', protocolId, line: 'Pale', grams: null, purpose: 'breeder' })
  return { book, protocolId }
}

describe('schools of one’s own', () => {
  const pages = pagesOf(scorpions)
  const path = (of = '') => `/protocols/${pages.of.protocolId}?part=school${of}`

  test('a question is asked and answered; what its school sets holds once it is followed', async () => {
    const page = await pages.open(path())
    await screen.findByText('No schools for this species yet.')
    await page.user.click(screen.getByRole('button', { name: 'Add your own question' }))
    // A question that asks nothing is not put in force.
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Put it in force' }).disabled).toBe(true)
    await page.user.type(await screen.findByLabelText('Question'), 'Spray for drinking or not?')
    await page.user.tab()
    const group = await screen.findByRole('radiogroup', { name: 'Spray for drinking or not?' })
    await page.user.type(within(group).getByLabelText('Name'), 'Every other day')
    await page.user.tab()
    await page.user.type(within(group).getByLabelText('Argument'), 'They drink from the walls.')
    await page.user.tab()
    await choose(page.user, 'Figures it sets: choose a figure', MISTING)
    await page.user.type(within(group).getByLabelText(MISTING), '2')
    await page.user.tab()
    await page.user.click(within(group).getByRole('button', { name: 'Close' }))
    await within(group).findByText('They drink from the walls.')
    await page.user.click(within(group).getByRole('radio', { name: 'Follow this school' }))
    await page.user.click(screen.getByRole('button', { name: 'Put it in force' }))
    await screen.findByText(/Edition 1 is in force/)
    const { body } = await pages.of.book.as.viewer('GET', `/api/protocols/${pages.of.protocolId}`)
    expect(body.figures['stage.2.mistDays'].value).toBe(2)
    expect(body.sources['stage.2.mistDays']).toBe('school ‘Every other day’')
    page.leave()
  })

  test('a line chooses among them; one that it follows is removed only with what it follows instead', async () => {
    const line = await pages.open(path('&scope=line&of=Pale'))
    await line.user.click(await screen.findByRole('radio', { name: 'Follow this school' }))
    // A line writes none of its own.
    expect(screen.queryByRole('button', { name: 'Add your own question' })).toBeNull()
    await line.user.click(screen.getByRole('button', { name: 'Put it in force' }))
    await screen.findByText(/Edition 1 is in force/)
    line.leave()

    const page = await pages.open(path())
    await screen.findByText('Followed by line Pale.')
    await page.user.click(screen.getByRole('button', { name: 'Add your own school' }))
    await page.user.type(await screen.findByLabelText('Name'), 'Only a bowl')
    await page.user.tab()
    await page.user.click(screen.getByRole('button', { name: 'Close' }))
    await choose(page.user, 'Replacement for Every other day', 'Only a bowl')
    await page.user.click(screen.getByRole('button', { name: 'Remove Every other day' }))
    await page.user.click(screen.getByRole('button', { name: 'Put it in force' }))
    await screen.findByText(/Edition 2 is in force/)
    const { body } = await pages.of.book.as.viewer(
      'GET',
      `/api/protocols/${pages.of.protocolId}?scope=line&of=Pale`,
    )
    expect(body.settings.schools).toEqual({ 'own-1': 'own-2' })
    expect(body.figures['school.1.name']).toBeUndefined()
    page.leave()
  })
})
