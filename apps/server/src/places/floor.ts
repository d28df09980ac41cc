import type { TubMeasure } from '@hatch-book/contract'
import { floorFaults } from '@hatch-book/core'
import { roomOf, type JudgedAnimal } from '../animals'

/** Why a tub is too small for an animal, by its stage and by its own length. */
export const floorFaultsOf = (judged: JudgedAnimal, tub: TubMeasure | null): string[] =>
  floorFaults(tub, judged.stage.stage.room, judged.row.stage, roomOf(judged))
