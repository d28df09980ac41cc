import type { Cohorts, Colonies } from '@hatch-book/contract'
import { lifeFor, type SlateContext } from '@hatch-book/core'
import { useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import { api } from '../shell/api'
import { useAnimals, usePairings, usePlaces } from '../shell/queries'
import { useSession } from '../shell/session'
import type { Named, Names } from './resolve'

/** Everybody and everything a line may speak of, and the stages that are counted; null until all of it is there. */
export function useNames(): { names: Names; context: SlateContext } | null {
  const { book, today, now } = useSession()
  const { data: animals } = useAnimals()
  const { data: places } = usePlaces()
  const { data: pairings } = usePairings()
  const { data: groups } = useQuery({
    queryKey: ['cohorts'],
    queryFn: () => api.get<Cohorts>('/api/cohorts'),
  })
  const { data: feeders } = useQuery({
    queryKey: ['colonies'],
    queryFn: () => api.get<Colonies>('/api/colonies'),
  })
  return useMemo(() => {
    if (!animals || !places || !groups || !feeders) return null
    const protocols = new Map(groups.species.map((s) => [s.protocolId, s.protocol]))
    const all: Named[] = [
      ...animals.map(({ id, tag }) => ({ type: 'animal' as const, id, name: tag })),
      ...groups.cohorts.map((c) => ({
        ...{ type: 'cohort' as const, id: c.id, name: c.name },
        stages: lifeFor(protocols.get(c.protocolId)!, c.fertilised).map((s) => s.name),
      })),
      ...feeders.colonies.map((c) => ({
        ...{ type: 'colony' as const, id: c.id, name: c.name },
        stages: c.model.stages.map((s) => s.name),
      })),
      ...places.map(({ id, name }) => ({ type: 'place' as const, id, name })),
    ]
    return {
      names: { all, pairings: pairings ?? [], zone: book.zone, today, now },
      context: {
        today,
        tags: [...new Set(all.map((n) => n.name))],
        stages: [...new Set(all.flatMap((n) => n.stages ?? []))],
      },
    }
  }, [animals, places, groups, feeders, pairings, book.zone, today, now])
}
