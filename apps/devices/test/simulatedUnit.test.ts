import { SimulatedUnit } from '../src'

/** What the unit shows each second of a stretch, from a time on. */
const run = (unit: SimulatedUnit, fromMs: number, seconds: number) =>
  Array.from({ length: seconds }, (_, i) => unit.read(fromMs + i * 1000))

describe('the stand-in of a cold unit', () => {
  it('keeps about its dial, and follows it when it is turned', () => {
    const unit = new SimulatedUnit(1)
    const calm = run(unit, 0, 120) as number[]
    expect(Math.max(...calm)).toBeLessThan(6.5)
    expect(Math.min(...calm)).toBeGreaterThan(3.5)
    unit.obey({ does: 'all well', setPointC: 10 }, 120_000)
    const warmer = run(unit, 120_000, 120).slice(60) as number[]
    expect(Math.min(...warmer)).toBeGreaterThan(8.5)
  })

  it('warms past the line of sleep within seconds of an open door, and no sooner than the door was opened', () => {
    const unit = new SimulatedUnit(2)
    run(unit, 0, 5)
    unit.obey({ does: 'door open', setPointC: 5 }, 9000)
    expect(unit.read(9000)!).toBeLessThan(6.5)
    expect(unit.read(13_000)!).toBeGreaterThan(9)
  })

  it('freezes with a stuck thermostat, and says nothing unplugged', () => {
    const unit = new SimulatedUnit(3)
    unit.read(0)
    unit.obey({ does: 'thermostat stuck cold', setPointC: 5 }, 0)
    expect((run(unit, 1000, 15) as number[]).at(-1)!).toBeLessThan(0)
    unit.obey({ does: 'probe unplugged', setPointC: 5 }, 16_000)
    expect(unit.read(17_000)).toBeNull()
  })

  it('is the same from the same seed', () => {
    const once = () => run(new SimulatedUnit(7), 0, 50)
    expect(once()).toEqual(once())
  })
})
