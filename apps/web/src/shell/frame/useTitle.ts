import { useEffect } from 'react'
import { useMatches } from 'react-router'
import { create } from 'zustand'

const useThing = create<{ thing: string | null }>()(() => ({ thing: null }))

/** Names what a page is about, in the tab and the history, for as long as it is shown: an animal, a clutch, a place. */
export function useTitle(thing: string | null | undefined): void {
  useEffect(() => {
    useThing.setState({ thing: thing || null })
    return () => useThing.setState({ thing: null })
  }, [thing])
}

/** What the open page is called, and puts it into the tab. */
export function usePageTitle(): string {
  const thing = useThing((s) => s.thing)
  const page = useMatches()
    .map(({ handle }) => (handle as { title?: string } | undefined)?.title)
    .findLast((title) => title !== undefined)
  const title = thing ?? page ?? ''
  useEffect(() => {
    document.title = title ? `${title} · Hatch Book` : 'Hatch Book'
  }, [title])
  return title
}
