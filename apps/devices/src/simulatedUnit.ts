import type { UnitOrder } from '@hatch-book/contract'

/** How fast the unit's air follows, °C a second: a stand-in does in seconds what takes minutes. */
const COOLS = 0.35
const WARMS = 0.25
const DOOR_WARMS = 1.6
const STUCK_COOLS = 0.7
const ROOM_C = 19
const COLDEST_C = -6
/** The compressor runs from above the dial to below it. */
const HYSTERESIS_C = 0.8
const STEP_MS = 100
const LONGEST_MS = 10_000

/** A cold unit with its thermostat, and what is done to it; played from a seed. */
export class SimulatedUnit {
  private celsius: number
  private cooling = false
  private order: UnitOrder = { does: 'all well', setPointC: 5 }
  private lastMs = 0
  private state: number

  constructor(seed: number, celsius = 5) {
    this.celsius = celsius
    this.state = (seed * 2654435761) >>> 0 || 1
  }

  /** Somebody turns the dial, or does something to it. */
  obey(order: UnitOrder, nowMs: number): void {
    this.runTo(nowMs)
    this.order = order
  }

  get does(): UnitOrder['does'] {
    return this.order.does
  }

  /** What the probe shows; null while it is unplugged. */
  read(nowMs: number): number | null {
    this.runTo(nowMs)
    if (this.order.does === 'probe unplugged') return null
    return Math.round((this.celsius + 0.05 * this.noise()) * 100) / 100
  }

  private runTo(nowMs: number): void {
    // In short steps, so that the thermostat switches where it should and not a reading later.
    const until = Math.min(nowMs, this.lastMs + LONGEST_MS)
    for (let at = this.lastMs; at < until; at += STEP_MS)
      this.celsius = Math.min(ROOM_C, Math.max(COLDEST_C, this.celsius + (STEP_MS / 1000) * this.slope()))
    this.lastMs = nowMs
  }

  private slope(): number {
    const { does, setPointC } = this.order
    if (does === 'door open') return DOOR_WARMS
    if (does === 'thermostat stuck cold') return -STUCK_COOLS
    if (this.celsius > setPointC + HYSTERESIS_C) this.cooling = true
    if (this.celsius < setPointC - HYSTERESIS_C) this.cooling = false
    const far = Math.abs(this.celsius - setPointC) > 2 * HYSTERESIS_C ? 4 : 1
    return this.cooling ? -COOLS * far : WARMS * far
  }

  /** Park and Miller's minimal generator, twelve of them for a bell. */
  private noise(): number {
    let sum = -6
    for (let i = 0; i < 12; i++) {
      this.state = (this.state * 48271) % 2147483647 || 1
      sum += this.state / 2147483647
    }
    return sum
  }
}
