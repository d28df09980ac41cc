import type { ProtocolDocument } from './document'
import { Sheet } from './sheet'
import type { Protocol } from './types'

/** What kinds of work a species brings with it. A book that has none of a kind has no use for some of the rooms. */
export const USES = ['animals', 'rest', 'eggs', 'cohorts', 'colonies'] as const
export type Use = (typeof USES)[number]

/** Kept in cohorts: always, or while young, though the grown have names. */
export const isCounted = (document: ProtocolDocument): boolean =>
  document.keptAs === 'cohorts' || Sheet.of(document).has('cohort.grown')

/**
 * What kinds of work a species brings.
 * @param protocol null where it is a colony's, or cannot be used: what nobody can tell is taken as so
 * @param animals how many of them have a tag
 */
export function usesOf(document: ProtocolDocument, protocol: Protocol | null, animals: number): Use[] {
  const isUnknown = protocol === null && document.keptAs !== 'colonies'
  const uses: Record<Use, boolean> = {
    animals: document.keptAs === 'animals' || animals > 0,
    rest: isUnknown || (protocol?.rest ?? null) !== null,
    eggs: isUnknown || (protocol?.incubation ?? null) !== null,
    cohorts: isCounted(document),
    colonies: document.keptAs === 'colonies',
  }
  return USES.filter((use) => uses[use])
}
