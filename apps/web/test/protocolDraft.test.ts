import type { ProtocolPage } from '@hatch-book/contract'
import { NO_SETTINGS, startingDocuments } from '@hatch-book/core'
import { differs, faultsOf, figuresUnder, keysOf, withFigure, withSchool } from '../src/protocols/draft'
import { figureInWords } from '../src/protocols/units'

const document = startingDocuments.find((d) => d.code === 'CS')!
const page = {
  ...{ id: 'p', document, scope: 'line', of: 'Pale', ofName: 'Pale', edition: 2, settings: NO_SETTINGS },
  ...{ before: document.figures, figures: document.figures, sources: {}, editions: [], lines: [] },
} as unknown as ProtocolPage
const KEY = 'quarantine.days'
const figure = (value: number | string) => ({ value, low: null, high: null })

test('a draft shows what it comes to, and leaves no trace when it is taken back', () => {
  const draft = withFigure(NO_SETTINGS, KEY, figure(120))
  const { figures, sources } = figuresUnder(page, draft)
  expect([figures[KEY]!.value, sources[KEY]]).toEqual([120, 'set by you for line Pale'])
  expect(differs(draft, page.settings)).toBe(true)
  expect(differs(withFigure(draft, KEY, null), page.settings)).toBe(false)
})

test('a school is followed, changed and left', () => {
  const followed = withSchool(NO_SETTINGS, 'D6', 'A')
  expect(figuresUnder(page, followed).figures['readiness.female.restDays']!.value).toBe(540)
  const other = withSchool(followed, 'D6', 'B')
  expect(figuresUnder(page, other).figures['readiness.female.restDays']!.value).toBe(0)
  expect(withSchool(other, 'D6', null)).toEqual(NO_SETTINGS)
})

test('faults stand at their figure', () => {
  expect(faultsOf(page, withFigure(NO_SETTINGS, KEY, figure(1e9)))).toEqual({
    [KEY]: 'Quarantine: between -3000 and 40000 d',
  })
  expect(faultsOf(page, withFigure(NO_SETTINGS, KEY, { value: 90, low: 100, high: 120 }))[KEY]).toContain(
    'between the least and the most',
  )
  expect(faultsOf(page, withFigure(NO_SETTINGS, KEY, figure(100)))).toEqual({})
})

test('figures are read as keepers read them, part by part', () => {
  expect(figureInWords(0.29, 'share')).toBe('29')
  expect(figureInWords(3652, 'd')).toBe('3652')
  expect(figureInWords('optional', 'words')).toBe('optional')
  expect(keysOf(document.figures, 'quarantine')).toEqual([KEY])
})
