import { steadyWeight, type ScaleSample } from '@hatch-book/core'
import { normals } from './chance'

interface Stream {
  hz?: number
  seconds?: number
  noise?: number
  /** What truly bears on the pan, in grams, at a second. */
  load(second: number): number
}

function play({ hz = 20, seconds = 8, noise = 0.2, load }: Stream, seed = 1): ScaleSample[] {
  const normal = normals(seed)
  return Array.from({ length: hz * seconds }, (_, i) => ({
    atMs: (1000 * i) / hz,
    grams: load(i / hz) + noise * normal(),
  }))
}
const wriggle = (second: number, share: number) =>
  1 + share * (Math.sin(11 * second) + 0.7 * Math.sin(5.3 * second + 1))

describe('a steady weight', () => {
  it.each([
    [10, 7.4, 0.02],
    [20, 84, 0.3],
    [50, 412, 1],
    [20, 2810, 4],
  ])('at %d samples a second an animal of %d g is read within half a per cent', (hz, grams, noise) => {
    for (let seed = 1; seed <= 20; seed++) {
      const read = steadyWeight(play({ hz, noise, load: (s) => (s < 1.3 ? 0 : grams) }, seed))
      if (!read.steady) throw new Error(`no reading of seed ${seed}: ${read.why}`)
      expect(Math.abs(read.grams - grams) / grams).toBeLessThan(0.005)
      expect(read.tookMs).toBeLessThan(3000)
    }
  })

  it('waits out a wriggler and reads it within three seconds of its going quiet', () => {
    for (let seed = 1; seed <= 20; seed++) {
      const read = steadyWeight(
        play({ seconds: 10, load: (s) => (s < 1 ? 0 : s < 5 ? 84 * wriggle(s, 0.12) : 84) }, seed),
      )
      if (!read.steady) throw new Error(`no reading of seed ${seed}: ${read.why}`)
      expect(Math.abs(read.grams - 84)).toBeLessThan(0.5)
      expect(read.acceptedAtMs).toBeLessThan(8000)
    }
  })

  it('covers the truth with its error about nineteen times in twenty', () => {
    let covered = 0
    for (let seed = 1; seed <= 200; seed++) {
      const read = steadyWeight(play({ load: (s) => (s < 1.5 ? 0 : 84), seconds: 5, noise: 0.5 }, seed))
      if (read.steady && Math.abs(read.grams - 84) <= read.error) covered++
    }
    expect(covered).toBeGreaterThan(180)
  })

  it('takes out what the empty pan shows, and a tare that creeps from before to after', () => {
    const offset = steadyWeight(play({ load: (s) => 1.6 + (s < 2 ? 0 : 84) }))
    expect(offset).toMatchObject({ steady: true, liftedOff: false, tareDriftGrams: null })
    expect(offset.steady && offset.grams).toBeCloseTo(84, 0)
    expect(offset.steady && offset.zeroGrams).toBeCloseTo(1.6, 0)
    const creeping = steadyWeight(
      play({ seconds: 14, noise: 0.1, load: (s) => 0.08 * s + (s < 3 || s > 10 ? 0 : 84) }),
    )
    expect(creeping).toMatchObject({ steady: true, liftedOff: true })
    expect(creeping.steady && creeping.grams).toBeCloseTo(84, 0)
    expect(creeping.steady && creeping.tareDriftGrams).toBeGreaterThan(0.4)
  })

  it('is not moved by knocks on the table, and reads the second time after a lift-off', () => {
    const knocked = play({ load: (s) => (s < 1 ? 0 : 84) }).map((sample, i) =>
      i % 19 === 0 ? { ...sample, grams: sample.grams * 1.6 } : sample,
    )
    const read = steadyWeight(knocked)
    expect(read.steady && Math.abs(read.grams - 84)).toBeLessThan(0.4)
    const again = steadyWeight(play({ load: (s) => (s < 1 || (s > 1.6 && s < 3) ? 0 : 84) }))
    expect(again.steady && Math.abs(again.grams - 84)).toBeLessThan(0.4)
    expect(again.steady && again.loadedAtMs).toBeGreaterThan(2500)
  })

  it.each<[string, string, Stream]>([
    ['a stream of nothing', 'no samples', { seconds: 0, load: () => 0 }],
    ['an empty pan', 'nothing on it', { load: () => 0 }],
    ['a pan that warms and creeps', 'nothing on it', { seconds: 20, noise: 0.02, load: (s) => 0.04 * s }],
    [
      'an animal that never rests',
      'restless',
      { seconds: 12, load: (s) => (s < 1 ? 0 : 84 * wriggle(s, 0.1)) },
    ],
    ['a hand that bears more and more', 'restless', { load: (s) => (s < 1 ? 0 : 84 * (1 + 0.04 * s)) }],
    ['a lift-off before it settled', 'lifted off', { load: (s) => (s < 1 || s > 1.7 ? 0 : 84) }],
  ])('%s gives no reading, and says %s', (_, why, stream) => {
    for (let seed = 1; seed <= 10; seed++)
      expect(steadyWeight(play(stream, seed))).toEqual({ steady: false, why })
  })

  it('says when the animal is too heavy for the scale, whether it shows so by a figure or by none', () => {
    const capacityGrams = 3000
    const clipped = play({ noise: 0, load: (s) => (s < 1 ? 0 : 3000) })
    expect(steadyWeight(clipped, { capacityGrams })).toEqual({ steady: false, why: 'too heavy' })
    const blank = clipped.map((s) => (s.grams >= 3000 ? { ...s, grams: NaN } : s))
    expect(steadyWeight(blank, { capacityGrams })).toEqual({ steady: false, why: 'too heavy' })
  })
})

