import { useEffect, useRef } from 'react'

/** A scanner that plays a keyboard types a letter every few milliseconds; a hand hardly two within this time. */
const FASTEST_HAND_MS = 80
const SHORTEST_CODE = 2

const typing = (target: EventTarget | null) =>
  target instanceof HTMLElement && ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName)

/**
 * Tells keys pressed by a hand from codes typed by a scanner: letters that come faster than a hand can type, closed by Enter,
 * are a code; a single one is a key. Letters are held back until that is known, so that a code with an L in it puts no lamp on;
 * a key that this view has no use for goes on to the others. Rests while somebody types into a field.
 */
export function useWedge(
  onCode: (code: string) => void,
  onKey: (key: string) => boolean,
  active = true,
): void {
  const latest = useRef({ onCode, onKey })
  useEffect(() => {
    latest.current = { onCode, onKey }
  })
  useEffect(() => {
    if (!active) return
    let typed = ''
    let timer: ReturnType<typeof setTimeout> | undefined
    const passedOn = new WeakSet<Event>()
    const settle = () => {
      const keys = [...typed]
      typed = ''
      const next = () => {
        const key = keys.shift()
        if (key === undefined) return
        if (!latest.current.onKey(key)) {
          const again = new KeyboardEvent('keydown', { key, bubbles: true })
          passedOn.add(again)
          window.dispatchEvent(again)
        }
        // What a key opened is there before the next one is heard.
        if (keys.length > 0) setTimeout(next)
      }
      next()
    }
    const onKeyDown = (event: KeyboardEvent) => {
      if (passedOn.has(event) || event.ctrlKey || event.metaKey || event.altKey || typing(event.target))
        return
      if (event.key === 'Enter' && typed.length >= SHORTEST_CODE) {
        event.preventDefault()
        clearTimeout(timer)
        latest.current.onCode(typed)
        typed = ''
      } else if (event.key.length === 1 && event.key !== ' ') {
        event.preventDefault()
        event.stopImmediatePropagation()
        typed += event.key
        clearTimeout(timer)
        timer = setTimeout(settle, FASTEST_HAND_MS)
      } else {
        clearTimeout(timer)
        settle()
        if (latest.current.onKey(event.key)) event.preventDefault()
      }
    }
    window.addEventListener('keydown', onKeyDown, { capture: true })
    return () => {
      clearTimeout(timer)
      window.removeEventListener('keydown', onKeyDown, { capture: true })
    }
  }, [active])
}
