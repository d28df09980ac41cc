import type { ClutchView, ExcursionView, Place, RestView } from '@hatch-book/contract'
import { MEASURES, startingGenes, type Comparison, type MeasureName } from '@hatch-book/core'
import { draftsOf, sayPlan } from '../src/colonies/mendWords'
import { heldBecause, nextInWords, urgency } from '../src/rest/restWords'
import { boxesOf } from '../src/incubation/boxes'
import { nextTags } from '../src/incubation/tags'
import * as eggs from '../src/incubation/words'
import { fraction, genesInWords, kinWords, percent } from '../src/pairing/words'
import { readWish, wishInWords } from '../src/pairing/wish'
import { sayChance, sayCounts, sayDifference, sayValue, isBetter } from '../src/review/words'
import { figuresOf } from '../src/shell/figures'

const figures = figuresOf({ weightUnit: 'g', temperatureUnit: 'C', zone: 'Europe/Lisbon' }, '2027-05-27')
const measure = (name: MeasureName) => MEASURES.find((m) => m.name === name)!

describe('a review', () => {
  test('writes each figure in its own unit, and a dash where there is none', () => {
    expect(sayValue(figures, measure('fertility'), 0.876)).toBe('88 %')
    expect(sayValue(figures, measure('hatchling weight'), 6.54)).toBe('6.5 g')
    expect(sayValue(figures, measure('days'), 57.86)).toBe('57.9 d')
    expect(sayValue(figures, measure('price'), 59.6)).toBe('60')
    expect(sayValue(figures, measure('refusals'), null)).toBe('–')
  })

  test('a difference has its sign, shares in points; what is nothing once rounded has none', () => {
    expect(sayDifference(figures, measure('fertility'), -0.031)).toBe('−3 points')
    expect(sayDifference(figures, measure('days'), 1.24)).toBe('+1.2 d')
    expect(sayDifference(figures, measure('days'), -0.04)).toBe('±0 d')
    expect(sayDifference(figures, measure('fertility'), 0.004)).toBe('±0 points')
    expect(sayDifference(figures, measure('price'), null)).toBe('not known')
  })

  test('chance is told as one in so many, and how often so many looks would find one', () => {
    const found = (verdict: Comparison['verdict'], p = 1 / 30, leastP = 0.001): Comparison => ({
      ...{ verdict, p, leastP, units: [4, 8] },
      ...{ difference: -1, low: -1.6, high: -0.2 },
    })
    // Nineteen looks at one in thirty each: 1 − (29/30)^19 = 0.475.
    expect(sayChance(found('more than chance'), false, 19)).toBe(
      'unlikely to be chance on its own (1 in 30), but among 19 measures one like it turns up in 47 of 100 reviews by chance',
    )
    expect(sayChance(found('more than chance', 1 / 2000), true, 19)).toBe(
      'more than chance (1 in 2000), even with 19 measures looked at',
    )
    expect(sayChance(found('perhaps', 1 / 9), false, 19)).toBe(
      'perhaps: chance alone would show this (1 in 9)',
    )
    expect(sayChance(found('too few to tell', 1, 1 / 12), false, 19)).toContain(
      'even the clearest difference could be chance (1 in 12)',
    )
    expect(sayChance(found('too few to tell', 1, 1), false, 19)).toBe('nothing to compare it with')
  })

  test('fewer moulded eggs are better, more fertile ones too, and of the sexes neither', () => {
    expect(isBetter(measure('mould'), -0.1)).toBe(true)
    expect(isBetter(measure('fertility'), -0.1)).toBe(false)
    expect(isBetter(measure('females'), 0.3)).toBeNull()
    expect(isBetter(measure('fertility'), 0)).toBeNull()
  })

  test('counts say members and what they come of, each once', () => {
    expect(sayCounts(measure('fertility'), 71, 8)).toBe('71 in 8 clutches')
    expect(sayCounts(measure('price'), 1, 1)).toBe('1 clutch')
    expect(sayCounts(measure('rest survived'), 22, 22)).toBe('22 rests')
  })
})

