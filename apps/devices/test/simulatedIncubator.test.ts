import { SimulatedIncubator } from '../src'

/** What it shows each second for so many of them, from a second on. */
const watch = (incubator: SimulatedIncubator, from: number, seconds: number) =>
  Array.from({ length: seconds }, (_, s) => incubator.read((from + s) * 1000))

describe('an incubator that stands in for a real one', () => {
  it('keeps its dial, and the same seed plays the same', () => {
    const shown = watch(new SimulatedIncubator(5), 0, 120)
    expect(shown.every((c) => c !== null && Math.abs(c - 30) < 0.8)).toBe(true)
    expect(watch(new SimulatedIncubator(5), 0, 120)).toEqual(shown)
    expect(new Set(shown).size).toBeGreaterThan(10)
  })

  it('runs hot when its thermostat sticks, cools with the door open, and comes back', () => {
    const incubator = new SimulatedIncubator(5)
    watch(incubator, 0, 10)
    incubator.obey({ does: 'thermostat stuck warm', setPointC: 30 }, 10_000)
    expect(watch(incubator, 10, 30).at(-1)).toBeGreaterThan(36)
    incubator.obey({ does: 'door open', setPointC: 30 }, 40_000)
    expect(watch(incubator, 40, 20).at(-1)).toBeLessThan(26)
    incubator.obey({ does: 'all well', setPointC: 31 }, 60_000)
    expect(Math.abs(watch(incubator, 60, 60).at(-1)! - 31)).toBeLessThan(0.8)
  })

  it('says nothing when its probe is unplugged, and always the same when it is frozen', () => {
    const incubator = new SimulatedIncubator(5)
    incubator.obey({ does: 'probe unplugged', setPointC: 30 }, 0)
    expect(watch(incubator, 0, 3)).toEqual([null, null, null])
    incubator.obey({ does: 'probe frozen', setPointC: 30 }, 3000)
    expect(new Set(watch(incubator, 3, 50)).size).toBe(1)
  })
})
