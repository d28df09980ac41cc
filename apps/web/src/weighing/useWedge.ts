import { useEffect, useRef } from 'react'

/** A scanner that plays a keyboard types a letter every few milliseconds; no hand does. */
const FASTEST_HAND_MS = 80
const SHORTEST_CODE = 2

const typing = (target: EventTarget | null) =>
  target instanceof HTMLElement && ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName)

/**
 * Tells keys pressed by a hand from codes typed by a scanner: letters that come faster than a hand can type, closed by Enter,
 * are a code; a single one is a key. Rests while somebody types into a field.
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
    const settle = () => {
      const keys = typed
      typed = ''
      for (const key of keys) latest.current.onKey(key)
    }
    const onKeyDown = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || typing(event.target)) return
      if (event.key === 'Enter' && typed.length >= SHORTEST_CODE) {
        event.preventDefault()
        clearTimeout(timer)
        latest.current.onCode(typed)
        typed = ''
      } else if (event.key.length === 1 && event.key !== ' ') {
        typed += event.key
        clearTimeout(timer)
        timer = setTimeout(settle, FASTEST_HAND_MS)
      } else {
        clearTimeout(timer)
        settle()
        if (latest.current.onKey(event.key)) event.preventDefault()
      }
    }
    window.addEventListener('keydown', onKeyDown)
    return () => {
      clearTimeout(timer)
      window.removeEventListener('keydown', onKeyDown)
    }
  }, [active])
}
