import { choose, faultAt, pagesOf, wholeBook, type OpenPage } from './opened'
import { act, screen, waitFor, within } from '@testing-library/react'
import type { WholeBook } from '../../apps/server/test/wholeBook'

/*
 * Every form of the kit, as a keeper meets it: what cannot be is said where it was written and nothing is sent; what the server refuses, or does
 * not answer, loses nothing; what is right is sent as it was written; and whoever leaves finds it again.
 */
const pages = pagesOf(wholeBook)

interface FormOnPage {
  /** Where it stands, and what is pressed there until it is open. */
  at(of: WholeBook): string
  open?: (user: OpenPage['user']) => Promise<void>
  /** By what it is found. */
  label: string
  save: RegExp
  /** Fields that make it right, as they are typed. */
  right: Record<string, string>
  /** What is chosen besides. */
  choose?: Record<string, string>
  /** What cannot be: the field, what is typed, and what is said of it. */
  wrong: [field: string, typed: string, says: RegExp]
  /** Where it goes. */
  path: string
  /** A field as the server calls it, which is refused, and the label of the one where that is to be said. */
  refuses: [field: string, at: string]
  body(of: WholeBook): object
  /** Only of forms whose drafts are kept: what may be typed and found again. */
  kept?: string
}
const button = (name: RegExp | string) => screen.findByRole('button', { name })
const press = (name: RegExp | string) => async (user: OpenPage['user']) => user.click(await button(name))

const FORMS: Record<string, FormOnPage> = {
  'a new animal': {
    ...{ at: () => '/animals/new', label: 'A new animal', save: /Add animal/ },
    ...{
      right: { Tag: 'K7', Line: 'Reed', 'Weight, g': '0,4 kg', Note: 'quiet' },
      choose: { Species: 'western hognose' },
    },
    ...{
      wrong: ['Weight, g', 'much', /is not a weight/],
      path: '/api/animals',
      kept: 'Note',
      refuses: ['tag', 'Tag'],
    },
    body: ({ protocolOf }) => ({
      tag: 'K7',
      line: 'Reed',
      grams: 400,
      note: 'quiet',
      protocolId: protocolOf('WH'),
    }),
  },
  'a rack': {
    ...{ at: () => '/places', open: press('Build a rack'), label: 'New rack', save: /Build 48 tubs/ },
    ...{ right: { 'Name of the rack': 'Yard' }, wrong: ['Name of the rack', ' ', /give the rack a name/] },
    ...{ path: '/api/racks', refuses: ['name', 'Name of the rack'], kept: 'Name of the rack' },
    body: () => ({ name: 'Yard', prefix: 'Y', rows: 6, columns: 8, tub: { size: 'small', most: 1 } }),
  },
  'a colony': {
    ...{ at: () => '/colonies', open: press('A new colony'), label: 'New colony', save: /Set up colony/ },
    ...{
      choose: { Species: 'Turkestan roach' },
      right: { Name: 'R9', 'Stands at, °C': '86 F' },
      wrong: ['Stands at, °C', 'warm', /is not a temperature/],
    },
    ...{ path: '/api/colonies', refuses: ['name', 'Name'], kept: 'Name' },
    body: () => ({ name: 'R9', bins: 1, celsius: 30 }),
  },
  'a cohort': {
    ...{ at: () => '/cohorts', open: press('A new cohort'), label: 'New cohort', save: /Begin cohort/ },
    ...{
      choose: { Species: 'giant Asian mantis' },
      right: { Name: 'M9', 'Temperature, °C': '24,5', Line: 'Fen' },
      wrong: ['Name', ' ', /give it a name/],
    },
    ...{ path: '/api/cohorts', refuses: ['name', 'Name'], kept: 'Name' },
    body: () => ({ name: 'M9', line: 'Fen', celsius: 24.5, tubs: 1, kind: 'young', fertilised: 'mated' }),
  },
  'an incubator': {
    ...{
      at: () => '/incubation',
      open: async (user) => user.click(await screen.findByText('another incubator')),
    },
    ...{
      label: 'New incubator',
      save: /Add incubator/,
      right: { 'Its name': 'H9', 'Set to, °C': '82.4 °F' },
    },
    ...{
      wrong: ['Its name', ' ', /give it a name/],
      path: '/api/incubators',
      refuses: ['setPointC', 'Set to, °C'],
      kept: 'Its name',
    },
    body: () => ({ name: 'H9', setPointC: 28, shelves: 0, boxes: 6, grid: { rows: 4, columns: 5 } }),
  },
  'a weight': {
    ...{
      at: ({ female }) => `/animals/${female}`,
      open: press(/weigh$/),
      label: 'Weigh F1',
      save: /Save weight/,
    },
    ...{ right: { 'Weight, g': '0.431 kg' }, wrong: ['Weight, g', 'heavy', /is not a weight/] },
    ...{ path: '/api/entries', refuses: ['grams', 'Weight, g'] },
    body: ({ female }) => ({
      entries: [
        {
          kind: 'weighed',
          subject: { type: 'animal', id: female },
          payload: { grams: 431, context: 'empty' },
        },
      ],
    }),
  },
  'a meal': {
    ...{
      at: ({ female }) => `/animals/${female}`,
      open: press(/meal, in detail/),
      label: 'A meal of F1',
      save: /Save meal/,
    },
    ...{ right: { Prey: 'hopper mouse', 'Each, g': '9,5' }, wrong: ['Each, g', 'a few', /is not a weight/] },
    ...{ path: '/api/entries', refuses: ['grams', 'Each, g'] },
    body: () => ({
      entries: [{ kind: 'meal', payload: { outcome: 'taken', prey: 'hopper mouse', grams: 9.5 } }],
    }),
  },
  'a clutch': {
    ...{
      at: ({ female }) => `/incubation/new?dam=${female}`,
      label: 'A clutch is found',
      save: /Set \d+ eggs/,
    },
    ...{ right: { Note: 'on the moss', 'The mother weighs now, g': '390' } },
    ...{
      wrong: ['The mother weighs now, g', 'thin', /is not a weight/],
      path: '/api/clutches',
      refuses: ['note', 'Note'],
      kept: 'Note',
    },
    body: ({ female }) => ({ damId: female, note: 'on the moss', damGrams: 390 }),
  },
}

