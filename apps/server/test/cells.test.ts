import { readHatched } from '@hatch-book/core'
import { readPurpose, readSex, readTag } from '../src/imports/animalCells'
import { kindOfList, meaningOf } from '../src/imports/columns'
import { decodeText, readCsv } from '../src/shell/decode'

const value = <T>(reading: { value: T } | { says: string }) =>
  'value' in reading ? reading.value : reading.says

describe('hatch dates as people write them', () => {
  test.each([
    ['2025-09-03', '2025-09-03', 'day', 0],
    ['2025/9/3', '2025-09-03', 'day', 0],
    ['3.9.2025', '2025-09-03', 'day', 0],
    ['25/09/2025', '2025-09-25', 'day', 0],
    ['09/25/2025', '2025-09-25', 'day', 0],
    ['5/5/2025', '2025-05-05', 'day', 0],
    ['2025-09', '2025-09', 'month', 0],
    ['2025', '2025', 'year', 0],
    ['about 2023', '2023-07-02', 'about', 183],
    ['~2023-05', '2023-05-15', 'about', 30],
    ['ca. 2023-05-20', '2023-05-20', 'about', 30],
    ['2023-05-20 ± 12 d', '2023-05-20', 'about', 12],
    ['2023-05-20 +/- 7', '2023-05-20', 'about', 7],
  ])('%s', (cell, date, precision, widthDays) =>
    expect(value(readHatched(cell))).toEqual({ date, precision, widthDays }),
  )

  test.each(['', ' ', '?'])('%j is not known', (cell) => expect(value(readHatched(cell))).toBeNull())

  test.each([
    ['3/9/2025', 'can be two days'],
    ['2025-13', 'no such month'],
    ['2025-02-30', 'not a day of the calendar'],
    ['31.4.2025', 'not a day of the calendar'],
    ['last spring', 'is not a date'],
    ['20250903', 'is not a date'],
  ])('%s is refused: %s', (cell, says) => expect(value(readHatched(cell))).toContain(says))
})

test('sexes in words and in the notation of lists', () => {
  expect(['F', 'female', '0.1', '♀'].map((c) => value(readSex(c)))).toEqual(Array(4).fill('female'))
  expect(['m', 'Male', '1.0'].map((c) => value(readSex(c)))).toEqual(Array(3).fill('male'))
  expect(['', '?', 'unsexed', '0.0.1'].map((c) => value(readSex(c)))).toEqual(Array(4).fill('unknown'))
  expect(value(readSex('both'))).toContain('is not a sex')
})

test('tags and purposes', () => {
  expect(value(readTag(' C31 '))).toBe('C31')
  expect(value(readTag(''))).toBe('a tag is wanted')
  expect(value(readPurpose('Pet Only'))).toBe('pet only')
  expect(value(readPurpose(''))).toBe('growing on')
  expect(value(readPurpose('supper'))).toContain('is not a purpose')
})

test('headings mean what a keeper means by them', () => {
  expect(
    ['Tag', 'HATCH_DATE', 'mother', 'Weight (g)', 'notes', 'shoe size'].map((h) => meaningOf(h)),
  ).toEqual(['tag', 'hatched', 'dam', 'grams', 'note', null])
})

test('a list is of animals or of what was seen, by its headings', () => {
  expect(kindOfList(['Name', 'Species', 'DOB'])).toBe('animals')
  expect(kindOfList(['tag', 'date', 'weight (oz)'])).toBe('entries')
  expect(kindOfList(['snake', '2026-05-01', '2026-05-08'])).toBe('entries')
  expect(kindOfList(['a', 'b'])).toBe('animals')
  expect(['Date', 'Wt_oz', 'fed', '1 May 2026'].map((h) => meaningOf(h, 'entries'))).toEqual([
    ...['day', 'grams', 'meal', 'grams on a day'],
  ])
})

test('rows keep the line they begin on, whatever stands in their cells and however lines end', () => {
  expect(readCsv('a,b\r\n1,"x\r\ny"\r\n\r\n2,z').rows.map((r) => [r.line, r.cells])).toEqual([
    [1, ['a', 'b']],
    [2, ['1', 'x\r\ny']],
    [5, ['2', 'z']],
  ])
})

test('a file without a mark is known by its bytes', () => {
  expect(decodeText(Buffer.from('Größe', 'latin1'))).toEqual({ text: 'Größe', encoding: 'windows-1252' })
  expect(decodeText(Buffer.from('Größe'))).toEqual({ text: 'Größe', encoding: 'utf-8' })
  expect(decodeText(Buffer.from('tag;species', 'utf16le'))).toEqual({
    text: 'tag;species',
    encoding: 'utf-16le',
  })
  expect(() => decodeText(Buffer.alloc(0))).toThrow('empty')
})
