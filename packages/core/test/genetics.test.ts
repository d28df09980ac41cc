import {
  beliefsFromSaid,
  chanceOfOne,
  crossOutcomes,
  numberExpected,
  phenotypeTable,
  scoreExpected,
  startingGenes,
  wantedChance,
  youngNeeded,
  type GeneSet,
  type SaidTrait,
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

  test('twelve loci: the wanted one and the commonest kinds without the whole table, which is refused', () => {
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
    const chance = wantedChance(cross, {
      traits: genes.loci.map((l) => ({ trait: l.alleles[0]!.word, as: 'carries' })),
    })
    // Each locus by itself: a copy from either, at chance 0.45 each.
    expect(chance.share).toBeCloseTo((1 - 0.55 ** 2) ** 12, 10)
    const commonest = phenotypeTable(cross, { most: 30 })
    expect(commonest.rows).toHaveLength(30)
    expect(commonest.rows[0]!.share).toBeCloseTo((2 * 0.45 * 0.55) ** 12, 12)
    expect(() => phenotypeTable(cross)).toThrow(/531,441 kinds of young, more than the 20,000/)
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
