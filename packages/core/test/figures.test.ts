import {
  betaQuantile,
  binomialChances,
  crossOutcomes,
  founders,
  hatchRate,
  numberExpected,
  phenotypeTable,
  proveCarrier,
  provingPower,
  sexProbability,
  shareInterval,
  seasonSurvival,
  summariseClimate,
  joinReadings,
  wantedChance,
  youngNeeded,
  figureFault,
  type GeneSet,
  type Locus,
} from '@hatch-book/core'
import { uniforms } from './chance'

const HOUR = 3_600_000
const set = (locus: Locus): GeneSet => ({ loci: [locus], scores: [], links: [] })

describe('what goes with the sex is said by sex', () => {
  const red: Locus = { name: 'z', linkage: 'Z', alleles: [{ word: 'red', mode: 'recessive' }] }
  const cross = {
    genes: set(red),
    dam: { z: [1, 0] },
    // A cock with one copy.
    sire: { z: [0, 1, 0] },
  }
  it('plain sons of such a cock carry it at one half, plain daughters never do', () => {
    const [plain] = crossOutcomes(cross).loci[0]!.looks.filter((l) => l.word === '')
    expect(plain!.carries).toEqual([
      { word: 'red', share: expect.closeTo(1 / 3, 9), bySex: { females: 0, males: 0.5 } },
    ])
    const row = phenotypeTable(cross).rows.find((r) => r.words.length === 0)!
    expect(row.carries[0]!.bySex).toEqual({ females: 0, males: 0.5 })
  })
  it('what does not is said once', () => {
    const genes = set({ name: 'a', linkage: 'autosome', alleles: [{ word: 'pale', mode: 'recessive' }] })
    const [plain] = crossOutcomes({ genes, dam: { a: [0, 1, 0] }, sire: { a: [0, 1, 0] } }).loci[0]!.looks
    expect(plain!.carries).toEqual([{ word: 'pale', share: expect.closeTo(2 / 3, 9) }])
  })
})

it('young needed are living ones: those that a lethal pair takes are nobody’s young', () => {
  const genes = set({
    name: 's',
    linkage: 'autosome',
    alleles: [
      {
        ...{ word: 'spider', mode: 'incomplete dominant' as const },
        doubled: { harm: 'lethal', share: 1, says: 'dies in the egg' },
      },
    ],
  })
  const wanted = wantedChance(
    { genes, dam: { s: [0, 1, 0] }, sire: { s: [0, 1, 0] } },
    { traits: [{ trait: 'spider', as: 'without' }] },
  )
  // A quarter of the eggs, a third of the living: ln 0.05 / ln (2/3) = 7.39.
  expect(wanted.share).toBeCloseTo(1 / 4, 12)
  expect(wanted.amongYoung).toBeCloseTo(1 / 3, 12)
  expect(youngNeeded(wanted)).toBe(8)
})

describe('hundreds of eggs and young', () => {
  it('numbers of successes hold where the chance of none is too small for a number', () => {
    const chances = binomialChances(3000, 0.75)
    expect(chances.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 12)
    expect(chances.reduce((sum, p, k) => sum + p * k, 0)).toBeCloseTo(2250, 6)
    const variance = chances.reduce((sum, p, k) => sum + p * (k - 2250) ** 2, 0)
    expect(variance).toBeCloseTo(3000 * 0.75 * 0.25, 5)
    expect(
      numberExpected(
        {
          share: 0.75,
          amongYoung: 0.75,
          cases: [{ weight: 1, share: 0.75 }],
          youngCases: [{ weight: 1, share: 0.75 }],
        },
        { eggs: { least: 2000, typical: 2000, most: 2000 }, fertile: 1, hatch: 1 },
      ),
    ).toMatchObject({ mean: expect.closeTo(1500, 6), atLeastOne: 1, least: 1468, most: 1532 })
  })
  it('a carrier is proved by a thousand young as by ten', () => {
    const locus: Locus = { name: 'a', linkage: 'autosome', alleles: [{ word: 'pale', mode: 'recessive' }] }
    const asked = { locus, trait: 'pale', sex: 'male' as const, prior: 0.5 }
    const prove = (showing: number, plain: number) =>
      proveCarrier({ ...asked, matings: [{ mate: [0, 0, 1], showing, plain }] })
    expect(prove(600, 600)).toMatchObject({ after: 1, standing: 'proved' })
    expect(prove(0, 2000)).toMatchObject({ after: expect.closeTo(0, 12), standing: 'ruled out' })
    expect(prove(0, 8).after).toBeCloseTo(1 / 257, 12)
    const { settled } = provingPower({ ...asked, matings: [] }, [0, 0, 1], 1500)
    expect(settled).toBeCloseTo(1, 9)
  })
})

