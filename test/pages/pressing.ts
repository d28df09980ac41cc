import { act, fireEvent, screen, waitFor } from '@testing-library/react'
import type { Role } from '@hatch-book/contract'
import { queries } from '../../apps/web/src/shell/api'
import type { OpenPage, Pages } from './opened'

/** Whom a scale waits for is told to its bridge by the way: whoever weighs writes the weight themselves. */
const BY_THE_WAY = /\/awaits$/

/** Looks at a view until it has said what it has to say: it does not fail, does not stay blank, and asks for nothing that it is refused. */
export async function look(
  pages: Pick<Pages<never>, 'open'>,
  address: string,
  as: Role = 'owner',
): Promise<OpenPage> {
  const page = await pages.open(address, as)
  await waitFor(() => {
    const shown = document.querySelector('main')?.textContent ?? ''
    if (shown.trim().length < 20) throw new Error(`${address} is blank: ${shown}`)
    if (document.querySelector('.ant-spin')) throw new Error(`${address} is still waiting`)
  })
  // What is asked for later is shown later.
  await waitFor(() => expect(queries.isFetching()).toBe(0))
  expect(screen.queryByText('This page could not be shown')).toBeNull()
  expect(calledOtherwise()).toEqual([])
  return page
}

/** Buttons and links that are read out by another name than the one they show: who says what they see reaches nothing. */
const calledOtherwise = () =>
  [...document.querySelectorAll('main button[aria-label], main a[aria-label]')].flatMap((e) => {
    const label = e.getAttribute('aria-label')!
    const walker = document.createTreeWalker(e, NodeFilter.SHOW_TEXT)
    const shown: string[] = []
    while (walker.nextNode()) shown.push(walker.currentNode.textContent!.trim())
    return shown
      .filter((text) => /\p{L}{2}/u.test(text) && !label.includes(text))
      .map((t) => `${t}: ${label}`)
  })

/** What of a view, and of what is open over it, speaks in grams or degrees Celsius. */
export function inOurUnits(): string[] {
  const texts: string[] = []
  for (const e of document.querySelectorAll('main *, .ant-modal *, .ant-drawer *')) {
    // That is where the units are chosen.
    if (e.closest('.ant-segmented')) continue
    texts.push(...[...e.childNodes].filter((n) => n.nodeType === 3).map((n) => n.textContent!))
    texts.push(...['aria-label', 'placeholder', 'title'].map((name) => e.getAttribute(name) ?? ''))
  }
  // A figure may stand in an element and its unit in the next.
  const joined = ofTheView().textContent.matchAll(/.{0,60}\d (?:°C|g)(?![\w²³]).{0,30}/g)
  return [
    ...new Set(texts.filter((text) => /°C|\d g(?![\w²³])|, g$/.test(text))),
    ...[...joined].map(([found]) => found),
  ]
}

export const nameOf = (e: Element) => (e.getAttribute('aria-label') ?? e.textContent).trim()
const buttonsIn = (root: ParentNode) =>
  [...root.querySelectorAll<HTMLButtonElement>('button:not(:disabled)')].filter(
    (b) => !b.closest('.ant-picker-dropdown, [aria-hidden=true]'),
  )
/** What has opened over the view. */
const sheets = () =>
  [...document.querySelectorAll('.ant-modal, .ant-drawer-content-wrapper, .ant-popover')].filter(
    (sheet) => !sheet.closest('.ant-popover-hidden, [style*="display: none"]'),
  )

async function click(page: OpenPage, button: HTMLElement): Promise<void> {
  act(() => void fireEvent.click(button))
  await page.settled()
}

/** A press, and what is wrong with what came of it. */
export type Press = (page: OpenPage, button: HTMLElement) => Promise<string[]>

/** Says less than what stands at the field. */
const GENERAL = 'Something here cannot be read.'
let presses = 0
/**
 * A press while the server refuses: what was refused without a word; nothing where it was said.
 * @param isOfAField refuses for a field that no form has, not the whole
 */
export const refused =
  (pages: Pick<Pages<never>, 'refuseAll'>, isOfAField: boolean): Press =>
  async (page, button) => {
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
export const allowed: Press = async (page, button) => {
  // Whoever goes through that door is allowed nothing any more.
  if (/^Sign out/.test(nameOf(button))) return []
  const before = page.refused().length
  await click(page, button)
  return page
    .refused()
    .slice(before)
    .filter((said) => said.endsWith(' 403'))
}

/** All that is on the page of the room one is in. */
export const ofTheView = () => document.querySelector('main')!
/** What stands round it in every room. */
export const roundTheView = () =>
  ({
    querySelectorAll: () =>
      [...document.querySelectorAll('button:not(:disabled)')].filter((b) => b.closest('main') === null),
  }) as unknown as ParentNode

interface Pressing {
  press: Press
  /** Where the buttons are. */
  among?(): ParentNode
  as?: Role
  /** What is wrong with what is shown: asked to begin with and after each press. */
  wrongIn?(): string[]
}
/**
 * Looks at a view and presses each button that it has to begin with, and each of those in the sheets that it opens.
 * @returns what was wrong, each with the names of what was pressed
 */
export async function pressAll(
  pages: Pick<Pages<never>, 'open'>,
  address: string,
  { press, among = ofTheView, as = 'owner', wrongIn = () => [] }: Pressing,
): Promise<string[]> {
  let page = await look(pages, address, as)
  // Nobody is shown a part that they may not ask for.
  const wrong = [...page.refused(), ...wrongIn()].map((what) => `to begin with: ${what}`)
  const pressOne = async (button: HTMLElement, way: string) => {
    const found = [...(await press(page, button)), ...wrongIn()]
    wrong.push(...found.map((what) => `${way}: ${what}`))
  }
  const isBack = () => sheets().length === 0 && page.address() === address
  const goBack = async () => {
    if (isBack()) return
    // Whoever stands elsewhere walks back; where something holds them, they come in anew.
    if (sheets().length === 0) await act(() => page.goTo(address))
    await page.settled()
    if (isBack()) return
    page.leave()
    page = await pages.open(address, as)
    await page.settled()
  }
  const count = buttonsIn(among()).length
  for (let i = 0; i < count; i++) {
    const button = buttonsIn(among())[i]
    if (!button) continue
    const here = nameOf(button)
    await pressOne(button, here)
    const pressed = new Set<string>()
    for (;;) {
      const next = sheets()
        .flatMap(buttonsIn)
        .find((b) => !pressed.has(nameOf(b)))
      if (!next || pressed.size > 12) break
      const there = nameOf(next)
      pressed.add(there)
      await pressOne(next, `${here}, then ${there}`)
    }
    await goBack()
  }
  return wrong
}
