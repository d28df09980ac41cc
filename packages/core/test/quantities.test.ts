import fc from 'fast-check'
import { readLength, readTemperature, toCelsius, toFahrenheit } from '../src'

const value = (read: { value: number | null } | { says: string }) =>
  'value' in read ? read.value : read.says

test.each([
  ['28', 'C', 28],
  ['27,5', 'C', 27.5],
  ['-3.5', 'C', -3.5],
  ['−3', 'C', -3],
  ['82.4', 'F', 28],
  ['82.4 F', 'C', 28],
  ['28 °C', 'F', 28],
  ['28c', 'F', 28],
  ['-40', 'F', -40],
  ['', 'C', null],
] as const)('a temperature is read as it is typed: %s in a book of °%s', (typed, unit, celsius) => {
  expect(value(readTemperature(typed, unit))).toBe(celsius)
})

test.each(['warm', '28 K', '2 8x', '--3', '28,5,1'])('%s is no temperature, and that is said', (typed) => {
  expect(value(readTemperature(typed))).toMatch(/is not a temperature: write figures/)
})

test('what no room has is refused in the unit of the book', () => {
  expect(value(readTemperature('280'))).toBe('a temperature lies between -40 °C and 80 °C')
  expect(value(readTemperature('280', 'F'))).toBe('a temperature lies between -40 °F and 176 °F')
})

test('whatever temperature a book shows, it reads again', () => {
  fc.assert(
    fc.property(fc.integer({ min: -400, max: 800 }), (tenths) => {
      const celsius = tenths / 10
      expect(value(readTemperature(toFahrenheit(celsius).toFixed(2), 'F'))).toBeCloseTo(celsius, 1)
      expect(toCelsius(toFahrenheit(celsius))).toBeCloseTo(celsius, 9)
    }),
  )
})

test.each([
  ['15', 15],
  ['1,5 cm', 15],
  ['6 in', 152.4],
  ['6"', 152.4],
  ['1.2m', 1200],
  ['', null],
] as const)('a length is read as it is typed: %s', (typed, mm) => {
  expect(value(readLength(typed))).toBe(mm)
})

test('what is no length is said', () => {
  expect(value(readLength('long'))).toMatch(/is not a length/)
  expect(value(readLength('0'))).toMatch(/lies above 0/)
  expect(value(readLength('30 m'))).toMatch(/at most 20 m/)
})
