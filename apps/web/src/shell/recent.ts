import { create } from 'zustand'
import { persist } from 'zustand/middleware'

/** So many are remembered of each book. */
const MOST = 24

interface Recent {
  /** What was opened in each book on this device, the last first. */
  opened: Readonly<Record<string, readonly string[]>>
  open(bookId: string, address: string): void
}

/** What was opened last, so that it is found first. */
export const useRecent = create<Recent>()(
  persist(
    (set) => ({
      opened: {},
      open: (bookId, address) =>
        set(({ opened }) => ({
          opened: {
            ...opened,
            [bookId]: [address, ...(opened[bookId] ?? []).filter((a) => a !== address)].slice(0, MOST),
          },
        })),
    }),
    { name: 'hatch-book-opened' },
  ),
)
