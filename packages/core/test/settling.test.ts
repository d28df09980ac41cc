import {
  outcomesOf,
  repeating,
  stepsOf,
  withRepeats,
  type Station,
  type TaskKind,
  type WorkItem,
} from '../src'
import { item } from './workItem'

describe('work that comes back', () => {
  const rhythm = { typical: 7, least: 5, most: 10 }
  const meal = repeating({ ...item('C14', '', '', ''), kind: 'meal' }, rhythm, '2027-05-20')
  test('is due again a rhythm after it was due, within what the rhythm allows', () => {
    expect(withRepeats(meal, '2027-06-14').map((w) => [w.earliest, w.due, w.latest])).toEqual([
      ['2027-05-25', '2027-05-27', '2027-05-30'],
      ['2027-06-01', '2027-06-03', '2027-06-06'],
      ['2027-06-08', '2027-06-10', '2027-06-13'],
    ])
    expect(new Set(withRepeats(meal, '2027-07-30').map((w) => w.id)).size).toBe(10)
  })
  test('what is late is done today, and comes back from then on', () => {
    const [late, next, ...more] = withRepeats(meal, '2027-06-20', '2027-06-08')
    expect(late).toEqual(meal)
    expect(next).toMatchObject({ earliest: '2027-06-13', due: '2027-06-15', latest: '2027-06-18' })
    expect(more).toHaveLength(1)
  })
  test('a beat under a day is one a day; what is done once stays once', () => {
    const daily = { ...meal, every: { typical: 0.5, least: 0.3, most: 1 } }
    const days = withRepeats(daily, '2027-06-02').map((w) => w.due)
    expect(days.slice(0, 3)).toEqual(['2027-05-27', '2027-05-28', '2027-05-29'])
    expect(withRepeats(item('once', '2027-05-27', '2027-05-27', '2027-05-27'), '2027-12-31')).toHaveLength(1)
  })
})

describe('settling work by one key', () => {
  const meal = item('C14', '2027-05-27', '2027-05-27', '2027-05-27', {
    kind: 'meal',
    carries: { prey: 'hopper mouse', grams: 9, trick: 'brained', supplement: 'Ca' },
  })
  const written = (work: WorkItem, key: string) =>
    outcomesOf(work)
      .find((o) => o.key === key)!
      .entries.map((e) => [e.kind, e.payload])
  test('a meal is taken, refused, offered or brought up, with what went with it', () => {
    expect(written(meal, 'Space')).toEqual([['meal', { outcome: 'taken', ...meal.carries }]])
    expect(written(meal, 'R')).toEqual([['meal', { outcome: 'refused', ...meal.carries }]])
    // Whether a trick worked is not known before somebody has looked.
    expect(written(meal, 'O')).toEqual([
      ['meal', { outcome: 'offered', prey: 'hopper mouse', grams: 9, supplement: 'Ca' }],
    ])
    expect(written(meal, 'B')).toEqual([
      ['meal', { outcome: 'brought up', prey: 'hopper mouse', grams: 9, trick: 'brained' }],
    ])
    expect(outcomesOf({ ...meal, kind: 'left' }).map((o) => o.says)).toEqual(['ate', 'refused', 'brought up'])
  })
  test('chores and looks have one usual outcome; what wants figures has none', () => {
    expect(written({ ...meal, kind: 'nest', carries: {} }, 'Space')).toEqual([['nest checked', {}]])
    expect(written({ ...meal, kind: 'check' }, 'Space')).toEqual([['rest check', { signs: [] }]])
    expect(written({ ...meal, kind: 'tend', carries: { task: 'new food' } }, 'Space')).toEqual([
      ['tended', { task: 'new food' }],
    ])
    expect(
      (['water', 'mist', 'clean'] as const).map((kind) => outcomesOf({ ...meal, kind })[0]!.chore),
    ).toEqual([true, true, true])
    for (const kind of ['weigh', 'count', 'search', 'alarm', 'wake'] as const)
      expect(outcomesOf({ ...meal, kind })).toEqual([])
  })
})

describe('one tub after the other', () => {
  const station = (id: string, parentId: string | null, position: number | null = null): Station => ({
    ...{ id, name: id, parentId, position },
  })
  const building = [station('Loft', null), station('A1', 'Loft', 0), station('A2', 'Loft', 1)]
  const at = (
    placeId: string | null,
    id: string,
    kind: TaskKind,
    type: 'animal' | 'place' = 'animal',
  ): WorkItem => ({
    ...item(`${id}:${kind}`, '2027-05-27', '2027-05-27', '2027-05-27', { kind, placeId }),
    subject: { type, id, name: id },
  })
  const walk = (items: WorkItem[]) =>
    stepsOf(items, building).map((s) => [s.subject.name, s.items.map((i) => i.kind)])
  test('everybody is a step; they are weighed before they are fed, and their tub is misted with the first of them', () => {
    expect(
      walk([
        at('A2', 'C15', 'meal'),
        at('A1', 'A1', 'mist', 'place'),
        at('A1', 'C14', 'meal'),
        at('A1', 'C14', 'weigh'),
        at('A1', 'C16', 'meal'),
      ]),
    ).toEqual([
      ['C14', ['weigh', 'meal', 'mist']],
      ['C16', ['meal']],
      ['C15', ['meal']],
    ])
  })
  test('an alarm of a place stands by itself; an empty tub is cleaned all the same; nothing is no walk', () => {
    expect(walk([at('A1', 'A1', 'alarm', 'place'), at('A1', 'C14', 'meal')])).toEqual([
      ['C14', ['meal']],
      ['A1', ['alarm']],
    ])
    expect(walk([at('A2', 'A2', 'clean', 'place')])).toEqual([['A2', ['clean']]])
    expect(walk([])).toEqual([])
  })
})
