import './dom'
import { screen, within } from '@testing-library/react'
import { addAnimal, type TestServer } from '../../apps/server/test/support'
import { newId } from '@hatch-book/contract'
import { choose, pagesOf } from './opened'

/* The stages of a species in a book of one's own: added, left out, renamed, put in order, and what moves an animal on. */

const turtles = async (server: TestServer) => {
  const book = await server.openBook('Turtles', { withSpecies: false })
  const protocolId = newId()
  await book.as.keeper('POST', '/api/protocols', {
    ...{ id: protocolId, species: 'mud turtle', latin: '', wayOfLife: 'semi-aquatic turtle', figures: {} },
  })
  return { book, protocolId }
}

describe('stages', () => {
  const pages = pagesOf(turtles)
  const path = () => `/protocols/${pages.of.protocolId}?part=stage`
  const ladder = async () => {
    const list = await screen.findByRole('list', { name: 'Stages in their order' })
    return within(list).getAllByRole('listitem')
  }
  const names = async () => (await ladder()).map((item) => item.textContent!.replace(/ \d+$/, ''))

  test('a stage is added, named, gated and put in force; an animal says how long its shell is, and moves on', async () => {
    const page = await pages.open(path())
    expect(await names()).toEqual(['Yolk days', 'Nursery', 'Yearling', 'Growing on', 'Breeder'])
    await page.user.click(await screen.findByRole('button', { name: 'Add stage after' }))
    expect((await names()).slice(0, 3)).toEqual(['Yolk days', 'New stage', 'Nursery'])
    const card = await screen.findByRole('region', { name: 'New stage' })
    expect(within(card).getAllByText('same as ‘Yolk days’').length).toBeGreaterThan(3)
    await page.user.clear(within(card).getByLabelText('Name'))
    await page.user.type(within(card).getByLabelText('Name'), 'Shallow tray')
    await page.user.tab()
    await choose(page.user, 'Moves on when: ask for', 'Shell length')
    await page.user.type(await screen.findByLabelText('Shell length'), '40')
    await page.user.tab()
    await choose(page.user, 'Tub: add', 'Depth of water')
    await page.user.type(await screen.findByLabelText('Depth of water'), '15')
    await page.user.tab()
    await page.user.click(await screen.findByRole('button', { name: 'Put it in force' }))
    await screen.findByText(/Edition 1 is in force/)
    page.leave()

    // Who stood beyond it would be kept there: this one comes now.
    const id = await addAnimal(pages.of.book, {
      ...{ tag: 'T1', protocolId: pages.of.protocolId, hatched: { date: '2026-05-10', precision: 'day' } },
      ...{ grams: null, purpose: 'growing on', sex: 'unknown' },
    })
    const shown = await pages.open(`/animals/${id}`)
    await screen.findByText('Shallow tray', { selector: 'strong' })
    expect(document.body.textContent).toContain('mm deep')
    await shown.user.keyboard('i')
    await shown.user.type(await screen.findByLabelText('Size, mm'), '41')
    await shown.user.click(screen.getByRole('button', { name: 'Save size' }))
    await screen.findByText('Nursery', { selector: 'strong' })
    const size = await screen.findByRole('region', { name: 'Size' })
    expect(size.textContent).toContain('Shell length 41 mm')
    shown.leave()
  })

  test('a name that another stage has is refused where it is typed; one left out is put back as it was', async () => {
    const page = await pages.open(path())
    await page.user.click(await screen.findByRole('button', { name: 'Yearling' }))
    await page.user.clear(await screen.findByLabelText('Name'))
    await page.user.type(screen.getByLabelText('Name'), 'nursery')
    await page.user.tab()
    expect((await screen.findByRole('alert')).textContent).toContain('another stage is called')
    expect(screen.getByRole('button', { name: 'Put it in force' }).getAttribute('disabled')).not.toBeNull()
    await page.user.click(screen.getByRole('button', { name: 'as it was' }))
    await page.user.click(await screen.findByRole('button', { name: 'Remove Yearling' }))
    expect(await names()).not.toContain('Yearling')
    await screen.findByText(/Removed: Yearling/)
    await page.user.click(screen.getByRole('button', { name: 'put it back' }))
    expect(await names()).toContain('Yearling')
    page.leave()
  })

  test('days at two temperatures give the threshold and the constant; what cannot be is said where it is typed', async () => {
    const page = await pages.open(`/protocols/${pages.of.protocolId}?part=thermal`)
    const card = await screen.findByRole('region', { name: 'From two temperatures' })
    const type = async (name: string, text: string) => {
      await page.user.clear(within(card).getByLabelText(name))
      await page.user.type(within(card).getByLabelText(name), text)
    }
    await type('days, days', '60')
    await type('at, °C', '27')
    await type('days of another, days', '55')
    await type('at another, °C', '24')
    expect(within(card).getByRole('alert').textContent).toContain(
      'the warmer temperature must take fewer days',
    )
    await type('days of another, days', '75')
    expect(within(card).getByRole('status').textContent).toContain('Nothing develops below 12.0 °C')
    expect(within(card).getByRole('status').textContent).toContain('28 °C: 56.3 days')
    expect(within(card).getByRole('img', { name: 'Days by temperature' })).toBeTruthy()
    await page.user.click(within(card).getByRole('button', { name: 'Use these figures' }))
    await page.user.click(await screen.findByRole('button', { name: 'Put it in force' }))
    await screen.findByText(/Edition \d is in force/)
    const { settings } = (await pages.of.book.as.owner('GET', `/api/protocols/${pages.of.protocolId}`))
      .body as { settings: { figures: Record<string, { value: number }> } }
    expect(settings.figures).toMatchObject({
      'thermal.1.thresholdC': { value: 12 },
      'thermal.1.degreeDays': { value: 900 },
      'thermal.1.days': { value: 56.3 },
    })
    page.leave()
  })

  test('weights at two ages give the curve of growth, drawn before it is taken over', async () => {
    const page = await pages.open(`/protocols/${pages.of.protocolId}?part=growth`)
    const card = await screen.findByRole('region', { name: 'From two weights' })
    const type = async (name: string, text: string) => {
      await page.user.clear(within(card).getByLabelText(name))
      await page.user.type(within(card).getByLabelText(name), text)
    }
    await type('weight', '20 g')
    await type('age', '1 year')
    await type('weight later', '18 g')
    await type('age then', '2 years')
    expect(within(card).getByRole('alert').textContent).toContain('the later weight must be higher')
    await type('weight later', '30 g')
    expect(within(card).getByRole('img', { name: 'Growth by these weights' })).toBeTruthy()
    await page.user.click(within(card).getByRole('button', { name: 'Use this curve' }))
    await page.user.click(await screen.findByRole('button', { name: 'Put it in force' }))
    await screen.findByText(/Edition \d is in force/)
    const { settings } = (await pages.of.book.as.owner('GET', `/api/protocols/${pages.of.protocolId}`))
      .body as { settings: { figures: Record<string, { value: number }> } }
    const [A, k, Ti] = ['A', 'k', 'Ti'].map((of) => settings.figures[`growth.female.${of}`]!.value)
    const weightAt = (days: number) => A! * Math.exp(-Math.exp(-k! * (days - Ti!)))
    expect(weightAt(365)).toBeCloseTo(20, 0)
    expect(weightAt(730)).toBeCloseTo(30, 0)
    page.leave()
  })
})
