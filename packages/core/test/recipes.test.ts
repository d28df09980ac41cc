import {
  batchOf,
  isMadeBy,
  partsInText,
  partsOfText,
  recipeWork,
  stepsOf,
  turnOfWeek,
  withRepeats,
  type Recipe,
  type RecipeEater,
  type WorkItem,
} from '../src'

/* A mash is weighed out for all who eat it, for as long as it keeps. */
const MONDAY = '2026-06-01'
const mash = (change: Partial<Recipe> = {}): Recipe => ({
  name: 'Fruit mix',
  parts: [
    { what: 'papaya', parts: 3, turns: [] },
    { what: 'fig', parts: 1, turns: ['fig', 'mango', 'guava'] },
  ],
  ...{ keepsDays: 4, portionShare: 0.05, portionGrams: null },
  ...change,
})
const gecko = (change: Partial<RecipeEater> = {}): RecipeEater => ({
  ...{ name: 'G1', feed: 'fruit mix; insects', due: MONDAY, everyDays: 2, grams: 40 },
  ...change,
})

test('a food is made by a recipe where it holds its name as a word of its own', () => {
  expect(isMadeBy('Fruit mix', 'fruit mix; insects')).toBe(true)
  expect(isMadeBy('fruit mix', 'insects or Fruit Mix')).toBe(true)
  expect(isMadeBy('mix', 'fruit mix')).toBe(true)
  expect(isMadeBy('fig', 'figs and mango')).toBe(false)
  expect(isMadeBy('mash', 'mashed potato')).toBe(false)
  expect(isMadeBy('  ', 'fruit mix')).toBe(false)
})

test('is enough for every meal while it keeps, by what each weighs, and in its parts', () => {
  // Four days from Monday, every second day: Monday and Wednesday. Two meals of 5 % of 40 g and of 60 g.
  const batch = batchOf(mash(), [gecko(), gecko({ name: 'G2', grams: 60 })], MONDAY)
  expect(batch).toMatchObject({ meals: 4, eaters: 2, until: '2026-06-04', unweighed: [] })
  expect(batch.grams).toBe(2 * 2 + 2 * 3)
  expect(batch.parts.map(({ grams }) => grams)).toEqual([7.5, 2.5])
  // Due only on the last day: one meal; due after it: none.
  expect(batchOf(mash(), [gecko({ due: '2026-06-04' })], MONDAY).meals).toBe(1)
  expect(batchOf(mash(), [gecko({ due: '2026-06-05' })], MONDAY).meals).toBe(0)
  // Overdue is fed today.
  expect(batchOf(mash(), [gecko({ due: '2026-05-20' })], MONDAY).meals).toBe(2)
})

test('for those who were never weighed none is mixed, and they are named; the same for each needs no weight', () => {
  const unweighed = [gecko(), gecko({ name: 'G3', grams: null })]
  expect(batchOf(mash(), unweighed, MONDAY)).toMatchObject({ meals: 2, eaters: 1, unweighed: ['G3'] })
  const each = mash({ portionShare: null, portionGrams: 3 })
  expect(batchOf(each, unweighed, MONDAY)).toMatchObject({ grams: 12, meals: 4, unweighed: [] })
})

test('whoever eats something else has no share in it', () => {
  expect(batchOf(mash(), [gecko({ feed: 'insects' })], MONDAY)).toMatchObject({ grams: 0, eaters: 0 })
})

test('what changes weekly is another from Monday to Sunday, and comes round again', () => {
  const part = mash().parts[1]!
  const [first, second, third] = ['2026-06-01', '2026-06-08', '2026-06-15'].map((day) =>
    turnOfWeek(part, day),
  )
  expect(new Set([first, second, third]).size).toBe(3)
  expect(turnOfWeek(part, '2026-06-07')).toBe(first)
  expect(turnOfWeek(part, '2026-06-22')).toBe(first)
  expect(turnOfWeek(mash().parts[0]!, MONDAY)).toBe('papaya')
})

