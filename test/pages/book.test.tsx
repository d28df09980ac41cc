import './dom'
import { screen, waitFor, within } from '@testing-library/react'
import { openFullBook } from '../../apps/server/test/fullBook'
import { choose, faultAt, pagesOf } from './opened'

/*
 * The book's own pages: its settings, who is in it and what they may do, one's own doors, and the end of it. What is wrong is said where it was
 * typed, and nothing of it is done.
 */
const pages = pagesOf((server) => openFullBook(server, 'The book'))

const button = (name: string | RegExp) => screen.findByRole('button', { name })
const region = (name: string) => screen.findByRole('region', { name })

describe('settings', () => {
  test('a name is wanted; what is changed is saved, and every page speaks in the new unit', async () => {
    const { user, sent, goTo, settled } = await pages.open('/book')
    const name = await screen.findByLabelText('Name')
    await user.clear(name)
    await user.click(await button('Save'))
    await settled()
    expect(sent('/api/book')).toEqual([])
    expect(faultAt('Name')).not.toBe('')
    await user.type(name, 'Lantern Quay')
    await user.click(screen.getByText('oz'))
    await user.click(await button('Save'))
    await settled()
    expect(sent('/api/book').at(-1)).toMatchObject({
      status: 200,
      body: { name: 'Lantern Quay', weightUnit: 'oz' },
    })
    await goTo(`/animals/${pages.of.female}`)
    expect((await screen.findAllByText(/\d oz/)).length).toBeGreaterThan(0)
  })

  test('what somebody else changed meanwhile stands beside one’s own, and neither is lost', async () => {
    const { user, sent, settled } = await pages.open('/book')
    const name = await screen.findByLabelText('Name')
    const { version, zone } = (await pages.of.book.as.owner('GET', '/api/session')).body.book
    const theirs = { version, zone, name: 'Their name', weightUnit: 'g', temperatureUnit: 'C' }
    expect((await pages.of.book.as.owner('PATCH', '/api/book', theirs)).status).toBe(200)
    await user.clear(name)
    await user.type(name, 'My name')
    await user.click(await button('Save'))
    await settled()
    expect(sent('/api/book').at(-1)).toMatchObject({ status: 409 })
    const both = await screen.findByRole('alert', { name: 'Somebody changed this too' })
    expect(both.textContent).toContain('Their name')
    expect(both.textContent).toContain('My name')
    await user.click(within(both).getByRole('button', { name: 'Use these' }))
    await user.click(await button('Save'))
    await settled()
    expect(sent('/api/book').at(-1)).toMatchObject({ status: 200, body: { name: 'My name' } })
  })

  test('a helper reads them and changes nothing', async () => {
    await pages.open('/book', 'helper')
    expect(await screen.findByLabelText('Name')).toHaveProperty('disabled', true)
    expect(screen.getByText('Only the owner can change these.')).toBeTruthy()
    expect(screen.queryByRole('button', { name: 'Save' })).toBeNull()
    expect(screen.queryByText('Delete this book')).toBeNull()
  })

  test('a scale: what it bears is a weight; its token is shown once; it is removed', async () => {
    const { user, sent, settled } = await pages.open('/book')
    const scales = await region('Scales')
    const [name, bears] = ['Name of the scale', 'Capacity, g'].map((label) =>
      within(scales).getByLabelText(label),
    )
    const add = () => user.click(within(scales).getByRole('button', { name: 'Add a scale' }))
    await user.type(name!, 'Kitchen scale')
    await user.clear(bears!)
    await user.type(bears!, 'a lot')
    await add()
    expect(await within(scales).findByText(/is not a weight/)).toBeTruthy()
    expect(sent()).toEqual([])
    await user.clear(bears!)
    await user.type(bears!, '2,2 kg')
    await add()
    await settled()
    expect(sent('/api/scales')).toMatchObject([
      { status: 200, body: { name: 'Kitchen scale', capacityGrams: 2200 } },
    ])
    expect(await within(scales).findByText(/shown this once/)).toBeTruthy()
    await user.click(await within(scales).findByRole('button', { name: 'remove Kitchen scale' }))
    await settled()
    await waitFor(() => expect(within(scales).queryByText('Kitchen scale')).toBeNull())
  })
})

