import { figuresOf } from '../src/shell/figures'
import { fromWallClock, toWallClock } from '../src/shell/wallClock'

const metric = figuresOf({ weightUnit: 'g', temperatureUnit: 'C', zone: 'Europe/Lisbon' }, '2027-05-27')
const other = figuresOf({ weightUnit: 'oz', temperatureUnit: 'F', zone: 'America/New_York' }, '2027-05-27')

test('weights are written as finely as they matter, in the unit of the book', () => {
  expect([0, 7.04, 12.345, 338.4, null].map(metric.grams)).toEqual(['0 g', '7.0 g', '12.3 g', '338 g', '–'])
  expect(other.grams(338)).toBe('11.92 oz')
  expect(other.readGrams('1')).toBeCloseTo(28.35, 2)
  expect(metric.readGrams('5')).toBe(5)
  // As keepers write it: with its unit, with a comma, in another unit than the book's.
  expect(['12g', '12,5', '12.5 g', '0,5 oz', ' 412 '].map(metric.readGrams)).toEqual([
    12, 12.5, 12.5, 14.17, 412,
  ])
  expect(other.readGrams('12 g')).toBe(12)
  for (const typed of ['a dozen', '12-', '-3', '0', '12 m'])
    expect([metric.readGrams(typed), metric.weightFault(typed)]).toEqual([
      null,
      expect.stringContaining(typed),
    ])
  expect([metric.readGrams(''), metric.weightFault('')]).toEqual([null, null])
})

test('a temperature is converted with its zero, a difference without', () => {
  expect([metric.celsius(28), other.celsius(28), other.degrees(2)]).toEqual(['28.0 °C', '82.4 °F', '3.6 °F'])
})

test('days are short this year and full in another; spans say only what differs', () => {
  expect(metric.day('2027-06-03')).toBe('3 Jun')
  expect(metric.day('2026-06-03')).toBe('3 Jun 2026')
  expect(metric.span({ from: '2027-06-03', to: '2027-06-09' })).toBe('3 to 9 Jun')
  expect(metric.span({ from: '2027-05-28', to: '2027-06-03' })).toBe('28 May to 3 Jun')
  expect(metric.span({ from: '2026-12-28', to: '2027-01-03' })).toBe('28 Dec 2026 to 3 Jan')
  expect(metric.span({ from: '2024-07-21', to: '2024-09-19' })).toBe('21 Jul to 19 Sep 2024')
  expect(metric.span({ from: '2027-06-03', to: '2027-06-03' })).toBe('3 Jun')
})

test('instants are told on the wall clock of the room', () => {
  expect(metric.instant('2027-05-27T23:30:00.000Z')).toBe('28 May, 00:30')
  expect(other.instant('2027-05-27T23:30:00.000Z')).toBe('27 May, 19:30')
  expect(other.clock('2027-01-27T23:30:00.000Z')).toBe('18:30')
})

test('a number of days is told in days, months, then years', () => {
  expect([1, 45, 183, 730, 1004].map(metric.days)).toEqual([
    '1 day',
    '45 days',
    '6 months',
    '2 years',
    '2 y 9 m',
  ])
})

test('each quantity of a reason has its unit', () => {
  const quantities = [
    { value: 0.95, unit: 'share' as const },
    { value: 3, unit: 'count' as const },
    { value: 84, unit: 'g' as const },
    { value: 60, unit: 'd' as const },
    { value: '2027-06-03', unit: 'day' as const },
  ]
  expect(quantities.map(metric.quantity)).toEqual(['95 %', '3', '84 g', '60 days', '3 Jun'])
})

test("a date picker shows the room's clock and gives back the instant, never one to come", () => {
  const now = '2027-05-27T13:00:00.000Z'
  expect(toWallClock(now, 'Europe/Lisbon').format('YYYY-MM-DD HH:mm')).toBe('2027-05-27 14:00')
  expect(toWallClock(now, 'America/New_York').format('HH:mm')).toBe('09:00')
  for (const zone of ['Europe/Lisbon', 'America/New_York', 'Asia/Kathmandu'])
    expect(fromWallClock(toWallClock(now, zone), zone, now)).toBe(now)
  expect(fromWallClock(toWallClock(now, 'Europe/Lisbon').add(3, 'day'), 'Europe/Lisbon', now)).toBe(now)
})

test('a temperature is said as short as it can be without being another one', () => {
  expect([31, 30.5, 29.75, 0, -2].map(metric.celsiusBrief)).toEqual([
    ...['31 °C', '30.5 °C', '29.8 °C', '0 °C'],
    '-2 °C',
  ])
  // 26.5 °C is 79.7 °F: a line that is warned at is not rounded away.
  expect([26.5, 30].map(other.celsiusBrief)).toEqual(['79.7 °F', '86 °F'])
})