describe('when it is made', () => {
  const R1 = { type: 'recipe', id: 'r1', name: 'Fruit mix', placeId: null } as const
  const work = (madeOn: string | null, eaters: readonly RecipeEater[], today = MONDAY) =>
    recipeWork(R1, mash(), madeOn, eaters, today)

  test('on the day of the first meal; then on that of the first meal that it is no longer good for', () => {
    expect(work(null, [gecko({ due: '2026-06-03' })])).toMatchObject([{ due: '2026-06-03' }])
    // Made on Monday it is good to Thursday; fed every second day from Wednesday, the next meal is on Friday.
    expect(work(MONDAY, [gecko({ due: '2026-06-03' })])).toMatchObject([{ due: '2026-06-05' }])
    expect(work('2026-05-01', [gecko({ due: '2026-05-20' })])).toMatchObject([
      { due: MONDAY, says: 'make 4 g', carries: { grams: 4 } },
    ])
  })

  test('with what goes into it, for how many, and at most some names of those who were never weighed', () => {
    const unweighed = Array.from({ length: 9 }, (_, i) => gecko({ name: `U${i}`, grams: null }))
    const [item] = work(null, [gecko(), ...unweighed])
    // Two meals of 2 g each: three parts of papaya to one of what is this week's turn.
    expect(item!.why).toMatch(
      /^3 g papaya, 1 g (?:fig|mango|guava)\. 2 meals for 1 animal, until 2026-06-04\. Not included, never weighed: U0, U1, U2, U3, U4, U5 and 3 more$/,
    )
  })

  test('and again while its keeper is away, each time that it has spoilt', () => {
    const [item] = work(null, [gecko()])
    expect(withRepeats(item!, '2026-06-12').map(({ due }) => due)).toEqual([
      '2026-06-01',
      '2026-06-05',
      '2026-06-09',
    ])
  })

  test('before one sets out: it is the first step of the walk', () => {
    const meal: WorkItem = {
      ...{ id: 'm1', kind: 'meal', subject: { type: 'animal', id: 'g1', name: 'G1' }, placeId: 'a1' },
      ...{ says: 'feed it', earliest: MONDAY, due: MONDAY, latest: MONDAY, why: '' },
    }
    const stations = [{ id: 'a1', name: 'A1', kind: 'tub', parentId: null, position: 0 }]
    const steps = stepsOf([meal, ...work(null, [gecko()])], stations)
    expect(steps.map(({ subject }) => subject.name)).toEqual(['Fruit mix', 'G1'])
  })

  test('never where it is nobody’s food', () => {
    expect(work(null, [gecko({ feed: 'insects' })])).toEqual([])
    expect(work(null, [])).toEqual([])
  })

  test('without an amount where nobody who eats it was weighed, and says so', () => {
    const [item] = work(null, [gecko({ grams: null })])
    expect(item).toMatchObject({ says: 'make a batch' })
    expect(item!.carries).toBeUndefined()
    expect(item!.why).toContain('Not included, never weighed: G1')
  })
})

describe('parts as they are written', () => {
  const written = '3 papaya\n0.5 bee pollen\n1 fig / mango / guava'
  test('are read, and read back the same', () => {
    const read = partsOfText(written)
    expect(read).toEqual({
      parts: [
        { what: 'papaya', parts: 3, turns: [] },
        { what: 'bee pollen', parts: 0.5, turns: [] },
        { what: 'fig', parts: 1, turns: ['fig', 'mango', 'guava'] },
      ],
    })
    expect(partsInText((read as { parts: Recipe['parts'] }).parts)).toBe(written)
  })
  test.each([
    ['  2 parts of banana ', [{ what: 'banana', parts: 2, turns: [] }]],
    ['2,5 x banana', [{ what: 'banana', parts: 2.5, turns: [] }]],
  ])('%s', (text, parts) => expect(partsOfText(text)).toEqual({ parts }))
  test.each(['', 'papaya', '0 papaya', '3', '3 /'])('that cannot be read are named: %s', (text) =>
    expect(partsOfText(text)).toHaveProperty('says'),
  )
})
