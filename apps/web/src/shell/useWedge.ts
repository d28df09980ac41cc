import { useEffect, useLayoutEffect, useRef } from 'react'

/** A scanner that plays a keyboard types a letter every few milliseconds; a hand hardly two within this time. */
const FASTEST_HAND_MS = 80
const SHORTEST_CODE = 2
/** So many letters in one go are no keys of a view: somebody types a word, and nothing is there to take it. */
const WORD = 3

const typing = (target: EventTarget | null) =>
  target instanceof HTMLElement && ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName)

interface Reader {
  onCode(code: string): void
  onKey(key: string): boolean
  /** Takes letters as they come: a field is being opened for them. */
  onText?(letter: string): void
}
/** Who reads what is typed: the last of them, which lies over the others. */
const readers: { current: Reader }[] = []

/**
 * Tells keys pressed by a hand from codes typed by a scanner: letters that come faster than a hand can type, closed by Enter,
 * are a code; a single one is a key. Letters are held back until that is known, so that a code with an L in it puts no lamp on;
 * a key that this view has no use for goes on to the others. Rests while somebody types into a field.
 * @param below leaves what is typed to any other view that reads it
 */
export function useWedge(
  onCode: (code: string) => void,
  onKey: (key: string) => boolean,
  active = true,
  below = false,
): void {
  const latest = useRef<Reader>({ onCode, onKey })
  useEffect(() => {
    latest.current = { onCode, onKey }
  })
  useEffect(() => {
    if (!active) return
    if (below) readers.unshift(latest)
    else readers.push(latest)
    return () => void readers.splice(readers.indexOf(latest), 1)
  }, [active, below])
}

/**
 * Takes what is typed while a field is on its way that will take it: whoever opens it by a key goes on typing at once, and the field may come
 * a moment later. Rests as soon as the field has the focus.
 */
export function useTextUntilField(onText: (letter: string) => void, active: boolean): void {
  const latest = useRef<Reader>({ onCode: () => undefined, onKey: () => false, onText })
  useLayoutEffect(() => {
    latest.current.onText = onText
  })
  useLayoutEffect(() => {
    if (!active) return
    readers.push(latest)
    return () => void readers.splice(readers.indexOf(latest), 1)
  }, [active])
}

/** Listens for as long as the program is open; whichever view is on top reads. */
export function useTyped(): void {
  useEffect(() => {
    let typed: Pick<KeyboardEvent, 'key' | 'code' | 'target'>[] = []
    let lastAt = 0
    let timer: ReturnType<typeof setTimeout> | undefined
    const passedOn = new WeakSet<Event>()
    const settle = () => {
      const keys = typed
      typed = []
      if (keys.length >= WORD && keys.some(({ key }) => /\p{L}/u.test(key))) return
      const next = () => {
        const pressed = keys.shift()
        if (!pressed) return
        const { key, code, target } = pressed
        // A key before it may have opened a field by now: what was typed for it goes there.
        if (typing(document.activeElement)) document.execCommand('insertText', false, key)
        else if (!readers.at(-1)?.current.onKey(key)) {
          const again = new KeyboardEvent('keydown', { key, code, bubbles: true, cancelable: true })
          passedOn.add(again)
          // Where it was pressed: what has the focus has its own keys.
          const there = target instanceof Node && target.isConnected ? target : window
          there.dispatchEvent(again)
        }
        // What a key opened is there before the next one is heard.
        if (keys.length > 0) setTimeout(next)
      }
      next()
    }
    const onKeyDown = (event: KeyboardEvent) => {
      if (passedOn.has(event) || event.ctrlKey || event.metaKey || event.altKey || typing(event.target))
        return
      const top = readers.at(-1)?.current
      if (top?.onText && event.key.length === 1) {
        event.preventDefault()
        event.stopImmediatePropagation()
        return top.onText(event.key)
      }
      // By when it was pressed, not by when a busy page gets round to it: keys of a hand never become a code.
      if (typed.length > 0 && event.timeStamp - lastAt > FASTEST_HAND_MS) {
        clearTimeout(timer)
        settle()
      }
      lastAt = event.timeStamp
      if (event.key === 'Enter' && typed.length >= SHORTEST_CODE) {
        // It ends the code, and is no key of whatever is in front.
        event.preventDefault()
        event.stopImmediatePropagation()
        clearTimeout(timer)
        const code = typed.map(({ key }) => key).join('')
        typed = []
        readers.at(-1)?.current.onCode(code)
      } else if (event.key.length === 1 && event.key !== ' ') {
        event.preventDefault()
        event.stopImmediatePropagation()
        typed.push({ key: event.key, code: event.code, target: event.target })
        clearTimeout(timer)
        timer = setTimeout(settle, FASTEST_HAND_MS)
      } else {
        clearTimeout(timer)
        settle()
        if (readers.at(-1)?.current.onKey(event.key)) event.preventDefault()
      }
    }
    window.addEventListener('keydown', onKeyDown, { capture: true })
    return () => {
      clearTimeout(timer)
      window.removeEventListener('keydown', onKeyDown, { capture: true })
    }
  }, [])
}
