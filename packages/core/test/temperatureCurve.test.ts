import {
  calibrated,
  isDayIn,
  joinReadings,
  meanOfSetPoint,
  offsetAt,
  plannedTemperatures,
  setPointAt,
  splitAt,
  temperatureAt,
  type ClimateBands,
  type Reading,
  type Segment,
  type SetPoint,
} from '@hatch-book/core'
import fc from 'fast-check'

const MINUTE = 60_000
const HOUR = 60 * MINUTE
const DAY = 24 * HOUR
const start = Date.UTC(2026, 4, 20)

/** A night that may run over midnight, in whole quarters of an hour. */
const nights = fc.record({
  celsius: fc.integer({ min: 15, max: 25 }),
  startHour: fc.integer({ min: 0, max: 95 }).map((q) => q / 4),
  hours: fc.integer({ min: 0, max: 96 }).map((q) => q / 4),
})
/** What holds at a minute, told without cutting anything: it is night when the hour lies within it, counted round the clock. */
const heldAt = (setPoint: SetPoint, at: number) => {
  const { night } = setPoint
  if (!night) return setPoint.celsius
  const hour = (at % DAY) / HOUR
  return (hour - night.startHour + 24) % 24 < night.hours ? night.celsius : setPoint.celsius
}
const curveAt = (segments: readonly Segment[], at: number) =>
  temperatureAt(
    segments.find((s) => s.from <= at && at < s.to)!,
    at,
  )

describe('what a place is set to', () => {
  test('days and nights are what the clock says, minute by minute, wherever one begins to look', () => {
    fc.assert(
      fc.property(
        nights,
        fc.integer({ min: 0, max: 1440 }),
        fc.integer({ min: 1, max: 4000 }),
        (night, from, minutes) => {
          const setPoint: SetPoint = { from: start - DAY, celsius: 30, night }
          const a = start + from * MINUTE
          const b = a + minutes * MINUTE
          const pieces = plannedTemperatures([setPoint], a, b)
          expect(pieces[0]!.from).toBe(a)
          expect(pieces.at(-1)!.to).toBe(b)
          pieces.slice(1).forEach((p, i) => expect(p.from).toBe(pieces[i]!.to))
          for (let at = a; at < b; at += 7 * MINUTE) {
            const piece = pieces.find((p) => p.from <= at && at < p.to)!
            expect(piece.celsius).toBe(heldAt(setPoint, at))
          }
        },
      ),
      { numRuns: 60 },
    )
  })

  test('its mean over a day is the mean of its minutes', () => {
    fc.assert(
      fc.property(nights, (night) => {
        const setPoint: SetPoint = { from: start, celsius: 29.5, night }
        let sum = 0
        for (let at = start; at < start + DAY; at += 15 * MINUTE) sum += heldAt(setPoint, at)
        expect(meanOfSetPoint(setPoint)).toBeCloseTo(sum / 96, 9)
      }),
    )
  })

  test('before the first turn of the dial its own holds, and each later one from its instant on', () => {
    const plan = [
      { from: start, celsius: 28 },
      { from: start + DAY, celsius: 30 },
    ]
    expect(setPointAt(plan, start - DAY)!.celsius).toBe(28)
    expect(setPointAt(plan, start + DAY - 1)!.celsius).toBe(28)
    expect(setPointAt(plan, start + DAY)!.celsius).toBe(30)
    expect(setPointAt([], start)).toBeNull()
    expect(plannedTemperatures(plan, start - DAY, start + 2 * DAY)).toEqual([
      { from: start - DAY, to: start + DAY, celsius: 28 },
      { from: start + DAY, to: start + 2 * DAY, celsius: 30 },
    ])
  })

  test('nothing between an instant and itself; out of order or nothing set is refused', () => {
    expect(plannedTemperatures(28, start, start)).toEqual([])
    expect(() => plannedTemperatures([], start, start + 1)).toThrow('at least one set point is needed')
    expect(() =>
      plannedTemperatures(
        [
          { from: start + 2, celsius: 28 },
          { from: start + 1, celsius: 30 },
        ],
        start,
        start + 9,
      ),
    ).toThrow('in order of time')
  })
})

