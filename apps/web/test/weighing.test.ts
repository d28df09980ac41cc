import type { AnimalRow, GrowingList } from '@hatch-book/contract'
import { gompertzWeight, speciesPrior } from '@hatch-book/core'
import { fitAll } from '../src/weighing/growthOfAll'
import { likelyContext } from '../src/parts/likelyContext'
import { changeOf, sittingInWords, summariseSitting, type Weighed } from '../src/weighing/weighed'

const TODAY = '2027-05-27'
const animal = (change: Partial<AnimalRow>) =>
  ({
    id: 'a',
    tag: 'C1',
    grams: 100,
    verdict: 'ready',
    stage: 'Breeder',
    inShed: false,
    lastTakenOn: null,
    ...change,
  }) as AnimalRow
const weighed = (of: Partial<AnimalRow>, grams: number): Weighed => ({
  ...{ animal: animal(of), grams, context: 'empty', condition: null, at: 0 },
})

describe('the belly, as the log knows it', () => {
  test.each([
    ['a meal yesterday', { lastTakenOn: '2027-05-26' }, 'fed'],
    ['a meal last week', { lastTakenOn: '2027-05-20' }, 'empty'],
    ['no meal on record', {}, 'empty'],
    ['in shed, whatever it ate', { inShed: true, lastTakenOn: '2027-05-26' }, 'in shed'],
  ] as const)('%s', (_, of, context) => {
    expect(likelyContext(animal(of), TODAY)).toBe(context)
  })
})

test('a sitting tells who lost, worst first, and who crossed a threshold', () => {
  const done = [
    weighed({ id: 'a', tag: 'A' }, 94),
    weighed({ id: 'b', tag: 'B' }, 90),
    weighed({ id: 'c', tag: 'C' }, 97),
    weighed({ id: 'd', tag: 'D', grams: null }, 50),
    weighed({ id: 'e', tag: 'E', stage: 'Starter', verdict: null }, 110),
  ]
  const now = [
    animal({ id: 'b', tag: 'B', verdict: 'trial' }),
    animal({ id: 'a', tag: 'A' }),
    animal({ id: 'e', tag: 'E', stage: 'Established', verdict: null }),
  ]
  const { lost, crossed, gained } = summariseSitting(done, now)
  expect(lost.map((w) => w.animal.tag)).toEqual(['B', 'A'])
  expect(crossed.map((c) => c.weighed.animal.tag)).toEqual(['B', 'E'])
  expect([gained, changeOf(done[3]!)]).toEqual([1, null])
})

test.each([
  [[110], '1 weighed, heavier than last time.'],
  [[90], '1 weighed, not heavier than last time.'],
  [[90, 95, 100], '3 weighed, none heavier than last time.'],
  [[90, 100], '2 weighed, neither heavier than last time.'],
  [[110, 120], '2 weighed, both heavier than last time.'],
  [[null, null], '2 weighed, both for the first time.'],
  [[null], '1 weighed, for the first time.'],
  [[110, 120, 90], '3 weighed: 2 heavier than last time, 1 not.'],
  [[110, 90, null, null], '4 weighed: 1 heavier than last time, 1 not, 2 for the first time.'],
  [[90, null], '2 weighed: 1 not heavier than last time, 1 for the first time.'],
] as const)('a sitting in words: %j', (all, says) => {
  const done = all.map((grams) => weighed(grams === null ? { grams: null } : {}, grams ?? 50))
  expect(sittingInWords(summariseSitting(done, []))).toBe(says)
})

describe('the growth of a whole collection', () => {
  const curve = { A: 600, k: 0.0025, Ti: 597 }
  const list = (): GrowingList => ({
    expectations: ['Pale', 'Dark'].map(() => speciesPrior(curve)),
    animals: Array.from({ length: 12 }, (_, i) => ({
      ...{
        id: `a${i}`,
        tag: `C${i}`,
        species: 'corn snake',
        line: i < 6 ? 'Pale' : 'Dark',
        sex: 'female' as const,
      },
      ...{
        season: i % 2 ? '2025' : '2024',
        hatched: { from: '2024-07-01', to: '2024-07-01' },
        clutchId: null,
      },
      wantedGrams: 350,
      pace: null,
      expects: i < 6 ? 0 : 1,
      weights: Array.from({ length: 12 }, (__, w): [number, number, number] => {
        const grams = (i < 6 ? 0.8 : 1.1) * (1 + i / 200) * gompertzWeight(curve, 30 + w * 40)
        return [30 + w * 40, i === 3 && w === 5 ? grams * 1.4 : grams, 0]
      }),
    })),
  })

  test('compares lines and seasons, dates those on the way, and names the weighing that fits nobody', () => {
    let told = 0
    const { animals, lines, seasons } = fitAll(list(), (done) => (told = done))
    expect(told).toBe(1)
    const middle = (line: string) => lines.find((l) => l.line === line)!.at[2]!.middle
    expect(middle('Dark') / middle('Pale')).toBeCloseTo(1.1 / 0.8, 1)
    expect(seasons.map((s) => s.season).sort()).toEqual(['2024', '2024', '2025', '2025'])
    expect(animals.filter((a) => a.outliers.length > 0).map((a) => a.tag)).toEqual(['C3'])
    const [pale, dark] = ['C0', 'C6'].map((tag) => animals.find((a) => a.tag === tag)!)
    expect(pale!.reaches!.likely > dark!.reaches!.likely).toBe(true)
    expect(animals.find((a) => a.tag === 'C5')!.percentile).toBe(100)
  })

  test('none is no fault', () => {
    expect(fitAll({ animals: [], expectations: [] }, () => undefined)).toMatchObject({
      animals: [],
      lines: [],
    })
  })
})
