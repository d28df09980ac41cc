import {
  addDays,
  dueWork,
  planAbsence,
  toBring,
  walkingOrder,
  type Due,
  type DueFacts,
  type Station,
  type TaskKind,
} from '../src'
import { uniforms } from './chance'
import { item } from './workItem'

const absence = { from: '2027-06-05', to: '2027-06-25', today: '2027-05-27' }

const NONE: DueFacts = {
  ...{
    today: '2027-05-27',
    horizonDays: 7,
    meals: [],
    weighIns: [],
    looks: [],
    days: [],
    hatches: [],
    made: [],
  },
}
const animal = (name: string): Due => ({ type: 'animal', id: name, name, placeId: 'A1' })

describe('work that is due', () => {
  const facts: DueFacts = {
    ...NONE,
    meals: [
      {
        ...{
          of: animal('C14'),
          lastOfferedOn: '2027-05-20',
          due: '2027-05-27',
          says: 'offer hopper mouse',
          prey: 'hopper mouse',
          count: 1,
        },
        ...{ window: { from: '2027-05-26', to: '2027-05-30' }, because: ['every 7 days'] },
      },
    ],
    weighIns: [
      {
        of: animal('C15'),
        lastOn: '2027-05-01',
        everyDays: { typical: 14, least: 10, most: 21 },
        why: 'young',
      },
      {
        of: animal('C16'),
        lastOn: '2027-05-26',
        everyDays: { typical: 30, least: 25, most: 40 },
        why: 'grown',
      },
    ],
    days: [
      {
        ...{
          of: animal('F07'),
          kind: 'nest',
          says: 'look at her nest',
          on: '2027-05-29',
          before: 0,
          after: 1,
        },
        why: 'her window is open',
      },
    ],
    hatches: [
      {
        of: { ...animal('K3'), type: 'clutch' },
        window: { from: '2027-05-25', to: '2027-06-02' },
        lookedOn: null,
        waiting: 6,
        tubs: 6,
      },
    ],
  }
  test('what is late comes first; what may not begin within the horizon is left out', () => {
    const work = dueWork(facts)
    expect(work.map((w) => [w.subject.name, w.kind, w.earliest, w.due, w.latest])).toEqual([
      ['C15', 'weigh', '2027-05-11', '2027-05-15', '2027-05-22'],
      ['K3', 'hatch', '2027-05-25', '2027-05-25', '2027-05-26'],
      ['C14', 'meal', '2027-05-26', '2027-05-27', '2027-05-30'],
      ['F07', 'nest', '2027-05-29', '2027-05-29', '2027-05-30'],
    ])
    expect(work[1]!.brings).toEqual([{ what: 'hatchling tub', count: 6 }])
    expect(work[2]!.brings).toEqual([{ what: 'hopper mouse', count: 1 }])
    expect(work.every((w) => w.placeId === 'A1' && w.why !== '')).toBe(true)
  })
  test('eggs in their window are looked at day by day; what was offered is looked at before more is offered', () => {
    const again = (lookedOn: string) =>
      dueWork({ ...NONE, hatches: [{ ...facts.hatches[0]!, lookedOn }] }).map((w) => [w.due, w.latest])
    expect(again('2027-05-26')).toEqual([['2027-05-27', '2027-05-28']])
    expect(again('2027-05-20')).toEqual([['2027-05-25', '2027-05-26']])
    const [left] = dueWork({ ...NONE, meals: [{ ...facts.meals[0]!, open: true }] })
    expect(left).toMatchObject({ kind: 'left', due: '2027-05-20', latest: '2027-05-21' })
  })
  test('what was put off is due on the day named, and no other work with it', () => {
    const [, , meal] = dueWork(facts)
    const putOff = [{ work: meal!.id, until: '2027-06-01' }]
    const after = dueWork({ ...facts, putOff })
    expect(after.find((w) => w.id === meal!.id)).toMatchObject({
      earliest: '2027-06-01',
      due: '2027-06-01',
      latest: '2027-06-01',
    })
    expect(dueWork({ ...facts, putOff, horizonDays: 2 }).map((w) => w.kind)).toEqual([
      'weigh',
      'hatch',
      'nest',
    ])
  })
  test('the same work keeps its name from day to day, and is told once', () => {
    const ids = (day: string) => dueWork({ ...facts, today: day }).map((w) => w.id)
    expect(ids('2027-05-28')).toEqual(ids('2027-05-27'))
    const twice = dueWork({ ...facts, made: dueWork(facts) })
    expect(new Set(twice.map((w) => w.id)).size).toBe(twice.length)
  })
  test('ten thousand animals in a moment; nothing of nothing', () => {
    const meals = Array.from({ length: 10_000 }, (_, i) => ({ ...facts.meals[0]!, of: animal(`X${i}`) }))
    const started = performance.now()
    expect(dueWork({ ...facts, meals })).toHaveLength(10_003)
    expect(performance.now() - started).toBeLessThan(1000)
    expect(dueWork(NONE)).toEqual([])
    expect(() => dueWork({ ...NONE, horizonDays: -1 })).toThrow(RangeError)
  })
})

