import { may, type ReadingRoute, type Role } from '@hatch-book/contract'
import { useQueries } from '@tanstack/react-query'
import { useMemo } from 'react'
import { questionOf } from './api'
import type { Findable } from './finding'
import type { GroupOfPages } from './frame/menu'
import type { FinderSource, Room } from './page'
import { useSession } from './session'

/** What the keys and this finder are for opens by this address, which is no page. */
export const KEYS_ADDRESS = '?keys'

const HELP: Findable = {
  to: KEYS_ADDRESS,
  tag: 'Keys and shortcuts',
  says: 'what each key does',
  also: 'help, keyboard, how to',
  isPage: true,
}

const pagesOf = (menu: readonly GroupOfPages[], role: Role): Findable[] =>
  menu.flatMap((group) =>
    group.pages
      .filter(({ needs }) => !needs || may(role, needs))
      .flatMap((page) => [
        { to: page.to, tag: page.name, says: `page, ${group.name}`, isPage: true as const },
        ...page.under.map((at) => ({
          to: at.to,
          tag: at.name,
          says: `page, ${group.name}, ${page.name}`,
          isPage: true as const,
        })),
      ]),
  )

const beginningsOf = (rooms: readonly Room[], role: Role): Findable[] =>
  rooms
    .flatMap(({ begins = [] }) => begins)
    .filter(({ needs }) => needs === undefined || may(role, needs))
    .map(({ name, to, also }) => ({
      to,
      tag: name,
      says: 'action',
      isPage: true as const,
      ...(also && { also }),
    }))

/** One and the same function each time: what was found is put together anew only where an answer is another. */
const dataOf = (answers: readonly { data: unknown }[]) => answers.map(({ data }) => data)

/** All that can be found from anywhere: what the rooms hold, the pages, what can be begun, and help. */
export function useFound(menu: readonly GroupOfPages[], rooms: readonly Room[]): readonly Findable[] {
  const { role } = useSession().member
  const sources = useMemo(() => rooms.flatMap(({ finds = [] }): readonly FinderSource[] => finds), [rooms])
  const things = useQueries({
    queries: sources.map(({ route, found }) => ({
      ...questionOf(route as ReadingRoute & { params?: undefined }),
      select: found as (reply: unknown) => Findable[],
    })),
    combine: dataOf,
  })
  return useMemo(
    () => [
      ...things.flatMap((found) => (found as Findable[] | undefined) ?? []),
      ...pagesOf(menu, role),
      ...beginningsOf(rooms, role),
      HELP,
    ],
    [things, menu, rooms, role],
  )
}
