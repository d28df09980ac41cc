import {
  GeneticsError,
  beliefsFromSaid,
  chanceOfOne,
  checkBelief,
  crossOutcomes,
  describeGenes,
  geneSetFaults,
  inheritedBeliefs,
  locusNamed,
  numberExpected,
  phenotypeTable,
  proveCarrier,
  provingPower,
  readGenes,
  scoreExpected,
  startingGenes,
  wantedChance,
  youngNeeded,
  type GeneSet,
  type SaidTrait,
  type ToldAnimal,
} from '@hatch-book/core'

const corn = startingGenes('CS')
const hognose = startingGenes('WH')
const crested = startingGenes('CG')
const fly = startingGenes('FF')
const shows = (trait: string, copies?: 1 | 2): SaidTrait => ({
  trait,
  carries: 'shows',
  certainty: 1,
  copies,
})
const het = (trait: string, certainty = 1): SaidTrait => ({ trait, carries: 'carries', certainty })
const female = (genes: GeneSet, ...said: SaidTrait[]) => beliefsFromSaid(genes, 'female', said)
const male = (genes: GeneSet, ...said: SaidTrait[]) => beliefsFromSaid(genes, 'male', said)
const looks = (genes: GeneSet, locus: string, dam: SaidTrait[], sire: SaidTrait[]) =>
  Object.fromEntries(
    crossOutcomes({ genes, dam: female(genes, ...dam), sire: male(genes, ...sire) })
      .loci.find((l) => l.locus === locus)!
      .looks.map((l) => [l.word || 'plain', Math.round(l.share * 1e6) / 1e6]),
  )