describe('being away', () => {
  test('what can be done before or after is moved, to the nearer side; the rest is visited', () => {
    const plan = planAbsence(
      [
        item('early', '2027-06-01', '2027-06-06', '2027-06-08'),
        item('late', '2027-06-20', '2027-06-24', '2027-06-30'),
        item('either', '2027-06-01', '2027-06-22', '2027-06-30'),
        item('inside', '2027-06-10', '2027-06-12', '2027-06-14'),
        item('before it', '2027-05-28', '2027-06-01', '2027-06-30'),
      ],
      absence,
    )
    expect(plan.before).toMatchObject([{ item: { id: 'early' }, on: '2027-06-04' }])
    expect(plan.after.map((w) => [w.item.id, w.on])).toEqual([
      ['late', '2027-06-26'],
      ['either', '2027-06-26'],
    ])
    expect(plan.visits).toMatchObject([{ day: '2027-06-14', items: [{ id: 'inside' }] }])
  })
  test('one day does for windows that overlap, and each is done on the visit nearest to its day', () => {
    const plan = planAbsence(
      [
        item('a', '2027-06-08', '2027-06-09', '2027-06-11'),
        item('b', '2027-06-10', '2027-06-12', '2027-06-15'),
        item('c', '2027-06-14', '2027-06-15', '2027-06-18'),
        item('d', '2027-06-06', '2027-06-17', '2027-06-20'),
      ],
      absence,
    )
    expect(plan.visits.map((v) => [v.day, v.items.map((i) => i.id)])).toEqual([
      ['2027-06-11', ['a', 'b']],
      ['2027-06-18', ['c', 'd']],
    ])
  })
  test('never more days than the fewest that trying every set of days finds, on sixty random absences', () => {
    const even = uniforms(17)
    const whole = (n: number) => Math.floor(even() * n)
    const short = { from: '2027-06-01', to: '2027-06-09', today: '2027-05-27' }
    for (let round = 0; round < 60; round++) {
      const items = Array.from({ length: 1 + whole(7) }, (_, i) => {
        const start = whole(9)
        const end = Math.min(8, start + whole(5))
        const on = (day: number) => addDays(short.from, day)
        return item(String(i), on(start), on(start + whole(end - start + 1)), on(end))
      })
      const never = Array.from({ length: 9 }, (_, d) => addDays(short.from, d)).filter(() => even() < 0.25)
      const plan = planAbsence(items, { ...short, never })
      const open = items.filter((i) => !plan.impossible.includes(i))
      // The eve and the day of the return lie outside of every window here.
      let fewest = 99
      for (let set = 0; set < 1 << 9; set++) {
        const days = Array.from({ length: 9 }, (_, d) => addDays(short.from, d)).filter(
          (_d, i) => set & (1 << i),
        )
        if (days.length >= fewest || days.some((d) => never.includes(d))) continue
        if (open.every((i) => days.some((d) => d >= i.earliest && d <= i.latest))) fewest = days.length
      }
      expect(plan.visits).toHaveLength(fewest)
      expect(plan.visits.flatMap((v) => v.items)).toHaveLength(open.length)
      for (const { day, items: own } of plan.visits)
        for (const i of own) expect(day >= i.earliest && day <= i.latest && !never.includes(day)).toBe(true)
      for (const i of plan.impossible)
        for (let d = i.earliest; d <= i.latest; d = addDays(d, 1)) expect(never).toContain(d)
    }
  })
  test('nothing to do, and an absence that cannot be', () => {
    expect(planAbsence([], absence)).toEqual({ before: [], after: [], visits: [], impossible: [], left: [] })
    expect(() => planAbsence([], { ...absence, to: '2027-06-01' })).toThrow(RangeError)
    // Away from today on: nothing can be done before.
    const now = { from: '2027-05-27', to: '2027-06-10', today: '2027-05-27' }
    expect(planAbsence([item('x', '2027-05-20', '2027-05-28', '2027-05-30')], now).visits).toMatchObject([
      { day: '2027-05-30' },
    ])
  })
})

