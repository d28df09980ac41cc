import { windowByHand, type AssignProblem } from '@hatch-book/core'

/** Two females and one male, as stories about a season's plan begin. */
export function season(over: Partial<AssignProblem> = {}): AssignProblem {
  return {
    from: '2027-03-01',
    to: '2027-05-31',
    females: [
      { id: 'C11', window: windowByHand('2027-03-10', '2027-03-24') },
      { id: 'C15', window: windowByHand('2027-03-12', '2027-03-26') },
    ],
    males: [{ id: 'C02', mostFemales: 3, restDays: 2 }],
    pairs: [
      { female: 'C11', male: 'C02', value: 1 },
      { female: 'C15', male: 'C02', value: 0.8 },
    ],
    daysTogether: 2,
    meetings: 1,
    daysBetween: 3,
    togetherMost: 1,
    matesAVisit: 0.6,
    fixed: [],
    ...over,
  }
}
