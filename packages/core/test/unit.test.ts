import {
  compileProtocol,
  findCycle,
  isSilent,
  limitsOf,
  MS_PER_DAY,
  MS_PER_HOUR,
  proveUnit,
  startingDocuments,
  watchPlace,
  type Reading,
  type UnitProof,
} from '../src'
import { normals } from './chance'

const rulesOf = (code: string) => compileProtocol(startingDocuments.find((d) => d.code === code)!)!.rest!
const tortoise = rulesOf('MT')
const MINUTE = 60_000
const START = Date.UTC(2026, 9, 1)

/** A fridge: a compressor's saw between two temperatures, with noise, and a drift. */
function fridge({
  days = 14,
  meanC = 5,
  swingC = 1,
  periodHours = 3,
  noiseC = 0.05,
  driftPerWeek = 0,
  everyMinutes = 5,
  seed = 1,
}: Partial<
  Record<
    'days' | 'meanC' | 'swingC' | 'periodHours' | 'noiseC' | 'driftPerWeek' | 'everyMinutes' | 'seed',
    number
  >
> = {}) {
  const normal = normals(seed)
  const readings: Reading[] = []
  for (let at = START; at <= START + days * MS_PER_DAY; at += everyMinutes * MINUTE) {
    const hours = (at - START) / MS_PER_HOUR
    const turn = (hours / periodHours) % 1
    const saw = turn < 0.5 ? 4 * turn - 1 : 3 - 4 * turn
    const celsius = meanC + swingC * saw + (driftPerWeek * hours) / 168 + noiseC * normal()
    readings.push({ at, celsius })
  }
  return readings
}

const prove = (readings: readonly Reading[], days = 14, rules = tortoise): UnitProof =>
  proveUnit({
    readings,
    from: START,
    to: START + days * MS_PER_DAY,
    bandC: { low: rules.holdC.least, high: rules.holdC.most },
    rules: rules.unit,
    origin: 'test',
  })

describe('the proof of a cold unit', () => {
  it('says go to a steady one, with its margins', () => {
    const proof = prove(fridge())
    expect(proof.verdict).toBe('go')
    expect(proof.coverage).toBeCloseTo(1, 6)
    expect(proof.meanC).toBeCloseTo(5, 1)
    expect(proof.advice.turnByC).toBe(0)
    expect(proof.reasons.every((r) => r.standing === 'holds')).toBe(true)
  })

  it('reckons time in the band, mean and longest excursion as a fine count of minutes does', () => {
    const readings = fridge({ meanC: 3.9, swingC: 1.4, periodHours: 7.3, noiseC: 0.2, seed: 5, days: 4 })
    const proof = prove(readings, 4)
    // The second way: the straight line between readings, looked at every six seconds.
    let [inside, total, sum, outside, longest] = [0, 0, 0, 0, 0]
    for (let i = 1; i < readings.length; i++)
      for (let k = 0; k < 50; k++) {
        const c =
          readings[i - 1]!.celsius + ((readings[i]!.celsius - readings[i - 1]!.celsius) * (k + 0.5)) / 50
        total++
        sum += c
        if (c >= 3 && c <= 7) {
          inside++
          outside = 0
        } else longest = Math.max(longest, ++outside)
      }
    expect(proof.inBand).toBeCloseTo(inside / total, 3)
    expect(proof.meanC).toBeCloseTo(sum / total, 4)
    expect(proof.longest!.hours).toBeCloseTo((longest * 6) / 3600, 2)
  })

  it('finds the period and the swing of the compressor under noise and drift', () => {
    for (const [periodHours, swingC, driftPerWeek] of [
      [0.8, 0.6, 0],
      [3, 1.2, 0.4],
      [21, 1.9, -0.35],
    ] as const) {
      const proof = prove(fridge({ periodHours, swingC, driftPerWeek, everyMinutes: 2, seed: 9 }))
      expect(proof.cycle!.periodHours / periodHours).toBeCloseTo(1, 1)
      expect(Math.abs(proof.cycle!.swingC - swingC)).toBeLessThan(0.15)
      expect(proof.driftPerWeekC!).toBeCloseTo(driftPerWeek, 1)
    }
  })

  it('sees no cycle in plain noise', () => {
    expect(findCycle(fridge({ swingC: 0, noiseC: 0.03 }))).toBeNull()
  })

  it('refuses one that is set too low, and the turn it advises makes it a go', () => {
    const cold = fridge({ meanC: 3.2, swingC: 0.9 })
    const before = prove(cold)
    expect(before.verdict).toBe('no-go')
    expect(before.advice.enough).toBe(true)
    expect(before.advice.says).toMatch(/^Turn the dial up by 1\.\d °C/)
    const after = prove(cold.map((r) => ({ ...r, celsius: r.celsius + before.advice.turnByC })))
    expect(after.verdict).toBe('go')
    expect(after.inBand).toBeCloseTo(before.advice.thenInBand, 3)
  })

  it('knows that no dial cures a swing', () => {
    const proof = prove(fridge({ swingC: 2.6 }))
    expect(proof.verdict).toBe('no-go')
    expect(proof.advice).toMatchObject({ enough: false })
    expect(proof.advice.says).toContain('Turning the dial will not cure a swing of ±2.')
  })

  it('keeps an afternoon with the door open, and calls it by its length', () => {
    const readings = fridge().map((r) =>
      r.at > START + 5 * MS_PER_DAY && r.at < START + 5 * MS_PER_DAY + 5 * MS_PER_HOUR
        ? { ...r, celsius: 12 }
        : r,
    )
    const proof = prove(readings)
    expect(proof.maxC).toBe(12)
    expect(proof.longest!.hours).toBeGreaterThan(4.8)
    expect(proof.verdict).toBe('no-go')
    expect(proof.advice.says).toContain('door')
  })

  it('does not judge a log that is short or full of holes', () => {
    expect(prove(fridge({ days: 5 }), 5).verdict).toBe('not yet')
    const holes = fridge().filter((r) => Math.floor((r.at - START) / MS_PER_DAY) % 4 !== 2)
    const proof = prove(holes)
    expect(proof.coverage).toBeLessThan(0.85)
    expect(proof.verdict).toBe('not yet')
    expect(prove([])).toMatchObject({ verdict: 'not yet', advice: { says: 'Nothing is logged yet.' } })
  })

  it('judges the same log by each species', () => {
    const readings = fridge({ meanC: 8, swingC: 0.8 })
    expect(prove(readings).verdict).toBe('no-go')
    expect(prove(readings, 14, { ...tortoise, holdC: { typical: 8, least: 6, most: 9.5 } }).verdict).toBe(
      'go',
    )
  })

  it('refuses an empty band', () => {
    expect(() =>
      proveUnit({
        readings: [],
        from: 0,
        to: 1,
        bandC: { low: 5, high: 5 },
        rules: tortoise.unit,
        origin: '',
      }),
    ).toThrow(RangeError)
  })
})

