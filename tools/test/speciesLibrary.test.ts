import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { library } from '@hatch-book/core'
import { libraryPage } from '../speciesLibrary'

test('the page of the library is the library as it is, a row for each species', () => {
  const page = libraryPage()
  expect(readFileSync(join(__dirname, '../../docs/species-library.md'), 'utf8')).toBe(page)
  expect(
    page.split('\n').filter((line) => line.startsWith('| ') && !line.startsWith('| species')),
  ).toHaveLength(library.length)
})
