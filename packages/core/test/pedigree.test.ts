import {
  PedigreeError,
  founders,
  inbreeding,
  kinship,
  meanKinship,
  newBlood,
  orderPedigree,
  soundPedigree,
  type PedigreeAnimal,
} from '@hatch-book/core'
import { uniforms } from './chance'

const a = (id: string, dam: string | null = null, sire: string | null = null): PedigreeAnimal => ({
  id,
  dam,
  sire,
})

/** The tabular method: the whole matrix of additive relationships, row by row. */
function byTable(animals: readonly PedigreeAnimal[]): number[][] {
  const { ids, dams, sires } = orderPedigree(animals)
  const A = ids.map(() => new Array<number>(ids.length).fill(0))
  for (let i = 0; i < ids.length; i++) {
    const [d, s] = [dams[i]!, sires[i]!]
    for (let j = 0; j < i; j++)
      A[i]![j] = A[j]![i] = ((d >= 0 ? A[j]![d]! : 0) + (s >= 0 ? A[j]![s]! : 0)) / 2
    A[i]![i] = 1 + (d >= 0 && s >= 0 ? A[d]![s]! / 2 : 0)
  }
  return A
}

const FAMILY = [
  a('gd'),
  a('gs'),
  a('d', 'gd', 'gs'),
  a('s', 'gd', 'gs'),
  a('half', 'gd', 'x'),
  a('x'),
  a('sibs', 'd', 's'),
  a('halves', 'half', 's'),
  a('back', 'd', 'gs'),
]

test('textbook matings: full siblings 1/4, half siblings 1/8, parent and young 1/4', () => {
  const F = inbreeding(FAMILY)
  expect(F.get('sibs')).toBe(0.25)
  expect(F.get('halves')).toBe(0.125)
  expect(F.get('back')).toBe(0.25)
  expect(F.get('d')).toBe(0)
})

test('full siblings bred for generations follow the recurrence F = (1 + 2F′ + F″)/4', () => {
  const animals = [a('f0'), a('m0')]
  const wanted = [0, 0]
  for (let g = 1; g <= 10; g++) {
    animals.push(a(`f${g}`, `f${g - 1}`, `m${g - 1}`), a(`m${g}`, `f${g - 1}`, `m${g - 1}`))
    if (g > 1) wanted.push((1 + 2 * wanted[g - 1]! + wanted[g - 2]!) / 4)
  }
  const F = inbreeding(animals)
  wanted.forEach((f, g) => expect(F.get(`f${g}`)).toBeCloseTo(f, 12))
})

test('cousins and the whole kinship table agree with the tabular method on a random pedigree', () => {
  const random = uniforms(11)
  const animals: PedigreeAnimal[] = []
  for (let i = 0; i < 300; i++) {
    const earlier = (sex: number) => {
      const place = Math.floor(random() * i)
      return i < 20 || random() < 0.05 || place % 2 !== sex ? null : `n${place}`
    }
    animals.push(a(`n${i}`, earlier(0), earlier(1)))
  }
  const shuffled = [...animals].sort((x, y) => x.id.localeCompare(y.id))
  const A = byTable(animals)
  const F = inbreeding(shuffled)
  animals.forEach((animal, i) => expect(F.get(animal.id)).toBeCloseTo(A[i]![i]! - 1, 10))
  const rows = animals.slice(200, 240).map((x) => x.id)
  const columns = animals.slice(260).map((x) => x.id)
  kinship(shuffled, rows, columns).forEach((line, r) =>
    line.forEach((k, c) => expect(k).toBeCloseTo(A[200 + r]![260 + c]! / 2, 10)),
  )
  const mean = meanKinship(shuffled, rows)
  rows.forEach((id, r) => {
    const wanted = rows.reduce((sum, _, q) => sum + A[200 + r]![200 + q]!, 0) / rows.length / 2
    expect(mean.get(id)).toBeCloseTo(wanted, 10)
  })
})

