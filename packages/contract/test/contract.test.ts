import * as v from 'valibot'
import {
  AnimalDraft,
  BookChange,
  ClutchDraft,
  EntryBatch,
  EntryDraft,
  FirstOwner,
  HatchFact,
  LogQuery,
  MemberDraft,
  PlaceDraft,
  SignIn,
  Tag,
  entryKinds,
  neutraliseFormula,
  newId,
} from '../src'

const says = (schema: v.GenericSchema, input: unknown): string[] => {
  const read = v.safeParse(schema, input)
  return read.success ? [] : read.issues.map((i) => `${v.getDotPath(i) ?? ''}: ${i.message}`)
}
const AT = '2026-05-20T12:00:00.000Z'
const entry = (change: object) => ({
  id: newId(),
  kind: 'meal',
  subject: { type: 'animal', id: newId() },
  at: AT,
  payload: { outcome: 'taken' },
  ...change,
})

describe('an entry', () => {
  test('carries what its kind asks for, with the blanks filled in', () => {
    const read = v.parse(EntryDraft, entry({ kind: 'weighed', payload: { grams: 84 } }))
    expect(read).toMatchObject({
      kind: 'weighed',
      precision: 'minute',
      device: '',
      strikes: null,
      payload: { grams: 84, context: 'not said' },
    })
    expect(v.parse(EntryDraft, entry({ kind: 'shed', payload: {} })).payload).toEqual({ whole: true })
  })

  test('drops what its kind does not know', () => {
    const read = v.parse(EntryDraft, entry({ payload: { outcome: 'taken', smuggled: 'x' } }))
    expect(read.payload).toEqual({ outcome: 'taken' })
  })

  test.each([
    ['an unknown kind', { kind: 'exploded' }, 'this kind of entry is not known'],
    ['the wrong subject', { subject: { type: 'clutch', id: newId() } }, "'meal' is said of a animal"],
    [
      'an outcome nobody knows',
      { payload: { outcome: 'spat' } },
      'outcome: was it offered, taken, refused or brought up?',
    ],
    ['a broken identifier', { id: 'seven' }, 'this is not an identifier'],
    ['a day without a time', { at: '2026-05-20' }, 'write a date with its time'],
    ['a strike of nothing', { kind: 'struck', payload: {} }, 'striking out names the entry'],
    ['a meal that strikes', { strikes: newId() }, 'striking out names the entry'],
    [
      'a condition between the half steps',
      { kind: 'weighed', payload: { grams: 80, condition: 3.2 } },
      'half steps',
    ],
    [
      'a certainty above one',
      { kind: 'sexed', payload: { sex: 'female', certainty: 1.2, method: 'probed' } },
      'certainty',
    ],
    [
      'an empty reason',
      { kind: 'overruled', payload: { about: 'readiness', verdict: 'ready', reason: '  ' } },
      'reason: this cannot be empty',
    ],
    ['a price in words', { kind: 'listed', payload: { price: 'dear' } }, 'write a price in figures'],
    ['a price below nothing', { kind: 'listed', payload: { price: -1 } }, 'not below 0'],
  ])('with %s is refused in words', (_name, change, words) => {
    expect(says(EntryDraft, entry(change)).join('; ')).toContain(words)
  })

  test('goes in batches of at most five thousand', () => {
    expect(says(EntryBatch, { entries: [] })).not.toEqual([])
    expect(says(EntryBatch, { entries: Array.from({ length: 5000 }, () => entry({})) })).toEqual([])
    expect(says(EntryBatch, { entries: Array.from({ length: 5001 }, () => entry({})) })[0]).toContain(
      'at most 5000',
    )
  })

  test('has a kind for everything that can be seen of an animal, a pairing and a clutch', () => {
    for (const kind of [
      'weighed',
      'meal',
      'shed',
      'sexed',
      'moved',
      'introduced',
      'locked',
      'separated',
      'clutch found',
      'litter counted',
      'egg fate',
      'listed',
      'sold',
      'struck',
    ])
      expect(entryKinds).toContain(kind)
  })
})

describe('a tag', () => {
  test.each(['C31', 'F-07', 'Ä1', '12', 'C31 b', 'a/2.1_x'])('may be %s', (tag) =>
    expect(says(Tag, tag)).toEqual([]),
  )
  test.each(['', ' ', '=1+1', '@x', '-3', 'x'.repeat(25), 'a\nb', '<b>'])('may not be %j', (tag) =>
    expect(says(Tag, tag)).not.toEqual([]),
  )
  test('loses the space round it', () => expect(v.parse(Tag, '  C31 ')).toBe('C31'))
})

