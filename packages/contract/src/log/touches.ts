import { kindsAbout, touchesOf, type EntryKind, type SubjectType, type Topic } from '@hatch-book/core'
import { touchedTogether, type Touched } from '../api/topics'

/** What every entry of a subject touches. */
const OF_SUBJECT: Readonly<Record<SubjectType, readonly Topic[]>> = {
  animal: ['animals'],
  pairing: ['pairings'],
  clutch: ['clutches'],
  place: ['places'],
  rest: ['rests'],
  colony: ['colonies'],
  cohort: ['cohorts'],
  recipe: ['recipes'],
}

/** What an entry touches; what strikes one out, whatever any entry of its subject may have touched. */
export function touchedByEntry({
  kind,
  subject,
}: {
  kind: EntryKind
  subject: { type: SubjectType }
}): Touched {
  const kinds = kind === 'struck' ? kindsAbout(subject.type) : [kind]
  return touchedTogether([OF_SUBJECT[subject.type], ...kinds.map(touchesOf)])
}

/** What several entries touch together. */
export const touchedByEntries = (entries: readonly Parameters<typeof touchedByEntry>[0][]): Touched =>
  touchedTogether(entries.map(touchedByEntry))
