import { roomByLength, type RoomByLength } from '@hatch-book/core'
import type { JudgedAnimal } from './judge'

/** The tub that an animal needs by its own length, in the stage that it stands in. */
export const roomOf = ({ stage, record, row }: JudgedAnimal): RoomByLength | 'not measured' | null =>
  roomByLength(stage.stage.room, row.bodyPlan, record.standing.sizes)