describe('the watch over a unit in which animals sleep', () => {
  const limits = limitsOf([tortoise, rulesOf('FS')])!
  const run = (...celsius: number[]) => celsius.map((c, i) => ({ at: START + i * 5 * MINUTE, celsius: c }))

  it('is as strict as the strictest sleeper', () => {
    expect(limits).toMatchObject({ bandC: { low: 3, high: 7 }, alarm: { lowC: 2, highC: 9, hours: 12 } })
    expect(limitsOf([])).toBeNull()
  })

  it('raises an alarm at the second reading past the limit, not at a hand on the probe', () => {
    expect(watchPlace(run(5, 5, 12), limits)).toEqual([])
    const [alarm] = watchPlace(run(5, 5, 11, 12), limits)
    expect(alarm).toMatchObject({ kind: 'too warm', severity: 'alarm', peakC: 12 })
    expect(alarm!.says).toContain('12 of 12 h left')
    expect(watchPlace(run(5, 1.5, 1.2), limits)[0]).toMatchObject({ kind: 'too cold', severity: 'alarm' })
  })

  it('counts down the hours that can be borne', () => {
    const hot = [
      ...run(5),
      ...Array.from({ length: 60 }, (_, i) => ({ at: START + (i + 1) * 5 * MINUTE, celsius: 10 })),
    ]
    expect(watchPlace(hot, limits)[0]!.says).toContain('7 of 12 h left')
  })

  it('warns once it has been outside the band for more than two hours', () => {
    const mild = (n: number) => [
      ...run(6.9),
      ...Array.from({ length: n }, (_, i) => ({ at: START + (i + 1) * 5 * MINUTE, celsius: 8 })),
    ]
    expect(watchPlace(mild(20), limits)).toEqual([])
    expect(watchPlace(mild(30), limits)[0]).toMatchObject({ kind: 'too warm', severity: 'warn' })
    expect(watchPlace([...mild(30), { at: START + 31 * 5 * MINUTE, celsius: 6 }], limits)).toEqual([])
  })

  it('calls a probe silent after ten missed words', () => {
    expect(isSilent(0, 60, 9 * MINUTE)).toBe(false)
    expect(isSilent(0, 60, 11 * MINUTE)).toBe(true)
    expect(isSilent(0, 0.5, 8000)).toBe(false)
    expect(isSilent(0, 0.5, 11_000)).toBe(true)
  })
})