describe('crosses under every mode', () => {
  test('a recessive: het to het throws a quarter, and a plain one carries with two thirds', () => {
    const { loci } = crossOutcomes({
      genes: corn,
      dam: female(corn, het('amelanistic')),
      sire: male(corn, het('amelanistic')),
    })
    const plain = loci[0]!.looks.find((l) => l.word === '')!
    expect(plain.share).toBeCloseTo(0.75, 12)
    expect(plain.carries).toEqual([{ word: 'amelanistic', share: expect.closeTo(2 / 3, 12) }])
  })

  test('an allelic series: the one named first shows over the other, or they make a look of their own', () => {
    const both = [{ ...het('motley'), carries: 'shows' as const }, het('stripe')]
    expect(looks(corn, 'M', both, both)).toEqual({ motley: 0.75, stripe: 0.25 })
    expect(looks(corn, 'A', [shows('pale intermediate')], [shows('amelanistic')])).toEqual({
      amelanistic: 0.5,
      'pale intermediate': 0.5,
    })
  })

  test('an incomplete dominant: one copy and two look differently', () => {
    const one = [shows('reduced-pattern')]
    expect(looks(hognose, 'C', one, one)).toEqual({
      plain: 0.25,
      'reduced-pattern': 0.5,
      'nearly patternless': 0.25,
    })
  })

  test('a dominant that shows in nine of ten leaves a tenth of carriers unseen', () => {
    const genes = startingGenes('FG')
    const one = female(genes, shows('back stripe', 1))
    const stripe = crossOutcomes({ genes, dam: one, sire: {} }).loci.find((l) => l.locus === 'S')!
    expect(stripe.looks.find((l) => l.word === 'back stripe')!.share).toBeCloseTo(0.45, 12)
    expect(stripe.looks.find((l) => l.word === '')!.carries[0]!.share).toBeCloseTo(0.05 / 0.55, 12)
  })

  test('a lethal pair is counted as lost eggs, and the young that live are counted among themselves', () => {
    const flanked = [shows('white-flanked')]
    const cross = { genes: crested, dam: female(crested, ...flanked), sire: male(crested, ...flanked) }
    const outcomes = crossOutcomes(cross)
    expect(outcomes.lost).toBeCloseTo(0.25, 12)
    expect(12 * 0.85 * outcomes.lost).toBeCloseTo(2.55, 10)
    expect(outcomes.harms).toMatchObject([{ harm: 'lethal', locus: 'W', share: 0.25 }])
    expect(looks(crested, 'W', flanked, flanked)).toEqual({ 'white-flanked': 0.666667, plain: 0.333333 })
    expect(crossOutcomes({ ...cross, sire: {} })).toMatchObject({ lost: 0, harms: [] })
    expect(phenotypeTable(cross).lost).toBeCloseTo(0.25, 12)
  })

  test('two mutant alleles of one locus: a third look, and one that is impaired is told of', () => {
    expect(looks(crested, 'B', [shows('brown-wash')], [shows('dark-frost')])).toEqual({
      plain: 0.25,
      'brown-wash': 0.25,
      'dark-frost': 0.25,
      'frosted brown-wash': 0.25,
    })
    const doubled = crossOutcomes({
      genes: crested,
      dam: female(crested, shows('brown-wash')),
      sire: male(crested, shows('brown-wash')),
    })
    expect(doubled.lost).toBe(0)
    expect(doubled.harms).toMatchObject([{ harm: 'impaired', share: 0.25 }])
  })

  test('X-linked: a carrier mother and a white-eyed father give half of either sex; a carrier mother alone only sons', () => {
    const dam = female(fly, het('white eye'))
    const byBoth = phenotypeTable({ genes: fly, dam, sire: male(fly, shows('white eye')) })
    expect(byBoth.rows.find((r) => r.words[0] === 'white eye')).toMatchObject({ females: 0.25, males: 0.25 })
    const byHer = phenotypeTable({ genes: fly, dam, sire: {} })
    expect(byHer.rows.find((r) => r.words[0] === 'white eye')).toMatchObject({ females: 0, males: 0.25 })
  })

  test('Z-linked: the mother shows with one copy and gives it to her sons only; W goes from mother to daughter', () => {
    const zw: GeneSet = {
      loci: [
        { name: 'z', linkage: 'Z', alleles: [{ word: 'pale', mode: 'recessive' }] },
        { name: 'w', linkage: 'W', alleles: [{ word: 'barred', mode: 'dominant' }] },
      ],
      scores: [],
      links: [],
    }
    const dam = female(zw, shows('pale'), shows('barred'))
    const { rows } = phenotypeTable({ genes: zw, dam, sire: male(zw, het('pale')) })
    const of = (...words: string[]) => rows.find((r) => r.words.join() === words.join())
    // Her one Z goes to sons: half of them get the other from a carrier father. Daughters get Z from him, W from her.
    expect(of('pale')).toMatchObject({ females: 0, males: 0.25 })
    expect(of('pale', 'barred')).toMatchObject({ females: 0.25, males: 0 })
    expect(of('barred')).toMatchObject({ females: 0.25, males: 0 })
  })

  test('linked loci: alleles that came together stay together, but for the recombinants', () => {
    const linked: GeneSet = {
      loci: [
        { name: 'a', linkage: 'autosome', alleles: [{ word: 'spotted', mode: 'dominant' }] },
        { name: 'b', linkage: 'autosome', alleles: [{ word: 'crowned', mode: 'dominant' }] },
      ],
      scores: [],
      links: [{ loci: ['a', 'b'], recombination: 0.1 }],
    }
    const dam = female(linked, shows('spotted', 1), shows('crowned', 1))
    const { rows } = phenotypeTable({ genes: linked, dam, sire: {} })
    // Her phase is not known, so over both of them every kind is a quarter; but each truth is 45 to 5.
    expect(rows.map((r) => r.share)).toEqual([0.25, 0.25, 0.25, 0.25].map((s) => expect.closeTo(s, 12)))
    const both = wantedChance(
      { genes: linked, dam, sire: {} },
      { traits: ['spotted', 'crowned'].map((trait) => ({ trait, as: 'shows' })) },
    )
    expect(both.cases.map((c) => Math.round(c.share * 1e6) / 1e6)).toEqual([0.45, 0.05])
  })

  test('a scored trait lies round its parents, drawn to the line by what is not inherited', () => {
    const redLine = hognose.scores[0]!
    expect(scoreExpected(redLine, 8, 6, 5)).toEqual({ mean: 6, spread: 1.2 })
    expect(() => scoreExpected(redLine, 12, 6, 5)).toThrow('red line runs from 0 to 10, not 12')
  })
})

