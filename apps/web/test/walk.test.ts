import type { Entry, Round } from '@hatch-book/contract'
import type { Station, WorkItem } from '@hatch-book/core'
import { minutesLeft, nextOpen, viewOf, walkOf, type WalkStep } from '../src/rounds/walk'
import type { Settled } from '../src/rounds/roundStore'

const DAY = '2026-05-20'
const station = (id: string, position: number): Station => ({ id, name: id, parentId: null, position })
const STATIONS = ['A1', 'A2', 'A3'].map(station)
const work = (id: string, placeId: string, change: Partial<WorkItem> = {}): WorkItem => ({
  ...{ id, kind: 'meal', subject: { type: 'animal', id: `animal of ${id}`, name: id }, placeId },
  ...{ says: 'feed it', why: '', earliest: DAY, due: DAY, latest: DAY, ...change },
})
const done = (says: string, at: number, entryIds: string[] = []): Settled => ({
  says,
  bad: false,
  at,
  entryIds,
})
const entry = (id: string, by: string, change: object = {}) =>
  ({
    ...{ id: `entry of ${id}`, kind: 'meal', subject: { type: 'animal', id: `animal of ${id}` }, by },
    ...{ struckBy: null, payload: { outcome: 'taken' }, ...change },
  }) as unknown as Entry

const READ_AT = 1000
function walk({
  due,
  asked = due,
  settled = {},
  kept = [],
  entries = [],
  lastPlaces = [],
}: {
  /** All that was due in this round. */
  due: WorkItem[]
  /** What the server still asks for. */
  asked?: WorkItem[]
  settled?: Record<string, Settled>
  kept?: string[]
  entries?: Entry[]
  lastPlaces?: string[]
}): WalkStep[] {
  return walkOf({
    round: { items: asked, lastPlaces, entries } as unknown as Round,
    ...{ readAt: READ_AT, settled, kept: new Set(kept), me: 'Ottoline' },
    known: Object.fromEntries(due.map((i) => [i.id, i])),
    stations: Object.fromEntries(STATIONS.map((s) => [s.id, s])),
    sayEntry: (e) => `${e.kind}, said by them`,
  })
}
const [C1, C2, C3] = [work('C1', 'A1'), work('C2', 'A2'), work('C3', 'A3')]
const openOf = (steps: WalkStep[]) => steps.flatMap((s) => s.open.map((i) => i.id))

describe('the walk of a round', () => {
  it('goes tub by tub, with those in quarantine last, and says nothing of what nobody has done', () => {
    const steps = walk({ due: [C3, C1, C2], lastPlaces: ['A1'] })
    expect(openOf(steps)).toEqual(['C2', 'C3', 'C1'])
    expect(steps.map((s) => [s.says, s.by])).toEqual(Array(3).fill(['', '']))
  })
  it('counts what this device wrote at once, though the server has not been asked again', () => {
    const steps = walk({ due: [C1, C2], settled: { C1: done('ate', READ_AT + 1) } })
    expect(openOf(steps)).toEqual(['C2'])
    expect(steps[0]).toMatchObject({ says: 'ate', by: '', bad: false })
  })
  it('asks again for what was written and the server, asked since, still wants: it was struck out', () => {
    const struck = { C1: done('ate', READ_AT - 1) }
    expect(openOf(walk({ due: [C1], settled: struck }))).toEqual(['C1'])
    // What has not been sent yet is no reason to ask again.
    const unsent = { C1: done('ate', READ_AT - 1, ['entry 1']) }
    expect(openOf(walk({ due: [C1], settled: unsent, kept: ['entry 1'] }))).toEqual([])
  })
  it('keeps what is done in its place, with what became of it, once the server asks for it no more', () => {
    const steps = walk({ due: [C1, C2], asked: [C2], settled: { C1: { ...done('refused', 5), bad: true } } })
    expect(steps.map((s) => [s.subject.name, s.says, s.bad])).toEqual([
      ['C1', 'refused', true],
      ['C2', '', false],
    ])
  })
  it('says who did what this device did not, and never that somebody struck it out', () => {
    const entries = [
      entry('C1', 'Tomas', { kind: 'struck' }),
      entry('C1', 'Ines', { struckBy: 'an entry' }),
      entry('C1', 'Ottoline'),
      entry('C1', 'Bo'),
    ]
    const [step] = walk({ due: [C1], asked: [], entries })
    expect(step).toMatchObject({ says: 'meal, said by them', by: 'Bo', open: [] })
  })
  it('gives one animal one step: what is left of it is open, what is done is told beside it', () => {
    const weigh = work('weigh C1', 'A1', { kind: 'weigh', subject: C1.subject })
    const steps = walk({ due: [C1, weigh], settled: { C1: done('ate', READ_AT + 1) } })
    expect(steps).toHaveLength(1)
    expect(steps[0]).toMatchObject({ says: 'ate', open: [{ id: 'weigh C1' }] })
    const both = { C1: done('ate', READ_AT + 1), 'weigh C1': done('ate', READ_AT + 1) }
    expect(walk({ due: [C1, weigh], settled: both })[0]).toMatchObject({ says: 'ate', open: [] })
  })
})

