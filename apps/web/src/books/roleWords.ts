import type { Role } from '@hatch-book/contract'

export const ROLES_SHOWN = ['owner', 'keeper', 'helper', 'viewer'] as const satisfies readonly Role[]

/** What each role may do, in four words at most. */
export const ROLE_SAYS: Record<Role, string> = {
  owner: 'runs the book',
  keeper: 'decides and plans',
  helper: 'writes what they saw',
  viewer: 'only looks',
}
