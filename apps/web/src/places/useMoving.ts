import { useState } from 'react'
import { useLog } from '../shell/log'
import { useSayNot } from '../shell/useSendAndSay'
import { askMove } from './queries'

export const NOT_MOVED = 'Not moved'

export interface Carried {
  id: string
  tag: string
}

/** An animal in the hand: picked up, carried to a tub, put down there; what speaks against it is said before it is written. */
export function useMoving(onMoved: (placeId: string) => void) {
  const { write } = useLog()
  const sayNot = useSayNot()
  const [carried, setCarried] = useState<Carried | null>(null)
  const [doubt, setDoubt] = useState<{
    animal: Carried
    placeId: string
    says: string
    faults: string[]
  } | null>(null)
  const settle = async (animal: Carried, placeId: string, name: string, despite?: string) => {
    await write(
      [
        {
          kind: 'moved',
          subject: { type: 'animal', id: animal.id },
          payload: { placeId, ...(despite ? { despite } : {}) },
        },
      ],
      `${animal.tag} moved to ${name}`,
      {
        // Before the views are asked for again: by then the hand may be at another tub, which must stay picked.
        onKept: () => {
          setCarried(null)
          setDoubt(null)
          onMoved(placeId)
        },
      },
    )
  }
  return {
    carried,
    doubt,
    pickUp: (animal: Carried | null) => {
      setDoubt(null)
      setCarried(animal)
    },
    putDown: async (animal: Carried, placeId: string, name: string) => {
      try {
        const { faults, says } = await askMove(animal.id, placeId)
        if (faults.length > 0) setDoubt({ animal, placeId, says, faults })
        else await settle(animal, placeId, name)
      } catch (error) {
        // Whether it may stand there nobody can tell now: it stays in the hand.
        sayNot(error, NOT_MOVED)
      }
    },
    insist: (why: string, name: string) => doubt && settle(doubt.animal, doubt.placeId, name, why),
    leave: () => {
      setDoubt(null)
      setCarried(null)
    },
  }
}