describe('members', () => {
  test('a link for somebody: for whom is wanted; it leads in once it is made, and not once it is withdrawn', async () => {
    const { user, sent, settled } = await pages.open('/book/members')
    const invite = await region('Invite somebody')
    const make = () => user.click(within(invite).getByRole('button', { name: 'Make a link' }))
    await make()
    await settled()
    expect(sent('/api/invitations')).toEqual([])
    expect(faultAt('For whom')).not.toBe('')
    await user.type(within(invite).getByLabelText('For whom'), 'Wren')
    await user.click(within(invite).getByText('viewer'))
    await make()
    await settled()
    expect(sent('/api/invitations').at(-1)).toMatchObject({
      status: 200,
      body: { name: 'Wren', role: 'viewer', endsOn: null },
    })
    expect(await within(invite).findByText(/^For Wren: send it/)).toBeTruthy()
    const open = within(invite).getAllByRole('button', { name: /withdraw/ })
    await user.click(open.at(-1)!)
    await settled()
    await waitFor(() =>
      expect(within(invite).queryAllByRole('button', { name: /withdraw/ })).toHaveLength(open.length - 1),
    )
  })

  test('somebody with a first password: each field says what is wrong with it', async () => {
    const { user, sent, settled } = await pages.open('/book/members')
    await user.click(await screen.findByText('Add somebody with a first password'))
    await user.type(screen.getByLabelText('Name'), 'Isolde')
    await user.type(screen.getByLabelText('Address'), 'not an address')
    await user.type(screen.getByLabelText('First password'), 'short')
    await user.click(await button('Add'))
    await settled()
    for (const label of ['Address', 'First password']) expect(faultAt(label)).not.toBe('')
    expect(sent('/api/members').filter((call) => call.status === 200)).toEqual([])
    await user.clear(screen.getByLabelText('Address'))
    await user.type(screen.getByLabelText('Address'), 'isolde@elsewhere.example')
    await user.clear(screen.getByLabelText('First password'))
    await user.type(screen.getByLabelText('First password'), 'a long enough password')
    await user.click(await button('Add'))
    await settled()
    expect(sent('/api/members').at(-1)).toMatchObject({ status: 200, body: { role: 'helper' } })
    expect(await screen.findByText('Isolde')).toBeTruthy()
    // Nothing of what was typed is left on the page for the next one who looks.
    expect(screen.getByLabelText('First password')).toHaveProperty('value', '')
  })

  test('a viewer sees who is in the book, and no way to let anybody in', async () => {
    await pages.open('/book/members', 'viewer')
    await screen.findByRole('heading', { name: 'Members' })
    expect(screen.queryByRole('region', { name: 'Invite somebody' })).toBeNull()
    expect(screen.queryByText('Add somebody with a first password')).toBeNull()
  })
})

describe('you', () => {
  test('another password wants the one of now; what is typed wrong is said there, and stays', async () => {
    const { user, sent, settled } = await pages.open('/book/you')
    const form = await screen.findByRole('form', { name: 'Password' })
    await user.type(within(form).getByLabelText('Your password now'), 'not the one')
    await user.type(within(form).getByLabelText('A new one'), 'a new and longer one')
    await user.click(within(form).getByRole('button', { name: 'Change password' }))
    await settled()
    expect(sent('/api/password')).toMatchObject([{ status: 422 }])
    expect(await within(form).findByText(/not your password/)).toBeTruthy()
    expect(within(form).getByLabelText('A new one')).toHaveProperty('value', 'a new and longer one')
  })

  test('a second step is not set up without the password', async () => {
    const { user, settled } = await pages.open('/book/you')
    const step = await region('Second step')
    await user.type(within(step).getByLabelText('Your password'), 'not the one')
    await user.click(within(step).getByRole('button', { name: 'Set it up' }))
    await settled()
    expect(await within(step).findByText(/not your password/)).toBeTruthy()
    expect(within(step).queryByLabelText('The six figures it shows')).toBeNull()
  })

  test('one’s other devices are signed out, and this one is not', async () => {
    const { user, sent, settled } = await pages.open('/book/you', 'keeper')
    const devices = await region('Where you are signed in')
    const others = within(devices).queryByRole('button', { name: /^Sign out the other/ })
    if (others) await user.click(others)
    await settled()
    for (const call of sent('/api/sessions')) expect(call.status).toBe(200)
    expect(await within(devices).findByText('this one')).toBeTruthy()
    expect(within(devices).queryByRole('button', { name: /^Sign out the other/ })).toBeNull()
  })
})

describe('its end', () => {
  test('it is not deleted by a wrong name or a wrong password', async () => {
    const { user, sent, settled } = await pages.open('/book')
    await user.click(await screen.findByText('Delete this book'))
    const form = await screen.findByRole('form', { name: 'Delete this book' })
    await user.type(within(form).getByLabelText(/^Write its name/), 'Another')
    await user.type(within(form).getByLabelText('Your password'), 'not the one')
    await user.click(within(form).getByRole('button', { name: 'Delete it' }))
    await settled()
    expect(sent('/api/book/delete').map((call) => call.status)).not.toContain(200)
    expect(form.querySelector('.ant-form-item-explain-error, .note.bad')).not.toBeNull()
    expect((await pages.of.book.as.owner('GET', '/api/animals')).status).toBe(200)
  })

  test('another book wants a name of its own', async () => {
    const { user, sent, settled } = await pages.open('/book')
    const form = await screen.findByRole('form', { name: 'Another book' })
    await user.click(within(form).getByRole('button', { name: 'Open it' }))
    await settled()
    expect(sent('/api/books').map((call) => call.status)).not.toContain(200)
    expect(form.querySelector('.ant-form-item-explain-error, .note.bad')).not.toBeNull()
  })
})

test('a time zone is chosen by its name', async () => {
  const { user, sent, settled } = await pages.open('/book')
  await screen.findByLabelText('Name')
  await choose(user, 'Time zone', 'Pacific/Auckland')
  await user.click(await button('Save'))
  await settled()
  expect(sent('/api/book').at(-1)).toMatchObject({ status: 200, body: { zone: 'Pacific/Auckland' } })
})
