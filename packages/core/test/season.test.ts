import { addDays, dayNumber, stageHill } from '../src'

const TODAY = '2027-05-27'

test('a hill of growing up holds half before the middle and one in twenty before the first and after the last', () => {
  const { from, shares } = stageHill(TODAY, { first: 10, half: 20, last: 45 })
  const before = (day: number) =>
    shares.filter((_, i) => dayNumber(addDays(from, i)) < dayNumber(TODAY) + day).reduce((a, b) => a + b, 0)
  const all = shares.reduce((a, b) => a + b, 0)
  expect(all).toBeGreaterThan(0.98)
  expect(before(20)).toBeCloseTo(0.5, 1)
  // What is drawn ends at two and a half spreads: a hundredth of it lies beyond.
  expect(before(10)).toBeCloseTo(0.05, 1)
  expect(all - before(45)).toBeCloseTo(0.05, 1)
  expect(shares.indexOf(Math.max(...shares))).toBe(dayNumber(TODAY) + 19 - dayNumber(from))
})

test('days that all fall together make a hill of a few days, and one that has begun begins before today', () => {
  const sure = stageHill(TODAY, { first: 5, half: 5, last: 5 })
  expect(sure.shares.length).toBeLessThanOrEqual(4)
  expect(stageHill(TODAY, { first: -6, half: 2, last: 10 }).from < TODAY).toBe(true)
})