describe('the chance of the one that is wanted', () => {
  const three = ['amelanistic', 'anerythristic', 'lavender']
  const triple = {
    genes: corn,
    dam: female(corn, ...three.map((t) => het(t))),
    sire: male(corn, ...three.map((t) => het(t))),
  }
  const all = wantedChance(triple, { traits: three.map((trait) => ({ trait, as: 'shows' })) })

  test('three recessives at once are one in 64; 14 eggs give one with 15.8 %', () => {
    expect(all.share).toBeCloseTo(1 / 64, 12)
    expect(chanceOfOne(all, 14, 0.92 * 0.85)).toBeCloseTo(0.158, 3)
    const one = numberExpected(all, {
      eggs: { least: 14, typical: 14, most: 14 },
      fertile: 0.92,
      hatch: 0.85,
    })
    expect(one.atLeastOne).toBeCloseTo(chanceOfOne(all, 14, 0.92 * 0.85), 12)
    expect(one.mean).toBeCloseTo((14 * 0.92 * 0.85) / 64, 12)
    expect(youngNeeded(all)).toBe(Math.ceil(Math.log(0.05) / Math.log(63 / 64)))
  })

  test('parents that are only probable are not averaged: what they are is shared by all their young', () => {
    const maybe = wantedChance(
      { genes: corn, dam: female(corn, het('amelanistic', 0.5)), sire: male(corn, shows('amelanistic')) },
      { traits: [{ trait: 'amelanistic', as: 'shows' }] },
    )
    expect(maybe.share).toBeCloseTo(0.25, 12)
    // Averaged it would be 1 − 0.75¹⁰ = 94 %; in truth she carries or not, and more young do not help if not.
    expect(chanceOfOne(maybe, 10)).toBeCloseTo(0.5 * (1 - 0.5 ** 10), 12)
    expect(youngNeeded(maybe)).toBeNull()
  })

  test('twelve loci: single ones, the wanted one and the commonest kinds within a tenth of a second each', () => {
    const genes: GeneSet = {
      loci: Array.from({ length: 12 }, (_, i) => ({
        name: `l${i}`,
        linkage: 'autosome',
        alleles: [{ word: `trait${i}`, mode: 'incomplete dominant', doubledWord: `double${i}` }],
      })),
      scores: [],
      links: [],
    }
    const unsure = Object.fromEntries(genes.loci.map((l) => [l.name, [0.3, 0.5, 0.2]]))
    const cross = { genes, dam: unsure, sire: unsure }
    const timed = (work: () => void) => {
      const begun = performance.now()
      work()
      return performance.now() - begun
    }
    const chance = wantedChance(cross, {
      traits: genes.loci.map((l) => ({ trait: l.alleles[0]!.word, as: 'carries' })),
    })
    // Each locus by itself: a copy from either, at chance 0.45 each.
    expect(chance.share).toBeCloseTo((1 - 0.55 ** 2) ** 12, 10)
    const commonest = phenotypeTable(cross, { most: 30 })
    expect(commonest.rows).toHaveLength(30)
    expect(commonest.rows[0]!.share).toBeCloseTo((2 * 0.45 * 0.55) ** 12, 12)
    expect(() => phenotypeTable(cross)).toThrow(/531,441 kinds of young, more than the 20,000/)
    expect(timed(() => crossOutcomes(cross))).toBeLessThan(100)
    expect(timed(() => phenotypeTable(cross, { most: 30 }))).toBeLessThan(100)
  })

  test('the commonest kinds are the same as at the head of the whole table', () => {
    const dam = female(
      corn,
      het('amelanistic', 0.6),
      het('motley'),
      shows('tessellated', 1),
      het('lavender', 0.3),
    )
    const cross = { genes: corn, dam, sire: male(corn, het('amelanistic'), shows('stripe'), het('lavender')) }
    const whole = phenotypeTable(cross)
    expect(whole.rows.reduce((s, r) => s + r.share, 0)).toBeCloseTo(1, 12)
    const some = phenotypeTable(cross, { most: 5 })
    expect(some.rows.map((r) => r.share)).toEqual(
      whole.rows.slice(0, 5).map((r) => expect.closeTo(r.share, 12)),
    )
    expect(some.others).toBeCloseTo(1 - some.rows.reduce((s, r) => s + r.share, 0), 12)
  })
})

