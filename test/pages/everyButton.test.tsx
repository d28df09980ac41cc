import './dom'
import { act, fireEvent } from '@testing-library/react'
import type { Role } from '@hatch-book/contract'
import { openFullBook } from '../../apps/server/test/fullBook'
import { emptyBook, inOtherUnits, pagesOf, type OpenPage } from './opened'
import { addressIn, isOfAThing, VIEWS } from './views'

/*
 * Every button of every view is pressed once while the server refuses whatever is to be written. Whatever was refused is said somewhere on the
 * page, in the server's words: nobody goes on in the belief that something is written that is not. And whatever is pressed, nothing breaks.
 */
const full = pagesOf((server) => openFullBook(server, 'Full'))

/** Whom a scale waits for is told to its bridge by the way: whoever weighs writes the weight themselves. */
const BY_THE_WAY = /\/awaits$/

const nameOf = (e: Element) => (e.getAttribute('aria-label') ?? e.textContent).trim()
const buttonsIn = (root: ParentNode) =>
  [...root.querySelectorAll<HTMLButtonElement>('button:not(:disabled)')].filter(
    (b) => !b.closest('.ant-picker-dropdown, [aria-hidden=true]'),
  )
/** What has opened over the view. */
const sheets = () =>
  [...document.querySelectorAll('.ant-modal, .ant-drawer-content-wrapper, .ant-popover')].filter(
    (sheet) => !sheet.closest('.ant-popover-hidden, [style*="display: none"]'),
  )

/** Says less than what stands at the field. */
const GENERAL = 'Something here cannot be read.'
let presses = 0
/** A press while the server refuses: what was refused without a word; nothing where it was said. */
const refused =
  (pages: Pick<typeof full, 'refuseAll'>, isOfAField: boolean) =>
  async (page: OpenPage, button: HTMLElement) => {
    // Words that nothing has said before.
    const says = `It cannot be so, ${++presses} times over.`
    pages.refuseAll(
      isOfAField ? { detail: GENERAL, fields: [{ field: 'elsewhere', says }] } : { detail: says },
    )
    const before = page.sent().length
    await click(page, button)
    const written = page.sent().slice(before)
    if (written.every((w) => BY_THE_WAY.test(w.path)) || document.body.textContent.includes(says)) return []
    return written.map((w) => `${w.method} ${w.path}`)
  }
/** A press of somebody whom the server lets do what their role may: what it did not let them. */
const allowed = async (page: OpenPage, button: HTMLElement) => {
  // Whoever goes through that door is allowed nothing any more.
  if (/^Sign out/.test(nameOf(button))) return []
  const before = page.refused().length
  await click(page, button)
  return page
    .refused()
    .slice(before)
    .filter((said) => said.endsWith(' 403'))
}
/** A press in a book of ounces and Fahrenheit: what speaks in other units. */
const speaksOtherwise = async (page: OpenPage, button: HTMLElement) => {
  await click(page, button)
  return otherUnits()
}
const otherUnits = () => {
  const texts: string[] = []
  for (const e of document.querySelectorAll('main *, .ant-modal *, .ant-drawer *')) {
    // That is where the units are chosen.
    if (e.closest('.ant-segmented')) continue
    texts.push(...[...e.childNodes].filter((n) => n.nodeType === 3).map((n) => n.textContent!))
    texts.push(...['aria-label', 'placeholder', 'title'].map((name) => e.getAttribute(name) ?? ''))
  }
  return [...new Set(texts.filter((text) => /°C|\d g(?![\w²³])|, g$/.test(text)))]
}
async function click(page: OpenPage, button: HTMLElement): Promise<void> {
  act(() => void fireEvent.click(button))
  await page.settled()
}

/**
 * Presses each button that a view has to begin with, and each of those in the sheets that it opens.
 * @param press presses one, and says what is wrong with what came of it
 */
async function pressAll(
  pages: Pick<typeof full, 'open'>,
  address: string,
  root: () => ParentNode,
  press: (page: OpenPage, button: HTMLButtonElement) => Promise<string[]>,
  as: Role = 'owner',
): Promise<string[]> {
  const opened = async () => {
    const page = await pages.open(address, as)
    await page.settled()
    return page
  }
  let page = await opened()
  // Nobody is shown a part that they may not ask for.
  const wrong = page.refused().map((what) => `to begin with: ${what}`)
  const count = buttonsIn(root()).length
  for (let i = 0; i < count; i++) {
    const button = buttonsIn(root())[i]
    if (!button) continue
    const here = nameOf(button)
    wrong.push(...(await press(page, button)).map((what) => `${here}: ${what}`))
    const pressed = new Set<string>()
    for (;;) {
      const next = sheets()
        .flatMap(buttonsIn)
        .find((b) => !pressed.has(nameOf(b)))
      if (!next || pressed.size > 12) break
      const there = nameOf(next)
      pressed.add(there)
      wrong.push(...(await press(page, next)).map((what) => `${here}, then ${there}: ${what}`))
    }
    if (sheets().length === 0 && page.address() === address) continue
    page.leave()
    page = await opened()
  }
  return wrong
}

test('what stands round every view', async () => {
  const isPage = (b: Element) => b.closest('main') !== null
  const round = () => {
    const fragment = {
      querySelectorAll: () =>
        [...document.querySelectorAll('button:not(:disabled)')].filter((b) => !isPage(b)),
    }
    return fragment as unknown as ParentNode
  }
  expect(await pressAll(full, '/messages', round, refused(full, false))).toEqual([])
  expect(await pressAll(full, '/messages', round, refused(full, true))).toEqual([])
})

const ofTheView = () => document.querySelector('main')!
describe('refused by the server', () => {
  // Every other view hears of the whole, the others of a field that none of its forms has.
  test.each(VIEWS.map((path, i) => [path, i % 2 === 0] as const))('%s', async (path, isOfAField) => {
    const address = addressIn(path, full.of)
    if (address) expect(await pressAll(full, address, ofTheView, refused(full, isOfAField))).toEqual([])
  })
})

describe.each(['helper', 'viewer'] as const)('a %s is offered nothing that they may not do', (role) => {
  test.each(VIEWS)('%s', async (path) => {
    const address = addressIn(path, full.of)
    if (address) expect(await pressAll(full, address, ofTheView, allowed, role)).toEqual([])
  })
})

// Most buttons of a young book stand before nothing yet.
describe('in an empty book', () => {
  const empty = pagesOf(emptyBook)
  test.each(VIEWS.filter((path) => !isOfAThing(path)))('%s', async (path) => {
    expect(await pressAll(empty, `/${path}`, ofTheView, refused(empty, false))).toEqual([])
  })
})

// What is opened by a press is looked at by no other test.
describe('in a book of ounces and Fahrenheit', () => {
  const warm = pagesOf(async (server) => inOtherUnits(await openFullBook(server, 'Warm')))
  beforeEach(() => warm.refuseAll({ detail: 'Not now.' }))
  /*
   * Not yet: a protocol's own sentences, and what an animal's page and sheet read from them, are words of its author in °C and g. A logger's file is in
   * whatever its maker chose.
   */
  const notYet = [
    'animals/:id',
    'protocols/:id',
    'rearing',
    'rearing/:id',
    'incubation',
    'incubation/:id',
    'incubation/log',
  ]
  test.each(VIEWS.filter((path) => !notYet.includes(path)))('%s', async (path) => {
    const address = addressIn(path, warm.of)
    if (address) expect([...new Set(await pressAll(warm, address, ofTheView, speaksOtherwise))]).toEqual([])
  })
})
