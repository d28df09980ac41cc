import { SimulatedAir } from './simulatedAir'

const COOLS = 0.35
const WARMS = 0.25
const DOOR_WARMS = 1.6
const STUCK_COOLS = 0.7
const STUCK_WARMS = 0.5
const ROOM_C = 19
const COLDEST_C = -6
/** The compressor runs from above the dial to below it. */
const HYSTERESIS_C = 0.8

/** A cold unit: a compressor cools it, the room warms it. */
export class SimulatedUnit extends SimulatedAir {
  private cooling = false

  constructor(seed: number, celsius = 5) {
    super(
      seed,
      celsius,
      { does: 'all well', setPointC: 5 },
      { coldestC: COLDEST_C, hottestC: ROOM_C, noiseC: 0.05 },
    )
  }

  protected slope(): number {
    const { does, setPointC } = this.order
    if (does === 'door open') return DOOR_WARMS
    if (does === 'thermostat stuck cold') return -STUCK_COOLS
    if (does === 'thermostat stuck warm') return STUCK_WARMS
    if (this.celsius > setPointC + HYSTERESIS_C) this.cooling = true
    if (this.celsius < setPointC - HYSTERESIS_C) this.cooling = false
    const far = Math.abs(this.celsius - setPointC) > 2 * HYSTERESIS_C ? 4 : 1
    return this.cooling ? -COOLS * far : WARMS * far
  }
}
