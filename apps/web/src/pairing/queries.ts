import { pairingApi, type PairingScene, type ReplyOf } from '@hatch-book/contract'
import type { GeneSet } from '@hatch-book/core'
import { keepPreviousData } from '@tanstack/react-query'
import { useSearchParams } from 'react-router'
import { useAsk } from '../shell/api'

const speciesOf = ({ species }: ReplyOf<typeof pairingApi.scenes>) => species
const plansOf = ({ plans }: ReplyOf<typeof pairingApi.plans>) => plans
const goalsOf = ({ goals }: ReplyOf<typeof pairingApi.goals>) => goals

/** A scene with core's own type of genes. */
export type Scene = Omit<PairingScene, 'genes'> & { genes: GeneSet }
export type Mate = Scene['mates'][number]

export const useScenes = () => useAsk(pairingApi.scenes, {}, { select: speciesOf })

/** All that pairing reckons with of the species that the address names, or else of the one kept most. */
export function useScene(): Scene | undefined {
  const { data: scenes } = useScenes()
  const named = useSearchParams()[0].get('species')
  const protocolId = named ?? scenes?.find((s) => s.animals > 0)?.protocolId ?? scenes?.[0]?.protocolId
  return useAsk(pairingApi.scene, protocolId === undefined ? null : { params: { protocolId } }, {
    placeholderData: keepPreviousData,
  }).data
}

export const useSeasonPlans = () => useAsk(pairingApi.plans, {}, { select: plansOf })
export const useLineGoals = () => useAsk(pairingApi.goals, {}, { select: goalsOf })
