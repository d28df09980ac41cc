import {
  completed,
  dryRun,
  questionOf,
  rangeTyped,
  readAnswer,
  readDuration,
  durationInWords,
  waysOfLife,
  type BookUnits,
  type FigureUnit,
} from '../src'
import { speciesOf } from './newSpecies'

const METRIC: BookUnits = { weightUnit: 'g', temperatureUnit: 'C' }
const IMPERIAL: BookUnits = { weightUnit: 'oz', temperatureUnit: 'F' }

describe('how long something takes', () => {
  test.each([
    ['60', 60],
    ['8 weeks', 56],
    ['18 months', 548],
    ['3 years', 1096],
    ['2,5 y', 913],
    ['12 h', 0.5],
    ['1 day', 1],
  ])('%s', (typed, days) => expect(readDuration(typed)).toEqual({ value: days }))

  test('nothing is nothing, and what is no time is said to be none', () => {
    expect(readDuration('  ')).toEqual({ value: null })
    expect(readDuration('soon')).toMatchObject({ says: expect.stringContaining('not a time') })
    expect(readDuration('3 moons')).toMatchObject({ says: expect.stringContaining('3 years') })
    expect(readDuration('300 years')).toMatchObject({ says: expect.stringContaining('hundred') })
  })

  test.each([
    [1, '1 day'],
    [2.5, '2.5 days'],
    [90, '90 days'],
    [150, '5 months'],
    [1096, '3 years'],
    [913, '2.5 years'],
  ])('%d days are told as %s', (days, told) => expect(durationInWords(days)).toBe(told))
})

describe('what a keeper answers', () => {
  const read = (typed: string, unit: FigureUnit, units = METRIC) => {
    const answer = readAnswer(typed, unit, units)
    return 'says' in answer
      ? answer.says
      : answer.setting && [answer.setting.value, answer.setting.low, answer.setting.high]
  }
  test.each<[string, FigureUnit, [number, number | null, number | null]]>([
    ['310', 'g', [310, null, null]],
    ['0.3 kg', 'g', [300, null, null]],
    ['4–20', 'count', [12, 4, 20]],
    ['4 to 20 eggs', 'count', [12, 4, 20]],
    ['100-200 days', 'd', [150, 100, 200]],
    ['2 to 3 years', 'd', [913.5, 731, 1096]],
    ['18 months - 3 years', 'd', [822, 548, 1096]],
    ['26-28 °C', 'C', [27, 26, 28]],
    ['-2', 'C', [-2, null, null]],
    ['85 %', 'share', [0.85, null, null]],
  ])('%s', (typed, unit, [value, low, high]) => {
    const got = read(typed, unit) as number[]
    expect(got[0]).toBeCloseTo(value, 0)
    expect(got.slice(1)).toEqual([low, high])
  })

  test('in ounces and Fahrenheit a bare figure means those', () => {
    expect((read('1', 'g', IMPERIAL) as number[])[0]).toBeCloseTo(28.35, 2)
    expect((read('82', 'C', IMPERIAL) as number[])[0]).toBeCloseTo(27.78, 2)
    expect((read('82 F', 'C') as number[])[0]).toBeCloseTo(27.78, 2)
  })

  test.each(['', '?', "don't know", 'not sure'])('%p leaves it to the guess', (typed) =>
    expect(readAnswer(typed, 'g', METRIC)).toEqual({ setting: null }),
  )

  test.each<[string, FigureUnit, RegExp]>([
    ['heavy', 'g', /not a weight/],
    ['20 to 4', 'count', /smaller figure first/],
    ['many', 'count', /not a figure/],
    ['warm', 'C', /not a temperature/],
  ])('%s is no answer, and why', (typed, unit, says) => expect(read(typed, unit)).toMatch(says))

  test('a range is told as it would be typed, in the units of the book', () => {
    expect(rangeTyped({ value: 12, low: 4, high: 20, unit: 'count' }, METRIC)).toBe('4–20')
    expect(rangeTyped({ value: 7, low: 4, high: 15, unit: 'g' }, METRIC)).toBe('4–15 g')
    expect(rangeTyped({ value: 150, low: 90, high: 230, unit: 'd' }, METRIC)).toBe('3–7.5 months')
    expect(rangeTyped({ value: 913, low: 731, high: 1096, unit: 'd' }, METRIC)).toBe('2–3 years')
    expect(rangeTyped({ value: 28, low: 26, high: 30, unit: 'C' }, IMPERIAL)).toBe('78.8–86 °F')
    expect(rangeTyped({ value: 35, low: null, high: null, unit: 'C' }, METRIC)).toBe('35 °C')
  })

  test('every range of every way of life is read back as it is told', () => {
    for (const way of waysOfLife) {
      const { figures } = completed(speciesOf(way.code))
      for (const key of way.asks) {
        const figure = figures[key]!
        const told = rangeTyped(figure, METRIC)
        expect([key, told, read(told, figure.unit)]).toEqual([key, told, expect.any(Array)])
        expect(questionOf(key, way, figures)).toMatch(/^[A-Za-z][^{}]+$/)
      }
    }
  })
})

