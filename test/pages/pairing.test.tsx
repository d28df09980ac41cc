import './dom'
import { screen, waitFor, within } from '@testing-library/react'
import { newId, type EntryInput } from '@hatch-book/contract'
import { addAnimal, entry, feed, noon, write, type TestServer } from '../../apps/server/test/support'
import { choose, pagesOf, problemOf, type OpenPage } from './opened'

/*
 * Two animals are put down for each other, and what is seen of them is written by keys: who may not be paired is refused with the rule, and
 * overruled only with a reason; what was seen earlier keeps its own time.
 */
const pages = pagesOf(async (server: TestServer) => {
  const book = await server.openBook('In spring')
  const grown = async (tag: string, change: object = {}) => {
    const id = await addAnimal(book, { tag, ...change })
    await feed(book, id)
    return id
  }
  const male = { sex: 'male' }
  const ids = {
    ...{
      f1: await grown('F1'),
      f2: await grown('F2'),
      m1: await grown('M1', male),
      m2: await grown('M2', male),
    },
    /** Far too young. */
    young: await grown('F3', { hatched: { date: '2025-09-01', precision: 'day' } }),
  }
  const daughter = await grown('D1', {
    damId: ids.f2,
    sireId: ids.m1,
    hatched: { date: '2023-06-01', precision: 'day' },
  })
  return { book, ...ids, daughter }
})
const form = () => screen.findByRole('form', { name: 'Pair two animals' })
const pairing = async (female: string, male: string) => {
  const page = await pages.open('/pairing')
  await page.user.click(await screen.findByRole('button', { name: 'Pair two animals' }))
  const fields = await form()
  await choose(page.user, 'Female', female)
  await choose(page.user, 'Male', male)
  const press = async (name: string) => {
    await page.user.click(within(fields).getByRole('button', { name }))
    await page.settled()
  }
  return { page, fields, press }
}
const said = (within_: HTMLElement) =>
  [...within_.querySelectorAll('[role=alert]')].map((e) => e.textContent).join(' ')
const seen = async (page: OpenPage, calls = 1) => {
  await waitFor(() => expect(page.sent('/api/entries')).toHaveLength(calls))
  return page.sent('/api/entries').flatMap((c) => c.body.entries as EntryInput[])
}

describe('putting down', () => {
  test('nobody is paired with nobody', async () => {
    const page = await pages.open('/pairing')
    expect(await screen.findByText(/^No pairing is in the book yet\./)).toBeTruthy()
    await page.user.click(await screen.findByRole('button', { name: 'Pair two animals' }))
    await page.user.click(within(await form()).getByRole('button', { name: 'Pair animals' }))
    expect(await within(await form()).findByText('choose the female')).toBeTruthy()
    expect(await within(await form()).findByText('choose the male')).toBeTruthy()
    expect(page.sent()).toEqual([])
  })

  test('one that is not for this season is refused with the rule, however much one would like to', async () => {
    const { page, fields, press } = await pairing('F3', 'M2')
    await press('Pair animals')
    await waitFor(() =>
      expect(fields.textContent).toMatch(
        /F3 is not for this season: .*Overrule it first if you know better\./,
      ),
    )
    expect(within(fields).queryByRole('button', { name: 'Overrule and pair' })).toBeNull()
    expect(page.sent('/api/pairings')).toMatchObject([{ status: 422 }])
  })

  test('father and daughter are refused; a reason is needed, and stays with the pairing', async () => {
    const { page, fields, press } = await pairing('D1', 'M1')
    await press('Pair animals')
    await waitFor(() =>
      expect(said(fields)).toContain('their young would be inbred 25 %, refused from 25 % on'),
    )
    await press('Overrule and pair')
    expect(await within(fields).findByText('Give a reason. It is saved with the pairing.')).toBeTruthy()
    expect(page.sent('/api/pairings')).toHaveLength(1)
    // Of another pair nothing was refused.
    await choose(page.user, 'Male', 'M2')
    expect(await within(fields).findByRole('button', { name: 'Pair animals' })).toBeTruthy()
    await choose(page.user, 'Male', 'M1')
    await press('Pair animals')
    await waitFor(() => expect(said(fields)).toContain('inbred 25 %'))
    await page.user.type(within(fields).getByLabelText('Why pair them anyway?'), 'to prove the line')
    await press('Overrule and pair')
    await waitFor(() => expect(page.address()).toMatch(/^\/pairing\/[0-9a-f-]{36}$/))
    await waitFor(() =>
      expect(document.querySelector('article')!.textContent).toMatch(
        /Paired although .*inbred 25 %.*Because: to prove the line/,
      ),
    )
  })
})

