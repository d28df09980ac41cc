import './dom'
import { screen, waitFor, within } from '@testing-library/react'
import type { EntryInput } from '@hatch-book/contract'
import { addAnimal, type TestServer } from '../../apps/server/test/support'
import { faultAt, pagesOf, pressKeys, type OpenPage } from './opened'

/*
 * Racks as they stand: built in a few words, walked by arrows, animals carried from tub to tub by keys. Nobody is put to another, or into a tub
 * that is to be cleaned, without a word.
 */
const pages = pagesOf(async (server: TestServer) => {
  const book = await server.openBook('Racks')
  const small = { purpose: 'growing on', grams: 8, hatched: { date: '2026-04-01', precision: 'day' } }
  const ids = {
    ...{
      a: await addAnimal(book, { tag: 'A1', ...small }),
      b: await addAnimal(book, { tag: 'B1', ...small }),
    },
    /** Full grown: no small tub is for her. */
    large: await addAnimal(book, { tag: 'C1' }),
  }
  return { book, ...ids }
})
const tub = () => screen.findByRole('article', { name: 'The tub' })
const tubIs = (name: string) =>
  waitFor(async () => expect((await tub()).querySelector('.tag')!.textContent).toBe(name))
const keysOf = (card: HTMLElement) => [...card.querySelectorAll('.keys button')].map((b) => b.textContent)
const written = async (page: OpenPage, calls = 1) => {
  await waitFor(() => expect(page.sent('/api/entries')).toHaveLength(calls))
  return page.sent('/api/entries').flatMap((c) => c.body.entries as EntryInput[])
}
const opened = async () => {
  const page = await pages.open('/places')
  await tub()
  return page
}

describe('building', () => {
  const building = async () => {
    const page = await pages.open('/places')
    await page.user.click(await screen.findByRole('button', { name: 'Build a rack' }))
    const form = await screen.findByRole('form', { name: 'New rack' })
    const type = async (label: string, text: string) => {
      const field = within(form).getByLabelText(label)
      await page.user.clear(field)
      if (text) await page.user.type(field, text)
    }
    const build = async (tubs: number) =>
      page.user.click(within(form).getByRole('button', { name: `Build ${tubs} tubs` }))
    return { page, form, type, build }
  }

  test('nothing stands here yet, and it says what to do', async () => {
    await pages.open('/places')
    expect(await screen.findByText(/^No rack stands here yet\. Build one/)).toBeTruthy()
  })

  test('a rack without a name is not built', async () => {
    const { page, form, type, build } = await building()
    await build(48)
    expect(await within(form).findByText('give the rack a name')).toBeTruthy()
    await type('Name of the rack', 'North wall')
    expect(page.sent()).toEqual([])
  })

  test('two rows of three are drawn as they stand, and called by the rack', async () => {
    const { page, type, build } = await building()
    await type('Name of the rack', 'North wall')
    await type('Rows', '2')
    await type('Columns', '3')
    await build(6)
    await tubIs('N1')
    expect(page.sent('/api/racks').concat(page.sent('/api/places'))).toMatchObject([{ status: 200 }])
    expect(document.querySelectorAll('[data-tub]')).toHaveLength(6)
  })

  test('the same name twice is refused at its field, and what was typed is still there', async () => {
    const { form, type, build } = await building()
    await type('Name of the rack', 'north wall')
    await type('Rows', '2')
    await type('Columns', '3')
    await build(6)
    await waitFor(() =>
      expect(form.querySelectorAll('.ant-form-item-explain-error, [role=alert]').length).toBeGreaterThan(0),
    )
    expect(faultAt('Name of the rack')).toBe('this name is taken')
    expect(within(form).getByLabelText('Name of the rack')).toHaveProperty('value', 'north wall')
  })
})

