import { climateApi, type ReplyOf } from '@hatch-book/contract'
import { useAsk } from '../shell/api'

const placesOf = ({ places }: ReplyOf<typeof climateApi.places>) => places

export const useProposedBands = (placeId: string) =>
  useAsk(climateApi.proposedBands, { params: { id: placeId } })
export const useClimate = () => useAsk(climateApi.places, {}, { select: placesOf })
