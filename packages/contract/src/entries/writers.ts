import type { EntryKind } from './kinds'

/** Who writes a kind of entry, and strikes it out: whoever walks the racks, or only those who decide. */
export type Writer = 'helper' | 'keeper'

/**
 * Who may write each kind. What says `act` is written by the program as part of a larger act, such as a merging or a found clutch, and is
 * taken from nobody as an entry by itself: its payload says what the act did, and striking it undoes just that.
 */
export const WRITERS: Readonly<Record<EntryKind, { by: Writer; act?: true }>> = {
  ...helper(
    ...([
      'weighed',
      'meal',
      'shed',
      'going into shed',
      'sexed',
      'moved',
      'problem found',
      'problem over',
    ] as const),
    ...(['droppings', 'rest began', 'rest check', 'warmed', 'watered', 'died', 'moulted', 'trait'] as const),
    ...([
      'looked at',
      'noted',
      'introduced',
      'courted',
      'locked',
      'separated',
      'attacked',
      'ignored',
    ] as const),
    ...(['spermatophore', 'taken up', 'egg fate', 'batch fate', 'eggs looked at', 'clutch moved'] as const),
    ...([
      'box weighed',
      'nest checked',
      'laying sign',
      'hatchling step',
      'cleaned',
      'soiled',
      'misted',
    ] as const),
    ...([
      'thermometer read',
      'met a mate',
      'water changed',
      'batch went in',
      'batch check',
      'batch came out',
      'put off',
      'struck',
    ] as const),
    ...(['cohort counted', 'moulted on', 'lost', 'passed on', 'moved out', 'moved in', 'searched'] as const),
    ...([
      'adults set in',
      'adults taken out',
      'eggs collected',
      'emerged',
      'eggs judged',
      'counted',
    ] as const),
    ...(['tended', 'fed off', 'sex read', 'defect found', 'measured'] as const),
  ),
  ...keeper(
    ...(['overruled', 'listed', 'unlisted', 'sold', 'quarantined', 'set point', 'trial began'] as const),
    ...(['trial ended', 'held back', 'reserved', 'reservation ended', 'returned', 'changed hands'] as const),
    ...(['permit noted', 'stage reached'] as const),
  ),
  merged: { by: 'keeper', act: true },
  'paired despite': { by: 'keeper', act: true },
  calibrated: { by: 'helper', act: true },
  'clutch found': { by: 'helper', act: true },
  singled: { by: 'helper', act: true },
  'readings shown': { by: 'helper', act: true },
}

function helper<K extends EntryKind>(...kinds: K[]) {
  return allBy('helper', kinds)
}
function keeper<K extends EntryKind>(...kinds: K[]) {
  return allBy('keeper', kinds)
}
function allBy<K extends EntryKind>(by: Writer, kinds: readonly K[]): Record<K, { by: Writer }> {
  return Object.fromEntries(kinds.map((kind) => [kind, { by }])) as Record<K, { by: Writer }>
}

/** Of each kind what names people outside the book or money: read by those who may see who buys, kept from all others. */
export const OF_THE_TRADE: Readonly<Partial<Record<EntryKind, readonly string[]>>> = {
  reserved: ['contactId', 'name', 'price', 'deposit', 'note'],
  'reservation ended': ['because', 'note'],
  listed: ['price', 'note'],
  sold: ['buyer', 'price', 'note'],
  returned: ['because', 'note'],
  'changed hands': ['to', 'note'],
}
