import './dom'
import { screen, waitFor, within } from '@testing-library/react'
import { newId, type EntryInput } from '@hatch-book/contract'
import { addAnimal, entered, entry, feed, noon, write, type TestServer } from '../../apps/server/test/support'
import { choose, pagesOf, type OpenPage } from './opened'

/*
 * A winter from its plan to the first meal after it, in a southern book that begins in May: what kills in the cold is held back and cannot be
 * pressed, whoever is asleep is checked by keys, and whoever fails is woken step by step.
 */
const pages = pagesOf(async (server: TestServer) => {
  const book = await server.openBook('A southern room')
  const grown = async (tag: string, change: object = {}) => {
    const id = await addAnimal(book, { tag, ...change })
    await feed(book, id)
    return id
  }
  const ids = {
    ...{
      ready: await grown('R1'),
      light: await grown('R2', { grams: 138 }),
      full: await grown('R3'),
      ill: await grown('R4'),
    },
    other: await grown('R5'),
  }
  const clear = (id: string) => entry('droppings', 'animal', id, { clear: true }, noon('2026-05-18'))
  await entered(book, [
    ...[ids.ready, ids.light, ids.ill].map(clear),
    entry('problem found', 'animal', ids.ill, { problem: 'mites' }),
    // Fed three days ago, and nothing came since.
    entry('meal', 'animal', ids.full, { outcome: 'taken' }, noon('2026-05-17')),
  ])
  return { book, ...ids }
})

const WHO = 'Who will rest: animals, or whole lines'
const main = () => document.querySelector('main')!.textContent
const press = async ({ user, settled }: OpenPage, name: string | RegExp) => {
  await user.click(await screen.findByRole('button', { name }))
  await settled()
}
/** The card of one that rests, with the plan it is in. */
async function cardOf(page: OpenPage, tag: string): Promise<HTMLElement> {
  await press(page, new RegExp(`^${tag} `))
  return screen.findByRole('article', { name: `Rest of ${tag}` })
}
const keysOf = (card: HTMLElement) =>
  [...card.querySelectorAll('.keys button')].map((key) => key.textContent.replace(/^\S+ /, ''))

