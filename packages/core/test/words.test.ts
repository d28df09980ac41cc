import { counted, times } from '../src'

test('things are counted as they are said', () => {
  expect([0, 1, 2].map((n) => counted(n, 'egg'))).toEqual(['0 eggs', '1 egg', '2 eggs'])
  expect(counted(1200, 'clutch', 'clutches')).toBe('1,200 clutches')
  expect([1, 2].map(times)).toEqual(['once', '2 times'])
})
