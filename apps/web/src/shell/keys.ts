import { useLayoutEffect, useRef } from 'react'
import { createKeybindingsHandler } from 'tinykeys'

const typing = (target: EventTarget | null) =>
  target instanceof HTMLElement &&
  (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName))

/** What the space bar presses by itself. */
const pressed = (target: EventTarget | null) =>
  target instanceof Element &&
  target.closest('button, a, summary, [role="button"], [role="combobox"]') !== null

const forSomebodyElse = (event: KeyboardEvent) =>
  typing(event.target) || (event.key === ' ' && pressed(event.target))

/**
 * Listens on the window for what `bindings` says now.
 * @param names of the bindings, as tinykeys writes them: the listener is only renewed when these change, so that a press that draws the
 * page anew does not take from the views beside it what they were to hear of the same press
 */
function useBindings(
  names: readonly string[],
  onPress: (name: string, event: KeyboardEvent) => void,
  active: boolean,
  ignore: (event: KeyboardEvent) => boolean,
) {
  const latest = useRef({ onPress, ignore })
  // With what is drawn, not after it: a key that follows at once means what is seen.
  useLayoutEffect(() => {
    latest.current = { onPress, ignore }
  })
  const together = names.join(' ')
  useLayoutEffect(() => {
    if (!active || together === '') return
    const handler = createKeybindingsHandler(
      Object.fromEntries(
        together.split(' ').map((name) => [name, (event) => latest.current.onPress(name, event)]),
      ),
      { ignore: (event) => latest.current.ignore(event) },
    )
    window.addEventListener('keydown', handler)
    return () => window.removeEventListener('keydown', handler)
  }, [together, active])
}

/**
 * Single keys of a view, as `{ r: refuse }`; the space bar is `Space`, and Shift makes no difference. They rest while somebody types, and
 * while a sheet lies over the view.
 * @param hears asked at each key, where they are not always heard
 */
export function useKeys(
  keys: Record<string, () => void>,
  active = true,
  hears: () => boolean = () => true,
): void {
  const acts = new Map(Object.entries(keys).map(([key, act]) => [`[Shift]+${key}`, act]))
  useBindings(
    [...acts.keys()],
    (name, event) => {
      if (!hears()) return
      event.preventDefault()
      acts.get(name)?.()
    },
    active,
    forSomebodyElse,
  )
}

/**
 * A key with Ctrl or Cmd, heard wherever the hand is.
 * @param heeds whether it is ours, where a field may have its own use for it
 */
export function useCommand(
  key: string,
  act: () => void,
  heeds: (event: KeyboardEvent) => boolean = () => true,
): void {
  useBindings(
    [`Control+${key}`, `Meta+${key}`],
    (_, event) => {
      event.preventDefault()
      act()
    },
    true,
    (event) => !heeds(event),
  )
}

/** A field that holds something takes back its own letters first. */
export const nothingIsTyped = ({ target }: KeyboardEvent) =>
  !typing(target) || (target as { value?: string }).value === ''

/** Esc closes, wherever the hand types. */
export function useEscape(onEscape: () => void): void {
  useBindings(['Escape'], onEscape, true, () => false)
}
