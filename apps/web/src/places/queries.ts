import type { LabelOrder, MoveAnswer, RackView, Rooms, TubView } from '@hatch-book/contract'
import { useQuery } from '@tanstack/react-query'
import { api } from '../shell/api'

export const useRooms = () => useQuery({ queryKey: ['rooms'], queryFn: () => api.get<Rooms>('/api/rooms') })

export const askMove = (animalId: string, placeId: string) =>
  api.get<MoveAnswer>(`/api/moves?animalId=${animalId}&placeId=${placeId}`)

/** A tub with the rack it stands in. */
export interface Standing {
  rack: RackView
  tub: TubView
}
export const standingTubs = (rooms: Rooms): Standing[] =>
  rooms.rooms.flatMap((r) => r.racks).flatMap((rack) => rack.tubs.map((tub) => ({ rack, tub })))

/** Opens labels as a PDF beside this page, ready to print at its own size. */
export async function openLabels(order: LabelOrder): Promise<void> {
  const reply = await fetch('/api/labels', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(order),
  })
  if (!reply.ok) throw new Error(((await reply.json()) as { detail: string }).detail)
  const address = URL.createObjectURL(await reply.blob())
  window.open(address, '_blank')
  setTimeout(() => URL.revokeObjectURL(address), 60_000)
}
