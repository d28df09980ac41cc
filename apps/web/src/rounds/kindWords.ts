import type { WorkItem } from '@hatch-book/core'

const SAYS: Readonly<Record<string, string>> = {
  ...{ meal: 'meals', left: 'meals to look after', weigh: 'weights', nest: 'nests to look into' },
  ...{ hatch: 'eggs to look at', check: 'sleepers to check', rest: 'turns of a rest', mist: 'tubs to mist' },
  ...{ water: 'water to change', clean: 'tubs to clean', count: 'counts', tend: 'colonies to tend' },
  ...{
    search: 'searches',
    moult: 'moults to look for',
    collect: 'eggs to collect',
    'hand over': 'hand-overs',
  },
  ...{ part: 'pairs to part', introduce: 'pairs to put together', split: 'splits', single: 'to box singly' },
}

/** So many of each kind of work, the most first. */
export function kindsOf(items: readonly WorkItem[]): string {
  const counts = new Map<string, number>()
  for (const { kind } of items) counts.set(kind, (counts.get(kind) ?? 0) + 1)
  return [...counts]
    .sort((a, b) => b[1] - a[1])
    .map(([kind, n]) => `${n} ${SAYS[kind] ?? kind}`)
    .join(', ')
}
