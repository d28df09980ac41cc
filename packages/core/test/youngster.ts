import type { Defect, RearingFacts } from '../src'

/** The day on which the young of these tests are judged. */
export const TODAY = '2027-05-27'

/** A corn snake of three months for which every gate of its species holds. */
export const youngster: RearingFacts = {
  sex: 'female',
  sexCertainty: 0.99,
  hatched: { from: '2027-03-01', to: '2027-03-01' },
  weight: { grams: 14, on: '2027-05-20' },
  mealsInARow: 7,
  longestRow: 7,
  lastOfferedOn: '2027-05-22',
  wholeSheds: 3,
  lastShedOn: '2027-05-10',
  openProblems: [],
  quarantineUntil: null,
  readiness: null,
  breeds: false,
}

export const kink: Defect = { defect: 'kink in the tail', grade: 'slight', view: 'above', x: 0.9, y: 0.5 }
