import type { SubjectType } from '@hatch-book/core'
import { useMemo } from 'react'
import { useWalk } from './useRound'

/** How many stops of today's round are still open, by whom they are about. */
export function useDue(): Partial<Record<SubjectType, number>> {
  const { walk } = useWalk()
  return useMemo(() => {
    const due: Partial<Record<SubjectType, number>> = {}
    for (const { open, subject } of walk)
      if (open.length > 0) due[subject.type] = (due[subject.type] ?? 0) + 1
    return due
  }, [walk])
}
