/** What foretells a laying or a birth. */
export const LAYING_SIGNS = [
  'off food',
  'restless',
  'digs',
  'swollen',
  'eggs seen through the belly',
  'shed before laying',
  'in the nest',
] as const
export type LayingSign = (typeof LAYING_SIGNS)[number]

/** What a hatchling goes through before it is moved, in order. */
export const HATCHLING_STEPS = ['yolk absorbed', 'straightened', 'ready to move'] as const
export type HatchlingStep = (typeof HATCHLING_STEPS)[number]