test('an animal that is its own grandfather is refused, and the loop is named', () => {
  const loop = [a('C01', 'C05', 'C02'), a('C05', null, 'C09'), a('C09', null, 'C01'), a('C02')]
  expect(() => inbreeding(loop)).toThrow(PedigreeError)
  expect(() => inbreeding(loop)).toThrow('C01 is a child of C05 is a child of C09 is a child of C01')
  expect(() => inbreeding([a('C01', 'C01', null)])).toThrow('C01 is a child of C01')
})

test('twice in the list, and a dam that is a sire elsewhere, are refused by name', () => {
  expect(() => inbreeding([a('C01'), a('C01')])).toThrow('C01 is in the pedigree twice')
  expect(() => inbreeding([a('C01'), a('C02', 'C01'), a('C03', null, 'C01')])).toThrow(
    'C01 is a dam in one place and a sire in another',
  )
})

test('founders: their shares, how many of equal shares they are worth, and what is left of their variety', () => {
  const told = founders(FAMILY, ['d', 's'])
  expect(told.contributions).toEqual([
    { id: 'gd', share: 0.5 },
    { id: 'gs', share: 0.5 },
  ])
  expect(told).toMatchObject({
    effective: 2,
    unknown: 0,
    meanInbreeding: 0,
    meanKinship: 0.375,
    varietyKept: 0.625,
  })
  expect(founders([a('y', 'mother', null), a('mother')], ['y'])).toMatchObject({ unknown: 0.5 })
  expect(founders([], []).effective).toBe(0)
})

test('new blood: the reckoned mean kinship is that of the pedigree with the newcomer and a young by each of the group', () => {
  const sisters = [
    a('gd'),
    a('gs'),
    a('gs2'),
    a('f1', 'gd', 'gs'),
    a('f2', 'gd', 'gs'),
    a('f3', 'gd', 'gs2'),
    a('f4', 'f1', 'gs'),
  ]
  const group = ['f1', 'f2', 'f3', 'f4']
  const withIt = [...sisters, a('new'), ...group.map((mate, i) => a(`y${i}`, mate, 'new'))]
  const all = [...group, 'new', ...group.map((_, i) => `y${i}`)]
  const A = byTable(withIt)
  const place = (id: string) => orderPedigree(withIt).indexOf.get(id)!
  const mean = (ids: string[]) =>
    ids.reduce((sum, x) => sum + ids.reduce((s, y) => s + A[place(x)]![place(y)]! / 2, 0), 0) /
    ids.length ** 2
  const reckoned = newBlood(sisters, group, 4)
  expect(reckoned.now).toBeCloseTo(mean(group), 12)
  expect(reckoned.withIt).toBeCloseTo(mean(all), 12)
  expect(reckoned.adds).toBeCloseTo(1 / (2 * mean(all)) - 1 / (2 * mean(group)), 12)
})

test('nobody in the book, or one animal: nothing breaks', () => {
  expect(inbreeding([]).size).toBe(0)
  expect(meanKinship([a('one')]).get('one')).toBe(0.5)
  expect(kinship([a('one')], ['one'], ['stranger'])).toEqual([[0]])
})

test('a pedigree with wrong parents is laid out without them, and each is told', () => {
  const animals = [
    a('hen'),
    a('cock'),
    a('y1', 'hen', 'cock'),
    a('y2', 'hen', 'cock'),
    // The cock is a dam here, and one is its own grandparent.
    a('y3', 'cock', null),
    a('loop1', 'loop2'),
    a('loop2', 'loop1'),
    a('y1', 'hen', 'cock'),
  ]
  const { pedigree, faults } = soundPedigree(animals)
  expect(faults.map((f) => f.code).sort()).toEqual(['loop', 'sexes', 'twice'])
  expect(new Set(pedigree.ids).size).toBe(7)
  // The two that are sound are full siblings as before.
  expect(kinship(pedigree, ['y1'], ['y2'])[0]![0]).toBeCloseTo(0.25, 12)
  expect(kinship(pedigree, ['y3'], ['y1'])[0]![0]).toBe(0)
  expect(soundPedigree([a('hen'), a('y', 'hen')]).faults).toEqual([])
})
