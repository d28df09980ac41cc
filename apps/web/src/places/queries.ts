import { placesApi, type LabelOrder, type RackView, type Rooms, type TubView } from '@hatch-book/contract'
import { ask, askForFile, useAsk } from '../shell/api'

export const useRooms = () => useAsk(placesApi.rooms)

export const askMove = (animalId: string, placeId: string) =>
  ask(placesApi.tryMove, { query: { animalId, placeId } })

/** So many at a time: a nursery of hundreds does not ask for all of them at once. */
const AT_ONCE = 12
/** What speaks against each of many moves, in their order. */
export async function askMoves(moves: readonly { animalId: string; placeId: string }[]): Promise<string[][]> {
  const faults: string[][] = []
  for (let i = 0; i < moves.length; i += AT_ONCE) {
    const asked = moves.slice(i, i + AT_ONCE).map((m) => askMove(m.animalId, m.placeId))
    faults.push(...(await Promise.all(asked)).map((said) => said.faults))
  }
  return faults
}

/** A tub with the rack it stands in. */
export interface Standing {
  rack: RackView
  tub: TubView
}
export const standingTubs = (rooms: Rooms): Standing[] =>
  rooms.rooms.flatMap((r) => r.racks).flatMap((rack) => rack.tubs.map((tub) => ({ rack, tub })))

/** Opens labels as a PDF beside this page, ready to print at its own size. */
export async function openLabels(order: LabelOrder): Promise<void> {
  const address = URL.createObjectURL(await askForFile(placesApi.printLabels, { body: order }))
  window.open(address, '_blank')
  setTimeout(() => URL.revokeObjectURL(address), 60_000)
}
