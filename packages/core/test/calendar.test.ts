import { addDays, dayOfInstant, daysBetween, instantOfDay, isDay } from '../src'

test('a day that does not exist is not a day', () => {
  expect(isDay('2026-02-28')).toBe(true)
  expect(isDay('2026-02-29')).toBe(false)
  expect(isDay('2024-02-29')).toBe(true)
  expect(isDay('26-02-01')).toBe(false)
})

test('days are counted over leap years and daylight-saving changes alike', () => {
  expect(addDays('2024-02-28', 2)).toBe('2024-03-01')
  expect(daysBetween('2026-03-28', '2026-03-30')).toBe(2)
  expect(daysBetween('2024-01-01', '2025-01-01')).toBe(366)
})

test('an instant falls on the day of the zone where the book is kept', () => {
  const lateEvening = Date.parse('2026-05-27T23:30:00Z')
  expect(dayOfInstant(lateEvening, 'UTC')).toBe('2026-05-27')
  expect(dayOfInstant(lateEvening, 'Europe/Berlin')).toBe('2026-05-28')
  expect(dayOfInstant(lateEvening, 'America/New_York')).toBe('2026-05-27')
})

test('an hour of the wall clock is found on both sides of a daylight-saving change', () => {
  const utc = (day: string, hour: number) => new Date(instantOfDay(day, 'Europe/Berlin', hour)).toISOString()
  expect(utc('2026-03-28', 12)).toBe('2026-03-28T11:00:00.000Z')
  expect(utc('2026-03-29', 12)).toBe('2026-03-29T10:00:00.000Z')
  // 02:00 does not exist that night: the first instant after the skip is 03:00 summer time.
  expect(utc('2026-03-29', 2)).toBe('2026-03-29T01:00:00.000Z')
  // 02:00 comes twice in October: the first of the two, still in summer time.
  expect(utc('2026-10-25', 2)).toBe('2026-10-25T00:00:00.000Z')
})