describe('a rest', () => {
  const rest = (part: { course?: object; held?: boolean; loss?: object | null }): RestView =>
    ({
      course: { next: null, tub: [], wakeBecause: [], seeVet: false, ...part.course },
      held: part.held ?? false,
      loss: part.loss ?? null,
      batch: null,
      overruled: null,
      eligibility: {
        reasons: [
          { standing: 'fails', says: 'weight', note: 'too light by 12 g' },
          { standing: 'unknown', says: 'gut clear', note: '' },
          { standing: 'holds', says: 'age', note: 'old enough' },
        ],
      },
    }) as unknown as RestView
  const next = (does: string, late = 0) => ({ course: { next: { does, on: '2027-06-01', late } } })

  test('says what comes next, when, and how late it is', () => {
    expect(nextInWords(rest(next('check')), figures)).toBe('next check 1 Jun')
    expect(nextInWords(rest(next('clear gut', 1)), figures)).toBe('gut clear by 1 Jun, 1 day late')
    expect(nextInWords(rest(next('full warmth', 3)), figures)).toBe('full warmth 1 Jun, 3 days late')
    expect(nextInWords(rest({}), figures)).toBe('')
    const pupae = { ...rest(next('introductions')), batch: { kind: 'pupae' } } as unknown as RestView
    expect(nextInWords(pupae, figures)).toBe('moths expected 1 Jun')
  })

  test('who is held back is told why: the gates that do not hold, or the keeper’s own reason', () => {
    expect(heldBecause(rest({}))).toBe('too light by 12 g; gut clear: not known')
    const overruled = {
      ...rest({}),
      overruled: { verdict: 'held back', reason: 'coughs' },
    } as unknown as RestView
    expect(heldBecause(overruled)).toBe('coughs')
  })

  test('who must be woken comes first, then who needs a look, then what is late', () => {
    const order = [
      rest({ course: { wakeBecause: ['lost 12 %'] } }),
      rest({ loss: { standing: 'watch' } }),
      rest(next('check', 2)),
      rest(next('check')),
      rest({ held: true }),
    ].map(urgency)
    expect(order).toEqual([0, 1, 2, 3, 4])
  })
})

describe('eggs', () => {
  test('the rarest shares are not nothing, and the commonest not all', () => {
    expect([0, 0.004, 0.5, 0.996, 1].map(eggs.percent)).toEqual([
      '0 %',
      'under 1 %',
      '50 %',
      'over 99 %',
      '100 %',
    ])
  })

  test('the sexes that a temperature makes', () => {
    expect(eggs.sexesInWords(0.18)).toBe('mostly female: 82 %')
    expect(eggs.sexesInWords(0.95)).toBe('nearly all male: 95 %')
    expect(eggs.sexesInWords(0.45)).toBe('about as many of each sex: 55 % female')
  })

  test('a clutch one by one, as a count, as a guess, and what was born', () => {
    const clutch = (part: object) =>
      ({ kind: 'clutch', counted: null, eggs: [], waiting: 7, ...part }) as unknown as ClutchView
    expect(eggs.eggsInWords(clutch({ eggs: Array(11).fill({}) }))).toBe('7 of 11 eggs')
    expect(
      eggs.eggsInWords(
        clutch({ kind: 'loose ova', counted: { count: 342, low: 300, high: 380 }, waiting: 342 }),
      ),
    ).toBe('about 342 ova')
    expect(eggs.eggsInWords(clutch({ counted: { count: 40, low: 40, high: 40 }, waiting: 38 }))).toBe(
      '38 eggs',
    )
    expect(eggs.eggsInWords(clutch({ kind: 'litter', counted: { count: 9 } }))).toBe('9 born')
  })

  test('a forecast and an excursion, as one says them', () => {
    const forecast = { windowDays: { from: '2027-06-03', to: '2027-06-09' }, likelyDay: '2027-06-06' }
    expect(eggs.forecastInWords(forecast as never, figures)).toBe('Most likely 3 to 9 Jun; half by 6 Jun')
    const excursion = { hours: 6, side: 'above', lineC: 32, peakC: 34, shiftDays: 0.31 } as ExcursionView
    expect(eggs.excursionInWords(excursion, figures)).toBe(
      '6.0 h above 32 °C, up to 34.0 °C: brought hatching forward by 0.3 d',
    )
    expect(
      eggs.excursionInWords(
        { ...excursion, hours: 0.5, side: 'below', lineC: 26, peakC: 25, shiftDays: -0.01 },
        figures,
      ),
    ).toBe('30 min below 26 °C, down to 25.0 °C: hardly moved the date')
  })

  test('the next tags follow the highest of the dam’s kind, whoever else has numbers', () => {
    expect(nextTags('C15', ['C92', 'C08', 'H99', 'Cx1', '120'], 3)).toEqual(['C93', 'C94', 'C95'])
    expect(nextTags('M', [], 2)).toEqual(['M01', 'M02'])
    expect(nextTags('7', ['8', '11'], 1)).toEqual(['12'])
  })

  test('boxes are told with their incubator in the order of their numbers; those in use are shut', () => {
    const place = (
      id: string,
      kind: string,
      name: string,
      parentId: string | null,
      setPointC: number | null = null,
    ) => ({ id, kind, name, parentId, setPointC }) as unknown as Place
    const places = [
      place('i', 'incubator', 'Warm', 'r', 29),
      place('r', 'room', 'Room', null),
      place('s', 'shelf', 'Top', 'i'),
      place('b10', 'box', 'Box 10', 's'),
      place('b2', 'box', 'Box 2', 's'),
      place('b1', 'box', 'Box 1', 'r'),
    ]
    expect(boxesOf(places, new Set(['b2']))).toEqual([
      { value: 'b1', label: ' · Box 1', disabled: false, setPointC: null },
      { value: 'b2', label: 'Warm · Box 2 (in use)', disabled: true, setPointC: 29 },
      { value: 'b10', label: 'Warm · Box 10', disabled: false, setPointC: 29 },
    ])
  })
})