describe('an animal', () => {
  const animal = { id: newId(), tag: 'C31', protocolId: newId() }
  test('needs a tag and a species, and nothing else', () => {
    expect(v.parse(AnimalDraft, animal)).toMatchObject({
      sex: 'unknown',
      hatched: null,
      purpose: 'growing on',
      grams: null,
    })
    expect(says(AnimalDraft, {})).toHaveLength(3)
  })
  test.each([0, -3, 1e9, Number.NaN, '84'])('does not weigh %p', (grams) => {
    expect(says(AnimalDraft, { ...animal, grams })[0]).toContain(
      'a weight is more than 0 and at most 100000 g',
    )
  })
  test('has a hatch date no wider than ten years', () => {
    expect(says(HatchFact, { date: '2025', precision: 'year' })).toEqual([])
    expect(says(HatchFact, { date: '2025-05-01', precision: 'about', widthDays: 4000 })).not.toEqual([])
    expect(says(HatchFact, { date: '2025', precision: 'roughly' })).not.toEqual([])
  })
})

describe('a clutch', () => {
  const clutch = {
    ...{ id: newId(), entryId: newId(), pairingId: null, damId: newId(), boxId: newId(), method: 'dry mesh' },
    ...{ foundAt: AT, laidFrom: '2026-05-19T20:00:00.000Z', laidTo: AT, eggs: [{ id: newId() }] },
  }
  test('is laid before it is found, in a window that runs forward', () => {
    expect(says(ClutchDraft, clutch)).toEqual([])
    expect(says(ClutchDraft, { ...clutch, laidFrom: '2026-05-20T13:00:00.000Z' })).toEqual([
      'laidTo: the laying window ends before it begins',
    ])
    expect(says(ClutchDraft, { ...clutch, laidTo: '2026-05-21T12:00:00.000Z' })).toEqual([
      'laidTo: eggs are laid before they are found',
    ])
  })
  test('has at least one egg and fits a box', () => {
    expect(says(ClutchDraft, { ...clutch, eggs: [] })[0]).toContain('at least one egg')
    expect(
      says(ClutchDraft, { ...clutch, eggs: Array.from({ length: 301 }, () => ({ id: newId() })) })[0],
    ).toContain('at most 300 eggs')
  })
})

describe('the book and its people', () => {
  const member = {
    id: newId(),
    name: 'Wren',
    email: ' Wren@Quay.Example ',
    password: 'long enough',
    role: 'helper',
  }
  test('an address is kept in small letters, so that one signs in however one writes it', () => {
    expect(v.parse(MemberDraft, member).email).toBe('wren@quay.example')
    expect(v.parse(SignIn, { email: 'WREN@quay.example', password: 'x' }).email).toBe('wren@quay.example')
  })
  test('short passwords, broken addresses and unknown roles are refused at their fields', () => {
    expect(
      says(MemberDraft, { ...member, password: 'short', email: 'wren', role: 'king' }).map(
        (s) => s.split(':')[0],
      ),
    ).toEqual(['email', 'password', 'role'])
  })
  test('a time zone is one that exists', () => {
    const change = { version: 1, name: 'Quay', zone: 'Europe/Lisbon', weightUnit: 'g', temperatureUnit: 'C' }
    expect(says(BookChange, change)).toEqual([])
    expect(says(BookChange, { ...change, zone: 'Atlantis/Deep' })[0]).toContain('write a time zone')
    expect(says(FirstOwner, {}).length).toBeGreaterThan(0)
  })
  test('a place is of a known kind and not as hot as an oven', () => {
    expect(says(PlaceDraft, { id: newId(), kind: 'incubator', name: 'H1', setPointC: 28 })).toEqual([])
    expect(says(PlaceDraft, { id: newId(), kind: 'cellar', name: 'H1' })[0]).toContain(
      'choose what kind of place',
    )
    expect(says(PlaceDraft, { id: newId(), kind: 'incubator', name: 'H1', setPointC: 280 })[0]).toContain(
      'between -40 and 80',
    )
  })
  test('a log is read as the file says unless told otherwise', () => {
    expect(v.parse(LogQuery, {})).toEqual({ fileName: 'log.csv', unit: 'auto', zone: '' })
  })
})

test.each([
  ['=1+1', "'=1+1"],
  ['+44 20', "'+44 20"],
  ['@home', "'@home"],
  ['-cmd', "'-cmd"],
  ['\tx', "'\tx"],
  ['-3', '-3'],
  ['-3,5', '-3,5'],
  ['C31', 'C31'],
  ['', ''],
])('a cell %j is exported as %j', (cell, written) => expect(neutraliseFormula(cell)).toBe(written))