describe('the curve of a log', () => {
  const readings: Reading[] = [
    { at: start, celsius: 28 },
    { at: start + HOUR, celsius: 30 },
    { at: start + 2 * HOUR, celsius: 29 },
    // Silent for ten hours.
    { at: start + 12 * HOUR, celsius: 31 },
    { at: start + 13 * HOUR, celsius: 31 },
  ]

  test('runs straight between readings; in a silence and outside the log the dial stands in', () => {
    const curve = joinReadings(readings, start - HOUR, start + 15 * HOUR, 27, 3)
    expect(curveAt(curve, start - HOUR / 2)).toBe(27)
    expect(curveAt(curve, start + HOUR / 4)).toBeCloseTo(28.5, 12)
    expect(curveAt(curve, start + 1.5 * HOUR)).toBeCloseTo(29.5, 12)
    expect(curveAt(curve, start + 7 * HOUR)).toBe(27)
    expect(curveAt(curve, start + 12.5 * HOUR)).toBe(31)
    expect(curveAt(curve, start + 14 * HOUR)).toBe(27)
    expect(new Set(curve.filter((s) => s.source === 'log').map((s) => s.from))).toEqual(
      new Set([start, start + HOUR, start + 12 * HOUR]),
    )
  })

  test('covers every instant once, however it is cut out', () => {
    fc.assert(
      fc.property(fc.integer({ min: -200, max: 900 }), fc.integer({ min: 1, max: 900 }), (from, length) => {
        const [a, b] = [start + from * MINUTE, start + (from + length) * MINUTE]
        const curve = joinReadings(readings, a, b, 27, 3)
        expect(curve[0]!.from).toBe(a)
        expect(curve.at(-1)!.to).toBe(b)
        curve.slice(1).forEach((s, i) => expect(s.from).toBe(curve[i]!.to))
        const whole = joinReadings(readings, start - DAY, start + 2 * DAY, 27, 3)
        for (const s of curve) {
          const middle = (s.from + s.to) / 2
          expect(temperatureAt(s, middle)).toBeCloseTo(curveAt(whole, middle), 9)
        }
      }),
    )
  })

  test('a longer patience joins over the silence', () => {
    const curve = joinReadings(readings, start, start + 13 * HOUR, 27, 11)
    expect(curve.every((s) => s.source === 'log')).toBe(true)
    expect(curveAt(curve, start + 7 * HOUR)).toBeCloseTo(30, 12)
  })

  test('a log out of order is refused', () => {
    const twice = [readings[0]!, readings[0]!]
    expect(() => joinReadings(twice, start, start + HOUR, 27, 3)).toThrow('in order of time')
  })

  test('a piece is cut where it crosses a limit: each part lies on one side, and together they are the piece', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 10, max: 40, noNaN: true }),
        fc.double({ min: 10, max: 40, noNaN: true }),
        fc.array(fc.double({ min: 5, max: 45, noNaN: true }), { maxLength: 4 }),
        (startC, endC, limits) => {
          const piece: Segment = { from: start, to: start + HOUR, startC, endC, source: 'log' }
          const parts = splitAt(piece, limits)
          const crossed = limits.filter((t) => t > Math.min(startC, endC) && t < Math.max(startC, endC))
          expect(parts).toHaveLength(crossed.length + 1)
          expect(parts[0]).toMatchObject({ from: start, startC })
          expect(parts.at(-1)).toMatchObject({ to: start + HOUR, endC })
          for (const p of parts)
            for (const t of limits) expect((p.startC - t) * (p.endC - t)).toBeGreaterThanOrEqual(-1e-9)
          const area = (s: Segment) => ((s.startC + s.endC) / 2) * (s.to - s.from)
          expect(parts.reduce((sum, p) => sum + area(p), 0) / HOUR).toBeCloseTo(area(piece) / HOUR, 6)
        },
      ),
    )
  })
})

describe('a probe that is off', () => {
  const known = [
    { from: start, offsetC: 0.4 },
    { from: start + DAY, offsetC: -0.2 },
  ]

  test('is put right by the last calibration before each reading, and by none before the first', () => {
    expect([-1, 0, DAY - 1, DAY].map((t) => offsetAt(known, start + t))).toEqual([0, 0.4, 0.4, -0.2])
    const at = (shift: number) => ({ at: start + shift, celsius: 30.1 })
    expect(calibrated([at(-1), at(1), at(DAY)], known).map((r) => r.celsius)).toEqual([30.1, 30.5, 29.9])
  })

  test('what nobody checked is left as it was read', () => {
    const log = [{ at: start, celsius: 30.1 }]
    expect(calibrated(log, [])).toBe(log)
  })
})

describe('day and night of an enclosure', () => {
  const bands = (dayFrom: number, dayHours: number): ClimateBands => ({
    ...{ day: { low: 26, high: 30 }, night: { low: 20, high: 24 } },
    ...{ dayFrom, dayHours, humidity: null },
  })
  // Lisbon is an hour before UTC in May.
  const lisbon = (hour: number) => Date.UTC(2026, 4, 20) + (hour - 1) * HOUR

  test('follow the book’s clock, not the server’s', () => {
    const hours = [7.9, 8, 19.9, 20]
    expect(hours.map((h) => isDayIn(bands(8, 12), lisbon(h), 'Europe/Lisbon'))).toEqual([
      false,
      true,
      true,
      false,
    ])
  })

  test('a day may run over midnight', () => {
    const hours = [15.9, 16, 23.5, 0.5, 3.9, 4]
    expect(hours.map((h) => isDayIn(bands(16, 12), lisbon(h), 'Europe/Lisbon'))).toEqual([
      ...[false, true, true],
      ...[true, true, false],
    ])
  })
})