describe('where one goes next', () => {
  const steps = (open: string[]) =>
    walk({ due: [C1, C2, C3], asked: [C1, C2, C3].filter((i) => open.includes(i.id)) })
  const next = (open: string[], from: string | null) => {
    const all = steps(open)
    const step = nextOpen(all, all.find((s) => s.subject.name === from)?.id ?? null)
    return step?.subject.name ?? null
  }
  it('is the next that is open, and after the last the first', () => {
    expect(next(['C1', 'C2', 'C3'], 'C1')).toBe('C2')
    expect(next(['C1', 'C3'], 'C1')).toBe('C3')
    expect(next(['C1', 'C2'], 'C3')).toBe('C1')
    expect(next(['C2', 'C3'], null)).toBe('C2')
  })
  it('is where one stands when nothing else is open, and nowhere at the end', () => {
    expect(next(['C2'], 'C2')).toBe('C2')
    expect(next([], 'C2')).toBeNull()
    expect(nextOpen([], null)).toBeNull()
  })
})

describe('how long the rest will take', () => {
  const every = (seconds: number, times: number) =>
    Array.from({ length: times }, (_, i) => done('ate', i * seconds * 1000))
  it('is told by the usual pace until this round has shown its own', () => {
    expect(minutesLeft(12, [])).toBe(5)
    expect(minutesLeft(12, every(60, 5))).toBe(5)
    expect(minutesLeft(12, every(60, 6))).toBe(12)
  })
  it('leaves pauses out, and counts what was done with one key once', () => {
    const pause = done('ate', 3_600_000)
    expect(minutesLeft(10, [...every(30, 8), pause])).toBe(5)
    expect(minutesLeft(10, [...every(30, 8), ...every(30, 8)])).toBe(5)
    expect(minutesLeft(0, every(30, 8))).toBe(0)
  })
})

describe('where a piece of work has its own view', () => {
  const view = (change: Partial<WorkItem>, seesBuyers = true) => viewOf({ ...C1, ...change }, { seesBuyers })
  it('is the page of whom it is about', () => {
    expect(view({})).toBe('/animals/animal of C1')
    expect(view({ subject: { type: 'clutch', id: 'k1', name: 'K1' } })).toBe('/incubation/k1')
    expect(view({ subject: { type: 'cohort', id: 's1', name: 'S1' } })).toBe('/cohorts/s1')
    expect(view({ subject: { type: 'colony', id: '', name: 'crickets' } })).toBe('/colonies')
  })
  it('is the room of the work where it has one of its own', () => {
    expect(view({ kind: 'nest' })).toBe('/incubation/finding')
    expect(view({ kind: 'wake', subject: { type: 'rest', id: 'r1', name: 'C1' } })).toBe('/rest/checks')
    expect(view({ kind: 'alarm', subject: { type: 'place', id: 'p1', name: 'H1' } })).toBe('/climate/p1')
    expect(view({ kind: 'clean', subject: { type: 'place', id: 'p1', name: 'A1' } })).toBe('/places')
  })
  it('leads nobody to a buyer who may not know of one', () => {
    expect(view({ kind: 'hand over' })).toBe('/leaving/animal of C1/hand-over')
    expect(view({ kind: 'hand over' }, false)).toBe('/animals/animal of C1')
  })
})