it('a parent that is not known is a founder of its own', () => {
  // One hen's young by somebody: two founders of a half each, never four.
  const animals = [
    { id: 'hen', dam: null, sire: null },
    { id: 'young', dam: 'hen', sire: null },
  ]
  expect(founders(animals, ['young'])).toMatchObject({ effective: 2, unknown: 0.5 })
  // Two young of a pair, both known, are as much.
  const pair = [...animals, { id: 'cock', dam: null, sire: null }]
  expect(founders([...pair, { id: 'b', dam: 'hen', sire: 'cock' }], ['b']).effective).toBe(2)
})

describe('intervals at the edges', () => {
  it('the expected rate lies between quantiles of its beta, which have closed forms at five of five', () => {
    const { expected } = hatchRate({ successes: 5, trials: 5 })
    expect(expected.low).toBeCloseTo(0.025 ** (1 / 6), 6)
    expect(expected.high).toBeCloseTo(0.975 ** (1 / 6), 6)
    expect(hatchRate({ successes: 0, trials: 5 }).expected.high).toBeCloseTo(1 - 0.025 ** (1 / 6), 6)
  })
  it('quantiles give the mass that a beta drawn by chance has under them', () => {
    const draw = uniforms(7)
    // The k-th of n even draws is beta(k, n − k + 1).
    const third = Array.from(
      { length: 4000 },
      () => [...Array.from({ length: 9 }, draw)].sort((a, b) => a - b)[2]!,
    )
    const under = (q: number) => third.filter((x) => x <= betaQuantile(q, 3, 7)).length / third.length
    for (const q of [0.025, 0.5, 0.975]) expect(Math.abs(under(q) - q)).toBeLessThan(0.025)
  })
  it('exact intervals are those of the binomial’s own tails, and ten thousand animals take no time', () => {
    const tail = (hits: number, of: number, p: number) =>
      binomialChances(of, p)
        .slice(hits)
        .reduce((a, b) => a + b, 0)
    const { low, high } = shareInterval(17, 20)
    expect(tail(17, 20, low)).toBeCloseTo(0.025, 6)
    expect(1 - tail(18, 20, high)).toBeCloseTo(0.025, 6)
    const many = Array.from({ length: 20_000 }, (_, i) => ({
      ...{ season: String(2020 + (i % 5)), group: `box ${i % 400}` },
      outcome: i % 50 === 0 ? ('died' as const) : ('came through' as const),
    }))
    const began = performance.now()
    expect(seasonSurvival(many).seasons).toHaveLength(5)
    expect(performance.now() - began).toBeLessThan(1000)
  })
})

it('no method of sexing is always right, nor worse than a coin: refused where it is set', () => {
  const figure = { label: 'How often it is right', unit: 'share' as const }
  const fault = (value: number) =>
    figureFault(figure, { value, low: null, high: null }, 'sexing.method.1.right')
  expect([1, 0.4, 0.97].map(fault)).toEqual([
    expect.stringContaining('no method always'),
    expect.stringContaining('a coin is right half of the time'),
    null,
  ])
  expect(() => sexProbability([{ sex: 'female', right: 1, blind: true }])).toThrow(RangeError)
})

it('one silence is told once, whatever days and nights stand in for it', () => {
  const readings = [0, 1, 2, 200, 201].map((h) => ({ at: h * HOUR, celsius: 28 }))
  const plan = [{ from: 0, celsius: 30, night: { celsius: 26, startHour: 20, hours: 10 } }]
  const segments = joinReadings(readings, 0, 201 * HOUR, plan, 3)
  expect(summariseClimate(segments).gaps).toEqual([{ from: 2 * HOUR, to: 200 * HOUR, hours: 198 }])
})
