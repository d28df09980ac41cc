import {
  copiesIn,
  crossOutcomes,
  genotypesOf,
  gives,
  harmOf,
  linkageGroups,
  phenotypeTable,
  wantedChance,
  livesOf,
  looksOf,
  type Allele,
  type Beliefs,
  type GeneSet,
  type Genotype,
  type Linkage,
  type Locus,
} from '@hatch-book/core'
import { uniforms } from './chance'

/** A made-up locus; its alleles are named after it. */
const locus = (name: string, linkage: Linkage, ...alleles: Partial<Allele>[]): Locus => ({
  ...{ name, linkage },
  alleles: alleles.map((a, i) => ({ word: `${name}${i + 1}`, mode: 'recessive', ...a })),
})
const set = (loci: Locus[], links: GeneSet['links'] = []): GeneSet => ({ loci, links, scores: [] })
/** Sure of one genotype. */
const surely = (of: Locus, sex: 'female' | 'male', ...alleles: number[]) =>
  genotypesOf(of, sex).map((g) => (g.join() === alleles.join() ? 1 : 0))

/**
 * Young drawn one by one as nature does: a chromosome of each pair goes into the egg and the sperm, and crosses over now and then. The
 * mother's are the rows of `dam`, one for each of her chromosomes.
 */
function young(
  { linkage, recombination = 0.5 }: { linkage: Linkage; recombination?: number },
  dam: readonly (readonly number[])[],
  sire: readonly (readonly number[])[],
  uniform: () => number,
) {
  const sex = uniform() < 0.5 ? ('female' as const) : ('male' as const)
  const given = (parent: 'dam' | 'sire', chromosomes: readonly (readonly number[])[]) => {
    if (linkage === 'X' && parent === 'sire') return sex === 'female' ? chromosomes[0] : undefined
    if (linkage === 'Z' && parent === 'dam') return sex === 'male' ? chromosomes[0] : undefined
    if (linkage === 'Y') return parent === 'sire' && sex === 'male' ? chromosomes[0] : undefined
    if (linkage === 'W') return parent === 'dam' && sex === 'female' ? chromosomes[0] : undefined
    let from = uniform() < 0.5 ? 0 : 1
    return chromosomes[0]!.map((_, i) => {
      if (i > 0 && uniform() < recombination) from = 1 - from
      return chromosomes[from]![i]!
    })
  }
  const [egg, sperm] = [given('dam', dam), given('sire', sire)]
  const genotypes = (egg ?? sperm ?? []).map((_, i) =>
    [egg?.[i], sperm?.[i]].filter((a) => a !== undefined).sort((a, b) => a - b),
  )
  return { sex, genotypes }
}
const DRAWN = 40_000
const near = (share: number) => 4 * Math.sqrt((share * (1 - share)) / DRAWN) + 1e-9

