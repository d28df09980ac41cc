import type { LineGoalView, PairingScene, SceneList, SeasonPlanView } from '@hatch-book/contract'
import type { GeneSet } from '@hatch-book/core'
import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { useSearchParams } from 'react-router'
import { api } from '../shell/api'

/** A scene with core's own type of genes. */
export type Scene = Omit<PairingScene, 'genes'> & { genes: GeneSet }
export type Mate = Scene['mates'][number]

export const useScenes = () =>
  useQuery({
    queryKey: ['pairing scenes'],
    queryFn: () => api.get<SceneList>('/api/pairing-scenes').then((r) => r.species),
  })

/** All that pairing reckons with of the species that the address names, or else of the one kept most. */
export function useScene(): Scene | undefined {
  const { data: scenes } = useScenes()
  const named = useSearchParams()[0].get('species')
  const protocolId = named ?? scenes?.find((s) => s.animals > 0)?.protocolId ?? scenes?.[0]?.protocolId
  return useQuery({
    queryKey: ['pairing scene', protocolId],
    queryFn: () => api.get<Scene>(`/api/pairing-scenes/${protocolId}`),
    enabled: protocolId !== undefined,
    placeholderData: keepPreviousData,
  }).data
}

export const useSeasonPlans = () =>
  useQuery({
    queryKey: ['season plans'],
    queryFn: () => api.get<{ plans: SeasonPlanView[] }>('/api/season-plans').then((r) => r.plans),
  })
export const useLineGoals = () =>
  useQuery({
    queryKey: ['line goals'],
    queryFn: () => api.get<{ goals: LineGoalView[] }>('/api/line-goals').then((r) => r.goals),
  })
