import type { Day } from '../calendar'
import type { BodyPlan } from '../animals'

/** What is seen of two animals that are put together. */
export const PAIRING_EVENTS = [
  'introduced',
  'courted',
  'locked',
  'spermatophore',
  'taken up',
  'attacked',
  'ignored',
  'separated',
] as const
export type PairingEventKind = (typeof PAIRING_EVENTS)[number]

export interface PairingEvent {
  kind: PairingEventKind
  on: Day
  /** How long a lock lasted, where somebody timed it. */
  minutes?: number | undefined
}

/** Those that deposit sperm and take it up, where the others lock: seen of some arthropods both ways. */
const DEPOSITED: ReadonlySet<PairingEventKind> = new Set(['spermatophore', 'taken up'])
const DEPOSITING: ReadonlySet<BodyPlan> = new Set(['salamander', 'arthropod'])
const LOCKING: ReadonlySet<BodyPlan> = new Set(['snake', 'lizard', 'chelonian', 'frog', 'arthropod'])

/** What can be seen of two of a kind that are put together, by how they are built. */
export const pairingEventsOf = (bodyPlan: BodyPlan): PairingEventKind[] =>
  PAIRING_EVENTS.filter((kind) =>
    DEPOSITED.has(kind) ? DEPOSITING.has(bodyPlan) : kind !== 'locked' || LOCKING.has(bodyPlan),
  )
