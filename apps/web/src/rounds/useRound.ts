import type { Round } from '@hatch-book/contract'
import { useEffect, useMemo } from 'react'
import { entryInWords } from '@hatch-book/core'
import { useFigures } from '../shell/figures'
import { useOutbox } from '../shell/outbox'
import { useRoundQuery } from '../shell/queries'
import { useSession } from '../shell/session'
import { dueInRound, useRoundStore } from './roundStore'
import { walkOf, type WalkStep } from './walk'

/** Today's walk as this device and the others have done it so far. */
export function useWalk(): { round: Round | undefined; walk: WalkStep[]; error: Error | null } {
  const { book, member } = useSession()
  const figures = useFigures()
  const { data: round, dataUpdatedAt, error } = useRoundQuery()
  const { key, known, stations, settled, see } = useRoundStore()
  const acts = useOutbox((s) => s.acts)
  const now = round && `${book.id}|${round.today}`
  useEffect(() => {
    if (round && now) see(now, dueInRound(round), round.stations)
  }, [round, now, see])
  const walk = useMemo(
    () =>
      round && key === now
        ? walkOf({
            ...{ round, readAt: dataUpdatedAt, known, stations, settled, me: member.name },
            kept: new Set(acts.flatMap((a) => a.entries.map((e) => e.id))),
            sayEntry: (e) => entryInWords(e, figures),
          })
        : [],
    [round, key, now, dataUpdatedAt, known, stations, settled, acts, member.name, figures],
  )
  return { round, walk, error }
}
