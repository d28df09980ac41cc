import { floorFaults, roomByLength, roomByLengthInWords } from '../src'

/* A tub by the animal's own length: as long as so many of its lengths, and as high. */
const range = (typical: number, least = typical) => ({ typical, least, most: typical })
const rules = { floorBodies: range(2, 1.5), heightBodies: range(3) }
const snake = { length: { mm: 800 }, girth: { mm: 60 } }

test('by hand: one of 80 cm that wants a floor of one and a half lengths has 120 × 60 cm, and 240 cm of height', () => {
  const room = roomByLength(rules, 'snake', snake)
  expect(room).toMatchObject({ of: 'length', mm: 800, floorMm: 1200, heightMm: 2400 })
  expect((room as { areaM2: number }).areaM2).toBeCloseTo(1.2 * 0.6, 9)
  expect(roomByLengthInWords(room)).toBe('at 800 mm long, at least 120 × 60 cm of floor and 240 cm of height')
})

test('a tortoise goes by its shell, a frog from snout to vent', () => {
  const shell = roomByLength(rules, 'chelonian', { shell: { mm: 100 }, length: { mm: 140 } })
  expect(shell).toMatchObject({ of: 'shell', floorMm: 150 })
  expect(roomByLength(rules, 'frog', { body: { mm: 30 } })).toMatchObject({ of: 'body', floorMm: 45 })
})

test('where no rule asks nothing is said; where one asks and nobody measured, that is said', () => {
  expect(roomByLength({ floorBodies: null, heightBodies: null }, 'snake', snake)).toBeNull()
  expect(roomByLengthInWords(null)).toBe('')
  const unknown = roomByLength(rules, 'snake', { girth: { mm: 60 } })
  expect(unknown).toBe('not measured')
  expect(roomByLengthInWords(unknown)).toContain('not measured yet')
})

test('a tub is held against the stage and against the length, each where it is known', () => {
  const stage = { areaM2: range(0.5, 0.4) }
  const large = roomByLength(rules, 'snake', snake)
  const faults = (areaM2: number | null, of = large) =>
    floorFaults({ size: 'drawer', areaM2 }, stage, 'Breeder', of)
  expect(faults(0.3)).toEqual([
    'this tub (drawer) has 0.3 m² of floor; a breeder needs 0.4 m²',
    'this tub (drawer) has 0.3 m² of floor; this animal (800 mm long) needs 0.72 m²',
  ])
  expect(faults(0.6)).toEqual([
    'this tub (drawer) has 0.6 m² of floor; this animal (800 mm long) needs 0.72 m²',
  ])
  expect(faults(0.72)).toEqual([])
  expect(faults(0.6, 'not measured')).toEqual([])
  expect(faults(null)).toEqual([])
  expect(floorFaults(null, stage, 'Breeder', large)).toEqual([])
})
