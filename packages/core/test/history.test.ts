import { mergeThreeWays } from '../src/history'

const base = { tag: 'C1', line: 'North', note: '', hatched: { date: '2025', widthDays: 0 } }

test('what one editor changed is taken, what both changed alike is agreed, what both changed otherwise is asked', () => {
  const theirs = { ...base, line: 'South', note: 'shy', hatched: { date: '2025-05', widthDays: 0 } }
  const mine = { ...base, tag: 'C2', note: 'bold', hatched: { date: '2025-05', widthDays: 0 } }
  expect(mergeThreeWays(base, theirs, mine)).toEqual({
    merged: { tag: 'C2', line: 'South', note: 'bold', hatched: { date: '2025-05', widthDays: 0 } },
    taken: ['line'],
    conflicts: [{ field: 'note', base: '', theirs: 'shy', mine: 'bold' }],
  })
})

test('with either editor idle the other one stands, whole; nobody loses by the order in which they are asked', () => {
  const changed = { ...base, tag: 'C9', hatched: { date: '2024', widthDays: 0 } }
  expect(mergeThreeWays(base, base, changed)).toEqual({ merged: changed, taken: [], conflicts: [] })
  expect(mergeThreeWays(base, changed, base)).toEqual({
    ...{ merged: changed, taken: ['tag', 'hatched'], conflicts: [] },
  })
  const other = { ...base, tag: 'C8' }
  const fields = (a: typeof base, b: typeof base) => mergeThreeWays(base, a, b).conflicts.map((c) => c.field)
  expect(fields(changed, other)).toEqual(fields(other, changed))
})
