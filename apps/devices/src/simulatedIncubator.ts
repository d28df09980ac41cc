import { SimulatedAir } from './simulatedAir'

const WARMS = 0.12
const COOLS = 0.08
const DOOR_COOLS = 0.9
const STUCK_WARMS = 0.4
const STUCK_COOLS = 0.24
const ROOM_C = 20
const HOTTEST_C = 44
/** The heater is switched on below the dial and off above it. */
const HYSTERESIS_C = 0.15

/** An incubator: a heater warms it, the room cools it. */
export class SimulatedIncubator extends SimulatedAir {
  private heating = false

  constructor(seed: number, celsius = 30) {
    super(
      seed,
      celsius,
      { does: 'all well', setPointC: celsius, heated: true },
      { coldestC: ROOM_C, hottestC: HOTTEST_C, noiseC: 0.04 },
    )
  }

  protected slope(): number {
    const { does, setPointC } = this.order
    if (does === 'door open') return -DOOR_COOLS
    if (does === 'thermostat stuck warm') return STUCK_WARMS
    if (does === 'thermostat stuck cold') return -STUCK_COOLS
    if (this.celsius < setPointC - HYSTERESIS_C) this.heating = true
    if (this.celsius > setPointC + HYSTERESIS_C) this.heating = false
    const far = Math.abs(this.celsius - setPointC) > 4 * HYSTERESIS_C ? 6 : 1
    return this.heating ? WARMS * far : -COOLS * far
  }
}
