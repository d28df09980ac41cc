import './dom'
import { newId } from '@hatch-book/contract'
import { screen, waitFor, within } from '@testing-library/react'
import { addAnimal, type TestServer } from '../../apps/server/test/support'
import { choose, pagesOf } from './opened'

/* Care in a book of one's own: what is repeated is edited where the species is, and stands in the round by itself. */

const geckos = async (server: TestServer) => {
  const book = await server.openBook('Geckos', { withSpecies: false })
  const protocolId = newId()
  await book.as.keeper('POST', '/api/protocols', {
    ...{
      id: protocolId,
      species: 'moss gecko',
      latin: '',
      wayOfLife: 'small lizard laying two eggs',
      figures: {},
    },
  })
  const id = await addAnimal(book, { tag: 'G1', protocolId, hatched: { date: '2022', precision: 'year' } })
  return { book, protocolId, id }
}

describe('in the protocol', () => {
  const pages = pagesOf(geckos)

  test('a task of one’s own is added, begins by itself, and is done by one key; one that is stopped asks for nothing', async () => {
    const page = await pages.open(`/protocols/${pages.of.protocolId}?part=care`)
    await page.user.click(await screen.findByRole('button', { name: 'Add care task' }))
    const fresh = await screen.findByRole('region', { name: 'New task' })
    expect(within(fresh).getByRole('alert').textContent).toContain('say what is done')
    expect(screen.getByRole('button', { name: 'Put it in force' }).getAttribute('disabled')).not.toBeNull()
    await page.user.type(within(fresh).getByLabelText('New task: what is done'), 'offer fruit mash')
    await page.user.tab()
    const task = await screen.findByRole('region', { name: 'offer fruit mash' })
    await page.user.type(within(task).getByLabelText('offer fruit mash: rotation'), 'banana, peach')
    await page.user.tab()
    await choose(page.user, 'offer fruit mash: when nobody is here', 'may be left out')
    await page.user.click(await screen.findByRole('button', { name: 'Put it in force' }))
    await waitFor(() => expect(page.sent(`/api/protocols/${pages.of.protocolId}/editions`)).toHaveLength(1))
    page.leave()

    const round = await pages.open('/round', 'helper')
    const card = await screen.findByRole('article', { name: 'At this tub' })
    expect(card.textContent).toContain('offer fruit mash, banana')
    // A mash is no meal: it has a key of its own, and water goes with whatever is done first.
    await round.user.keyboard('c')
    await waitFor(() => expect(round.sent('/api/entries')).toHaveLength(1))
    const kinds = (round.sent('/api/entries')[0]!.body as { entries: { kind: string }[] }).entries
    expect(kinds.map((e) => e.kind).sort()).toEqual(['cared for', 'water changed'])
    round.leave()

    const again = await pages.open(`/protocols/${pages.of.protocolId}?part=care`)
    await again.user.click(await screen.findByRole('button', { name: 'stop: offer fruit mash' }))
    expect(await screen.findByRole('button', { name: /^do it again/ })).toBeTruthy()
    // Two more: of three tasks the second is taken out, and the third is still there.
    for (const name of ['trim the nails', 'look at the lamp']) {
      await again.user.click(await screen.findByRole('button', { name: 'Add care task' }))
      await again.user.type(await screen.findByLabelText('New task: what is done'), name)
      await again.user.tab()
    }
    const nails = await screen.findByRole('region', { name: 'trim the nails' })
    await again.user.click(within(nails).getByRole('button', { name: 'remove' }))
    await waitFor(() => expect(screen.queryByRole('region', { name: 'trim the nails' })).toBeNull())
    expect(screen.getByRole('region', { name: 'look at the lamp' })).toBeTruthy()
  })

  test('misting twice a day waits for its hours', async () => {
    const page = await pages.open(`/protocols/${pages.of.protocolId}?part=care`)
    const field = await screen.findByLabelText('Misting, Breeder, days between')
    await page.user.type(field, '0.5')
    await page.user.tab()
    await page.user.click(await screen.findByRole('button', { name: 'Put it in force' }))
    await waitFor(() => expect(page.sent(`/api/protocols/${pages.of.protocolId}/editions`)).toHaveLength(1))
    page.leave()
    await pages.open('/round', 'helper')
    const card = await screen.findByRole('article', { name: 'At this tub' })
    // It is noon: the morning's is to be done, the evening's waits.
    expect(card.textContent).toContain('mist it, morning')
    expect(card.textContent).not.toContain('mist it, evening')
    expect((await screen.findByRole('region', { name: 'Later today' })).textContent).toContain(
      'This evening: 1 tub to mist.',
    )
  })
})
