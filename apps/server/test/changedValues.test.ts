import { METRIC, sayIn } from '@hatch-book/core'
import { fieldInWords, valueInWords } from '../src/history/values'

const telling = {
  names: new Map([
    ['11111111-1111-4111-8111-111111111111', 'C15'],
    ['22222222-2222-4222-8222-222222222222', 'C07'],
  ]),
  say: METRIC,
  zone: 'Europe/Berlin',
}
const [C15, C07] = [...telling.names.keys()]
const said = (column: string, value: unknown) => valueInWords(column, value, telling)

test('what was changed is told as a keeper would, whatever it is stored as', () => {
  expect(said('moved', { 'step up': '2027-02-03', 'last meal': '2026-11-01' })).toBe(
    'step up 2027-02-03, last meal 2026-11-01',
  )
  expect(said('lines', [{ line: 'Reed mantis', share: 0.75 }])).toBe('Reed mantis 75 %')
  expect(said('warmth', [{ from: '2026-11-01', celsius: 21.5 }])).toBe('21.5 °C from 2026-11-01')
  expect(said('rule', { side: 'over', limitC: 10, nights: 5 })).toBe('5 nights over 10 °C')
  expect(said('animal_ids', [C15, C07])).toBe('C15, C07')
  expect(
    said('courses', [{ female: C07, male: C15, visits: [{ from: '2027-03-01' }, { from: '2027-03-09' }] }]),
  ).toBe('C15 with C07 from 2027-03-01 and 2027-03-09')
  expect(
    said('parts', [
      { what: 'fig', parts: 2, turns: ['fig', 'mango'] },
      { what: 'squash', parts: 1, turns: [] },
    ]),
  ).toBe('2 fig / mango, 1 squash')
  expect(
    said('goal', { tubs: 6, wanted: { traits: [{ as: 'shows', trait: 'albino' }] }, mostInbreeding: 0.1 }),
  ).toBe('tubs 6, wanted traits shows albino, most inbreeding 0.1')
})

test('an hour is told by the clock of the book, a figure in its units', () => {
  expect(said('at', '2026-11-01T08:30:00+00:00')).toBe('2026-11-01, 09:30')
  expect(
    valueInWords('celsius', 20, { ...telling, say: sayIn({ weightUnit: 'g', temperatureUnit: 'F' }) }),
  ).toBe('68 °F')
  expect(said('height_mm', 300)).toBe('300 mm')
})

test('a long list is named in part, and nothing is nothing', () => {
  expect(
    said(
      'animal_ids',
      Array.from({ length: 9 }, () => C15),
    ),
  ).toBe('C15, C15, C15, C15, C15, C15 and 3 more')
  expect(said('note', null)).toBe('')
  expect(said('calibrations', [])).toBe('')
})

test('a column has a name of the trade', () => {
  expect(fieldInWords('protocol_id')).toBe('species')
  expect(fieldInWords('dam_id')).toBe('dam')
  expect(fieldInWords('height_mm')).toBe('height')
})

test('whatever shape a stored value has, no brackets and no quotes are shown', () => {
  const odd = { a: [{ b: [1, { c: 'x' }] }], d: { e: { f: true } }, g: [], h: null }
  expect(said('anything', odd)).not.toMatch(/[[\]{}"]/)
})
