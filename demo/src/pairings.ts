import { daysBetween, type Day } from '@hatch-book/core'

export interface PlannedPairing {
  female: string
  male: string
  /** When the cold rest begins and ends; a female kept warm has none. */
  rest: [string, string] | null
  /** Meetings: day introduced, and whether they lock. */
  meetings: [string, boolean][]
  /** Days from the last lock to laying; null when nothing comes of it within what is lived through. */
  layAfter: number | null
  incubator: 'H1' | 'H2'
}

/** Two seasons of pairings, those of the second spread out so that late May has something of everything. */
export const PAIRINGS: readonly PlannedPairing[] = [
  {
    female: 'C11',
    male: 'C02',
    rest: ['2025-11-10', '2026-02-01'],
    meetings: [
      ['2026-03-10', true],
      ['2026-03-13', true],
    ],
    layAfter: 38,
    incubator: 'H1',
  },
  {
    female: 'C23',
    male: 'C09',
    rest: ['2025-11-10', '2026-02-01'],
    meetings: [
      ['2026-03-16', false],
      ['2026-03-20', true],
    ],
    layAfter: 41,
    incubator: 'H1',
  },
  {
    female: 'C28',
    male: 'C17',
    rest: ['2025-11-18', '2026-02-08'],
    meetings: [['2026-03-24', true]],
    layAfter: 43,
    incubator: 'H2',
  },
  {
    female: 'H04',
    male: 'H09',
    rest: ['2025-11-18', '2026-02-10'],
    meetings: [
      ['2026-03-12', true],
      ['2026-03-18', true],
    ],
    layAfter: 46,
    incubator: 'H2',
  },
  {
    female: 'H12',
    male: 'H10',
    rest: ['2025-11-18', '2026-02-10'],
    meetings: [['2026-03-28', true]],
    layAfter: 50,
    incubator: 'H2',
  },
  {
    female: 'C33',
    male: 'C17',
    rest: null,
    meetings: [
      ['2026-10-20', true],
      ['2026-10-24', true],
    ],
    layAfter: 40,
    incubator: 'H1',
  },
  { female: 'H07', male: 'H09', rest: null, meetings: [['2026-10-12', true]], layAfter: 47, incubator: 'H1' },
  {
    female: 'C11',
    male: 'C02',
    rest: ['2026-09-28', '2026-12-20'],
    meetings: [
      ['2027-01-30', true],
      ['2027-02-04', true],
    ],
    layAfter: 39,
    incubator: 'H2',
  },
  {
    female: 'C23',
    male: 'C09',
    rest: ['2026-10-05', '2027-01-04'],
    meetings: [['2027-02-20', true]],
    layAfter: 42,
    incubator: 'H2',
  },
  {
    female: 'H04',
    male: 'H09',
    rest: ['2026-10-26', '2027-01-24'],
    meetings: [
      ['2027-02-28', true],
      ['2027-03-05', true],
    ],
    layAfter: 47,
    incubator: 'H2',
  },
  {
    female: 'C15',
    male: 'C09',
    rest: ['2026-11-10', '2027-02-10'],
    meetings: [
      ['2027-03-18', false],
      ['2027-03-22', true],
    ],
    layAfter: 41,
    incubator: 'H1',
  },
  {
    female: 'C28',
    male: 'C17',
    rest: ['2026-11-20', '2027-02-20'],
    meetings: [['2027-04-06', true]],
    layAfter: 44,
    incubator: 'H1',
  },
  {
    female: 'H12',
    male: 'H10',
    rest: ['2026-11-20', '2027-02-24'],
    meetings: [
      ['2027-04-10', true],
      ['2027-04-16', true],
    ],
    layAfter: 52,
    incubator: 'H2',
  },
  {
    female: 'C31',
    male: 'C17',
    rest: null,
    meetings: [
      ['2027-05-12', false],
      ['2027-05-25', false],
    ],
    layAfter: null,
    incubator: 'H1',
  },
]

/** Rests as planned for the females; a male rests with the first female he serves in a season. */
export function restsOf(tag: string): [Day, Day][] {
  const rests = PAIRINGS.filter((p) => (p.female === tag || p.male === tag) && p.rest).map((p) => p.rest!)
  return rests.filter((r, i) => rests.findIndex((other) => Math.abs(daysBetween(other[0], r[0])) < 120) === i)
}
