import { addDays, chanceWithin, expectedOf } from '../src'
import { uniforms } from './chance'

describe('what happens while nobody is there', () => {
  test('the chance is what a thousand played hatches say', () => {
    const hatch = { likely: '2027-06-12', spreadDays: 3 }
    const dice = uniforms(7)
    let within = 0
    const RUNS = 20_000
    for (let n = 0; n < RUNS; n++) {
      // Twelve uniforms less six are near enough normal.
      let z = -6
      for (let i = 0; i < 12; i++) z += dice()
      const day = addDays(hatch.likely, Math.round(z * hatch.spreadDays))
      if (day >= '2027-06-05' && day <= '2027-06-13') within++
    }
    expect(chanceWithin(hatch, '2027-06-05', '2027-06-13')).toBeCloseTo(within / RUNS, 1)
  })
  test('all of it within a long stretch, half of it from the likely day on, nothing long before', () => {
    const hatch = { likely: '2027-06-12', spreadDays: 2 }
    expect(chanceWithin(hatch, '2027-01-01', '2027-12-31')).toBeCloseTo(1, 6)
    expect(
      chanceWithin(hatch, '2027-06-13', '2027-12-31') + chanceWithin(hatch, '2027-01-01', '2027-06-12'),
    ).toBeCloseTo(1, 6)
    expect(chanceWithin(hatch, '2027-03-01', '2027-03-31')).toBeLessThan(1e-6)
    expect(chanceWithin({ ...hatch, spreadDays: 0 }, '2027-06-12', '2027-06-12')).toBe(1)
    expect(chanceWithin({ ...hatch, spreadDays: 0 }, '2027-06-13', '2027-06-20')).toBe(0)
  })
  test('a window of nine in ten holds nine in ten', () => {
    const expected = expectedOf({ from: '2027-06-02', likely: '2027-06-12', to: '2027-06-22' })
    expect(chanceWithin(expected, '2027-06-02', '2027-06-22')).toBeCloseTo(0.916, 2)
    expect(() => chanceWithin(expected, '2027-06-22', '2027-06-02')).toThrow(RangeError)
    expect(() => chanceWithin({ ...expected, spreadDays: -1 }, '2027-06-02', '2027-06-22')).toThrow(
      RangeError,
    )
  })
})
