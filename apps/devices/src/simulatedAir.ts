import type { UnitOrder } from '@hatch-book/contract'
import { drawNormal, evenStream } from '@hatch-book/core/statistics'

const STEP_MS = 100
const LONGEST_MS = 10_000

/** The air of a place with a thermostat, and what is done to it; played from a seed. What heats or cools it is its own. */
export abstract class SimulatedAir {
  private lastMs = 0
  private frozen: number | null = null
  private readonly even: () => number

  protected constructor(
    seed: number,
    protected celsius: number,
    protected order: UnitOrder,
    private readonly span: { coldestC: number; hottestC: number; noiseC: number },
  ) {
    this.even = evenStream(seed)
  }

  /** How fast the air changes, °C a second: a stand-in does in seconds what takes minutes. */
  protected abstract slope(): number

  /** Somebody turns the dial, or does something to it. */
  obey(order: UnitOrder, nowMs: number): void {
    this.runTo(nowMs)
    this.order = order
    this.frozen = null
  }

  get does(): UnitOrder['does'] {
    return this.order.does
  }

  /** What the probe shows; null while it is unplugged, and always the same while it is frozen. */
  read(nowMs: number): number | null {
    this.runTo(nowMs)
    if (this.order.does === 'probe unplugged') return null
    const shown = Math.round((this.celsius + this.span.noiseC * drawNormal(this.even)) * 100) / 100
    return this.order.does === 'probe frozen' ? (this.frozen ??= shown) : shown
  }

  private runTo(nowMs: number): void {
    const { coldestC, hottestC } = this.span
    // In short steps, so that the thermostat switches where it should and not a reading later.
    const until = Math.min(nowMs, this.lastMs + LONGEST_MS)
    for (let at = this.lastMs; at < until; at += STEP_MS)
      this.celsius = Math.min(hottestC, Math.max(coldestC, this.celsius + (STEP_MS / 1000) * this.slope()))
    this.lastMs = nowMs
  }
}
