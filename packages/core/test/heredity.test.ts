import {
  beliefsFromSaid,
  checkBelief,
  crossOutcomes,
  describeGenes,
  geneSetFaults,
  GeneticsError,
  inheritedBeliefs,
  locusNamed,
  proveCarrier,
  provingPower,
  readGenes,
  startingGenes,
  wantedChance,
  type GeneSet,
  type SaidTrait,
  type ToldAnimal,
} from '@hatch-book/core'

const corn = startingGenes('CS')
const hognose = startingGenes('WH')
const shows = (trait: string, copies?: 1 | 2): SaidTrait => ({
  trait,
  carries: 'shows',
  certainty: 1,
  copies,
})
const het = (trait: string, certainty = 1): SaidTrait => ({ trait, carries: 'carries', certainty })
const male = (genes: GeneSet, ...said: SaidTrait[]) => beliefsFromSaid(genes, 'male', said)
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
