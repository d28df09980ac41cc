import { cornSnake, type HatchInputs } from '../src'

export const HOUR = 3_600_000
export const DAY = 24 * HOUR
export const LAID = Date.parse('2026-04-20T06:00:00Z')
export const corn = cornSnake.incubation!

/** Corn snakes' eggs laid at one instant into a steady 28 °C: sixty days. */
export const inputs = (change: Partial<HatchInputs> = {}): HatchInputs => ({
  curve: corn,
  eggSpreadDays: 1.5,
  clutchSpread: 0.03,
  laid: { from: LAID, to: LAID },
  readings: [],
  setPoint: 28,
  gapHours: 3,
  now: LAID,
  ...change,
})
