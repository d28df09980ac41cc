import { useEffect, useRef } from 'react'

/** Esc closes, wherever the hand types. */
export function useEscape(onEscape: () => void): void {
  const latest = useRef(onEscape)
  useEffect(() => {
    latest.current = onEscape
  })
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => event.key === 'Escape' && latest.current()
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [])
}
