import { create } from 'zustand'
import { persist } from 'zustand/middleware'
import type { Drawn } from './phaseLook'

interface RibbonState {
  /** What is not drawn; remembered on the device. */
  hidden: Drawn[]
  toggle(drawn: Drawn): void
  /** Whether it stands open, by the page it is over; where nothing is said, as the page wants it. */
  open: Readonly<Record<string, boolean>>
  setOpen(page: string, open: boolean): void
  /** How high it was when it was last open, pixels: so much is left free until it is there. */
  height: number
  setHeight(height: number): void
}

/** Pages that are about the season: over them it opens by itself. */
const OPENS_OVER = ['/rest', '/pairing', '/pairing/season', '/incubation']
export const isOpenOver = (page: string, open: Readonly<Record<string, boolean>>) =>
  open[page] ?? OPENS_OVER.includes(page)

export const useRibbon = create<RibbonState>()(
  persist(
    (set) => ({
      hidden: [],
      toggle: (drawn) =>
        set(({ hidden }) => ({
          hidden: hidden.includes(drawn) ? hidden.filter((d) => d !== drawn) : [...hidden, drawn],
        })),
      open: {},
      setOpen: (page, is) => set(({ open }) => ({ open: { ...open, [page]: is } })),
      height: 110,
      setHeight: (height) => set({ height }),
    }),
    { name: 'hatch-book-ribbon' },
  ),
)