describe('proving by young', () => {
  const amel = locusNamed(corn, 'A')
  const twoCopies = male(corn, shows('amelanistic')).A!

  test('a maybe of one half falls to 0.39 % after eight plain young, and is certain with one that shows', () => {
    const question = { locus: amel, trait: 'amelanistic', sex: 'female', prior: 0.5 } as const
    const after = (showing: number, plain: number) =>
      proveCarrier({ ...question, matings: [{ mate: twoCopies, showing, plain }] })
    expect(after(0, 8).after).toBeCloseTo(1 / 257, 10)
    expect(after(0, 8).standing).toBe('ruled out')
    expect(after(1, 7)).toMatchObject({ after: 1, standing: 'proved' })
    expect(after(0, 0)).toMatchObject({ before: 0.5, after: 0.5, standing: 'open' })
    expect(() => after(-1, 2)).toThrow('a number of young is not below 0')
  })

  test('tessellated with one or two copies: 97 % for two after six young that all show it', () => {
    const tess = locusNamed(corn, 'T')
    const proof = proveCarrier({
      locus: tess,
      trait: 'tessellated',
      sex: 'female',
      prior: [0, 2 / 3, 1 / 3],
      matings: [{ mate: [1, 0, 0], showing: 6, plain: 0 }],
      copies: 2,
    })
    expect(proof.after).toBeCloseTo(0.9697, 4)
    expect(proof.standing).toBe('proved')
  })

  test('a mate that shows it tells most; one that cannot carry it tells nothing', () => {
    const question = { locus: amel, trait: 'amelanistic', sex: 'female', prior: 0.5, matings: [] } as const
    const homozygote = provingPower(question, twoCopies, 6)
    const carrier = provingPower(question, male(corn, het('amelanistic')).A!, 6)
    const wildMate = provingPower(question, [1, 0, 0, 0, 0, 0], 6)
    expect(homozygote.youngNeeded).toBe(5)
    // With a carrier a quarter shows: (3/4)ⁿ under 1/19 from eleven.
    expect(carrier.youngNeeded).toBe(11)
    expect(wildMate).toMatchObject({ youngNeeded: null, left: 1, settled: 0 })
    expect(homozygote.left).toBeLessThan(carrier.left)
    // Settled by a young that shows, or by six that do not.
    expect(homozygote.settled).toBeCloseTo(1, 12)
  })

  test('young that cannot be are named as such', () => {
    expect(() =>
      proveCarrier({
        locus: amel,
        trait: 'amelanistic',
        sex: 'male',
        prior: 0.5,
        matings: [{ mate: [1, 0, 0, 0, 0, 0], showing: 1, plain: 0 }],
      }),
    ).toThrow('these young cannot be of these parents')
  })
})

