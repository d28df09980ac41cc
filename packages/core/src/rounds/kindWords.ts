import type { WorkItem } from './item'

/** One of a kind of work, and many. */
const SAYS: Readonly<Record<string, readonly [one: string, many: string]>> = {
  meal: ['meal', 'meals'],
  left: ['meal to look after', 'meals to look after'],
  weigh: ['weight', 'weights'],
  nest: ['nest to look into', 'nests to look into'],
  hatch: ['clutch to look at', 'clutches to look at'],
  check: ['sleeper to check', 'sleepers to check'],
  'batch check': ['batch to check', 'batches to check'],
  rest: ['turn of a rest', 'turns of a rest'],
  mist: ['tub to mist', 'tubs to mist'],
  water: ['tub for fresh water', 'tubs for fresh water'],
  clean: ['tub to clean', 'tubs to clean'],
  count: ['count', 'counts'],
  tend: ['colony to tend', 'colonies to tend'],
  search: ['box to search', 'boxes to search'],
  moult: ['moult to look for', 'moults to look for'],
  collect: ['box of eggs to collect', 'boxes of eggs to collect'],
  'hand over': ['hand-over', 'hand-overs'],
  ask: ['question', 'questions'],
  part: ['pair to part', 'pairs to part'],
  introduce: ['pair to put together', 'pairs to put together'],
  split: ['cohort to split', 'cohorts to split'],
  single: ['cohort to box singly', 'cohorts to box singly'],
  temperature: ['cohort to move to another warmth', 'cohorts to move to another warmth'],
  wake: ['sleeper to wake', 'sleepers to wake'],
  alarm: ['alarm', 'alarms'],
}

/** So many of each kind of work, the most first. */
export function kindsOf(items: readonly WorkItem[]): string {
  const counts = new Map<string, number>()
  for (const { kind } of items) counts.set(kind, (counts.get(kind) ?? 0) + 1)
  return [...counts]
    .sort((a, b) => b[1] - a[1])
    .map(([kind, n]) => `${n} ${SAYS[kind]?.[n === 1 ? 0 : 1] ?? kind}`)
    .join(', ')
}