describe('what is seen', () => {
  const opened = async (femaleId: string, maleId: string) => {
    const id = newId()
    const { status } = await pages.of.book.as.keeper('POST', '/api/pairings', { id, femaleId, maleId })
    expect(status).toBe(200)
    const page = await pages.open(`/pairing/${id}`)
    await screen.findByRole('button', { name: 'I introduced' })
    return { id, page }
  }

  test('introduced, locked for so long, parted: a key each, and the eggs have their days', async () => {
    const { page } = await opened(pages.of.f1, pages.of.m1)
    await page.user.keyboard('i')
    await seen(page)
    const minutes = await screen.findByLabelText('minutes of the lock')
    await page.user.type(minutes, '42')
    await page.user.click(screen.getByRole('button', { name: 'K locked' }))
    expect((await seen(page, 2))[1]).toMatchObject({ kind: 'locked', payload: { minutes: 42 } })
    // It was of that lock: the next one has its own.
    await waitFor(() => expect(minutes).toHaveProperty('value', ''))
    await page.user.click(screen.getByRole('button', { name: 'P separated' }))
    await seen(page, 3)
    await screen.findByText(/^Look for eggs /)
    expect(document.querySelector('article')!.textContent).toMatch(/1 meeting, 1 lock, since 20 May/)
    await waitFor(() => expect(screen.queryByRole('button', { name: 'K locked' })).toBeNull())
  })

  test('a plan is withdrawn with its reason, asks for nothing, and is taken up again', async () => {
    const { page } = await opened(pages.of.f2, pages.of.m1)
    await page.user.click(screen.getByRole('button', { name: 'Withdraw this pairing' }))
    const asked = await screen.findByRole('dialog', { name: 'Withdraw F2 × M1?' })
    await page.user.type(within(asked).getByLabelText('Why'), 'he is promised elsewhere')
    await page.user.click(within(asked).getByRole('button', { name: 'Withdraw it' }))
    expect(await seen(page)).toMatchObject([
      { kind: 'withdrawn', payload: { reason: 'he is promised elsewhere' } },
    ])
    const again = await screen.findByRole('button', { name: 'Plan them again' })
    expect(document.querySelector('article')!.textContent).toContain('Not to be paired')
    expect(screen.queryByRole('button', { name: 'I introduced' })).toBeNull()
    expect(screen.getByText('pairing withdrawn: he is promised elsewhere')).toBeTruthy()
    await page.user.click(again)
    await screen.findByRole('button', { name: 'I introduced' })
  })

  test('what was seen earlier is written with its own time; what is to come cannot be', async () => {
    const { page } = await opened(pages.of.f2, pages.of.m2)
    const when = screen.getByLabelText('when it was seen')
    await page.user.click(when)
    await page.user.type(when, '18 May 2026 21:30{Enter}')
    await page.user.click(screen.getByRole('button', { name: 'I introduced' }))
    const [introduced] = await seen(page)
    expect(introduced).toMatchObject({ kind: 'introduced', at: '2026-05-18T21:30:00.000Z' })
    expect((await screen.findAllByText(/since 18 May/)).length).toBeGreaterThan(0)
  })

  test('a bite parts them at once: it is said large, and which one comes out', async () => {
    const { pairings } = (await pages.of.book.as.keeper('GET', '/api/pairings')).body
    const together = (pairings as { id: string; state: string }[]).find((p) => p.state === 'together')!
    const page = await pages.open(`/pairing/${together.id}`)
    await page.user.click(await screen.findByRole('button', { name: 'X attacked' }))
    expect(await seen(page)).toMatchObject([{ kind: 'attacked' }])
    await waitFor(() => expect(document.querySelector('article.trouble')).not.toBeNull())
    expect(document.querySelector('article')!.textContent).toMatch(/separate them|take (him|her) out/i)
    expect(
      within(screen.getByRole('list', { name: 'Pairings' })).getByText(
        /^(separate them now|take (him|her) out)$/,
      ),
    ).toBeTruthy()
  })

  test('what the server does not take is said, and stays unwritten', async () => {
    const { pairings } = (await pages.of.book.as.keeper('GET', '/api/pairings')).body
    const together = (pairings as { id: string; state: string }[]).find((p) => p.state === 'together')!
    const page = await pages.open(`/pairing/${together.id}`)
    pages.refuseAll({ detail: 'It was parted on another device.' })
    await page.user.click(await screen.findByRole('button', { name: 'C courted' }))
    expect(await screen.findByText('It was parted on another device.')).toBeTruthy()
  })
})