describe('planning', () => {
  const plan = async (...tags: string[]) => {
    const page = await pages.open('/rest/new')
    for (const tag of tags) await choose(page.user, WHO, tag)
    await page.user.click(screen.getByText('a fixed day'))
    await page.user.click(screen.getByText('south'))
    return page
  }

  test('nobody is chosen, and nothing can be shown', async () => {
    await pages.open('/rest/new')
    expect(await screen.findByRole('button', { name: 'Show the clocks' })).toHaveProperty('disabled', true)
  })

  test('the clocks are shown before anything is saved, and who is held back with every reason', async () => {
    const page = await plan('R1', 'R2', 'R3', 'R4')
    await press(page, 'Show the clocks')
    expect(page.sent().map((c) => c.path)).toEqual(['/api/rest-plans/trial'])
    const says = screen.getByRole('status').textContent
    expect(says).toMatch(/^2 can rest, 2 held back: R2 \(.*12 g below the minimum for a rest.*R4 \(mites/)
    expect(says).toContain('They stay in the plan, and join it when their gates open.')
    // Another day is another plan: its clocks are shown before it can be saved.
    await page.user.click(screen.getByText('the wanted pairing'))
    expect(await screen.findByRole('button', { name: 'Show the clocks' })).toBeTruthy()
    expect(screen.queryByRole('status')).toBeNull()
  })

  test('a name of its own changes no clock: the plan is saved as it is shown, and stands there next', async () => {
    const page = await plan('R1', 'R2', 'R3', 'R4')
    await press(page, 'Show the clocks')
    await page.user.type(screen.getByLabelText('Called'), 'The long sleep')
    await press(page, 'Save plan')
    expect(page.sent('/api/rest-plans').at(-1)).toMatchObject({
      status: 200,
      body: {
        name: 'The long sleep',
        anchor: { kind: 'cooling begins', day: '2026-05-20' },
        hemisphere: 'south',
      },
    })
    await waitFor(() => expect(page.address()).toMatch(/^\/rest\?plan=/))
    expect(await screen.findByRole('heading', { name: /^Rest that begins on 20 May/ })).toBeTruthy()
    expect(main()).toContain('4 chosen: 2 still to go in, 2 held back')
  })

  test('what the server refuses of a plan stands at the form, and what was chosen is still there', async () => {
    const page = await plan('R5')
    pages.refuseAll({ detail: 'This one rests already.' })
    await press(page, 'Show the clocks')
    expect(within(screen.getByRole('form', { name: 'Plan a rest' })).getByRole('alert').textContent).toBe(
      'This one rests already. What you wrote is still here.',
    )
    expect(main()).toContain('R5')
    expect(page.address()).toBe('/rest/new')
  })
})

describe('going in', () => {
  test('a gut that is clear, after days without food: it goes in by one key', async () => {
    const page = await pages.open('/rest')
    const card = await cardOf(page, 'R1')
    expect(keysOf(card)).toEqual(['droppings, gut clear', 'droppings, more to come', 'goes in'])
    await page.user.keyboard('g')
    await waitFor(() =>
      expect(page.sent('/api/entries')).toMatchObject([
        { status: 200, body: { entries: [{ kind: 'rest began', subject: { id: pages.of.ready } }] } },
      ]),
    )
    await waitFor(() => expect(keysOf(card)).toEqual(['begins to warm']))
    expect(card.textContent).toContain('going down')
  })

  test('food in the gut is what kills in the cold: there is no key, the day is named, and no other key goes round it', async () => {
    const page = await pages.open('/rest')
    const card = await cardOf(page, 'R3')
    expect(card.textContent).toMatch(
      /Do not cool it today\. Fed on 17 May, so wait 10 days before cooling: food left in the gut rots at 12 °C.*Earliest 27.May/,
    )
    expect(keysOf(card)).toEqual(['droppings, gut clear', 'droppings, more to come'])
    await page.user.keyboard('g')
    await page.settled()
    expect(page.sent()).toEqual([])
    // Its gut is clear now, and the days are not over.
    await page.user.keyboard('d')
    await waitFor(() =>
      expect(page.sent('/api/entries')).toMatchObject([{ body: { entries: [{ kind: 'droppings' }] } }]),
    )
    await waitFor(() => expect(card.textContent).not.toContain('No droppings since'))
    expect(card.textContent).toContain('Do not cool it today.')
    expect(keysOf(card)).not.toContain('goes in')
  })

  test('another device says so all the same: the server refuses it, and nothing is written', async () => {
    const { status, body } = await write(pages.of.book, [entry('rest began', 'animal', pages.of.full)])
    expect([status, body.detail]).toEqual([409, expect.stringMatching(/wait 10 days before cooling/)])
  })

  test('an illness is overruled by nobody; a weight is, with a reason, and that is withdrawn again', async () => {
    const page = await pages.open('/rest')
    const ill = await cardOf(page, 'R4')
    await press(page, 'reasons')
    const illSheet = await screen.findByRole('dialog')
    expect(illSheet.textContent).toContain('no reason overrules it: this is what kills in the cold')
    await page.user.click(within(illSheet).getByRole('button', { name: 'Overrule' }))
    const choices = await within(illSheet).findByRole('form', { name: 'Overrule' })
    expect(within(choices).queryByText('may rest')).toBeNull()
    page.leave()

    const again = await pages.open('/rest')
    const card = await cardOf(again, 'R2')
    await press(again, 'reasons')
    const sheet = await screen.findByRole('dialog')
    await again.user.click(within(sheet).getByRole('button', { name: 'Overrule' }))
    const form = await within(sheet).findByRole('form', { name: 'Overrule' })
    await again.user.type(within(form).getByLabelText('Why'), 'she did well at this weight last year')
    await again.user.click(within(form).getByRole('button', { name: 'Overrule' }))
    await again.settled()
    await waitFor(() =>
      expect(card.textContent).toMatch(
        /Rests by decision of Owner, 20 May: she did well at this weight last year/,
      ),
    )
    expect(ill.isConnected).toBe(false)
    await press(again, 'withdraw the decision')
    await waitFor(() => expect(card.textContent).toContain('held back'))
  })

  test('a helper is shown all of it and plans nothing', async () => {
    const page = await pages.open('/rest', 'helper')
    const card = await cardOf(page, 'R2')
    expect(screen.queryByRole('button', { name: 'Plan a rest' })).toBeNull()
    expect(within(card).queryByText('out of the plan')).toBeNull()
    await press(page, 'reasons')
    expect(within(await screen.findByRole('dialog')).queryByRole('button', { name: 'Overrule' })).toBeNull()
  })
})

describe('asleep', () => {
  const asleep = pagesOf(async (server: TestServer) => {
    const book = await server.openBook('In the cold')
    const at = noon
    const sleeper = async (tag: string) => {
      const id = await addAnimal(book, { tag })
      await entered(book, [
        ...['2026-03-20', '2026-03-27', '2026-04-01'].map((day) =>
          entry('meal', 'animal', id, { outcome: 'taken' }, at(day)),
        ),
        entry('droppings', 'animal', id, { clear: true }, at('2026-04-12')),
        entry('weighed', 'animal', id, { grams: 420, context: 'empty', condition: 3 }, at('2026-04-18')),
      ])
      return id
    }
    const ids = { well: await sleeper('S1'), thin: await sleeper('S2'), ill: await sleeper('S3') }
    const plan = {
      ...{ id: newId(), name: 'Winter', anchor: { kind: 'cooling begins', day: '2026-04-20' } },
      ...{ hemisphere: 'south', rests: Object.values(ids).map((animalId) => ({ id: newId(), animalId })) },
    }
    const saved = await book.as.keeper('POST', '/api/rest-plans', plan)
    if (saved.status !== 200) throw new Error(JSON.stringify(saved.body))
    await entered(
      book,
      Object.values(ids).map((id) => entry('rest began', 'animal', id, {}, at('2026-04-20'))),
    )
    return { book, ...ids }
  })
  const card = (tag: string) => screen.findByRole('article', { name: `Check of ${tag}` })

  test('each check is Enter, or its figures and Enter; the next one comes by itself', async () => {
    const page = await asleep.open('/rest/checks')
    expect(await screen.findByRole('heading', { name: '3 checks due' })).toBeTruthy()
    const first = await card('S1')
    expect(first.textContent).toMatch(/check 1, day \d+ of \d+/)
    await page.user.type(within(first).getByLabelText('or type it'), '413')
    expect(first.textContent).toMatch(/1\.7 % under its start of 420 g; alarm at \d+ %/)
    await page.user.keyboard('{Enter}')
    await waitFor(() =>
      expect(page.sent('/api/entries').map((c) => c.body.entries.map((e: EntryInput) => e.kind))).toEqual([
        ['weighed', 'rest check'],
      ]),
    )
    expect(await screen.findByRole('heading', { name: '2 checks due' })).toBeTruthy()
    expect(await card('S2')).toBeTruthy()
  })

  test('a code that is scanned ends with Enter, and that is no check', async () => {
    const page = await asleep.open('/rest/checks')
    await card('S2')
    // Faster than any hand.
    await page.user.keyboard('ZZ9{Enter}')
    await page.settled()
    expect(page.sent()).toEqual([])
  })

  test('a weight that cannot be read is not left out: nothing is written until it can', async () => {
    const page = await asleep.open('/rest/checks')
    const second = await card('S2')
    const field = within(second).getByLabelText('or type it')
    await page.user.type(field, 'four hundred')
    await page.user.keyboard('{Enter}')
    await page.settled()
    expect(page.sent()).toEqual([])
    await page.user.clear(field)
    await page.user.type(field, '300{Enter}')
    await waitFor(() => expect(page.sent('/api/entries')).toHaveLength(1))
    // More than a quarter is gone: this is no matter of another look next week.
    page.leave()
    const again = await asleep.open(`/rest/checks`)
    await again.user.click(within(await screen.findByRole('list', { name: 'Asleep' })).getByText('S2'))
    const thin = await card('S2')
    expect(within(thin).getByRole('alert').textContent).toMatch(
      /Wake it now\. .*28\.6 %|Wake it now\. .*29 %/,
    )
  })

  test('a sign of illness wakes it: step by step, the vet is named, and it is written when it is out', async () => {
    const page = await asleep.open('/rest/checks')
    const third = await card('S3')
    await page.user.keyboard('1')
    expect((await within(third).findByRole('status')).textContent).toMatch(
      /^breathing: gapes, clicks, bubbles/,
    )
    await page.user.keyboard('{Enter}')
    await waitFor(() =>
      expect(page.sent('/api/entries')).toMatchObject([
        { status: 200, body: { entries: [{ kind: 'rest check', payload: { signs: ['breathing'] } }] } },
      ]),
    )
    page.leave()
    const again = await asleep.open('/rest')
    // It stands first of all, whichever plan is looked at.
    const needs = await screen.findByRole('article', { name: 'Needs somebody' })
    await again.user.click(within(needs).getByRole('button', { name: /^S3 wake now/ }))
    const rest = await screen.findByRole('article', { name: 'Rest of S3' })
    expect(rest.textContent).toContain('See a vet')
    await press(again, 'Wake it, step by step')
    const out = within(rest).getByRole('button', { name: 'It is out of the cold' })
    expect(out).toHaveProperty('disabled', true)
    await again.user.click(within(rest).getAllByRole('checkbox')[0]!)
    await press(again, 'It is out of the cold')
    await waitFor(() =>
      expect(again.sent('/api/entries')).toMatchObject([
        { status: 200, body: { entries: [{ kind: 'warmed' }] } },
      ]),
    )
    await waitFor(() => expect(rest.textContent).toMatch(/warming up|woken early/))
    expect(keysOf(rest)).toEqual(expect.arrayContaining(['water, bath', 'ate', 'refused']))
  })

  test('a viewer sees who sleeps, and has no key to press', async () => {
    await asleep.open('/rest/checks', 'viewer')
    await screen.findByRole('heading', { name: /check/ })
    expect(document.querySelectorAll('main .keys button')).toHaveLength(0)
  })
})
