import {
  accumulateDevelopment,
  addDays,
  betaPriorOf,
  developmentRate,
  gestationWindow,
  hatchOnDemand,
  hatchRate,
  joinReadings,
  maleShareAt,
  mediumMix,
  rewet,
  setPointForSex,
  sexRatioByTemperature,
  updateThermalConstant,
  weighAlternatives,
  type DevelopmentCurve,
  type HatchRecord,
  type Reading,
  type SexCurve,
} from '../src'
import { betas, normals, uniforms } from './chance'
import { corn, DAY, HOUR, LAID } from './hatchInputs'

/** Hourly readings of a day that swings between two temperatures. */
const swinging = (days: number, low: number, high: number): Reading[] =>
  Array.from({ length: days * 24 + 1 }, (_, h) => ({
    at: LAID + h * HOUR,
    celsius: (low + high) / 2 + ((high - low) / 2) * Math.sin((h / 24) * 2 * Math.PI),
  }))

describe('development that adds up', () => {
  const log = swinging(40, 22, 33)
  const curves: DevelopmentCurve[] = [
    corn,
    { model: 'briere', thresholdC: 15, degreeDays: 780, upperC: 34, referenceC: 28 },
    {
      model: 'schoolfield',
      thresholdC: 15,
      degreeDays: 780,
      activationKJ: 60,
      inhibitionKJ: 300,
      halfIdleC: 33,
      referenceC: 28,
    },
  ]
  test.each(curves.map((c) => [c.model ?? 'linear', c] as const))(
    'a %s rate equals an integration by steps of a minute',
    (_, curve) => {
      let stepped = 0
      for (let at = LAID; at < LAID + 40 * DAY; at += 60_000) {
        const h = (at + 30_000 - LAID) / HOUR
        const a = log[Math.floor(h)]!
        const b = log[Math.floor(h) + 1]!
        stepped += (developmentRate(curve, a.celsius + (h % 1) * (b.celsius - a.celsius)) * 60_000) / DAY
      }
      const { share, degreeDays, filledHours } = accumulateDevelopment(
        curve,
        { readings: log, setPoint: 28, gapHours: 3 },
        LAID,
        LAID + 40 * DAY,
      )
      expect(share).toBeCloseTo(stepped, 6)
      expect(degreeDays).toBeCloseTo(share * 780, 9)
      expect(filledHours).toBe(0)
    },
  )

  test('curved rates are as quick as the straight one where they are scaled, and fall beyond their optimum', () => {
    for (const curve of curves) expect(developmentRate(curve, 28)).toBeCloseTo(13 / 780, 12)
    expect(developmentRate(curves[1]!, 34)).toBe(0)
    expect(developmentRate(curves[2]!, 36)).toBeLessThan(developmentRate(curves[2]!, 31))
  })

  test('twenty days at 26 and then 29 take sixty, and half a day at 18 in a run at 28 costs 0.38', () => {
    const plan = [
      { from: LAID, celsius: 26 },
      { from: LAID + 20 * DAY, celsius: 29 },
    ]
    const whole = accumulateDevelopment(
      corn,
      { readings: [], setPoint: plan, gapHours: 3 },
      LAID,
      LAID + 70 * DAY,
    )
    expect((whole.completeAt! - LAID) / DAY).toBeCloseTo(60, 9)
    const cut = [28, 18, 28].map((celsius, i) => ({ from: LAID + i * (DAY / 2), celsius }))
    const late = accumulateDevelopment(
      corn,
      { readings: [], setPoint: cut, gapHours: 3 },
      LAID,
      LAID + 90 * DAY,
    )
    expect((late.completeAt! - LAID) / DAY - 60).toBeCloseTo(5 / 13, 9)
  })

  test('half days at 26 and 30 take as long as steady 28', () => {
    const night = { from: LAID, celsius: 30, night: { celsius: 26, startHour: 18, hours: 12 } }
    const run = accumulateDevelopment(
      corn,
      { readings: [], setPoint: [night], gapHours: 3 },
      LAID,
      LAID + 70 * DAY,
    )
    expect((run.completeAt! - LAID) / DAY).toBeCloseTo(60, 6)
    expect(run.filledHours).toBe(70 * 24)
  })
})

