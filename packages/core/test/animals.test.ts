import {
  ageInterval,
  ageOn,
  ageReaches,
  foldStanding,
  hatchSpan,
  parentFaults,
  reachesAge,
  type AnimalEntry,
} from '../src'

const entry = (id: string, day: string, event: Pick<AnimalEntry, 'kind' | 'payload'>): AnimalEntry =>
  ({ id, at: Date.parse(`${day}T12:00:00Z`), ...event }) as AnimalEntry

describe('age', () => {
  test('a hatch date by month or year is a span, leap February included', () => {
    expect(hatchSpan('2024-02', 'month')).toEqual({ from: '2024-02-01', to: '2024-02-29' })
    expect(hatchSpan('2025', 'year')).toEqual({ from: '2025-01-01', to: '2025-12-31' })
    expect(hatchSpan('2025-09-03', 'about', 30)).toEqual({ from: '2025-08-04', to: '2025-10-03' })
  })

  test('an age is an interval as wide as the hatch date is uncertain', () => {
    expect(ageInterval({ date: '2025', precision: 'year' }, '2026-05-20')).toEqual({ least: 140, most: 504 })
    expect(ageInterval({ date: '2026-05-01', precision: 'day' }, '2026-05-20')).toEqual({
      least: 19,
      most: 19,
    })
    expect(ageInterval({ date: '2026-05-10', precision: 'about', widthDays: 20 }, '2026-05-20')).toEqual({
      least: 0,
      most: 30,
    })
    expect(() => ageInterval({ date: '2026-13', precision: 'month' }, '2026-05-20')).toThrow(RangeError)
  })

  test('a rule on an uncertain age holds, fails, or holds perhaps', () => {
    const hatched = hatchSpan('2023', 'year')
    expect(ageReaches(ageOn(hatched, '2026-06-01'), 730)).toBe('holds')
    expect(ageReaches(ageOn(hatched, '2026-06-01'), 1096)).toBe('perhaps')
    expect(ageReaches(ageOn(hatched, '2025-06-01'), 1096)).toBe('fails')
    expect(reachesAge(hatched, 365)).toEqual({ from: '2024-01-01', to: '2024-12-30' })
  })

  test('dates that do not fit their precision are refused', () => {
    expect(() => hatchSpan('2025-13', 'month')).toThrow('a month is written like')
    expect(() => hatchSpan('3 May', 'day')).toThrow('a day is written like')
    expect(() => hatchSpan('2025-05-03', 'about', -1)).toThrow('cannot be negative')
  })
})

test('a parent of the wrong sex, another species or a later hatching is refused by name', () => {
  const child = { tag: 'C90', species: 'corn snake', hatched: hatchSpan('2024-06-01', 'day') }
  const young = {
    tag: 'C31',
    species: 'corn snake',
    sex: 'male' as const,
    hatched: hatchSpan('2025', 'year'),
  }
  expect(parentFaults(child, young, 'dam')).toEqual([
    'the dam C31 is male',
    'it hatched before its dam C31 did',
  ])
  expect(parentFaults(child, { ...young, hatched: hatchSpan('2024', 'year') }, 'sire')).toEqual([])
  expect(parentFaults(child, { ...young, species: 'western hognose' }, 'sire')[0]).toContain(
    'western hognose',
  )
})

describe('where an animal stands', () => {
  const meal = (id: string, day: string, outcome: 'taken' | 'refused', assisted = false) =>
    entry(id, day, { kind: 'meal', payload: { outcome, assisted } })

  test('a refusal starts the row of meals again but not the longest row', () => {
    const s = foldStanding([
      meal('a', '2026-05-01', 'taken'),
      meal('b', '2026-05-07', 'taken'),
      meal('c', '2026-05-13', 'refused'),
    ])
    expect(s).toMatchObject({ mealsInARow: 0, longestRow: 2, refusalsInARow: 1 })
  })

  test('an assisted meal feeds but does not count', () => {
    const s = foldStanding([meal('a', '2026-05-01', 'taken'), meal('b', '2026-05-07', 'taken', true)])
    expect(s).toMatchObject({ mealsInARow: 0, longestRow: 1, refusalsInARow: 0 })
  })

  test('the order in which entries arrive does not matter', () => {
    const log = [
      meal('a', '2026-05-01', 'taken'),
      entry('b', '2026-05-02', { kind: 'weighed', payload: { grams: 80, context: 'empty', condition: 3 } }),
      entry('c', '2026-05-09', { kind: 'weighed', payload: { grams: 84, context: 'fed' } }),
      entry('d', '2026-05-10', { kind: 'moved', payload: { placeId: 'p1' } }),
      entry('e', '2026-05-11', { kind: 'going into shed', payload: {} }),
    ]
    expect(foldStanding([...log].reverse())).toEqual(foldStanding(log))
    expect(foldStanding(log)).toMatchObject({
      heaviestGrams: 80,
      weight: { grams: 84 },
      condition: { score: 3 },
      placeId: 'p1',
    })
  })
})