/** A load that wanders for ever, or until it settles: an animal that shifts its weight, slower or faster. */
function wandering(
  seed: number,
  grams: number,
  noise: number,
  tau: number,
  share: number,
  settlesAt = Infinity,
) {
  const normal = normals(seed)
  const keeps = Math.exp(-1 / (20 * tau))
  let off = 0
  return Array.from({ length: 240 }, (_, i) => {
    const second = i / 20
    off = keeps * off + Math.sqrt(1 - keeps * keeps) * normal()
    // At rest it breathes by a fifth of a per cent.
    const moves = second < settlesAt ? share * off : 0.002 * Math.sin(2 * second)
    return { atMs: 50 * i, grams: (second < 1.2 ? 0 : grams * (1 + moves)) + noise * normal() }
  })
}
const ANIMALS = [
  [7.4, 0.02],
  [84, 0.2],
  [412, 1],
  [2810, 4],
] as const

describe('an animal that never rests', () => {
  it('is hardly ever taken for one that does, and then not by two per cent', () => {
    let [settled, wrong, all] = [0, 0, 0]
    for (const tau of [0.1, 0.3, 0.6, 1, 2])
      for (const share of [0.03, 0.05, 0.08])
        for (const [grams, noise] of ANIMALS) {
          const read = steadyWeight(wandering(31 + all, grams, noise, tau, share))
          all++
          if (!read.steady) continue
          settled++
          if (Math.abs(read.grams - grams) > 0.02 * grams) wrong++
        }
    expect(all).toBe(60)
    expect(settled).toBeLessThanOrEqual(4)
    expect(wrong).toBeLessThanOrEqual(1)
  })
  it('is read all the same once it rests, within a per cent', () => {
    for (const settlesAt of [1, 2, 4])
      for (const share of [0.05, 0.1])
        for (const [grams, noise] of [...ANIMALS, [84, 0] as const])
          for (let seed = 1; seed <= 5; seed++) {
            const read = steadyWeight(wandering(seed, grams, noise, 0.5, share, settlesAt))
            if (!read.steady) throw new Error(`no reading of seed ${seed}, ${grams} g: ${read.why}`)
            expect(Math.abs(read.grams - grams)).toBeLessThan(0.01 * grams)
          }
  })
})

describe('a tub that nobody tared', () => {
  it('is put on first: what comes on top of it is the animal', () => {
    const read = steadyWeight(play({ seconds: 10, load: (s) => (s < 1 ? 0 : s < 4 ? 62 : 146) }))
    expect(read).toMatchObject({ steady: true, panSeen: true })
    expect(read.steady && read.grams).toBeCloseTo(84, 0)
    expect(read.steady && read.underGrams).toBeCloseTo(62, 0)
  })
  it('stood there from the beginning: nobody saw the pan empty, and that is said', () => {
    const loaded = steadyWeight(play({ seconds: 6, load: () => 146 }))
    expect(loaded).toMatchObject({ steady: true, panSeen: false, underGrams: 0 })
    const tared = steadyWeight(play({ seconds: 6, load: (s) => (s < 2 ? 0 : 84) }))
    expect(tared).toMatchObject({ steady: true, panSeen: true, underGrams: 0 })
  })
  it('is not seen in a second animal after a lift-off', () => {
    const read = steadyWeight(
      play({ seconds: 12, load: (s) => (s < 1 || (s > 4 && s < 6) ? 0 : s < 4 ? 62 : 146) }),
    )
    expect(read).toMatchObject({ steady: true, underGrams: 0 })
    expect(read.steady && read.grams).toBeCloseTo(62, 0)
  })
})