describe('living there', () => {
  test('who has no tub gets one each by one key', async () => {
    const page = await opened()
    const homeless = await screen.findByRole('article', { name: 'Without a tub' })
    expect(homeless.textContent).toContain('Without a tub (3)')
    await pressKeys(page, 't')
    expect(await written(page)).toMatchObject([
      { kind: 'moved', subject: { id: pages.of.a } },
      { kind: 'moved', subject: { id: pages.of.b } },
    ])
    // Whom the tub does not suit is named with the reason, and not moved in passing.
    await waitFor(() => expect(homeless.textContent).toContain('Without a tub (1)'))
    expect(within(homeless).getByRole('alert').textContent).toMatch(
      /C1 into N3: this tub \(small\) has 0\.06 m² of floor; a breeder needs 0\.4 m²/,
    )
    await tubIs('N1')
    expect((await tub()).textContent).toContain('A1')
  })

  test('where the server does not answer nobody is moved, and it is said', async () => {
    const page = await opened()
    await screen.findByRole('article', { name: 'Without a tub' })
    pages.silent(true)
    await pressKeys(page, 't')
    expect(await screen.findByText(/^The server is not answering\./)).toBeTruthy()
    await pressKeys(page, 'm', '{ArrowDown}', '{Enter}')
    await page.settled()
    expect(page.sent('/api/entries')).toEqual([])
    // It is still in the hand.
    expect(keysOf(await tub()).join()).toContain('put A1 down here')
  })

  test('arrows walk the racks as they stand; an animal is carried to a free tub and put down', async () => {
    const page = await opened()
    await pressKeys(page, '{ArrowDown}')
    await tubIs('N4')
    await pressKeys(page, '{ArrowUp}')
    await tubIs('N1')
    await pressKeys(page, 'm')
    await waitFor(async () =>
      expect(keysOf(await tub())).toEqual(['Enter put A1 down here', 'Escape leave it where it is']),
    )
    await pressKeys(page, '{ArrowDown}')
    await tubIs('N4')
    await pressKeys(page, '{Enter}')
    const [moved] = await written(page)
    expect(moved).toMatchObject({ kind: 'moved', subject: { id: pages.of.a } })
    await waitFor(async () => expect((await tub()).textContent).toContain('A1'))
  })

  test('whoever thinks better of it leaves it where it is', async () => {
    const page = await opened()
    await tubIs('N1')
    await pressKeys(page, '{ArrowRight}')
    await tubIs('N2')
    await pressKeys(page, 'm', '{ArrowRight}', '{Escape}')
    await waitFor(async () => expect(keysOf(await tub()).join()).not.toContain('put B1 down'))
    expect(page.sent()).toEqual([])
  })

  test('nobody is put to another without being asked', async () => {
    const page = await opened()
    await pressKeys(page, '{ArrowRight}')
    await tubIs('N2')
    await pressKeys(page, 'm', '{ArrowLeft}', '{ArrowDown}')
    await tubIs('N4')
    await pressKeys(page, '{Enter}')
    await page.settled()
    expect(page.sent('/api/entries').filter((c) => c.status === 200)).toEqual([])
    const doubt = within(await tub()).getByRole('alert')
    expect(doubt.textContent).toMatch(/^B1 moves to N4: 1 in it.*live alone/)
    // Not without a reason, and Cancel is nearer than it.
    expect(within(doubt).getByRole('button', { name: 'Move it anyway' })).toHaveProperty('disabled', true)
    await page.user.type(within(doubt).getByLabelText('Why move it anyway?'), 'for an hour, under my eyes')
    await page.user.click(within(doubt).getByRole('button', { name: 'Move it anyway' }))
    expect(await written(page)).toMatchObject([
      { kind: 'moved', subject: { id: pages.of.b }, payload: { despite: 'for an hour, under my eyes' } },
    ])
  })

  test('a tub that was lived in is to be cleaned before the next; that is one key', async () => {
    const page = await opened()
    await tubIs('N1')
    expect((await tub()).textContent).toContain('Free, to be cleaned first.')
    await pressKeys(page, 'c')
    expect(await written(page)).toMatchObject([{ kind: 'cleaned' }])
    await waitFor(async () => expect((await tub()).textContent).toContain('Free and clean.'))
  })

  test('a scanned tag picks the animal up, a scanned tub puts it down there', async () => {
    const page = await opened()
    // Faster than any hand.
    await page.user.keyboard('B1{Enter}')
    await waitFor(async () => expect(keysOf(await tub()).join()).toContain('put B1 down here'))
    await page.user.keyboard('N6{Enter}')
    expect(await written(page)).toMatchObject([{ kind: 'moved', subject: { id: pages.of.b } }])
    await tubIs('N6')
    // Its Enter is no key of the tub that was in front until then.
    await pressKeys(page)
    await page.settled()
    expect(page.sent('/api/entries')).toHaveLength(1)
  })
})

