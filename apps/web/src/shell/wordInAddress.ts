import { useState } from 'react'
import { useSearchParams } from 'react-router'

export interface Typed {
  /** As it is shown, and holds. */
  word: string
  /** What the address said when it was looked at last. */
  seen: string
  /** What was typed and is on its way into the address, the oldest first. */
  underWay: readonly string[]
}

/** A letter was typed. */
export const typedNow = (before: Typed, word: string): Typed => ({
  ...before,
  word,
  underWay: [...before.underWay, word],
})
/** The address has changed: by what was typed, however late, or by somebody who went back or followed a link. */
export function addressNow(before: Typed, seen: string): Typed {
  const at = before.underWay.indexOf(seen)
  return at >= 0
    ? { ...before, seen, underWay: before.underWay.slice(at + 1) }
    : { word: seen, seen, underWay: [] }
}

/** Sets a name in the address to a value, or takes it out, beside whatever else stands there. */
export function useSetInAddress(): (name: string, value: string | null) => void {
  const [, setParams] = useSearchParams()
  return (name, value) =>
    setParams(
      (before) => {
        const after = new URLSearchParams(before)
        if (value) after.set(name, value)
        else after.delete(name)
        return after
      },
      { replace: true },
    )
}

/**
 * A word that is typed and stands in the address too, so that the way back and a link find it. What is typed is shown and holds at once; the
 * address follows by a navigation, which may end after the next letter or be overtaken: a field that waited for it lost letters.
 */
export function useWordInAddress(name: string): [word: string, type: (word: string) => void] {
  const [params] = useSearchParams()
  const set = useSetInAddress()
  const inAddress = params.get(name) ?? ''
  const [typed, setTyped] = useState<Typed>({ word: inAddress, seen: inAddress, underWay: [] })
  if (typed.seen !== inAddress) setTyped(addressNow(typed, inAddress))
  const type = (word: string) => {
    setTyped((before) => typedNow(before, word))
    set(name, word)
  }
  return [typed.word, type]
}

/**
 * Whether a form is open that an address opens too (`?new=1`). By a button it opens at once: what is typed next is meant for its first field, and
 * must not wait for a navigation.
 */
export function useOpenInAddress(name: string): [isOpen: boolean, open: (on: boolean) => void] {
  const isAsked = useSearchParams()[0].has(name)
  const set = useSetInAddress()
  const [state, setState] = useState({ isOpen: isAsked, isAsked })
  if (state.isAsked !== isAsked) setState({ isOpen: isAsked || (state.isOpen && !state.isAsked), isAsked })
  const open = (on: boolean) => {
    setState((now) => ({ ...now, isOpen: on }))
    if (!on && isAsked) set(name, null)
  }
  return [state.isOpen, open]
}
