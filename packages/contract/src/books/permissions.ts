import type { Role } from './members'

/** Who may do what. Every route names one of these, and every screen asks here too: nowhere else are roles told apart. */
export const PERMISSIONS = {
  public: ['owner', 'keeper', 'helper', 'viewer', 'nobody'],
  'read the book': ['owner', 'keeper', 'helper', 'viewer'],
  leave: ['owner', 'keeper', 'helper', 'viewer'],
  'bring the book back': ['owner'],
  'write in the log': ['owner', 'keeper', 'helper'],
  'decide and plan': ['owner', 'keeper'],
  /** Names and addresses of people, who bought or waits for what, and what is asked and paid. */
  'see who buys': ['owner', 'keeper'],
  'run the book': ['owner'],
  'speak as a scale': ['scale'],
  'speak as a probe': ['probe'],
} as const satisfies Record<string, readonly (Role | 'nobody' | 'scale' | 'probe')[]>

export type Permission = keyof typeof PERMISSIONS

export function may(role: Role | 'nobody' | 'scale' | 'probe', permission: Permission): boolean {
  return (PERMISSIONS[permission] as readonly string[]).includes(role)
}

/** What stays open in a book that was deleted. */
export const OPEN_WHEN_DELETED: ReadonlySet<Permission> = new Set(['public', 'leave', 'bring the book back'])
