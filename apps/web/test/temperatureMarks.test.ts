import { toFahrenheit } from '@hatch-book/core'
import { temperatureMarks } from '../src/climate/temperatureMarks'

test.each([
  [29.6, 31.4, [29.5, 30, 30.5, 31, 31.5]],
  [28, 28, [28, 28.5]],
  [-3, 21, [-5, 0, 5, 10, 15, 20, 25]],
  [24.9, 29.1, [24, 25, 26, 27, 28, 29, 30]],
])('from %d to %d °C it is marked at round figures that hold all of it', (low, high, marks) => {
  expect(temperatureMarks(low, high, 'C')).toEqual(marks)
})

test('in a book of Fahrenheit they are round there, and drawn where they belong', () => {
  const marks = temperatureMarks(27.5, 30.5, 'F')
  expect(marks.map((c) => Math.round(toFahrenheit(c) * 1000) / 1000)).toEqual([80, 82, 84, 86, 88])
  expect(marks[0]).toBeLessThanOrEqual(27.5)
  expect(marks.at(-1)).toBeGreaterThanOrEqual(30.5)
})
