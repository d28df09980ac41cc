import { useEffect, useRef } from 'react'

const typing = (target: EventTarget | null) =>
  target instanceof HTMLElement &&
  (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName))

/** What the space bar presses by itself. */
const pressed = (target: EventTarget | null) =>
  target instanceof Element &&
  target.closest('button, a, summary, [role="button"], [role="combobox"]') !== null

/** Single keys of a view, as `{ r: refuse }`. They rest while somebody types, and while a sheet lies over the view. */
export function useKeys(keys: Record<string, () => void>, active = true): void {
  const latest = useRef(keys)
  useEffect(() => {
    latest.current = keys
  })
  useEffect(() => {
    if (!active) return
    const onKey = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || typing(event.target)) return
      if (event.key === ' ' && pressed(event.target)) return
      const act = latest.current[event.key.length === 1 ? event.key.toLowerCase() : event.key]
      if (!act) return
      event.preventDefault()
      act()
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [active])
}
