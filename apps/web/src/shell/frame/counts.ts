import { climateApi, type ReplyOf } from '@hatch-book/contract'
import { counted, type SubjectType } from '@hatch-book/core'
import { useMemo } from 'react'
import { useAsk } from '../api'
import type { GroupOfPages } from './menu'

/** How much waits in a group, by its name; nothing where nothing does. */
export type Counts = ReadonlyMap<string, { count: number; says: string }>
/** How many stops of today’s round are open, by whom they are about. */
export type Due = Readonly<Partial<Record<SubjectType, number>>>

export const stopsIn = (due: Due): number => Object.values(due).reduce((sum, n) => sum + n, 0)

const alarmsOf = ({ alarms }: ReplyOf<typeof climateApi.alarms>) => alarms

/** What waits in each group of the menu, as the menu says that it is counted. */
export function useCounts(menu: readonly GroupOfPages[], due: Due): Counts {
  const { data: alarms } = useAsk(climateApi.alarms, {}, { select: alarmsOf })
  return useMemo(() => {
    const waiting = ({ waits }: GroupOfPages): { count: number; says: string } => {
      if (waits === 'alarms') {
        const count = alarms?.length ?? 0
        return { count, says: counted(count, 'alarm') }
      }
      const count =
        waits === 'the round'
          ? stopsIn(due)
          : (waits ?? []).reduce((sum, subject) => sum + (due[subject] ?? 0), 0)
      return { count, says: `${count} due today` }
    }
    return new Map(
      menu.map((group) => [group.name, waiting(group)] as const).filter(([, { count }]) => count > 0),
    )
  }, [menu, due, alarms])
}