describe('what parents and young say of an animal', () => {
  const animal = (
    id: string,
    sex: 'female' | 'male',
    dam: string | null,
    sire: string | null,
    ...said: SaidTrait[]
  ): ToldAnimal => ({
    id,
    sex,
    dam,
    sire,
    said,
  })
  const plain: SaidTrait = { trait: 'plain', carries: 'shows', certainty: 1 }
  const carries = (
    of: ReturnType<typeof inheritedBeliefs>,
    id: string,
    trait: string,
    sex: 'female' | 'male',
  ) => describeGenes(corn, sex, of.beliefs.get(id)!).find((w) => w.trait === trait)?.chance ?? 0

  test('a plain young of two carriers carries with two thirds, whatever was guessed of it', () => {
    const inherited = inheritedBeliefs(
      [
        animal('d', 'female', null, null, het('amelanistic')),
        animal('s', 'male', null, null, het('amelanistic')),
        animal('c', 'female', 'd', 's', plain, het('amelanistic', 0.5)),
      ],
      corn,
    )
    expect(carries(inherited, 'c', 'amelanistic', 'female')).toBeCloseTo(2 / 3, 6)
  })

  test('eight plain young by an amelanistic male rule a maybe out; one that shows proves both parents', () => {
    const young = (n: number, shown: number) =>
      Array.from({ length: n }, (_, i) =>
        animal(`y${i}`, 'male', 'd', 's', i < shown ? shows('amelanistic') : plain),
      )
    const parents = [
      animal('d', 'female', null, null, plain, het('amelanistic', 0.5)),
      animal('s', 'male', null, null, shows('amelanistic')),
    ]
    // As good as none: under what is shown at all.
    expect(carries(inheritedBeliefs([...parents, ...young(8, 0)], corn), 'd', 'amelanistic', 'female')).toBe(
      0,
    )
    expect(
      carries(inheritedBeliefs([...parents, ...young(4, 0)], corn), 'd', 'amelanistic', 'female'),
    ).toBeCloseTo(1 / 17, 6)
    expect(
      carries(inheritedBeliefs([...parents, ...young(8, 1)], corn), 'd', 'amelanistic', 'female'),
    ).toBeCloseTo(1, 6)
  })

  test('nobody knew of it, and a young shows it: both parents carry; a grandmother then does with one half', () => {
    const inherited = inheritedBeliefs(
      [
        animal('g', 'female', null, null, plain),
        animal('gs', 'male', null, null, plain),
        animal('d', 'female', 'g', 'gs', plain),
        animal('s', 'male', null, null, plain),
        animal('y', 'male', 'd', 's', shows('lavender')),
      ],
      corn,
    )
    expect(carries(inherited, 'd', 'lavender', 'female')).toBeCloseTo(1, 3)
    expect(carries(inherited, 's', 'lavender', 'male')).toBeCloseTo(1, 3)
    expect(carries(inherited, 'g', 'lavender', 'female')).toBeCloseTo(0.5, 2)
  })

  test('agrees with counting every possibility of a family of two litters', () => {
    // A het dam with two mates, one maybe het at 30 %: two plain young and one showing by the first, one plain by the second.
    const inherited = inheritedBeliefs(
      [
        animal('d', 'female', null, null, het('motley', 0.5)),
        animal('s1', 'male', null, null, het('motley', 0.3)),
        animal('s2', 'male', null, null, shows('motley')),
        animal('a', 'male', 'd', 's1', plain),
        animal('b', 'male', 'd', 's1', plain),
        animal('c', 'male', 'd', 's2', plain),
      ],
      corn,
    )
    let dam = 0
    let all = 0
    for (const [d, pd] of [
      [0, 0.5],
      [1, 0.5],
    ] as const)
      for (const [s, ps] of [
        [0, 0.7],
        [1, 0.3],
      ] as const) {
        const plainByFirst = 1 - (d * s) / 4
        const weight = pd * ps * plainByFirst ** 2 * (1 - d / 2)
        all += weight
        dam += d * weight
      }
    expect(carries(inherited, 'd', 'motley', 'female')).toBeCloseTo(dam / all, 3)
  })

  test('what cannot be true is named, and the rest is still worked out', () => {
    const { conflicts } = inheritedBeliefs(
      [
        animal('d', 'female', null, null, shows('amelanistic')),
        animal('s', 'male', null, null, shows('amelanistic')),
        animal('c', 'female', 'd', 's', plain),
      ],
      corn,
    )
    expect(conflicts.map((c) => c.locus)).toContain('A')
  })
})