describe('a dry run', () => {
  test.each(waysOfLife.map((way) => way.code))(
    'of %s shows a year and a young one, all of it guessed',
    (code) => {
      const { pair, young } = dryRun(speciesOf(code))
      expect(pair.length).toBeGreaterThan(1)
      expect(young.length).toBeGreaterThan(1)
      for (const { from, to, guess } of pair) {
        expect(guess).toBe(true)
        expect(from.typical).toBeLessThanOrEqual(to.typical)
        expect(to.least).toBeLessThanOrEqual(to.most)
      }
      for (const { day, grams, guess } of young) {
        expect(guess).toBe(true)
        expect(day.least).toBeLessThanOrEqual(day.most)
        if (grams !== null) expect(grams).toBeGreaterThan(0)
      }
    },
  )

  test('what is said is no guess any more, and moves what follows from it', () => {
    const run = dryRun(speciesOf('live-bearing snake', { 'pairing.lockToLaying': 120, 'size.young': 9 }))
    const born = run.pair.find((step) => step.what === 'out')!
    const together = run.pair.find((step) => step.what === 'together')!
    expect(born.guess).toBe(false)
    expect(born.from.typical).toBe(Math.round(together.to.typical / 2) + 120)
    expect(born.from.least).toBe(born.from.most)
    expect(run.young[0]).toMatchObject({ says: 'born', grams: 9, guess: false })
  })

  test('days to hatching are told at the set point, and come as they were told', () => {
    const hatch = (said: Record<string, number>) =>
      dryRun(speciesOf('egg-laying snake', said)).pair.find((step) => step.what === 'out')!.from.typical
    expect(hatch({ 'thermal.1.days': 90 }) - hatch({ 'thermal.1.days': 60 })).toBeCloseTo(30, 5)
  })

  test('no young is drawn lighter than it was born, however low its curve begins', () => {
    const said = {
      'size.young': 7,
      'growth.female.A': 575,
      'growth.female.k': 0.00226,
      'growth.female.Ti': 905,
    }
    const { young, weights } = dryRun(speciesOf('egg-laying snake', said))
    const meal = young.find(({ says }) => says.includes('first meal'))
    // The curve itself says 575 · exp(−exp(0.00226 · (905 − 20))) = 0.4 g.
    expect(meal?.grams).toBe(7)
    expect(Math.min(...weights.map(({ grams }) => grams))).toBe(7)
  })
  test('the weights of a young one lie on the curve that its answers give', () => {
    const { young } = dryRun(
      speciesOf('egg-laying snake', {
        'size.young': 6,
        'readiness.female.grams.cautious': 310,
        'readiness.female.ageDays.cautious': 1096,
        'leaving.ageDays': 60,
      }),
    )
    const leaves = young.find((mark) => mark.says === 'ready to leave')!
    expect(leaves.grams).toBeGreaterThan(6)
    expect(leaves.grams).toBeLessThan(20)
    expect(young.at(-1)).toMatchObject({ says: 'female can breed', grams: 310, guess: false })
  })
})
