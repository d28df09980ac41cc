import { may } from '@hatch-book/contract'
import { useEffect, useMemo } from 'react'
import { useLocation } from 'react-router'
import { create } from 'zustand'
import { persist } from 'zustand/middleware'
import type { Part } from '../page'
import { useProtocols } from '../queries'
import { useSession } from '../session'
import { menuFor, type GroupOfPages } from './menu'

interface MenuState {
  /** Every page is shown, also those of which this book has nothing. */
  all: boolean
  showAll(all: boolean): void
  /** What each book had when it was last open here, so that its menu does not change while it opens. */
  seen: Readonly<Record<string, readonly Part[]>>
  see(bookId: string, parts: readonly Part[]): void
}

/** How the menu is shown on this device. */
export const useMenuStore = create<MenuState>()(
  persist(
    (set) => ({
      all: false,
      showAll: (all) => set({ all }),
      seen: {},
      see: (bookId, parts) => set(({ seen }) => ({ seen: { ...seen, [bookId]: parts } })),
    }),
    { name: 'hatch-book-menu' },
  ),
)

const KEPT = { animals: 'animals', cohorts: 'cohorts', colonies: 'colonies' } as const

/** What the species of the book make use of; null while they are not known. */
function useParts(): readonly Part[] | null {
  const { data } = useProtocols()
  return useMemo(() => {
    if (!data) return null
    const parts = new Set<Part>()
    for (const p of data.filter(({ hidden, animals }) => !hidden || animals > 0)) {
      parts.add(KEPT[p.keptAs])
      if (p.rests) parts.add('rest')
      if (p.setPointC !== null) parts.add('eggs')
    }
    return [...parts].sort()
  }, [data])
}

/** The menu as this member is shown it in this book; and how many pages are left out of it. */
export function useMenu(menu: readonly GroupOfPages[]): {
  groups: readonly GroupOfPages[]
  isWhole: boolean
} {
  const { book, member } = useSession()
  const { pathname } = useLocation()
  const { all, seen, see } = useMenuStore()
  const known = useParts()
  useEffect(() => {
    if (known && String(known) !== String(seen[book.id])) see(book.id, known)
  }, [known, seen, see, book.id])
  const parts = all ? null : (known ?? seen[book.id] ?? null)
  return useMemo(() => {
    const reader = { pathname, may: (permission: Parameters<typeof may>[1]) => may(member.role, permission) }
    const groups = menuFor(menu, { ...reader, parts: parts && new Set(parts) })
    const pages = (of: readonly GroupOfPages[]) => of.reduce((n, g) => n + g.pages.length, 0)
    return { groups, isWhole: pages(groups) === pages(menuFor(menu, { ...reader, parts: null })) }
  }, [menu, member.role, pathname, parts])
}
