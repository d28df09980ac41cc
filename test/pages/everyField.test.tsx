import './dom'
import { act, fireEvent } from '@testing-library/react'
import { openFullBook } from '../../apps/server/test/fullBook'
import { pagesOf, type OpenPage } from './opened'
import { addressIn, VIEWS } from './views'

/*
 * Every field of every view is filled with what nobody means, and its form is sent. Nothing breaks; the server finds nothing that it cannot
 * answer; and what it refuses is said on the page.
 */
const pages = pagesOf((server) => openFullBook(server, 'Strange'))

const STRANGE = [
  ['blanks', '   '],
  ['below nought', '-7'],
  ['far too much', '99999999999'],
  ['marks of a page', '<img src=x onerror=alert(1)>'],
  ['very long', `'; drop table animal; -- ${'long '.repeat(2000)}`],
  ['a letter that is none', 'a\u0000b\ud800'],
] as const

const SIGNING_OUT = /^(Sign out|Delete it|Change password|Set it up|Open it|They lost)/
type Field = HTMLInputElement | HTMLTextAreaElement
/** What a field is called, whichever thing of a list it is about: the eggs of a large clutch have a field each, and the first two speak for all. */
const kindOf = (field: Field) =>
  (field.getAttribute('aria-label') ?? field.labels?.[0]?.textContent ?? field.id).replace(/\d+/g, '0')
const MOST_ALIKE = 2
function fields(): Field[] {
  const seen = new Map<string, number>()
  return [
    ...document.querySelectorAll<Field>(
      'main input:not([type=file]):not([type=checkbox]):not([type=radio]):not(:disabled), main textarea:not(:disabled)',
    ),
  ].filter((field) => {
    const kind = kindOf(field)
    const before = seen.get(kind) ?? 0
    seen.set(kind, before + 1)
    return kind === '' || before < MOST_ALIKE
  })
}
const senders = () =>
  [...document.querySelectorAll<HTMLButtonElement>('main button[type=submit]:not(:disabled)')].filter(
    (b) => !SIGNING_OUT.test(b.textContent.trim()),
  )

/** Every form of a view stands open: what opens one is pressed before. */
async function openForms(page: OpenPage): Promise<void> {
  const openers = [
    ...document.querySelectorAll<HTMLButtonElement>('main button:not([type=submit]):not(:disabled)'),
  ]
  for (const opener of openers.filter((b) =>
    /^(New|Add|another|Set a|Somebody|Overrule|weigh)/i.test(b.textContent.trim()),
  )) {
    act(() => void fireEvent.click(opener))
    await page.settled()
  }
}

async function fill(page: OpenPage, text: string): Promise<void> {
  act(() => {
    for (const field of fields()) {
      if (!field.isConnected) continue
      fireEvent.change(field, { target: { value: text } })
      fireEvent.blur(field)
    }
  })
  await page.settled()
}

let [asked, refused, told] = [0, 0, 0]
test.each(VIEWS)('%s', async (path) => {
  const address = addressIn(path, pages.of)
  if (!address) return
  let page = await pages.open(address)
  await page.settled()
  await openForms(page)
  if (fields().length === 0) return
  for (const [what, text] of STRANGE) {
    await fill(page, text)
    const before = page.sent().length
    for (const sender of senders()) {
      if (!sender.isConnected) continue
      act(() => void fireEvent.click(sender))
      await page.settled()
      told += document.querySelectorAll('main .ant-form-item-explain-error').length
    }
    const shown = document.body.textContent
    for (const { status, path: at, problem } of page.sent().slice(before)) {
      asked++
      // What the server cannot answer is a fault of the server.
      expect([what, at, status < 500]).toEqual([what, at, true])
      if (!problem) continue
      refused++
      const said = [problem.detail, ...(problem.fields ?? []).map((f) => f.says)].some((words) =>
        shown.includes(words),
      )
      expect([what, at, problem.detail, problem.fields, said]).toEqual([
        what,
        at,
        problem.detail,
        problem.fields,
        true,
      ])
    }
    if (page.address() === address) continue
    page.leave()
    page = await pages.open(address)
    await page.settled()
    await openForms(page)
  }
})

test('much of it was told at its field, the rest reached the server, which took some and refused some', () => {
  expect(told).toBeGreaterThan(50)
  expect(asked).toBeGreaterThan(10)
  expect(refused).toBeGreaterThan(5)
  expect(asked).toBeGreaterThan(refused)
})
