import { mergeThreeWays } from '@hatch-book/core'
import { SEASON_PIECES, pieceInWords, pieceName } from '../src/pairing/seasonPieces'
import type { SeasonBody } from '../src/pairing/seasonProblem'

const course = (female: string, male: string, from: string) => ({
  ...{ female, male },
  visits: [{ from, to: from }],
})
const plan: SeasonBody = {
  ...{ name: 'Corn snakes, 2027', from: '2027-03-01', to: '2027-07-01' },
  settings: {
    ...{ wanted: null, kinLimit: 0.125, daysTogether: 3, meetings: 2, daysBetween: 7, togetherMost: 1 },
    females: ['f1', 'f2'],
    males: [{ id: 'm1', mostFemales: 4, restDays: 2, until: null }],
    windows: { f1: { from: '2027-03-10', to: '2027-03-20' } },
    despite: [],
  },
  courses: [course('f1', 'm1', '2027-03-12'), course('f2', 'm1', '2027-03-18')],
}
const { apart, together } = SEASON_PIECES
const merge = (theirs: SeasonBody, mine: SeasonBody) => {
  const { merged, ...rest } = mergeThreeWays(apart(plan), apart(theirs), apart(mine))
  return { ...rest, merged: together(merged) }
}

test('a plan is the same after it was taken apart and put together', () => {
  expect(together(apart(plan))).toEqual(plan)
})

test('two who plan different females get both, and nothing is asked', () => {
  const theirs = { ...plan, courses: [plan.courses[0]!, course('f2', 'm1', '2027-04-02')] }
  const mine = {
    ...plan,
    settings: { ...plan.settings, windows: { f1: { from: '2027-03-15', to: '2027-03-25' } } },
  }
  const { merged, conflicts, taken } = merge(theirs, mine)
  expect(conflicts).toEqual([])
  expect(taken).toEqual(['courses f2'])
  expect(merged.courses).toEqual(theirs.courses)
  expect(merged.settings.windows).toEqual(mine.settings.windows)
})

test('a female taken out by one and moved by the other is asked of', () => {
  const theirs = { ...plan, courses: [plan.courses[1]!] }
  const mine = { ...plan, courses: [course('f1', 'm1', '2027-03-14'), plan.courses[1]!] }
  const { conflicts } = merge(theirs, mine)
  expect(conflicts).toHaveLength(1)
  expect(conflicts[0]).toMatchObject({ field: 'courses f1', theirs: undefined })
  const words = (value: unknown) =>
    pieceInWords(
      'courses f1',
      value,
      (id) => id.toUpperCase(),
      (day) => day,
    )
  expect(words(conflicts[0]!.theirs)).toBe('–')
  expect(words(conflicts[0]!.mine)).toBe('with M1, 2027-03-14 to 2027-03-14')
})

test('what only the other added is there, and what only the other took away is gone', () => {
  const male = { id: 'm2', mostFemales: 3, restDays: 2, until: null }
  const theirs = { ...plan, settings: { ...plan.settings, males: [male] } }
  const { merged, conflicts } = merge(theirs, { ...plan, name: 'Another name' })
  expect(conflicts).toEqual([])
  expect(merged).toMatchObject({ name: 'Another name', settings: { males: [male] } })
})

test('pieces are named as people name them', () => {
  const tagOf = (id: string) => id.toUpperCase()
  expect(pieceName('courses f1', tagOf)).toBe('F1, courses')
  expect(pieceName('setting kinLimit', tagOf)).toBe('Inbred at most')
  expect(pieceInWords('setting kinLimit', 0.125, tagOf, String)).toMatch(/12/)
  expect(pieceInWords('setting females', ['f1', 'f2'], tagOf, String)).toBe('F1, F2')
})