describe('genes as keepers say them', () => {
  const read = (text: string, genes = corn) =>
    readGenes(text, genes).parts.map(({ trait, carries, certainty }) => `${carries} ${trait} ${certainty}`)

  test.each([
    [
      'amel het motley, maybe anery',
      ['shows amelanistic 1', 'carries motley 1', 'carries anerythristic 0.5'],
    ],
    ['het amel motley', ['carries amelanistic 1', 'carries motley 1']],
    ['66 % het lavender', ['carries lavender 0.66']],
    ['plain, het for hypo and lav', ['shows plain 1', 'carries hypomelanistic 1', 'carries lavender 1']],
    ['tess, no amel', ['shows tessellated 1', 'without amelanistic 1']],
    ['maybe tessellated', ['shows tessellated 0.5']],
    ['anery?', ['shows anerythristic 0.5']],
    ['', []],
  ])('%s', (text, parts) => expect(read(text)).toEqual(parts))

  test('two copies, looks of two words, and scores', () => {
    expect(readGenes('two copies reduced, red line 7', hognose).parts).toMatchObject([
      { trait: 'reduced-pattern', carries: 'shows', copies: 2 },
      { trait: 'red line', score: 7 },
    ])
    expect(read('nearly patternless', hognose)).toEqual(['shows nearly patternless 1'])
  })

  test('what cannot be read is kept and told, with the nearest word', () => {
    expect(readGenes('amel motly', corn).unread).toEqual([
      { text: 'motly', says: "'motly' is not a known trait; did you mean motley?" },
    ])
    expect(readGenes('red line 14', hognose).unread[0]!.says).toBe('red line wants a score from 0 to 10')
    expect(readGenes('<script>', corn).unread).toHaveLength(1)
  })
})

describe('mistakes are named where they are made', () => {
  test('an unknown locus, chances that do not sum, the wrong number of them', () => {
    expect(() => crossOutcomes({ genes: corn, dam: { Q: [1, 0, 0] }, sire: {} })).toThrow(
      'there is no locus Q: known are A, An, H, M, D, L, T, S',
    )
    expect(() => crossOutcomes({ genes: corn, dam: { L: [0.5, 0.4, 0.2] }, sire: {} })).toThrow(
      'locus L: the chances add up to 110 %, not 100 %',
    )
    expect(() => checkBelief(locusNamed(corn, 'L'), 'female', [1, 0])).toThrow(
      'locus L has 3 genotypes in a female, not 2',
    )
    expect(() =>
      wantedChance({ genes: corn, dam: {}, sire: {} }, { traits: [{ trait: 'sparkling', as: 'shows' }] }),
    ).toThrow(GeneticsError)
  })

  test('an edited set that contradicts itself', () => {
    const faulty: GeneSet = {
      loci: [
        { name: 'A', linkage: 'autosome', alleles: [{ word: 'pale', mode: 'recessive' }] },
        { name: 'A', linkage: 'X', alleles: [{ word: 'pale', mode: 'recessive' }] },
      ],
      scores: [{ word: 'spots', from: 5, to: 5, spread: 1, heritability: 0.5 }],
      links: [{ loci: ['A', 'B'], recombination: 0.7 }],
    }
    expect(geneSetFaults(faulty).map((f) => f.says)).toEqual([
      'two loci are called A',
      "'pale' is already a trait of A",
      'spots ends below where it begins',
      'there is no locus B',
      'loci are parted in 0 to 50 % of eggs',
    ])
    for (const code of ['CS', 'WH', 'FG', 'CG', 'FF']) expect(geneSetFaults(startingGenes(code))).toEqual([])
  })
})
