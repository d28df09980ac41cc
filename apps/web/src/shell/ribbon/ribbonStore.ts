import { create } from 'zustand'
import { persist } from 'zustand/middleware'
import type { Drawn } from './phaseLook'

interface RibbonState {
  /** What is not drawn; remembered on the device. */
  hidden: Drawn[]
  toggle(drawn: Drawn): void
}

export const useRibbon = create<RibbonState>()(
  persist(
    (set) => ({
      hidden: [],
      toggle: (drawn) =>
        set(({ hidden }) => ({
          hidden: hidden.includes(drawn) ? hidden.filter((d) => d !== drawn) : [...hidden, drawn],
        })),
    }),
    { name: 'hatch-book-ribbon' },
  ),
)