describe('a cross is what meiosis makes of it, young by young', () => {
  const chromosomesOf = (linkage: Linkage, sex: 'female' | 'male', genotype: Genotype) =>
    copiesIn(linkage, sex) === 0 ? [] : genotype.map((a) => [a])

  test.each(['autosome', 'X', 'Y', 'Z', 'W'] as const)('of a locus on the %s', (linkage) => {
    const of = locus('t', linkage, { mode: 'recessive' }, { mode: 'dominant' })
    const uniform = uniforms(17)
    for (const mother of genotypesOf(of, 'female'))
      for (const father of genotypesOf(of, 'male').slice(0, 3)) {
        const { loci } = crossOutcomes({
          genes: set([of]),
          dam: { t: surely(of, 'female', ...mother) },
          sire: { t: surely(of, 'male', ...father) },
        })
        const said = { female: new Map<string, number>(), male: new Map<string, number>() }
        let [females, males] = [0, 0]
        for (let i = 0; i < DRAWN / 8; i++) {
          const child = young(
            { linkage },
            chromosomesOf(linkage, 'female', mother),
            chromosomesOf(linkage, 'male', father),
            uniform,
          )
          const key = (child.genotypes[0] ?? []).join()
          said[child.sex].set(key, (said[child.sex].get(key) ?? 0) + 1)
          if (child.sex === 'female') females++
          else males++
        }
        for (const [sex, all] of [
          ['female', females],
          ['male', males],
        ] as const)
          genotypesOf(of, sex).forEach((g, i) => {
            const share = loci[0]!.genotypes[sex][i]!
            const seen = (said[sex].get(g.join()) ?? 0) / all
            expect(Math.abs(seen - share)).toBeLessThan(5 * Math.sqrt((share * (1 - share)) / all) + 1e-9)
          })
      }
  })

  test('of three linked loci: every combination of looks, through two crossings over', () => {
    const [a, b, c] = [locus('a', 'autosome', {}), locus('b', 'autosome', {}), locus('c', 'autosome', {})]
    const genes = set(
      [a, b, c],
      [
        { loci: ['a', 'b'], recombination: 0.1 },
        { loci: ['b', 'c'], recombination: 0.25 },
      ],
    )
    expect(linkageGroups(genes).map((g) => g.loci.map((l) => l.name))).toEqual([['a', 'b', 'c']])
    // She has two kinds at the first and the last only, so nobody knows which lie together: either is as likely.
    const dam: Beliefs = { a: surely(a, 'female', 0, 1), c: surely(c, 'female', 0, 1) }
    const sire: Beliefs = {
      a: surely(a, 'male', 1, 1),
      b: surely(b, 'male', 1, 1),
      c: surely(c, 'male', 1, 1),
    }
    const uniform = uniforms(23)
    const { loci } = crossOutcomes({ genes, dam, sire })
    let [showA, showB, showC] = [0, 0, 0]
    for (let i = 0; i < DRAWN; i++) {
      const apart = uniform() < 0.5
      const chromosomes = apart
        ? [
            [0, 0, 1],
            [1, 0, 0],
          ]
        : [
            [0, 0, 0],
            [1, 0, 1],
          ]
      const { genotypes } = young(
        { linkage: 'autosome', recombination: 0.1 },
        chromosomes,
        [
          [1, 1, 1],
          [1, 1, 1],
        ],
        uniform,
      )
      showA += genotypes[0]!.join() === '1,1' ? 1 / DRAWN : 0
      showB += genotypes[1]!.join() === '1,1' ? 1 / DRAWN : 0
      showC += genotypes[2]!.join() === '1,1' ? 1 / DRAWN : 0
    }
    const share = (at: number, word: string) => loci[at]!.looks.find((l) => l.word === word)?.share ?? 0
    expect(Math.abs(share(0, 'a1') - showA)).toBeLessThan(near(showA))
    expect(share(1, 'b1')).toBe(showB)
    expect(Math.abs(share(2, 'c1') - showC)).toBeLessThan(near(showC))
  })

  test('what goes with the sex cannot be linked to what does not', () => {
    const genes = set(
      [locus('a', 'autosome', {}), locus('z', 'Z', {})],
      [{ loci: ['a', 'z'], recombination: 0.2 }],
    )
    expect(() => linkageGroups(genes)).toThrow('one goes with the sex')
  })
})

describe('what an animal can be at a locus', () => {
  test('as many genotypes as there are ways to draw with putting back, in the order of the alleles', () => {
    const series = locus('s', 'autosome', {}, {}, {})
    expect(genotypesOf(series, 'female')).toHaveLength((4 * 5) / 2)
    expect(genotypesOf(series, 'male').map((g) => g.join(''))).toEqual([
      ...['00', '01', '02', '03'],
      ...['11', '12', '13', '22', '23', '33'],
    ])
  })

  test('two, one or none, as sex and chromosome have it; of an unsexed one as many as it may have', () => {
    const copies = (linkage: Linkage) =>
      (['female', 'male', 'unknown'] as const).map((s) => copiesIn(linkage, s))
    expect(copies('autosome')).toEqual([2, 2, 2])
    expect(copies('X')).toEqual([2, 1, 2])
    expect(copies('Z')).toEqual([1, 2, 2])
    expect(copies('Y')).toEqual([0, 1, 0])
    expect(copies('W')).toEqual([1, 0, 0])
  })

  test('what a parent gives adds up to what the child has', () => {
    for (const linkage of ['autosome', 'X', 'Y', 'Z', 'W'] as const)
      for (const child of ['female', 'male'] as const) {
        const given = (['dam', 'sire'] as const).filter(
          (parent) =>
            gives(linkage, parent, child) && copiesIn(linkage, parent === 'dam' ? 'female' : 'male') > 0,
        )
        expect(given).toHaveLength(copiesIn(linkage, child))
      }
  })
})

