import { courseAhead, forecastHatch, gapOf, MS_PER_DAY, MS_PER_HOUR, type Reading } from '../src'

const DAY = MS_PER_DAY
const now = Date.UTC(2027, 4, 1, 12)
const plan = [{ from: now - 60 * DAY, celsius: 21 }]
/** A reading every so many hours, from days ago until now, or as long after. */
const log = (fromDays: number, toDays: number, hours: number, celsius: (day: number) => number): Reading[] =>
  Array.from({ length: Math.floor(((toDays - fromDays) * 24) / hours) + 1 }, (_, i) => {
    const day = fromDays + (i * hours) / 24
    return { at: now + day * DAY, celsius: celsius(day) }
  })
const ask = (readings: Reading[], more: Partial<Parameters<typeof courseAhead>[0]> = {}) =>
  courseAhead({ readings, setPoint: plan, gapHours: 6, now, ...more })

describe('the temperatures to come', () => {
  test('are those that are set, as long as the log keeps to them, or too little is logged to tell', () => {
    expect(ask(log(-20, 0, 1, () => 21.4))).toMatchObject({ follows: 'set point', setPoint: plan })
    expect(ask([])).toMatchObject({ follows: 'set point', logC: null })
    expect(ask(log(-0.5, 0, 1, () => 18))).toMatchObject({ follows: 'set point' })
    // Somebody turned the dial yesterday: what was logged before says nothing of it.
    const turned = [...plan, { from: now - 0.5 * DAY, celsius: 24 }]
    expect(
      ask(
        log(-20, 0, 1, () => 21),
        { setPoint: turned },
      ),
    ).toMatchObject({ follows: 'set point' })
  })
  test('follow the log where its last days stand off the set point, from the last reading on; what is planned still comes', () => {
    const course = ask(log(-20, 0, 1, () => 18))
    expect(course).toMatchObject({ follows: 'log', logC: 18, setC: 21 })
    expect(course.setPoint).toEqual([plan[0], { from: now, celsius: 18 }])
    const planned = { from: now + 10 * DAY, celsius: 25 }
    expect(
      ask(
        log(-20, 0, 1, () => 18),
        { setPoint: [...plan, planned] },
      ).setPoint.at(-1),
    ).toEqual(planned)
  })
  test('move as they moved a year ago from this date on, week by week', () => {
    // A year ago it stood at 17 until this date, then rose by half a degree a week.
    const lastYear = log(-372, -365 + 70, 2, (day) => 17 + Math.max(0, ((day + 365) / 7) * 0.5))
    const course = ask(
      log(-20, 0, 1, () => 18),
      { lastYear },
    )
    expect(course.follows).toBe('log and last year')
    const weeks = course.setPoint.slice(1)
    expect(weeks).toHaveLength(10)
    weeks.forEach((w, i) => expect(w.celsius).toBeCloseTo(18 + (i + 0.5) * 0.5, 1))
  })
  test('set 21 °C and stand at 18: eggs of 1,200 degree-days over 10 take a month longer, and the forecast says so', () => {
    const curve = { thresholdC: 10, capC: 35, degreeDays: 1200, lethalC: { low: 2, high: 38 } } as never
    const laid = now - 20 * DAY
    const readings = log(-20, 0, 1, () => 18)
    const inputs = {
      curve,
      readings,
      gapHours: 6,
      now,
      laid: { from: laid, to: laid },
      eggSpreadDays: 2,
      clutchSpread: 0,
    }
    const days = (setPoint: typeof plan) => (forecastHatch({ ...inputs, setPoint })!.likely - now) / DAY
    // 160 of 1,200 are had; at 8 a day 130 days are left, at 11 a day 94.5.
    expect(days(ask(readings).setPoint)).toBeCloseTo(1040 / 8, 0)
    expect(days(plan)).toBeCloseTo(1040 / 11, 0)
  })
})

describe('a thermometer that is read once a day', () => {
  test('is a log, not one silence after the other', () => {
    const daily = log(-30, 0, 24, () => 18)
    expect(gapOf(daily, 6)).toBe(36)
    expect(
      gapOf(
        log(-30, 0, 12, () => 18),
        6,
      ),
    ).toBe(18)
    expect(ask(daily, { gapHours: gapOf(daily, 6) })).toMatchObject({ follows: 'log', logC: 18 })
  })
  test('a probe that speaks often is silent after its hours as before, and a reading a week bridges nothing', () => {
    const probe = [...log(-30, -5, 0.5, () => 21), ...log(-1, 0, 0.5, () => 21)]
    expect(gapOf(probe, 6)).toBe(6)
    expect(
      gapOf(
        log(-60, 0, 168, () => 18),
        6,
      ),
    ).toBe(6)
    expect(gapOf([], 6)).toBe(6)
    expect(MS_PER_HOUR).toBe(3_600_000)
  })
})