test('a viewer walks it and moves nothing', async () => {
  const page = await pages.open('/places', 'viewer')
  await tub()
  await pressKeys(page, '{ArrowRight}')
  await tubIs('N2')
  expect(keysOf(await tub())).toEqual([])
  await pressKeys(page, 'm', 'd', 't')
  expect(page.sent()).toEqual([])
  expect(screen.queryByRole('button', { name: 'Build a rack' })).toBeNull()
})

describe('equipment', () => {
  test('a lamp is fitted with the time it is usually good for, replaced and taken out again', async () => {
    const page = await opened()
    const name = (await tub()).querySelector('.tag')!.textContent!
    await page.user.click(await screen.findByRole('button', { name: 'Add equipment' }))
    const form = await screen.findByRole('form', { name: `Equipment for ${name}` })
    expect(within(form).getByLabelText('Replace after so many days')).toHaveProperty('value', '365')
    await page.user.type(within(form).getByLabelText('Name'), 'Basking lamp')
    await page.user.click(within(form).getByRole('button', { name: 'Save equipment' }))
    expect(await written(page)).toMatchObject([
      {
        kind: 'equipment fitted',
        payload: { equipment: 'Basking lamp', kind: 'UV lamp', replaceDays: 365 },
      },
    ])
    const standing = await screen.findByRole('region', { name: `Equipment in ${name}` })
    await waitFor(() =>
      expect(standing.textContent).toMatch(/Basking lamp fitted 20 May, replace by 20 May 2027/),
    )
    await page.user.click(await screen.findByRole('button', { name: 'taken out: Basking lamp' }))
    await written(page, 2)
    await waitFor(() => expect(standing.textContent).not.toContain('Basking lamp'))
  })
})

describe('tasks of a place', () => {
  test('a rack is wiped every week whoever lives in it: set up, done, and removed', async () => {
    const page = await opened()
    const name = (await tub()).querySelector('.tag')!.textContent!
    await page.user.click(await screen.findByRole('button', { name: 'Add task' }))
    const form = await screen.findByRole('form', { name: `Task for ${name}` })
    await page.user.click(within(form).getByRole('button', { name: 'Save task' }))
    // Nothing is set up that nobody named.
    expect(page.sent('/api/entries')).toEqual([])
    await page.user.type(within(form).getByLabelText('What is done'), 'wipe the glass')
    await page.user.click(within(form).getByRole('button', { name: 'Save task' }))
    expect(await written(page)).toMatchObject([
      {
        kind: 'place task set up',
        payload: { task: 'wipe the glass', everyDays: 7, mayBeLeft: false },
      },
    ])
    const tasks = await screen.findByRole('region', { name: `Tasks of ${name}` })
    await waitFor(() => expect(tasks.textContent).toContain('wipe the glass every 7 days; due'))
    await page.user.click(within(tasks).getByRole('button', { name: 'done: wipe the glass' }))
    expect((await written(page, 2))[1]).toMatchObject({
      kind: 'cared for',
      payload: { task: 'wipe the glass' },
    })
    await waitFor(() => expect(tasks.textContent).toContain('wipe the glass every 7 days; 27 May'))
    await page.user.click(within(tasks).getByRole('button', { name: 'remove: wipe the glass' }))
    await written(page, 3)
    await waitFor(() => expect(tasks.textContent).not.toContain('wipe the glass'))
  })
})