const type = async (user: OpenPage['user'], form: HTMLElement, field: string, text: string) => {
  const control = within(form).getByLabelText(field)
  await user.clear(control)
  await user.type(control, text)
}

describe.each(Object.entries(FORMS))(
  '%s',
  (_, { at, open, label, save, right, choose: chosen, wrong, path, refuses, body, kept }) => {
    const opened = async () => {
      const page = await pages.open(at(pages.of))
      await open?.(page.user)
      const form = await screen.findByRole('form', { name: label })
      const fill = async () => {
        // What is chosen may propose what is typed.
        for (const [field, option] of Object.entries(chosen ?? {})) await choose(page.user, field, option)
        for (const [field, text] of Object.entries(right)) await type(page.user, form, field, text)
      }
      const send = async () => page.user.click(within(form).getByRole('button', { name: save }))
      return { ...page, form, fill, send }
    }

    test('what cannot be is said at its field, and nothing is sent', async () => {
      const { user, form, fill, send, sent } = await opened()
      await fill()
      const [field, typed, says] = wrong
      await type(user, form, field, typed)
      await send()
      await waitFor(() => expect(faultAt(field)).toMatch(says))
      expect(sent(path)).toEqual([])
      await type(user, form, field, right[field] ?? 'x')
      await waitFor(() => expect(faultAt(field)).toBe(''))
    })

    test('what the server refuses is said at its field, and what was written is still there', async () => {
      const { form, fill, send, sent } = await opened()
      await fill()
      const detail = 'It is not so.'
      pages.answerOnce('POST', path, 422, {
        ...{ type: 'urn:hatch-book:invalid', title: detail, status: 422, code: 'invalid', detail },
        fields: [{ field: refuses[0], says: 'this cannot be so' }],
      })
      await send()
      await waitFor(() => expect(faultAt(refuses[1])).toBe('this cannot be so'))
      expect(sent(path)).toMatchObject([{ status: 422 }])
      for (const [field, text] of Object.entries(right))
        expect(within(form).getByLabelText(field)).toHaveProperty('value', text)
    })

    test('is sent as it was written, and stands in the book', async () => {
      const { fill, send, sent } = await opened()
      await fill()
      await send()
      await waitFor(() => expect(sent(path)).not.toEqual([]))
      expect(sent(path)[0]).toMatchObject({ status: 200, body: body(pages.of) })
    })

    if (kept)
      test('whoever leaves is asked, and finds it again', async () => {
        const first = await opened()
        await type(first.user, first.form, kept, 'half a wo')
        await act(() => first.goTo('/messages'))
        const asked = await screen.findByRole('dialog')
        expect(asked.textContent).toContain('It is kept on this device until you come back.')
        await first.user.click(within(asked).getByRole('button', { name: 'Leave without saving' }))
        await screen.findByRole('heading', { name: 'Messages' })
        await act(() => first.goTo(at(pages.of)))
        await open?.(first.user)
        const again = await screen.findByRole('form', { name: label })
        await waitFor(() => expect(within(again).getByLabelText(kept)).toHaveProperty('value', 'half a wo'))
        await first.user.click(within(again).getByRole('button', { name: 'start again' }))
        await waitFor(() => expect(within(again).getByLabelText(kept)).toHaveProperty('value', ''))
      })
  },
)
