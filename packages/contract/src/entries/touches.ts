import { touchedTogether, type Topic, type Touched } from '../api/topics'
import { ENTRY_KINDS, entryKinds, type EntryKind, type SubjectType } from './kinds'

/** What every entry of a subject touches. */
const OF_SUBJECT: Readonly<Record<SubjectType, readonly Topic[]>> = {
  animal: ['animals'],
  pairing: ['pairings'],
  clutch: ['clutches'],
  place: ['places'],
  rest: ['rests'],
  colony: ['colonies'],
  cohort: ['cohorts'],
}

/** What some kinds touch beside their subject. */
const BESIDE: Readonly<Partial<Record<EntryKind, readonly Topic[]>>> = {
  moved: ['places'],
  'set point': ['climate'],
  'thermometer read': ['climate'],
  calibrated: ['climate'],
  singled: ['animals'],
  reserved: ['trade'],
  'reservation ended': ['trade'],
  listed: ['trade'],
  unlisted: ['trade'],
  sold: ['trade'],
  returned: ['trade'],
  'changed hands': ['trade'],
}

/** What an entry touches; what strikes one out, whatever any entry of its subject may have touched. */
export function touchedByEntry({
  kind,
  subject,
}: {
  kind: EntryKind
  subject: { type: SubjectType }
}): Touched {
  const kinds = kind === 'struck' ? entryKinds.filter((k) => ENTRY_KINDS[k].subject === subject.type) : [kind]
  return touchedTogether([OF_SUBJECT[subject.type], ...kinds.map((k) => BESIDE[k] ?? [])])
}

/** What several entries touch together. */
export const touchedByEntries = (entries: readonly Parameters<typeof touchedByEntry>[0][]): Touched =>
  touchedTogether(entries.map(touchedByEntry))
