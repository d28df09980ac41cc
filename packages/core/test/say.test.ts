import { METRIC, sayIn } from '@hatch-book/core'

const other = sayIn({ weightUnit: 'oz', temperatureUnit: 'F' })

test('temperatures and their differences are said in the units of a book', () => {
  expect(METRIC.celsius(31)).toBe('31.0 °C')
  expect(other.celsius(31)).toBe('87.8 °F')
  expect([METRIC.celsiusBrief(31), METRIC.celsiusBrief(30.5)]).toEqual(['31 °C', '30.5 °C'])
  expect([METRIC.celsiusRange(4, 6), other.celsiusRange(4, 6)]).toEqual(['4 to 6 °C', '39.2 to 42.8 °F'])
  // Half a degree of Celsius is nine tenths of one of Fahrenheit, wherever it lies.
  expect([METRIC.degrees(0.5), other.degrees(0.5)]).toEqual(['0.5 °C', '0.9 °F'])
  expect([other.celsius(-40, 0), other.celsius(0, 0)]).toEqual(['-40 °F', '32 °F'])
})

test('weights are said as a scale shows them, or as short as that is the same', () => {
  expect([3.04, 41.55, 420.6].map(METRIC.grams)).toEqual(['3.0 g', '41.6 g', '421 g'])
  expect([3.04, 3.2, 100].map(METRIC.gramsBrief)).toEqual(['3 g', '3.2 g', '100 g'])
  expect([other.grams(28.349523125), other.gramsBrief(283.49523125)]).toEqual(['1.00 oz', '10 oz'])
})
