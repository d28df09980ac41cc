import { addDays, daysBetween, evenOut, type WorkItem } from '../src'
import { uniforms } from './chance'

const FIRST = '2027-05-27'
const item = (id: string, earliest: number, due: number, latest: number): WorkItem => ({
  ...{ id, kind: 'meal', subject: { type: 'animal', id, name: id }, says: 'feed it', why: '' },
  ...{ earliest: addDays(FIRST, earliest), due: addDays(FIRST, due), latest: addDays(FIRST, latest) },
})

/** The least that the fullest day can have, by trying every day for every piece of work. */
function tried(items: readonly WorkItem[], days: number): number {
  const load = new Array<number>(days).fill(0)
  let least = Infinity
  const place = (n: number) => {
    if (Math.max(...load) >= least) return
    if (n === items.length) {
      least = Math.max(...load)
      return
    }
    const { earliest, latest } = items[n]!
    for (
      let day = Math.max(0, daysBetween(FIRST, earliest));
      day <= Math.min(days - 1, daysBetween(FIRST, latest));
      day++
    ) {
      load[day]!++
      place(n + 1)
      load[day]!--
    }
  }
  place(0)
  return least
}

test('the fullest day has as little as trying every day for every piece of work finds', () => {
  const dice = uniforms(11)
  for (let round = 0; round < 60; round++) {
    const days = 3 + Math.floor(dice() * 3)
    const items = Array.from({ length: 2 + Math.floor(dice() * 7) }, (_, i) => {
      const due = Math.floor(dice() * days)
      const early = Math.max(0, due - Math.floor(dice() * 3))
      return item(`W${i}`, early, due, Math.min(days - 1, due + Math.floor(dice() * 3)))
    })
    const evened = evenOut(items, FIRST, addDays(FIRST, days - 1))
    expect(evened.mostAfter).toBe(tried(items, days))
    // Each once, and within its window.
    expect(evened.days.flatMap((d) => d.items.map((i) => i.id)).sort()).toEqual(items.map((i) => i.id).sort())
    for (const { day, items: own } of evened.days)
      for (const i of own) expect(day >= i.earliest && day <= i.latest).toBe(true)
  }
})

test('what fits on its own day stays there; what moves goes to the nearest free day', () => {
  const crowd = ['A', 'B', 'C'].map((id) => item(id, 1, 2, 3))
  const evened = evenOut([...crowd, item('D', 5, 5, 5)], FIRST, addDays(FIRST, 6))
  expect(evened).toMatchObject({ mostBefore: 3, mostAfter: 1 })
  expect(evened.moved.map((m) => m.to).sort()).toEqual([addDays(FIRST, 1), addDays(FIRST, 3)])
  expect(evened.days[5]!.items.map((i) => i.id)).toEqual(['D'])
})

test('what is late already is done first of all, what lies beyond is left out, nothing is nothing', () => {
  const evened = evenOut([item('late', -9, -8, -7), item('later', 20, 21, 22)], FIRST, addDays(FIRST, 6))
  expect(evened.days[0]!.items.map((i) => i.id)).toEqual(['late'])
  expect(evened.days.flatMap((d) => d.items)).toHaveLength(1)
  expect(evenOut([], FIRST, FIRST)).toMatchObject({ mostBefore: 0, mostAfter: 0, moved: [] })
  expect(() => evenOut([], FIRST, addDays(FIRST, -1))).toThrow(RangeError)
})

test('ten thousand pieces of work over a fortnight in a moment', () => {
  const dice = uniforms(5)
  const items = Array.from({ length: 10_000 }, (_, i) => {
    const due = Math.floor(dice() * 14)
    return item(`W${i}`, due - 1, due, due + 2)
  })
  const started = performance.now()
  const evened = evenOut(items, FIRST, addDays(FIRST, 13))
  expect(evened.mostAfter).toBeLessThanOrEqual(evened.mostBefore)
  expect(performance.now() - started).toBeLessThan(3000)
})
