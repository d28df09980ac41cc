import type { AnimalRow, ClutchView, Place } from '@hatch-book/contract'
import { lifeFor, livesHere, type SlateContext, type SlateGroup } from '@hatch-book/core'
import { useMemo } from 'react'
import { useAnimals, useClutches, useCohorts, useColonies, usePairings, usePlaces } from '../shell/queries'
import { useFigures } from '../shell/figures'
import { useSession } from '../shell/session'
import type { Named, Names } from './resolve'

/** Everybody and everything a line may speak of, and the stages that are counted; null until all of it is there. */
export function useNames(): { names: Names; context: SlateContext } | null {
  const { book, today, now } = useSession()
  const { say } = useFigures()
  const { data: animals } = useAnimals()
  const { data: places } = usePlaces()
  const { data: pairings } = usePairings()
  const { data: clutches } = useClutches()
  const { data: groups } = useCohorts()
  const { data: feeders } = useColonies()
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
      names: {
        ...{ all, pairings: pairings ?? [], zone: book.zone, today, now },
        boxFor: (damId) =>
          freeBox(places, clutches ?? [], animals.find((a) => a.id === damId)?.species ?? ''),
      },
      context: {
        today,
        tags: [...new Set(all.map((n) => n.name))],
        stages: [...new Set(all.flatMap((n) => n.stages ?? []))],
        groups: bySpecies(animals),
        say,
      },
    }
  }, [animals, places, groups, feeders, pairings, clutches, book.zone, today, now, say])
}

/** Every species that somebody lives of, or lived, with those who live here. */
function bySpecies(animals: readonly AnimalRow[]): SlateGroup[] {
  const tags = new Map<string, string[]>()
  for (const { species, tag, presence } of animals)
    tags.set(species, [...(tags.get(species) ?? []), ...(livesHere(presence) ? [tag] : [])])
  return [...tags].map(([name, tags]) => ({ name, tags }))
}

const inOrder = new Intl.Collator('en', { numeric: true }).compare

/** The first box that is free: where the last eggs of the species were set, if there is one, so that they stand as warm. */
function freeBox(
  places: readonly Place[],
  clutches: readonly ClutchView[],
  species: string,
): { id: string; name: string } | null {
  const used = new Set(clutches.flatMap((c) => (c.box && c.endedOn === null ? c.box.id : [])))
  const before = clutches.find((c) => c.species === species && c.incubator)?.incubator?.id
  const free = places
    .filter((p) => p.kind === 'box' && !used.has(p.id))
    .sort((a, b) => inOrder(a.name, b.name))
  const within = (box: Place): boolean => {
    let at: Place | undefined = box
    for (let up = 0; at && up < 5; up++) {
      if (at.id === before) return true
      const { parentId }: Place = at
      at = places.find((p) => p.id === parentId)
    }
    return false
  }
  return free.find(within) ?? free[0] ?? null
}
