import { beliefsFromSaid, startingGenes, type SaidTrait } from '@hatch-book/core'
import type { Mate, Scene } from '../src/pairing/queries'
import { eggsOf, likeliest, pedigreeOfScene, reckonCross } from '../src/pairing/reckon'

const genes = startingGenes('CS')
const carries = (trait: string, certainty = 1): SaidTrait => ({ trait, carries: 'carries', certainty })
const shows = (trait: string): SaidTrait => ({ trait, carries: 'shows', certainty: 1 })

function mate(tag: string, sex: 'female' | 'male', said: SaidTrait[], change: Partial<Mate> = {}): Mate {
  return {
    ...{
      id: `id of ${tag}`,
      tag,
      sex,
      line: 'Kiln',
      presence: 'here',
      place: null,
      verdict: 'ready',
      because: '',
    },
    ...{ said, beliefs: beliefsFromSaid(genes, sex, said), words: [], window: null, refusalsInARow: 0 },
    ...{ clutches: [], readyIn: 0, ...change },
  } as Mate
}
type Kin = Scene['pedigree'][number]
const kin = (tag: string, sex: Kin['sex'], dam: string | null = null, sire: string | null = null): Kin => ({
  ...{ id: `id of ${tag}`, tag, name: '', traits: [], sex, line: 'Kiln', here: true, hatched: null },
  ...{ dam: dam && `id of ${dam}`, sire: sire && `id of ${sire}` },
})
function scene(
  mates: Mate[],
  pedigree: Kin[] = mates.map((m) => kin(m.tag, m.sex)),
  change: object = {},
): Scene {
  return {
    ...{ genes, mates, pedigree },
    rules: {
      clutch: { count: { least: 8, typical: 14, most: 20 }, infertile: 0.1, perYear: 1 },
      ...{ hatchRate: 0.85, kin: { alarm: 0.125 }, ...change },
    },
  } as unknown as Scene
}
const wish = { traits: [{ trait: 'amelanistic', as: 'shows' as const }] }

describe('the eggs one may reckon with', () => {
  const of = (clutches: number[]) => {
    const dam = mate('F1', 'female', [], { clutches })
    return eggsOf(scene([dam]), dam)
  }
  it('are those of her species before she has laid', () => {
    expect(of([])).toEqual({ least: 8, typical: 14, most: 20 })
  })
  it('move towards what she laid and come closer together, the species counting as two clutches of hers', () => {
    // Twice 14 and once 20 are 16 in the middle; six eggs about it shrink by the root of two thirds.
    expect(of([20])).toEqual({ least: 11, typical: 16, most: 21 })
    // Six of 20 against two of 14: 18.5; the six shrink to three.
    expect(of([20, 20, 20, 20, 20, 20])).toEqual({ least: 16, typical: 19, most: 22 })
  })
  it('are one at least, however few she lays, and one of a species whose clutch nobody knows', () => {
    expect(of([1, 1, 1, 1, 1, 1]).least).toBe(1)
    const dam = mate('F1', 'female', [])
    expect(eggsOf(scene([dam], undefined, { clutch: null }), dam)).toEqual({ least: 1, typical: 1, most: 1 })
  })
})

describe('a cross', () => {
  const [dam, sire] = [
    mate('F1', 'female', [carries('amelanistic')]),
    mate('M1', 'male', [carries('amelanistic')]),
  ]
  const reckoned = (all: Scene, wanted: typeof wish | null = wish) =>
    reckonCross(all, pedigreeOfScene(all), dam, sire, wanted)

  it('of two that carry a recessive throws a quarter, and takes eleven young to be sure at nineteen in twenty', () => {
    const { wanted } = reckoned(scene([dam, sire]))
    expect(wanted!.share).toBeCloseTo(0.25, 12)
    // One in four missed eleven times is 4.2 %, ten times 5.6 %.
    expect(wanted!.needed).toBe(11)
    expect(0.75 ** wanted!.needed!).toBeLessThan(0.05)
    expect(0.75 ** (wanted!.needed! - 1)).toBeGreaterThan(0.05)
  })
  it('of full siblings is inbred by a quarter, of strangers not at all', () => {
    const family = [
      kin('D', 'female'),
      kin('S', 'male'),
      kin('F1', 'female', 'D', 'S'),
      kin('M1', 'male', 'D', 'S'),
    ]
    expect(reckoned(scene([dam, sire], family)).inbreeding).toBeCloseTo(0.25, 12)
    expect(reckoned(scene([dam, sire])).inbreeding).toBe(0)
  })
  it('says nothing of a wish that is none, and leaves out traits the species does not know any more', () => {
    expect(reckoned(scene([dam, sire]), null).wanted).toBeNull()
    const gone = { traits: [{ trait: 'sparkling', as: 'shows' as const }] }
    expect(reckoned(scene([dam, sire]), gone).wanted).toBeNull()
    const both = { traits: [...wish.traits, ...gone.traits] }
    expect(reckoned(scene([dam, sire]), both).wanted!.share).toBeCloseTo(0.25, 12)
  })
})

describe('the likeliest pairs', () => {
  const found = (all: Scene) =>
    likeliest(all, pedigreeOfScene(all), wish).map((c) => [c.dam.tag, c.sire.tag, c.chance])

  it('come by what they throw: half before a quarter, and none that throw nothing', () => {
    const all = scene([
      ...[mate('carrier', 'female', [carries('amelanistic')]), mate('plain', 'female', [])],
      ...[mate('shows', 'male', [shows('amelanistic')]), mate('carries', 'male', [carries('amelanistic')])],
    ])
    const pairs = found(all).filter(([dam]) => dam === 'carrier')
    expect(pairs).toEqual([
      ['carrier', 'shows', expect.closeTo(0.5, 12)],
      ['carrier', 'carries', expect.closeTo(0.25, 12)],
    ])
  })
  it('are never closer kin than the alarm, and the less inbred among equals comes first', () => {
    const mates = [
      mate('F1', 'female', [carries('amelanistic')]),
      ...['brother', 'cousin', 'stranger'].map((tag) => mate(tag, 'male', [carries('amelanistic')])),
    ]
    const family = [
      ...[kin('D', 'female'), kin('S', 'male'), kin('G', 'female'), kin('H', 'male')],
      ...[kin('F1', 'female', 'D', 'S'), kin('brother', 'male', 'D', 'S'), kin('aunt', 'female', 'G', 'H')],
      ...[kin('cousin', 'male', 'aunt', 'H'), kin('stranger', 'male')],
    ]
    const tags = found(scene(mates, family)).map(([, sire]) => sire)
    expect(tags).not.toContain('brother')
    expect(tags).toContain('stranger')
    const related = [
      ...family.filter((k) => !['D', 'S'].includes(k.tag)),
      kin('D', 'female', 'G', 'H'),
      kin('S', 'male'),
    ]
    const close = found(scene(mates, related)).map(([, sire]) => sire)
    expect(close[0]).toBe('stranger')
  })
  it('are of those who are here and judged, and none without a wish', () => {
    const all = scene([
      mate('F1', 'female', [carries('amelanistic')]),
      ...[mate('sold', 'male', [shows('amelanistic')], { presence: 'sold' })],
      ...[mate('no breeder', 'male', [shows('amelanistic')], { verdict: null })],
      mate('unknown', 'male', [shows('amelanistic')], { sex: 'unknown' }),
    ])
    expect(found(all)).toEqual([])
    expect(likeliest(all, pedigreeOfScene(all), null)).toEqual([])
    expect(found(scene([]))).toEqual([])
  })
})
