import { climateApi, type ReplyOf } from '@hatch-book/contract'
import { counted, type SubjectType } from '@hatch-book/core'
import { useMemo } from 'react'
import { useAsk } from '../api'

/** How much waits in a group, by its name. */
export type Counts = Readonly<Partial<Record<string, { count: number; says: string }>>>

const alarmsOf = ({ alarms }: ReplyOf<typeof climateApi.alarms>) => alarms

/**
 * What waits in each group: all open stops of the round under Today, those about eggs and about groups once more under theirs, and
 * under Room what is wrong right now.
 */
export function useCounts(due: Readonly<Partial<Record<SubjectType, number>>>): Counts {
  const { data: alarms } = useAsk(climateApi.alarms, {}, { select: alarmsOf })
  return useMemo(() => {
    const all = Object.values(due).reduce((sum, n) => sum + n, 0)
    const stops: [string, number][] = [
      ['Today', all],
      ['Eggs and young', due.clutch ?? 0],
      ['Groups', (due.cohort ?? 0) + (due.colony ?? 0)],
    ]
    const counts: Record<string, { count: number; says: string }> = {}
    for (const [group, count] of stops) if (count > 0) counts[group] = { count, says: `${count} due today` }
    if (alarms && alarms.length > 0)
      counts.Room = { count: alarms.length, says: counted(alarms.length, 'alarm') }
    return counts
  }, [due, alarms])
}