describe('what a genotype looks like', () => {
  const looks = (of: Locus, ...genotype: number[]) => Object.fromEntries(looksOf(of, genotype))

  test('a recessive hides behind the wild one, shows in two, and in one where there is no second', () => {
    const of = locus('r', 'autosome', {})
    expect([looks(of, 0, 0), looks(of, 0, 1), looks(of, 1, 1)]).toEqual([{ '': 1 }, { '': 1 }, { r1: 1 }])
    expect(looks(locus('r', 'Z', {}), 1)).toEqual({ r1: 1 })
  })

  test('a dominant shows over a recessive of its locus, two dominants show together, the first recessive over the second', () => {
    const of = locus(
      'm',
      'autosome',
      {},
      { mode: 'dominant' },
      { mode: 'incomplete dominant', doubledWord: 'm3 twice' },
    )
    expect(looks(of, 1, 2)).toEqual({ m2: 1 })
    expect(looks(of, 2, 3)).toEqual({ 'm2 m3': 1 })
    expect(looks(of, 3, 3)).toEqual({ 'm3 twice': 1 })
    expect(looks(of, 0, 3)).toEqual({ m3: 1 })
    expect(looks(locus('n', 'autosome', {}, {}), 1, 2)).toEqual({ n1: 1 })
  })

  test('two that make a look of their own do, and what they do to their bearer is told', () => {
    const of: Locus = {
      ...locus('p', 'autosome', { doubled: { harm: 'lethal', share: 1, says: 'dies in the egg' } }, {}),
      pairs: [
        { alleles: ['p2', 'p1'], word: 'both', harm: { harm: 'impaired', share: 0.5, says: 'wobbles' } },
      ],
    }
    expect(looks(of, 1, 2)).toEqual({ both: 1 })
    expect(harmOf(of, [1, 2])).toMatchObject({ harm: 'impaired', share: 0.5 })
    expect(harmOf(of, [0, 1])).toBeNull()
    expect(
      [
        [0, 1],
        [1, 1],
        [1, 2],
        [2, 2],
      ].map((g) => livesOf(of, g)),
    ).toEqual([1, 0, 1, 1])
  })

  test('one that not all show is unseen in the rest', () => {
    expect(looks(locus('q', 'autosome', { mode: 'dominant', shownBy: 0.9 }), 0, 1)).toEqual({
      q1: 0.9,
      '': expect.closeTo(0.1, 12) as number,
    })
  })
})

describe('many linked loci', () => {
  const loci = ['a', 'b', 'c', 'd', 'e', 'f'].map((name) => locus(name, 'autosome', {}))
  const steps = [0.1, 0.2, 0.05, 0.3, 0.15]
  const genes = set(
    loci,
    steps.map((recombination, i) => ({
      loci: [loci[i]!.name, loci[i + 1]!.name] as [string, string],
      recombination,
    })),
  )
  /** Nothing is sure of any of them. */
  const unsure: Beliefs = Object.fromEntries(loci.map((l) => [l.name, [0.3, 0.5, 0.2]]))
  const het: Beliefs = Object.fromEntries(loci.map((l) => [l.name, surely(l, 'female', 0, 1)]))

  it('six of which nothing is sure are crossed, tabled and asked for within a second or two', () => {
    const began = performance.now()
    const cross = { genes, dam: unsure, sire: unsure }
    for (const { looks } of crossOutcomes(cross).loci)
      // One in 2.2 of the gametes carries it: 0.45 squared shows.
      expect(looks.find((l) => l.word !== '')!.share).toBeCloseTo(0.45 ** 2, 9)
    expect(phenotypeTable(cross, { most: 20 }).rows).toHaveLength(20)
    const all = loci.map((l) => ({ trait: `${l.name}1`, as: 'shows' as const }))
    expect(wantedChance(cross, { traits: all }).share).toBeGreaterThan(0)
    expect(performance.now() - began).toBeLessThan(8000)
  })

  it('what lies between two that are asked for counts by its steps alone', () => {
    const cross = { genes, dam: het, sire: het }
    const wish = { traits: ['a1', 'c1'].map((trait) => ({ trait, as: 'shows' as const })) }
    // Both phases alike: of one parent half the time r, half 1 − r, of two both.
    const r = 0.1 * 0.8 + 0.9 * 0.2
    const shares = [(1 - r) / 2, r / 2]
    const expected = (shares[0]! ** 2 + 2 * shares[0]! * shares[1]! + shares[1]! ** 2) / 4
    const { share, cases } = wantedChance(cross, wish)
    expect(share).toBeCloseTo(expected, 12)
    expect(cases.map((c) => c.share).sort((x, y) => x - y)).toEqual([
      expect.closeTo(shares[1]! ** 2, 9),
      expect.closeTo(shares[0]! * shares[1]!, 9),
      expect.closeTo(shares[0]! ** 2, 9),
    ])
  })
})