describe('sex by temperature', () => {
  const gecko: SexCurve = {
    sensitive: { from: 0.2, to: 0.55 },
    pivots: [
      { slope: 1.8, celsius: 30 },
      { slope: -1.8, celsius: 33.5 },
    ],
  }
  const curve = { thresholdC: 18, degreeDays: 650, capC: 33 }
  const steady = (celsius: number) =>
    sexRatioByTemperature(gecko, curve, joinReadings([], LAID, LAID + 200 * DAY, celsius, 3))!

  test('gives the table of the species', () => {
    const table = [27, 28, 29, 30, 31, 32, 33, 34].map((c) => Math.round(100 * steady(c).maleShare))
    expect(table).toEqual([0, 3, 14, 50, 85, 91, 71, 29])
    const tortoise: SexCurve = { sensitive: { from: 0.3, to: 0.6 }, pivots: [{ slope: -2, celsius: 30.5 }] }
    expect([28, 29, 30, 31, 32, 33].map((c) => Math.round(100 * maleShareAt(tortoise, c)))).toEqual([
      99, 95, 73, 27, 5, 1,
    ])
  })

  test('the sensitive days at 30 are days 10.8 to 29.8, and none of them was seen', () => {
    const { sensitive, seen } = steady(30)
    expect((sensitive.from - LAID) / DAY).toBeCloseTo(10.83, 2)
    expect((sensitive.to - LAID) / DAY).toBeCloseTo(29.79, 2)
    expect(seen).toBe(0)
  })

  test('warm hours count more: half days at 27 and 33 give 79 per cent males where their mean gives half', () => {
    const halves = [{ from: LAID, celsius: 33, night: { celsius: 27, startHour: 6, hours: 12 } }]
    const { weightedC, maleShare } = sexRatioByTemperature(
      gecko,
      curve,
      joinReadings([], LAID, LAID + 200 * DAY, halves, 3),
    )!
    expect(weightedC).toBeCloseTo(30.75, 1)
    expect(maleShare).toBeCloseTo(0.79, 1)
  })

  test('nothing is said of eggs whose sensitive days are not reached, and a wish finds its set point', () => {
    expect(sexRatioByTemperature(gecko, curve, joinReadings([], LAID, LAID + 5 * DAY, 30, 3))).toBeNull()
    const even = setPointForSex(gecko, 0.5, 29.5, { low: 28, high: 33 })
    expect(even.celsius).toBeCloseTo(30, 1)
    const none = setPointForSex(gecko, 0, 29.5, { low: 28, high: 33 })
    expect(none).toMatchObject({ celsius: 28 })
    expect(none.maleShare).toBeCloseTo(0.027, 2)
  })
})

describe('the constant in this keeper’s hands', () => {
  const normal = normals(5)
  const prior = { degreeDays: 780, clutchSpread: 0.03, eggSpreadDays: 1.5 }
  const record = (truth: number, line = 'A', method = 'buried'): HatchRecord => {
    const clutch = truth * Math.exp(0.03 * normal())
    return {
      ...{ line, method, degreeDays: clutch, days: clutch / 13, eggs: 10 },
      ...{ squaresDays: 9 * 1.5 ** 2, layingDays: 1 },
    }
  }

  test('without clutches it is the protocol’s', () => {
    expect(updateThermalConstant(prior, [], { line: 'A', method: 'buried' })).toMatchObject({
      degreeDays: 780,
      clutches: 0,
      moved: 0,
      eggSpreadDays: 1.5,
    })
  })

  test('one clutch is the textbook’s weighted mean of two normals', () => {
    const one = { ...record(780), degreeDays: 850, days: 65, layingDays: 0 }
    const { degreeDays, spread } = updateThermalConstant(prior, [one], { line: 'A', method: 'buried' })
    // Prior variance of keeper, line and method together; the clutch's own with that of ten eggs.
    const before = 0.04 ** 2 + 0.015 ** 2 + 0.01 ** 2
    const noise = 0.03 ** 2 + (1.5 / 65) ** 2 / 10
    const expected = (Math.log(850 / 780) * before) / (before + noise)
    // The clutch's spread is itself only believed about 0.03: within a tenth of the move.
    expect(Math.log(degreeDays / 780) / expected).toBeGreaterThan(0.85)
    expect(Math.log(degreeDays / 780) / expected).toBeLessThan(1.1)
    expect(spread).toBeLessThan(Math.sqrt(before))
    expect(spread).toBeGreaterThan(0.9 * Math.sqrt((before * noise) / (before + noise)))
  })

  test('twenty clutches take it to where they are, and closer for a line of its own', () => {
    const slow = Array.from({ length: 20 }, () => record(820))
    const learned = updateThermalConstant(prior, slow, { line: 'A', method: 'buried' })
    expect(learned.degreeDays).toBeGreaterThan(805)
    expect(learned.degreeDays).toBeLessThan(835)
    expect(learned.spread).toBeLessThan(0.012)
    expect(learned).toMatchObject({ clutches: 20, ofLine: 20, ofMethod: 20 })
    const both = [...slow, ...Array.from({ length: 12 }, () => record(790, 'B'))]
    const [a, b, other] = ['A', 'B', 'C'].map((line) =>
      updateThermalConstant(prior, both, { line, method: 'buried' }),
    )
    expect(b!.degreeDays).toBeLessThan(other!.degreeDays)
    expect(a!.degreeDays).toBeGreaterThan(other!.degreeDays)
    expect(other!.spread).toBeGreaterThan(a!.spread)
  })

  test('clutches that lie far apart widen the spread, eggs that hatch together narrow theirs', () => {
    const wild = [700, 880, 720, 860, 690, 890, 810, 740].map((degreeDays) => ({
      ...record(degreeDays),
      degreeDays,
      squaresDays: 9 * 0.5 ** 2,
    }))
    const learned = updateThermalConstant(prior, wild, { line: 'A', method: 'buried' })
    expect(learned.clutchSpread).toBeGreaterThan(0.06)
    expect(learned.eggSpreadDays).toBeLessThan(0.8)
    expect(() => updateThermalConstant(prior, [{ ...wild[0]!, eggs: 0 }], { line: '', method: '' })).toThrow()
  })
})

