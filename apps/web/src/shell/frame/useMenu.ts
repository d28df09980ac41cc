import { may } from '@hatch-book/contract'
import { USES, type Use } from '@hatch-book/core'
import { useEffect, useMemo } from 'react'
import { useLocation } from 'react-router'
import { create } from 'zustand'
import { persist } from 'zustand/middleware'
import { useProtocols } from '../queries'
import { useSession } from '../session'
import { menuFor, type GroupOfPages } from './menu'

interface MenuState {
  /** Every page is shown, also those of which this book has nothing. */
  all: boolean
  showAll(all: boolean): void
  /** What kinds of work each book had when it was last open here, so that its menu does not change while it opens. */
  seen: Readonly<Record<string, readonly Use[]>>
  see(bookId: string, uses: readonly Use[]): void
}

/** How the menu is shown on this device. */
export const useMenuStore = create<MenuState>()(
  persist(
    (set) => ({
      all: false,
      showAll: (all) => set({ all }),
      seen: {},
      see: (bookId, uses) => set(({ seen }) => ({ seen: { ...seen, [bookId]: uses } })),
    }),
    { name: 'hatch-book-menu' },
  ),
)

/** The kinds of work that the species of the book bring; null while they are not known. */
function useUses(): readonly Use[] | null {
  const { data } = useProtocols()
  return (
    useMemo(
      // Hidden ones too: what stands of them is still looked after.
      () => data && USES.filter((use) => data.some((species) => species.uses.includes(use))),
      [data],
    ) ?? null
  )
}

/** The menu as this member is shown it in this book; and whether that is all of it. */
export function useMenu(menu: readonly GroupOfPages[]): {
  groups: readonly GroupOfPages[]
  isWhole: boolean
} {
  const { book, member } = useSession()
  const { pathname } = useLocation()
  const { all, seen, see } = useMenuStore()
  const known = useUses()
  useEffect(() => {
    if (known && String(known) !== String(seen[book.id])) see(book.id, known)
  }, [known, seen, see, book.id])
  const uses = all ? null : (known ?? seen[book.id] ?? null)
  return useMemo(() => {
    const reader = { pathname, may: (permission: Parameters<typeof may>[1]) => may(member.role, permission) }
    const groups = menuFor(menu, { ...reader, uses: uses && new Set(uses) })
    const pages = (of: readonly GroupOfPages[]) => of.reduce((n, g) => n + g.pages.length, 0)
    return { groups, isWhole: pages(groups) === pages(menuFor(menu, { ...reader, uses: null })) }
  }, [menu, member.role, pathname, uses])
}
