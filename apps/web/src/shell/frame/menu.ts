import type { Permission } from '@hatch-book/contract'
import type { SubjectType, Use } from '@hatch-book/core'
import type { GroupIcon } from './icons'

/** A page as the menu has it, with the pages that one reaches from it. */
export interface MenuPage {
  to: string
  name: string
  under: readonly MenuPage[]
  of?: readonly Use[]
  carries?: readonly string[]
  needs?: Permission
}

/** A group of pages: one sign and one word in the frame. */
export interface GroupOfPages {
  name: string
  icon: GroupIcon
  /** What waits in it: stops of today’s round, all or those about these; or what is wrong right now. Nothing is counted where none is named. */
  waits?: 'the round' | 'alarms' | readonly SubjectType[]
  pages: readonly MenuPage[]
}

const leadsTo = (page: MenuPage, pathname: string) =>
  pathname === page.to || pathname.startsWith(`${page.to}/`)

/** Where an address stands in the menu; nothing for an address that no page leads to. */
export interface Standing {
  group: GroupOfPages
  page: MenuPage
  /** The page itself, or the one of those under it. */
  at: MenuPage
}

/** The nearest page that leads to an address: of `/incubation/plan/x` it is the hatch plan, not incubation. */
export function standingOf(menu: readonly GroupOfPages[], pathname: string): Standing | null {
  const all = menu.flatMap((group) =>
    group.pages.flatMap((page) => [page, ...page.under].map((at) => ({ group, page, at }))),
  )
  return all
    .filter(({ at }) => leadsTo(at, pathname))
    .reduce<Standing | null>((best, s) => (best && best.at.to.length >= s.at.to.length ? best : s), null)
}

/** A pointer that goes by the menu leaves the focus with the card it is on: its keys are heard at once. */
export const leaveFocus = (event: { preventDefault(): void }): void => event.preventDefault()

export interface Reader {
  /** What kinds of work the book has; null where that is not known yet, and nothing is hidden. */
  uses: ReadonlySet<Use> | null
  may(permission: Permission): boolean
  pathname: string
}

/** What a reader is shown of the menu: the pages that are of use in this book, and the one that is open whatever it is. */
export function menuFor(menu: readonly GroupOfPages[], { uses, may, pathname }: Reader): GroupOfPages[] {
  const here = standingOf(menu, pathname)?.at.to
  const isUsed = (page: MenuPage) =>
    (uses === null || !page.of || page.of.some((use) => uses.has(use))) && (!page.needs || may(page.needs))
  const isShown = (page: MenuPage) =>
    isUsed(page) || page.to === here || page.under.some((p) => p.to === here)
  return menu
    .map((group) => ({
      ...group,
      pages: group.pages
        .filter(isShown)
        .map((page) => ({ ...page, under: page.under.filter((p) => isUsed(p) || p.to === here) })),
    }))
    .filter(({ pages }) => pages.length > 0)
}

/** The address of a page, with what is picked here and holds there too. */
export function addressFrom(from: MenuPage | undefined, page: MenuPage, search: string): string {
  const here = new URLSearchParams(search)
  const along = new URLSearchParams()
  for (const name of page.carries ?? [])
    if (from?.carries?.includes(name) && here.has(name)) along.set(name, here.get(name)!)
  return along.size > 0 ? `${page.to}?${along.toString()}` : page.to
}
