import './dom'
import { newId } from '@hatch-book/contract'
import { act, screen, waitFor, within } from '@testing-library/react'
import { addAnimal, entry, noon, write, type TestServer } from '../../apps/server/test/support'
import { choose, pagesOf, pressKeys } from './opened'

/* An animal looked over by keys, part by part: what is found opens a problem, and nothing is said of what nobody looked at. */

const snakes = async (server: TestServer) => {
  const book = await server.openBook('Snakes', { withSpecies: false })
  const protocolId = newId()
  await book.as.keeper('POST', '/api/protocols', {
    ...{ id: protocolId, species: 'tidal python', latin: '', wayOfLife: 'egg-laying snake', figures: {} },
  })
  const add = async (tag: string) => {
    const placeId = newId()
    await book.as.keeper('POST', '/api/places', { id: placeId, kind: 'tub', name: `T${tag.slice(1)}` })
    const id = await addAnimal(book, {
      ...{ tag, protocolId, placeId, hatched: { date: '2022', precision: 'year' } },
    })
    await write(book, [
      entry('checked', 'animal', id, { check: 'Routine check', looked: ['eyes'] }, noon('2026-04-01')),
      entry('meal', 'animal', id, { outcome: 'taken', prey: 'rat' }, noon('2026-05-01')),
      entry('meal', 'animal', id, { outcome: 'taken', prey: 'rat' }, noon('2026-05-19')),
      entry('water changed', 'place', placeId, {}, noon('2026-05-19')),
    ])
    return id
  }
  return { book, protocolId, ids: [await add('P1'), await add('P2')] as const }
}
const pages = pagesOf(snakes)
const pause = () => act(() => new Promise((resolve) => setTimeout(resolve, 150)))
const openProblems = async (id: string) =>
  ((await pages.of.book.as.keeper('GET', `/api/animals/${id}`)).body.animal as { openProblems: string[] })
    .openProblems
const checkAt = (tag: string) => screen.findByRole('region', { name: `Routine check of ${tag}` })

test('in the round it is done by keys: well, found, not looked at; what was found is an open problem', async () => {
  const page = await pages.open('/round', 'helper')
  const card = await screen.findByRole('article', { name: 'At this tub' })
  expect(card.textContent).toContain('Check it: routine check')
  await pause()
  await pressKeys(page, 'h')
  const check = await checkAt('P1')
  expect(check.textContent).toContain('eyes well: open, clear and full')
  await pressKeys(page, ' ')
  // At the nose: what it may mean is said at once.
  await pressKeys(page, '1')
  await waitFor(() => expect(check.textContent).toContain('may mean a chest infection'))
  expect(within(check).getByRole('button', { name: 'nose: bubbles or slime at the nose' })).toBeTruthy()
  await pressKeys(page, ' ')
  await pressKeys(page, 'n')
  await pressKeys(page, 'a')
  await waitFor(() =>
    expect(check.textContent).toContain('Bubbles or slime at the nose; not looked at: mouth'),
  )
  await pressKeys(page, '{Enter}')
  await waitFor(() => expect(page.sent('/api/entries')).toHaveLength(1))
  expect(page.sent('/api/entries')[0]).toMatchObject({
    ...{ status: 200 },
    body: {
      entries: [
        {
          kind: 'checked',
          subject: { id: pages.of.ids[0] },
          payload: {
            check: 'Routine check',
            left: ['mouth'],
            found: [{ part: 'nose', sign: 'bubbles or slime at the nose' }],
          },
        },
      ],
    },
  })
  expect(await openProblems(pages.of.ids[0])).toEqual(['bubbles or slime at the nose'])
})

test('what no key settles is not in the way: the space bar goes on, and nothing is written', async () => {
  const page = await pages.open('/round', 'helper')
  const card = await screen.findByRole('article', { name: 'At this tub' })
  expect(card.textContent).toContain('P2')
  await pause()
  await pressKeys(page, ' ')
  await pause()
  expect(page.sent('/api/entries')).toEqual([])
})

test('on its page: what was found before is over once that part is well again, and how it came out is told', async () => {
  const [id] = pages.of.ids
  const page = await pages.open(`/animals/${id}`)
  const told = await screen.findByRole('region', { name: 'Checks' })
  expect(told.textContent).toMatch(/Routine check not passed 20 May/)
  await pause()
  await pressKeys(page, 'h')
  const check = await checkAt('P1')
  const save = within(check).getByRole('button', { name: /save check/ })
  // Nothing was looked at yet: there is nothing to save.
  expect(save.getAttribute('disabled')).not.toBeNull()
  await page.user.click(within(check).getByRole('button', { name: /all the rest is well/ }))
  await waitFor(() => expect(check.textContent).toContain('All well'))
  await page.user.click(within(check).getByRole('button', { name: /save check/ }))
  await waitFor(() => expect(page.sent('/api/entries')).toHaveLength(1))
  expect(await openProblems(id)).toEqual([])
  await waitFor(() =>
    expect(screen.getByRole('region', { name: 'Checks' }).textContent).toMatch(/Routine check passed 20 May/),
  )
})

test('a keeper names a part and a sign of their own, sets the rhythm, and stops what they do not want', async () => {
  const url = `/protocols/${pages.of.protocolId}?part=check`
  const page = await pages.open(url)
  const routine = await screen.findByRole('region', { name: 'Routine check' })
  const parts = within(routine).getByLabelText('Routine check: what is looked at')
  await page.user.clear(parts)
  await page.user.type(parts, 'eyes, rattle')
  await page.user.tab()
  await page.user.click(screen.getByRole('button', { name: 'Add sign' }))
  const sign = await screen.findByRole('region', { name: 'New sign' })
  expect(within(sign).getByRole('alert').textContent).toContain('say what is seen')
  await page.user.type(within(sign).getByLabelText('New sign: what is seen'), 'rattle lost')
  await page.user.tab()
  const named = await screen.findByRole('region', { name: 'rattle lost' })
  const at = within(named).getByLabelText('rattle lost: at which part')
  await page.user.clear(at)
  await page.user.type(at, 'rattle')
  await page.user.tab()
  await page.user.click(screen.getByRole('button', { name: 'stop: Mid-rest check' }))
  await choose(page.user, 'Check before leaving: when', 'before quarantine ends')
  await page.user.click(screen.getByRole('button', { name: 'Put it in force' }))
  await waitFor(() =>
    expect(page.sent(`${url.split('?')[0]!.replace('/', '/api/')}/editions`)).toHaveLength(1),
  )
  const { checks } = (await pages.of.book.as.keeper('GET', `/api/animals/${pages.of.ids[1]}`)).body as {
    checks: { name: string; parts: { part: string; signs: { sign: string }[] }[] }[]
  }
  expect(checks.map((c) => c.name)).not.toContain('Mid-rest check')
  const [eyes, rattle] = checks.find((c) => c.name === 'Routine check')!.parts
  expect(eyes!.part).toBe('eyes')
  expect(rattle).toMatchObject({ part: 'rattle', signs: [{}, { sign: 'rattle lost' }] })
})
