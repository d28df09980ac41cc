import { isCare, type WorkItem } from '@hatch-book/core'
import {
  animalsApi,
  climateApi,
  cohortsApi,
  coloniesApi,
  logApi,
  EVERY_ROUTE,
  incubationApi,
  isReading,
  pairingApi,
  placesApi,
  protocolsApi,
  rearingApi,
  roundsApi,
  weighingApi,
  type AnimalRow,
  type Place,
  type ReplyOf,
} from '@hatch-book/contract'
import { keepPreviousData } from '@tanstack/react-query'
import { useSearchParams } from 'react-router'
import { queries, questionOf, useAsk } from './api'

/* What several rooms ask the server for. The parts that are read out of an answer are named once: they are looked for anew only when it is another. */
const animalsOf = ({ animals }: ReplyOf<typeof animalsApi.list>) => animals
export const useAnimals = () => useAsk(animalsApi.list, {}, { select: animalsOf })
/** The animals as they are by now, asked for again where the list may be old. */
export const animalsByNow = (): Promise<AnimalRow[]> =>
  queries.fetchQuery({ ...questionOf(animalsApi.list), staleTime: 0 }).then(animalsOf)
export const useAnimal = (id: string | undefined) =>
  useAsk(animalsApi.page, id === undefined ? null : { params: { id } })

const clutchesOf = ({ clutches }: ReplyOf<typeof incubationApi.list>) => clutches
export const useClutches = () => useAsk(incubationApi.list, {}, { select: clutchesOf })
export const useClutch = (id: string | undefined) =>
  useAsk(incubationApi.page, id === undefined ? null : { params: { id } })

export const useCohorts = () => useAsk(cohortsApi.list)
export const useColonies = () => useAsk(coloniesApi.list)

const pairingsOf = ({ pairings }: ReplyOf<typeof pairingApi.list>) => pairings
export const usePairings = () => useAsk(pairingApi.list, {}, { select: pairingsOf })
/** Parents that cannot be; their relations are left out until somebody puts them right. */
const faultsOf = ({ faults }: ReplyOf<typeof pairingApi.list>) => faults
export const usePedigreeFaults = () => useAsk(pairingApi.list, {}, { select: faultsOf })
/** Females that are coming into season, and when they are expected to be receptive. */
const femalesOf = ({ females }: ReplyOf<typeof pairingApi.receptive>) => females
export const useReceptive = () => useAsk(pairingApi.receptive, {}, { select: femalesOf })

export const useLadder = () => useAsk(rearingApi.ladder)
const placesOf = ({ places }: ReplyOf<typeof placesApi.list>) => places
export const usePlaces = () => useAsk(placesApi.list, {}, { select: placesOf })
export const useRoundQuery = () => useAsk(roundsApi.round)

/** Today's care of those who are counted: of all cohorts, or of all colonies. */
export function useCareToday(type: 'cohort' | 'colony'): WorkItem[] {
  const { data } = useRoundQuery()
  return ((data?.items ?? []) as WorkItem[]).filter((i) => i.subject.type === type && isCare(i.kind))
}

/**
 * Asks for whatever opens without a signal, as far as it is not there: it does so then, though nobody has opened it yet on this device, or
 * not since it has a new version of the program.
 */
export async function readAhead(): Promise<void> {
  // One after the other: whoever works now comes first.
  for (const route of EVERY_ROUTE)
    if (isReading(route) && route.offline)
      await queries.prefetchQuery({ ...questionOf(route), staleTime: Infinity })
}

/** Photos of all places that have any, the newest first. */
const photosOf = ({ photos }: ReplyOf<typeof placesApi.photos>) => photos
export const usePlacePhotos = () => useAsk(placesApi.photos, {}, { select: photosOf })
const probesOf = ({ probes }: ReplyOf<typeof climateApi.probes>) => probes
export const useProbes = () => useAsk(climateApi.probes, {}, { select: probesOf })
const protocolsOf = ({ protocols }: ReplyOf<typeof protocolsApi.list>) => protocols
export const useProtocols = () => useAsk(protocolsApi.list, {}, { select: protocolsOf, staleTime: Infinity })
const scalesOf = ({ scales }: ReplyOf<typeof weighingApi.scales>) => scales
export const useScales = () => useAsk(weighingApi.scales, {}, { select: scalesOf })

const entriesOf = ({ entries }: ReplyOf<typeof logApi.list>) => entries
export const useEntries = (limit: number) =>
  useAsk(logApi.list, { query: { limit: String(limit) } }, { select: entriesOf })
/** The last entries of one subject, newest first. */
export const useEntriesOf = (subjectId: string, limit: number) =>
  useAsk(logApi.list, { query: { subjectId, limit: String(limit) } }, { select: entriesOf })

/** The line picked on the ribbon: the page below shows only what is of it. */
export function useLineFilter(): {
  line: string | null
  fits(of: { line: string; species: string }): boolean
} {
  const line = useSearchParams()[0].get('line')
  return { line, fits: (of) => line === null || (of.line || of.species) === line }
}

/** Places as one says them: the rack and the tub. */
export function placeNames(places: readonly Place[]): Map<string, string> {
  const byId = new Map(places.map((p) => [p.id, p]))
  return new Map(
    places.map((p) => {
      const parent = p.parentId ? byId.get(p.parentId) : undefined
      return [p.id, parent && parent.kind !== 'room' ? `${parent.name} · ${p.name}` : p.name]
    }),
  )
}
/** A stretch of a probe's log, small enough to draw; what was drawn stays until the next stretch is there. */
export const useSeries = (probeId: string | null, from: string, to: string) =>
  useAsk(climateApi.series, probeId === null ? null : { params: { id: probeId }, query: { from, to } }, {
    placeholderData: keepPreviousData,
  })
