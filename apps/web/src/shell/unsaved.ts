import { useEffect, useMemo, useRef } from 'react'
import { create } from 'zustand'

/** The forms that hold something which was not sent, and whether it is kept on this device until it is. */
const useForms = create<{ forms: ReadonlyMap<object, boolean> }>(() => ({ forms: new Map() }))

const change = (form: object, holds: boolean, isKept: boolean) =>
  useForms.setState(({ forms }) => {
    if (forms.has(form) === holds) return { forms }
    const next = new Map(forms)
    if (holds) next.set(form, isKept)
    else next.delete(form)
    return { forms: next }
  })

/** Whether something that was written stands unsaved on this page. */
export const holdsUnsaved = () => useForms.getState().forms.size > 0

/** The same, for what is drawn by it. */
export const useHoldsUnsaved = () => useForms((s) => s.forms.size > 0)

/** Whether all of it is kept on this device, and will be there again. */
export const keepsUnsaved = () => [...useForms.getState().forms.values()].every((isKept) => isKept)

/** Tells the frame whether a form holds something unsaved: whoever leaves the page is asked then. */
export function useUnsaved(isKept: boolean): { mark(): void; clear(): void } {
  const form = useRef({}).current
  useEffect(() => () => change(form, false, false), [form])
  return useMemo(
    () => ({ mark: () => change(form, true, isKept), clear: () => change(form, false, isKept) }),
    [form, isKept],
  )
}
