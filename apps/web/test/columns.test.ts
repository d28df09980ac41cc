import type { AnimalRow } from '@hatch-book/contract'
import { COLUMNS, groupOf, inOrder } from '../src/animals/columns'

const animal = (tag: string, of: Partial<AnimalRow> = {}) =>
  ({
    ...{ tag, species: 'corn snake', line: '', sex: 'unknown', traits: [], ageDays: null, grams: null },
    ...{ place: null, stage: 'Breeder', verdict: null, dam: null, sire: null, purpose: 'breeder' },
    ...of,
  }) as AnimalRow
const column = (key: string) => COLUMNS.find((c) => c.key === key)!
const order = (key: string, down: boolean, all: readonly AnimalRow[]) =>
  inOrder(all, column(key), down).map((a) => a.tag)

describe('a table in the order of a column', () => {
  const all = [
    animal('C10', { grams: 300, line: 'Lamplight', verdict: 'ready' }),
    animal('C9'),
    animal('C2', { grams: 80, line: 'Quayside', verdict: 'not this season' }),
    animal('C1', { grams: 300, line: 'Lamplight' }),
  ]

  test.each([
    ['tag', false, 'C1 C2 C9 C10'],
    ['tag', true, 'C10 C9 C2 C1'],
    // Of equal weight, by their tags, in either order.
    ['weight', false, 'C2 C1 C10 C9'],
    ['weight', true, 'C1 C10 C2 C9'],
    ['line', false, 'C1 C10 C2 C9'],
    ['line', true, 'C2 C1 C10 C9'],
    ['to breed', false, 'C2 C10 C1 C9'],
  ] as const)('%s, downwards: %s', (key, down, tags) => {
    expect(order(key, down, all).join(' ')).toBe(tags)
  })

  test.each(COLUMNS.map((c) => c.key))(
    '%s: nobody is lost, and whoever has nothing there comes last',
    (key) => {
      for (const down of [false, true]) {
        const sorted = inOrder(all, column(key), down)
        expect(new Set(sorted)).toEqual(new Set(all))
        const has = sorted.map((a) => (column(key).of(a) ?? '') !== '')
        expect(has.lastIndexOf(true)).toBeLessThan(has.includes(false) ? has.indexOf(false) : Infinity)
      }
    },
  )

  test('one whose weight is nought has one', () => {
    expect(order('weight', false, [animal('A'), animal('B', { grams: 0 })])).toEqual(['B', 'A'])
  })
})

test.each([
  ['place', { place: { id: 'p', name: 'Rack A · 3' } }, 'Rack A'],
  ['place', {}, 'no place'],
  ['line', {}, 'no line'],
  ['to breed', {}, 'not kept to breed'],
  ['to breed', { verdict: 'ready' }, 'ready'],
  ['species', {}, 'corn snake'],
] as const)('grouped by %s', (grouping, of, group) => {
  expect(groupOf(animal('A', of as Partial<AnimalRow>), grouping)).toBe(group)
})
