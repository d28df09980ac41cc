import type {
  AnimalPage,
  AnimalRow,
  ClutchPage,
  ClutchView,
  Cohorts,
  Colonies,
  Entry,
  Ladder,
  PairingList,
  Place,
  PlacePhotos,
  Probe,
  ProtocolSummary,
  ReceptiveList,
  Round,
  ScaleView,
  Series,
} from '@hatch-book/contract'
import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { useSearchParams } from 'react-router'
import { api, queries } from './api'

/** What the rooms ask the server for. One name each, so that a write refreshes every view that shows it. */
const animals = {
  queryKey: ['animals'],
  queryFn: () => api.get<{ animals: AnimalRow[] }>('/api/animals').then((r) => r.animals),
}
export const useAnimals = () => useQuery(animals)
/** The animals as they are by now, asked for again where the list may be old. */
export const animalsByNow = (): Promise<AnimalRow[]> => queries.fetchQuery({ ...animals, staleTime: 0 })
export const useAnimal = (id: string | undefined) =>
  useQuery({
    queryKey: ['animal', id],
    queryFn: () => api.get<AnimalPage>(`/api/animals/${id}`),
    enabled: id !== undefined,
  })
const clutches = {
  queryKey: ['clutches', 'list'],
  queryFn: () => api.get<{ clutches: ClutchView[] }>('/api/clutches').then((r) => r.clutches),
}
export const useClutches = () => useQuery(clutches)
export const useClutch = (id: string | undefined) =>
  useQuery({
    queryKey: ['clutch', id],
    queryFn: () => api.get<ClutchPage>(`/api/clutches/${id}`),
    enabled: id !== undefined,
  })
const cohorts = { queryKey: ['cohorts'], queryFn: () => api.get<Cohorts>('/api/cohorts') }
export const useCohorts = () => useQuery(cohorts)
const colonies = { queryKey: ['colonies'], queryFn: () => api.get<Colonies>('/api/colonies') }
export const useColonies = () => useQuery(colonies)
const PAIRINGS = {
  queryKey: ['pairings'],
  queryFn: () => api.get<PairingList>('/api/pairings'),
}
export const usePairings = () => useQuery({ ...PAIRINGS, select: pairingsOf })
const pairingsOf = ({ pairings }: PairingList) => pairings
/** Parents that cannot be; their relations are left out until somebody puts them right. */
export const usePedigreeFaults = () => useQuery({ ...PAIRINGS, select: faultsOf })
const faultsOf = ({ faults }: PairingList) => faults
/** Females that are coming into season, and when they are expected to be receptive. */
export const useReceptive = () =>
  useQuery({
    queryKey: ['receptive'],
    queryFn: () => api.get<ReceptiveList>('/api/receptive').then((r) => r.females),
  })
export const useLadder = () =>
  useQuery({ queryKey: ['rearing'], queryFn: () => api.get<Ladder>('/api/rearing') })
const places = {
  queryKey: ['places'],
  queryFn: () => api.get<{ places: Place[] }>('/api/places').then((r) => r.places),
}
export const usePlaces = () => useQuery(places)
const round = { queryKey: ['round'], queryFn: () => api.get<Round>('/api/round') }
export const useRoundQuery = () => useQuery(round)

/**
 * Asks for what the round, the animals and the slate are made of, as far as it is not there: they open without a signal then, though nobody
 * has opened them yet on this device, or not since it has a new version of the program.
 */
export async function readAhead(): Promise<void> {
  // One after the other: whoever works now comes first.
  const all: readonly { queryKey: string[]; queryFn(): Promise<unknown> }[] = [
    ...[animals, places, round, cohorts, colonies, clutches],
  ]
  for (const query of all) await queries.prefetchQuery({ ...query, staleTime: Infinity })
}
/** Photos of all places that have any, the newest first. */
export const usePlacePhotos = () =>
  useQuery({
    queryKey: ['places', 'photos'],
    queryFn: () => api.get<PlacePhotos>('/api/places/photos').then((r) => r.photos),
  })
export const useProbes = () =>
  useQuery({
    queryKey: ['probes'],
    queryFn: () => api.get<{ probes: Probe[] }>('/api/probes').then((r) => r.probes),
  })
export const useProtocols = () =>
  useQuery({
    queryKey: ['protocols'],
    queryFn: () => api.get<{ protocols: ProtocolSummary[] }>('/api/protocols').then((r) => r.protocols),
    staleTime: Infinity,
  })
export const useScales = () =>
  useQuery({
    queryKey: ['scales'],
    queryFn: () => api.get<{ scales: ScaleView[] }>('/api/scales').then((r) => r.scales),
  })
export const useEntries = (limit: number) =>
  useQuery({
    queryKey: ['entries', limit],
    queryFn: () => api.get<{ entries: Entry[] }>(`/api/entries?limit=${limit}`).then((r) => r.entries),
  })

/** The last entries of one subject, newest first. */
export const useEntriesOf = (subjectId: string, limit: number) =>
  useQuery({
    queryKey: ['entries', subjectId, limit],
    queryFn: () =>
      api
        .get<{ entries: Entry[] }>(`/api/entries?subjectId=${subjectId}&limit=${limit}`)
        .then((r) => r.entries),
  })

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
  useQuery({
    queryKey: ['series', probeId, from, to],
    queryFn: ({ signal }) =>
      api.get<Series>(
        `/api/probes/${probeId}/series?${new URLSearchParams({ from, to }).toString()}`,
        signal,
      ),
    enabled: probeId !== null,
    placeholderData: keepPreviousData,
  })