describe('pairs', () => {
  test('chances of crosses are the fractions one thinks in, a belief that is nearly one too', () => {
    expect([0, 1 / 16, 0.25, 0.3333, 0.5, 0.4999, 0.625, 1].map(fraction)).toEqual([
      ...['0', '1/16', '1/4', '1/3', '1/2', '1/2', '5/8', 'all'],
    ])
    // Eleven parts of 64 is nothing one thinks in.
    expect(fraction(11 / 64)).toBe('17.2 %')
  })

  test('per cents are finer where they are small, and never all where something is missing', () => {
    expect([0, 0.0004, 0.016, 0.05, 0.33, 0.9999, 1].map(percent)).toEqual([
      ...['0 %', 'under 0.1 %', '1.6 %', '5 %', '33 %', '99 %', '100 %'],
    ])
  })

  test('how near two are, by the limits of their species', () => {
    const kin = { warn: 0.0625, alarm: 0.125, block: 0.25 }
    expect([0, 0.03, 0.0625, 0.125, 0.25].map((f) => kinWords(f, kin).says)).toEqual([
      ...['not related', 'distant kin', 'close', 'too close', 'far too close'],
    ])
  })

  test('a wish is read as keepers say it, and said again it reads the same', () => {
    const genes = startingGenes('CS')
    const { wish, says } = readWish('amel, het anery, no motley, female', genes)
    expect(says).toBe('')
    expect(wishInWords(wish)).toBe('female, amelanistic, het anerythristic, no motley')
    expect(readWish(wishInWords(wish), genes).wish).toEqual(wish)
    expect(wishInWords(null)).toBe('')
    expect(readWish('female', genes).wish).toBeNull()
    expect(readWish('amelanstic', genes).says).toContain('amelanistic')
  })

  test('what an animal carries, surely or perhaps', () => {
    expect(genesInWords([])).toBe('nothing said')
    expect(
      genesInWords([
        { trait: 'motley', as: 'shows', chance: 1 },
        { trait: 'amelanistic', as: 'carries', chance: 0.5 },
      ] as never),
    ).toBe('motley, 50 % het amelanistic')
  })
})

describe('cohorts and colonies', () => {
  const names = { today: '2027-05-27', prey: { protocolId: 'p' } as never, sizes: ['adults'] }
  const say = { day: figures.day, celsius: figures.celsius, colony: () => 'F1' }
  const told = (plan: object) =>
    draftsOf({ plans: [plan] } as never, names).map((d) => sayPlan(d.what, d.from, d.until, say))

  test('a way out of a shortage, from the week on that it is needed', () => {
    expect(told({ kind: 'buy', fromWeek: 3, amounts: [1380, 0, 6840] })).toEqual([
      'buy 8,220 of adults from 17 Jun to 7 Jul, 1,380 to 6,840 a week',
    ])
    expect(told({ kind: 'start', week: 0, females: 40, males: 0, bins: 1, celsius: 28 })).toEqual([
      'set up a new bin by 27 May with 40 females at 28.0 °C',
    ])
    expect(told({ kind: 'spare', sourceId: 'f', toWeek: 1 })).toEqual(['take no adults from F1 until 9 Jun'])
    expect(told({ kind: 'warm', sourceId: 'f', celsius: 30 })).toEqual(['keep F1 at 30.0 °C'])
  })
})
