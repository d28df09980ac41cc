import './dom'
import { screen, waitFor, within } from '@testing-library/react'
import { openFullBook } from '../../apps/server/test/fullBook'
import type { TestServer } from '../../apps/server/test/support'
import { inOtherUnits, pagesOf } from './opened'

/*
 * How warm a place is to be, as it is turned and as it is watched: typed in the book's own unit, kept in °C. An empty field is never a nought.
 */
const inFahrenheit = async (server: TestServer) => inOtherUnits(await openFullBook(server, 'Warm'))
const BOOKS = [
  [
    '°C',
    (server: TestServer) => openFullBook(server, 'Cool'),
    { set: '29.5', night: '24', c: 29.5, atNight: 24 },
  ],
  ['°F', inFahrenheit, { set: '85.1', night: '75.2', c: 29.5, atNight: 24 }],
] as const

describe.each(BOOKS)('in a book of %s', (unit, openBook, typed) => {
  const pages = pagesOf(openBook)
  const opened = async () => {
    const page = await pages.open(`/climate/${pages.of.incubator}`)
    const dial = await screen.findByLabelText(`Set to, ${unit}`)
    return { ...page, dial, form: dial.closest('form')! }
  }

  test('what the dial is turned to is written in °C, by night too', async () => {
    const { user, dial, form, sent, settled } = await opened()
    await user.clear(dial)
    await user.type(dial, typed.set)
    await user.click(within(form).getByRole('checkbox', { name: 'otherwise by night' }))
    const night = within(form).getByLabelText(`By night, ${unit}`)
    await user.clear(night)
    await user.type(night, typed.night)
    await user.click(within(form).getByRole('button', { name: 'Save setting' }))
    await settled()
    expect(sent('/api/entries')).toMatchObject([
      {
        status: 200,
        body: {
          entries: [{ kind: 'set point', payload: { celsius: typed.c, night: { celsius: typed.atNight } } }],
        },
      },
    ])
    // It is said back as it was typed.
    await waitFor(() => expect(document.querySelector('main')!.textContent).toContain(`${typed.set} ${unit}`))
  })

  test('an empty dial is set to nothing, and says so', async () => {
    const { user, dial, form, sent, settled } = await opened()
    await user.clear(dial)
    await user.click(within(form).getByRole('button', { name: 'Save setting' }))
    await settled()
    expect(within(form).getByRole('alert').textContent).toBe('Enter the temperature it is set to')
    expect(sent()).toEqual([])
  })

  test('a probe is compared with a true thermometer, and tells by how much it is off in the same unit', async () => {
    const { user, sent, settled } = await opened()
    const probe = screen.getByRole('article', { name: 'Its probe' })
    const compare = within(probe).getByRole('button', { name: 'Calibrate' })
    expect(compare).toHaveProperty('disabled', true)
    const degree = unit === '°F' ? 1.8 : 1
    await user.type(within(probe).getByLabelText(`It shows, ${unit}`), unit === '°F' ? '82.4' : '28')
    await user.type(within(probe).getByLabelText(`True is, ${unit}`), unit === '°F' ? '84.2' : '29')
    await user.click(compare)
    await settled()
    expect(sent().at(-1)).toMatchObject({ status: 200, body: { readC: 28, trueC: 29 } })
    expect(
      await within(probe).findByText(`+${degree.toFixed(2)} ${unit} are added to what it reads.`),
    ).toBeTruthy()
    expect(within(probe).getByLabelText(`It shows, ${unit}`)).toHaveProperty('value', '')
  })

  test('what the server refuses of a comparison is said at the probe', async () => {
    const { user, settled } = await opened()
    pages.refuseAll({ detail: 'These two are too far apart.' })
    const probe = screen.getByRole('article', { name: 'Its probe' })
    await user.type(within(probe).getByLabelText(`It shows, ${unit}`), '20')
    await user.type(within(probe).getByLabelText(`True is, ${unit}`), '40')
    await user.click(within(probe).getByRole('button', { name: 'Calibrate' }))
    await settled()
    expect(within(probe).getByRole('alert').textContent).toBe('These two are too far apart.')
    const field = within(probe).getByLabelText(`It shows, ${unit}`) as HTMLInputElement
    expect(Number(field.value)).toBe(20)
  })

  test('a cold unit is read: the lowest and the highest go together and hold what it shows between them', async () => {
    const { user, sent, settled } = await pages.open(`/rest/units/${pages.of.unit}`)
    const form = await screen.findByRole('form', { name: 'Read its thermometer' })
    const write = () => user.click(within(form).getByRole('button', { name: 'Save reading' }))
    const says = (what: string) => within(form).findByText(what)
    await write()
    expect(await says('Write what it shows.')).toBeTruthy()
    const [shows, lowest, highest] = ['It shows', 'lowest', 'highest'].map((label) =>
      within(form).getByLabelText(`${label}, ${unit}`),
    )
    const of = (celsius: number) => String(unit === '°F' ? celsius * 1.8 + 32 : celsius)
    await user.type(shows!, of(5))
    await user.type(lowest!, of(6))
    await write()
    expect(await says('Write both the lowest and the highest, or neither.')).toBeTruthy()
    await user.type(highest!, of(7))
    await write()
    expect(await says('What it shows must lie between the lowest and the highest.')).toBeTruthy()
    expect(sent()).toEqual([])
    await user.clear(lowest!)
    await user.type(lowest!, of(4))
    await write()
    await settled()
    expect(sent('/api/entries')).toMatchObject([
      {
        status: 200,
        body: { entries: [{ kind: 'thermometer read', payload: { celsius: 5, lowC: 4, highC: 7 } }] },
      },
    ])
    expect(within(form).getByLabelText(`It shows, ${unit}`)).toHaveProperty('value', '')
  })

  test('another cold unit: a name is wanted, and one that stands there already is said so', async () => {
    const { user, sent, settled } = await pages.open('/rest/units')
    await user.click((await screen.findAllByRole('button', { name: /unit/i }))[0]!)
    const form = await screen.findByRole('form', { name: 'New unit' })
    const add = async () => {
      await user.click(within(form).getByRole('button', { name: 'Add unit' }))
      await settled()
    }
    await add()
    expect(form.querySelector('.ant-form-item-explain-error')?.textContent).toBeTruthy()
    await user.type(within(form).getByLabelText('Name'), 'Fridge')
    await user.type(within(form).getByLabelText(`Set to, ${unit}`), unit === '°F' ? '41' : '5')
    await add()
    expect(await within(form).findByText('There is already a place with this name.')).toBeTruthy()
    await user.type(within(form).getByLabelText('Name'), ' two')
    await add()
    expect(sent('/api/places').at(-1)).toMatchObject({
      status: 200,
      body: { name: 'Fridge two', kind: 'unit', setPointC: 5 },
    })
    await waitFor(() => expect(screen.queryByRole('form', { name: 'New unit' })).toBeNull())
  })
})
