import { againstInShort, METRIC, reason, reasonInShort, sayIn, withDaysInWords } from '../src'

const about = { rule: 'any', origin: 'the protocol', standing: 'fails' as const }
const g = (value: number) => ({ value, unit: 'g' as const })
const n = (value: number) => ({ value, unit: 'count' as const })

test('a keeper hears first how far it is, and in the units of the book', () => {
  const light = reason({ ...about, says: 'weight', have: g(18), wanted: g(25), note: 'weighed 2026-05-03' })
  expect(reasonInShort(light, METRIC)).toBe('weight: 18 of 25 g')
  // 18 / 28.35 and 25 / 28.35, by hand.
  expect(reasonInShort(light, sayIn({ weightUnit: 'oz', temperatureUnit: 'C' }))).toBe(
    'weight: 0.63 of 0.88 oz',
  )
  const meals = reason({ ...about, says: 'meals taken in a row', have: n(2), wanted: n(4) })
  expect(reasonInShort(meals, METRIC)).toBe('2 of 4 meals taken in a row')
  const shed = reason({ ...about, says: 'first shed, whole', have: n(0), wanted: n(1) })
  expect(reasonInShort(shed, METRIC)).toBe('first shed, whole: not yet')
  const young = reason({
    ...about,
    says: 'age',
    have: { value: 40, unit: 'd' },
    wanted: { value: 60, unit: 'd' },
  })
  expect(reasonInShort(young, METRIC)).toBe('age: 40 of 60 days')
})

test('of two units each is said', () => {
  const old = reason({
    ...about,
    says: 'age',
    have: { value: 100, unit: 'd' },
    wanted: { value: 1096, unit: 'd' },
  })
  expect(reasonInShort(old, METRIC)).toBe('age: 100 days of 3 years')
})

test('what falls short by less than is said is not told as if it held', () => {
  const nearly = reason({
    ...about,
    ...{ says: 'age', have: { value: 1080, unit: 'd' }, wanted: { value: 1096, unit: 'd' } },
  })
  expect(reasonInShort(nearly, METRIC)).toBe('age: just short of 3 years')
})

test('too much of something is told with its limit', () => {
  const fat = reason({
    ...about,
    ...{ says: 'body condition', bound: 'at most', note: 'scored 2026-05-03' },
    ...{ have: { value: 4.5, unit: 'score' }, wanted: { value: 4, unit: 'score' } },
  })
  expect(reasonInShort(fat, METRIC)).toBe('body condition: 4.5, at most 4')
})

test('what is not known is not told as a figure that fails, nor is what fails by something else than its figure', () => {
  const unknown = reason({ ...about, standing: 'unknown', says: 'weight', wanted: g(25) })
  expect(reasonInShort(unknown, METRIC)).toBe('weight: not known')
  const old = reason({
    ...about,
    standing: 'perhaps',
    says: 'weight',
    have: g(26),
    wanted: g(25),
    note: 'weighed 2025-05-03',
  })
  expect(reasonInShort(old, METRIC)).toBe('weighed 2025-05-03')
  const refused = reason({ ...about, says: 'feeding', note: 'refused 3 in a row' })
  expect(reasonInShort(refused, METRIC)).toBe('refused 3 in a row')
})

test('of many reasons the first two are said, and how many more there are', () => {
  const meal = (says: string, standing: 'holds' | 'fails') =>
    reason({ ...about, standing, says, have: n(1), wanted: n(2) })
  expect(againstInShort([meal('a', 'fails'), meal('b', 'holds'), meal('c', 'fails')], METRIC)).toBe(
    '1 of 2 a, 1 of 2 c',
  )
  expect(againstInShort([meal('a', 'fails'), meal('b', 'fails'), meal('c', 'fails')], METRIC)).toBe(
    '1 of 2 a, 1 of 2 b (1 other reason)',
  )
  expect(againstInShort([], METRIC)).toBe('')
})

test('a day within a sentence is said as a keeper says it, with the year where it is another', () => {
  const held = reason({
    ...about,
    says: 'out of quarantine',
    bound: 'is',
    note: 'in quarantine until 2027-06-03',
  })
  expect(withDaysInWords(reasonInShort(held, METRIC), '2027-05-27')).toBe('in quarantine until 3 Jun')
  expect(withDaysInWords(reasonInShort(held, METRIC), '2026-12-30')).toBe('in quarantine until 3 Jun 2027')
})