describe('from a cross', () => {
  const crossed = async () => {
    const page = await pages.open('/pairing/crosses')
    await page.settled()
    return page
  }
  test('what speaks against it is told in a sheet, and so is all that is refused there', async () => {
    const { body } = await write(pages.of.book, [
      entry(
        'overruled',
        'animal',
        pages.of.daughter,
        { about: 'readiness', verdict: 'ready', reason: 'large for her age' },
        noon('2026-05-20'),
      ),
    ])
    expect(body).not.toHaveProperty('code')
    const page = await crossed()
    await choose(page.user, 'Female', 'D1')
    await choose(page.user, 'Male', 'M1')
    await page.user.click(screen.getByRole('button', { name: 'Compare' }))
    const card = await screen.findByRole('article', { name: 'D1 × M1' })
    expect(card.textContent).toMatch(/Young inbred 25 %/)
    await page.user.click(within(card).getByRole('button', { name: 'Pair them' }))
    const sheet = await screen.findByRole('dialog')
    expect(sheet.textContent).toContain('D1 × M1 is refused')
    expect(said(sheet)).toContain('their young would be inbred 25 %')
    const overrule = async () =>
      page.user.click(await within(sheet).findByRole('button', { name: 'Overrule and pair' }))
    await overrule()
    await waitFor(() => expect(said(sheet)).toContain('Give a reason. It is saved with the pairing.'))
    expect(page.sent('/api/pairings')).toHaveLength(1)
    // What is refused the second time is not swallowed.
    await page.user.type(within(sheet).getByLabelText('Why pair them anyway?'), 'to prove the line')
    pages.answerOnce('POST', '/api/pairings', 409, {
      ...problemOf({ detail: 'She was sold this morning.' }),
      status: 409,
    })
    await overrule()
    await waitFor(() => expect(said(sheet)).toContain('She was sold this morning.'))
    expect(within(sheet).getByLabelText('Why pair them anyway?')).toHaveProperty('value', 'to prove the line')
    await overrule()
    await waitFor(() => expect(page.address()).toMatch(/^\/pairing\/[0-9a-f-]{36}$/))
  })
})

test('a viewer sees who is together and has no key', async () => {
  await pages.open('/pairing', 'viewer')
  await screen.findByRole('list', { name: 'Pairings' })
  await waitFor(() => expect(document.querySelector('article')).not.toBeNull())
  expect(document.querySelectorAll('main .keys button')).toHaveLength(0)
  expect(screen.queryByRole('button', { name: 'Pair two animals' })).toBeNull()
})
