import { median } from '../statistics'
import { MS_PER_HOUR, type Instant } from '../calendar'
import type { Reading } from '../climate'

/** How a compressor switches: one turn down and up again. */
export interface CompressorCycle {
  /** From one peak, or trough, to the next, hours. */
  periodHours: number
  /** Half the way from trough to peak, °C. */
  swingC: number
  /** Whole cycles seen. */
  cycles: number
}

/** A turn counts from this share of the log's own range, so that noise makes none. */
const TURN_SHARE = 0.35
const LEAST_TURN_C = 0.15
const LEAST_CYCLES = 3
/** A compressor switches by the clock of its room; noise turns at any time. */
const MOST_IRREGULAR = 0.6

/**
 * Finds a compressor's cycle in a log: the turning points of a zigzag that follows the temperature, freed of its drift, and
 * turns only when it has come back by a third of the log's range. Period and swing are medians over the turns, so that a door
 * left open once does not count.
 * @param readings in order of time
 * @returns null when fewer than three whole cycles are seen, or they come at no rhythm
 */
export function findCycle(readings: readonly Reading[], driftPerHour = 0): CompressorCycle | null {
  if (readings.length < 8) return null
  const first = readings[0]!.at
  const levelled = readings.map((r) => ({
    at: r.at,
    celsius: r.celsius - (driftPerHour * (r.at - first)) / MS_PER_HOUR,
  }))
  const sorted = levelled.map((r) => r.celsius).sort((a, b) => a - b)
  const range = sorted[Math.floor(sorted.length * 0.97)]! - sorted[Math.floor(sorted.length * 0.03)]!
  const turns = turningPoints(levelled, Math.max(LEAST_TURN_C, TURN_SHARE * range))
  // The first and last turn are where the log begins and ends, not where the compressor switched.
  const inner = turns.slice(1, -1)
  const periods = inner.slice(2).map((t, i) => (t.at - inner[i]!.at) / MS_PER_HOUR)
  const swings = inner.slice(1).map((t, i) => Math.abs(t.celsius - inner[i]!.celsius) / 2)
  const cycles = Math.floor((inner.length - 1) / 2)
  if (cycles < LEAST_CYCLES || !areRegular(periods)) return null
  return { periodHours: median(periods), swingC: median(swings), cycles }
}

interface Turn {
  at: Instant
  celsius: number
}

function turningPoints(readings: readonly Turn[], back: number): Turn[] {
  const turns: Turn[] = []
  let high = readings[0]!
  let low = readings[0]!
  let rising: boolean | null = null
  for (const r of readings) {
    if (r.celsius > high.celsius) high = r
    if (r.celsius < low.celsius) low = r
    if (rising !== false && r.celsius < high.celsius - back) {
      turns.push(high)
      low = r
      rising = false
      high = r
    } else if (rising !== true && r.celsius > low.celsius + back) {
      turns.push(low)
      high = r
      rising = true
      low = r
    }
  }
  turns.push(rising ? high : low)
  return turns
}

function areRegular(periods: readonly number[]): boolean {
  const sorted = [...periods].sort((a, b) => a - b)
  const at = (share: number) => sorted[Math.floor(share * (sorted.length - 1))]!
  return at(0.75) - at(0.25) <= MOST_IRREGULAR * at(0.5)
}