describe('walking', () => {
  const station = (id: string, parentId: string | null = null, position: number | null = null): Station => ({
    ...{ id, name: id, parentId, position },
  })
  const building = [
    station('Back room'),
    station('Front room'),
    station('Rack 10', 'Front room'),
    station('Rack 2', 'Front room'),
    // Names that say nothing of how they stand.
    station('zebra', 'Rack 2', 0),
    station('adder', 'Rack 2', 1),
    station('N1', 'Rack 10', 0),
    station('Q1', 'Back room'),
  ]
  const at = (placeId: string | null, id: string, kind: TaskKind = 'meal') =>
    item(id, '2027-05-27', '2027-05-27', '2027-05-28', { placeId, kind })
  test('room by room, rack by rack, tub by tub as they stand; quarantine last, no place at the very end', () => {
    const work = [
      at('N1', 'n'),
      at(null, 'nowhere'),
      at('adder', 'a'),
      at('Q1', 'q'),
      at('zebra', 'z', 'weigh'),
      at('zebra', 'z'),
    ]
    const stops = walkingOrder(work, building, (id) => id === 'Q1')
    expect(stops.map((s) => s.path)).toEqual([
      'Front room · Rack 2 · zebra',
      'Front room · Rack 2 · adder',
      'Front room · Rack 10 · N1',
      'Back room · Q1',
      '',
    ])
    expect(stops[0]!.items.map((i) => i.kind)).toEqual(['meal', 'weigh'])
    expect(stops.at(-1)!.place).toBeNull()
  })
  test('ten thousand stops are in order at once; a place that goes round in a circle is walked all the same', () => {
    const many = Array.from({ length: 10_000 }, (_, i) => station(`T${i}`, 'Rack 2', i))
    const started = performance.now()
    const stops = walkingOrder(many.map((s) => at(s.id, s.id)).reverse(), [...building, ...many])
    expect(stops[1234]!.place!.id).toBe('T1234')
    expect(performance.now() - started).toBeLessThan(2000)
    const circle = [station('x', 'y'), station('y', 'x')]
    expect(walkingOrder([at('x', 'i')], circle)).toHaveLength(1)
    expect(walkingOrder([], building)).toEqual([])
  })
  test('what to bring is added up', () => {
    const bring = (what: string, count: number) => ({ ...at('N1', what), brings: [{ what, count }] })
    expect(
      toBring([bring('hopper mouse', 2), bring('cricket', 30), bring('hopper mouse', 12), at('N1', 'n')]),
    ).toEqual([
      { what: 'cricket', count: 30 },
      { what: 'hopper mouse', count: 14 },
    ])
  })
})
