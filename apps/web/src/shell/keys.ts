import { useLayoutEffect, useRef } from 'react'

const typing = (target: EventTarget | null) =>
  target instanceof HTMLElement &&
  (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName))

/** What the space bar presses by itself. */
const pressed = (target: EventTarget | null) =>
  target instanceof Element &&
  target.closest('button, a, summary, [role="button"], [role="combobox"]') !== null

/**
 * Single keys of a view, as `{ r: refuse }`. They rest while somebody types, and while a sheet lies over the view.
 * @param hears asked at each key, where they are not always heard
 */
export function useKeys(
  keys: Record<string, () => void>,
  active = true,
  hears: () => boolean = () => true,
): void {
  const latest = useRef({ keys, hears })
  // With what is drawn, not after it: a key that follows at once means what is seen.
  useLayoutEffect(() => {
    latest.current = { keys, hears }
  })
  useLayoutEffect(() => {
    if (!active) return
    const onKey = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || typing(event.target)) return
      if (event.key === ' ' && pressed(event.target)) return
      const act = latest.current.keys[event.key.length === 1 ? event.key.toLowerCase() : event.key]
      if (!act || !latest.current.hears()) return
      event.preventDefault()
      act()
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [active])
}
