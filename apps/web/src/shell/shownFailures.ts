import { useEffect } from 'react'
import { create } from 'zustand'

/** How many parts of the page say of themselves that they could not be read. */
export const useShownFailures = create<{ count: number }>(() => ({ count: 0 }))

/** A part says so, as long as it does. */
export function useShowsFailure(shows: boolean): void {
  useEffect(() => {
    if (!shows) return
    const change = (by: number) => useShownFailures.setState(({ count }) => ({ count: count + by }))
    change(1)
    return () => change(-1)
  }, [shows])
}