describe('shares of eggs', () => {
  test('a pair is drawn towards the others as its few eggs allow', () => {
    expect(hatchRate({ successes: 8, trials: 10 }, { alpha: 17, beta: 3 }).expected.share).toBeCloseTo(
      25 / 30,
    )
    expect(hatchRate({ successes: 0, trials: 0 }).counted).toBeNull()
    expect(() => hatchRate({ successes: 3, trials: 2 })).toThrow('no more successes')
  })

  test('the moments of simulated pairs come back', () => {
    const [beta, next] = [betas(9), uniforms(10)]
    const counts = Array.from({ length: 400 }, () => {
      const share = beta(8, 2)
      return {
        trials: 12,
        successes: Array.from({ length: 12 }, () => Number(next() < share)).reduce((a, b) => a + b, 0),
      }
    })
    const prior = betaPriorOf(counts)
    expect(prior.alpha / (prior.alpha + prior.beta)).toBeCloseTo(0.8, 1)
    expect(prior.alpha + prior.beta).toBeGreaterThan(6)
    expect(prior.alpha + prior.beta).toBeLessThan(15)
    expect(betaPriorOf([])).toEqual({ alpha: 1, beta: 1 })
  })
})

describe('medium and water', () => {
  test('by the dry medium there is, or the mix that is wanted', () => {
    expect(mediumMix({ dryGrams: 250 }, 0.8)).toEqual({
      dryGrams: 250,
      waterGrams: 200,
      totalGrams: 450,
      waterPerDry: 0.8,
    })
    expect(mediumMix({ totalGrams: 450 }, 0.8).dryGrams).toBeCloseTo(250)
    expect(() => mediumMix({ dryGrams: -1 }, 0.8)).toThrow('not negative')
  })

  test('a box that lost 40 g gets them back, less what was taken out', () => {
    const box = { dryGrams: 250, waterPerDry: 0.8, startGrams: 700, nowGrams: 660 }
    expect(rewet(box)).toEqual({ addGrams: 40, waterPerDryNow: 0.64, lost: 0.2 })
    expect(rewet({ ...box, takenGrams: 10 }).addGrams).toBe(30)
    expect(rewet({ ...box, nowGrams: 720 }).addGrams).toBe(0)
    expect(() => rewet({ ...box, nowGrams: 300 })).toThrow('something else')
  })
})

describe('other clocks', () => {
  test('a gestation is counted from the surest sign', () => {
    const days = {
      'mating seen': { typical: 105, least: 90, most: 125 },
      'ovulation shed': { typical: 95, least: 88, most: 102 },
    }
    const mated = { kind: 'mating seen', from: '2027-02-01', to: '2027-02-05' } as const
    expect(gestationWindow([mated], days)).toMatchObject({
      from: '2027-05-02',
      to: '2027-06-10',
      likely: '2027-05-19',
    })
    const shed = { kind: 'ovulation shed', from: '2027-02-15', to: '2027-02-15' } as const
    expect(gestationWindow([mated, shed], days)!.sign.kind).toBe('ovulation shed')
    expect(gestationWindow([{ ...mated, kind: 'last together' }], days)).toBeNull()
  })

  test('dormant eggs are counted back from the day on which they are wanted', () => {
    const eggs = {
      storedOn: '2027-01-01',
      rest: { leastDays: 60, mostDays: 400 },
      preparationDays: 3,
      hatching: { typical: 2, least: 1, most: 4 },
    }
    expect(hatchOnDemand(eggs, '2027-06-10', '2027-05-28')).toEqual({
      prepareOn: '2027-06-05',
      wakeOn: '2027-06-08',
      hatch: { from: '2027-06-09', to: '2027-06-12', likely: '2027-06-10' },
      against: [],
    })
    expect(hatchOnDemand(eggs, '2027-02-10', '2027-02-09').against).toHaveLength(2)
  })

  test('silence shifts the weight to what comes later', () => {
    const ways = [
      { name: 'at once', chance: 0.6, window: { from: '2027-06-01', to: '2027-06-20' } },
      { name: 'after the winter', chance: 0.3, window: { from: '2028-04-20', to: '2028-06-10' } },
      { name: 'never', chance: 0.1, window: null },
    ]
    expect(weighAlternatives(ways, '2027-05-01')[0]!.now).toBeCloseTo(0.6, 3)
    // In the middle of its window half of 'at once' would have shown.
    const [once, after] = weighAlternatives(ways, '2027-06-10')
    expect(once!.now).toBeCloseTo(0.3 / 0.7, 2)
    expect(after!.now).toBeCloseTo(0.3 / 0.7, 2)
    expect(weighAlternatives(ways, addDays('2027-06-21', 30))[0]!.now).toBeLessThan(0.001)
    expect(() => weighAlternatives(ways.slice(1), '2027-05-01')).toThrow('add up')
  })
})
