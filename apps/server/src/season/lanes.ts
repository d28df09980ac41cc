import type { Season } from '@hatch-book/contract'
import type { Phase } from '@hatch-book/core'

export type LanePhase = Phase & { lane: string }
export type LaneHill = Season['lanes'][number]['hills'][number] & { lane: string }

/** A lane per line; who is of none has that of its species. */
export const laneOf = (species: string, line: string) => line || species
