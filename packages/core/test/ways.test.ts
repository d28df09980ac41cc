import {
  airOfStage,
  cohortProtocolOf,
  colonyModelOf,
  compileProtocol,
  completed,
  declarationOf,
  documentFaults,
  figures,
  protocolUnder,
  resolveProtocol,
  startingDocuments,
  waysOfLife,
  type ProtocolFigure,
  type ProtocolLayer,
} from '../src'
import { speciesOf } from './newSpecies'

test('every figure of the starting protocols is declared once, with the unit it has there', () => {
  for (const { code, figures: of } of startingDocuments)
    for (const [key, { unit }] of Object.entries(of))
      expect([code, key, declarationOf(key)?.unit]).toEqual([code, key, unit])
  expect(Object.values(figures).every(({ label }) => label.length > 0)).toBe(true)
})

test('the ways of life have names of their own, and say what they are', () => {
  expect(waysOfLife.length).toBeGreaterThanOrEqual(29)
  expect(new Set(waysOfLife.map((way) => way.code)).size).toBe(waysOfLife.length)
  for (const { says, asks } of waysOfLife) {
    expect(says).toMatch(/^[A-Z].*\.$/)
    expect(asks.length).toBeGreaterThan(5)
    expect(asks.length).toBeLessThanOrEqual(13)
  }
})

describe.each(waysOfLife.map((way) => [way.code, way] as const))('%s', (_, way) => {
  const document = completed(speciesOf(way.code))
  const number = (key: string) => Number(document.figures[key]?.value)
  const stages = Object.keys(document.figures).filter((key) => /^stage\.\d+\.name$/.test(key))

  test('is complete: a species of it of which nobody said a figure works', () => {
    if (way.keptAs === 'colonies') {
      const model = colonyModelOf(document)!
      expect(model.stages.length).toBeGreaterThan(1)
      expect(model.femaleLifeDays.least).toBeLessThan(model.femaleLifeDays.most)
      return
    }
    const protocol = compileProtocol(document)!
    expect(protocol.stages.length).toBeGreaterThan(2)
    expect(protocol.stages.at(-1)!.days.typical).toBeGreaterThan(3)
    expect(protocol.cautions).not.toBe('')
    // Whoever is fed has a rhythm and something to eat, and the grown are fed but where they have no mouth.
    for (const { feed } of protocol.stages) if (feed) expect(feed.prey).toMatch(/\w/)
    const fed = protocol.stages.filter((s) => s.feed)
    expect(fed.length).toBeGreaterThan(0)
    for (const sex of ['female', 'male'] as const) {
      const { A, k } = protocol.growth[sex]
      expect(A).toBeGreaterThan(0)
      expect(k).toBeGreaterThan(0)
    }
    if (way.keptAs === 'cohorts') expect(cohortProtocolOf(document)!.stages.length).toBeGreaterThan(1)
  })

  test('holds no figure that nothing reads, that is beyond its limits, or that repeats another in words', () => {
    expect(documentFaults(document.figures)).toEqual([])
    for (const [key, { value, label, confidence }] of Object.entries(document.figures)) {
      expect([key, declarationOf(key) !== undefined]).toEqual([key, true])
      expect(label).not.toMatch(/[{}]/)
      expect(confidence).toBe('low')
      if (key !== 'cautions.words')
        expect([key, String(value).match(/\d+ (?:d|g|°C|%)/)]).toEqual([key, null])
    }
    for (const key of way.asks) expect([key, key in document.figures]).toEqual([key, true])
  })

  test('its figures agree with each other', () => {
    for (const sex of ['female', 'male'])
      for (const what of ['ageDays', 'grams']) {
        const key = `readiness.${sex}.${what}`
        if (document.figures[`${key}.bold`])
          expect(number(`${key}.bold`)).toBeLessThanOrEqual(number(`${key}.cautious`))
      }
    if (document.figures['size.female']) {
      expect(number('readiness.female.grams.cautious')).toBeLessThan(number('size.female'))
      expect(number('size.young')).toBeLessThan(number('readiness.female.grams.bold') / 2)
    }
    if (document.figures['incubation.setPointC']) {
      expect(number('incubation.lethalLowC')).toBeLessThan(number('incubation.warnLowC'))
      expect(number('incubation.warnLowC')).toBeLessThan(number('incubation.setPointC'))
      expect(number('incubation.setPointC')).toBeLessThan(number('incubation.warnHighC'))
      expect(number('incubation.warnHighC')).toBeLessThan(number('incubation.lethalHighC'))
    }
    if (document.figures['cooling.holdC'])
      expect(number('cooling.holdC')).toBeLessThan(number('cooling.fromC'))
    for (const key of stages) {
      const stage = key.replace('.name', '')
      if (!document.figures[`${stage}.alarmLowC`]) continue
      expect(number(`${stage}.alarmLowC`)).toBeLessThan(document.figures[`${stage}.warmC`]!.low!)
      expect(number(`${stage}.alarmHighC`)).toBeGreaterThan(number(`${stage}.warmC`))
    }
  })
})

describe('what is guessed follows from what is said', () => {
  const runner = (said: Record<string, number>) => {
    const document = speciesOf('egg-laying snake', said)
    const { figures: of, guessed, sources } = resolveProtocol(document, [])
    return { of, guessed, sources, protocol: compileProtocol({ ...document, figures: of })! }
  }

  test('a small species is weighed by its own size: breeding weight, stages and the weight of an egg', () => {
    const { of, guessed, sources } = runner({ 'size.female': 90 })
    expect(of['readiness.female.grams.cautious']!.value).toBeCloseTo(90 * 0.7, 0)
    expect(Number(of['stage.4.gate.grams']!.value)).toBeLessThan(40)
    expect(Number(of['size.young']!.value)).toBeLessThan(4)
    expect(of['size.female']!.value).toBe(90)
    expect(guessed.has('size.female')).toBe(false)
    expect(sources['clutch.count']).toBe('guess from ‘egg-laying snakes’')
  })

  test('of grown and breeding weight either gives the other; said both, both stand', () => {
    expect(runner({ 'readiness.female.grams.cautious': 310 }).of['size.female']!.value).toBeCloseTo(443, 0)
    const both = runner({ 'readiness.female.grams.cautious': 310, 'size.female': 600 }).of
    expect([both['readiness.female.grams.cautious']!.value, both['size.female']!.value]).toEqual([310, 600])
  })

  test('the curve of growth passes through the weight at birth and the breeding weight at its age', () => {
    const { protocol } = runner({
      'size.young': 5,
      'size.female': 400,
      'readiness.female.grams.cautious': 310,
      'readiness.female.ageDays.cautious': 1096,
    })
    const { A, k, Ti } = protocol.growth.female
    const grams = (day: number) => A * Math.exp(-Math.exp(-k * (day - Ti)))
    expect(grams(0)).toBeCloseTo(5, 0)
    // Constants are rounded to three figures.
    expect(Math.abs(grams(1096) - 310)).toBeLessThan(4)
  })

  test('days to hatching at a set point give the warmth that development takes', () => {
    const { protocol } = runner({ 'thermal.1.days': 90, 'incubation.setPointC': 27 })
    expect(protocol.incubation!.degreeDays).toBe(90 * (27 - 15))
    expect(protocol.incubation!.warnC.high).toBe(30)
  })

  test('what a line sets moves what follows from it, and what others said stays', () => {
    const document = speciesOf('egg-laying snake', { 'readiness.male.grams.cautious': 72 })
    const of = (value: number) =>
      resolveProtocol(document, [
        {
          ...{ scope: 'line', of: 'island', edition: 1, by: 'Ada' },
          settings: { schools: {}, figures: { 'size.female': { value, low: null, high: null } } },
        },
      ])
    const { figures: small, sources } = of(100)
    expect(small['readiness.female.grams.cautious']!.value).toBe(70)
    expect(small['readiness.male.grams.cautious']!.value).toBe(72)
    expect(sources['size.female']).toBe('set by Ada for line island')
    expect(of(1000).figures['readiness.female.grams.cautious']!.value).toBe(700)
  })

  test('a stage that is renamed, and a task that is added, leave the others of its kind as they were', () => {
    const set = (figures: Record<string, string | number>): ProtocolLayer => ({
      ...{ scope: 'species', of: '', edition: 1, by: 'Ada' },
      settings: {
        schools: {},
        figures: Object.fromEntries(
          Object.entries(figures).map(([key, value]) => [key, { value, low: null, high: null }]),
        ),
      },
    })
    const tortoise = speciesOf('tortoise')
    const before = protocolUnder(tortoise, [])!
    const after = protocolUnder(tortoise, [
      set({
        ...{ 'stage.2.name': 'Hatchlings', 'care.1.everyDays': 2 },
        ...{ 'care.2.name': 'weigh the hay', 'care.2.everyDays': 7 },
      }),
    ])!
    expect(after.stages.map((s) => s.name)).toEqual(
      before.stages.map((s) => (s.name === 'Nursery' ? 'Hatchlings' : s.name)),
    )
    const careIn = (stage: number) => after.stages[stage]!.care.map((c) => [c.name, c.everyDays.typical])
    expect(careIn(0)).toEqual(
      expect.arrayContaining([
        ['bath', 2],
        ['weigh the hay', 7],
      ]),
    )
    // The stage that was renamed has its care as before.
    expect(careIn(1)).toContainEqual(['bath', 2])
    expect(careIn(4)).not.toContainEqual(['bath', 2])
  })

  test('a species that names its own stages has those and no other, each with what it does not say', () => {
    const document = speciesOf('egg-laying snake')
    const words = (value: string): ProtocolFigure => ({
      ...{ label: '', unit: 'words', value, low: null, high: null, confidence: 'high' },
    })
    const own = { ...document, figures: { 'stage.1.name': words('Young'), 'stage.2.name': words('Breeder') } }
    const { stages } = compileProtocol(completed(own))!
    expect(stages.map((s) => s.name)).toEqual(['Young', 'Breeder'])
    // 'Breeder' is as the breeders of its way of life are kept.
    const usual = compileProtocol(completed(document))!.stages.at(-1)!
    expect(stages[1]!.air).toEqual(usual.air)
    expect(stages[1]!.feed).toEqual(usual.feed)
  })
})

test('what nobody put into words of a stage is told from its figures', () => {
  const { stages } = compileProtocol(completed(speciesOf('egg-laying snake', { 'size.female': 500 })))!
  const breeder = stages.at(-1)!
  expect(breeder.housing).toBe('0.54 m² of floor (0.32–0.76), alone')
  expect(airOfStage(breeder)).toBe('30 °C warm, 23 °C cool (alarm under 16 °C and over 35 °C), air 50 %')
  for (const { code } of waysOfLife.filter((w) => w.keptAs !== 'colonies'))
    for (const stage of compileProtocol(completed(speciesOf(code)))!.stages)
      expect([code, stage.housing, airOfStage(stage)]).toEqual([
        code,
        expect.stringMatching(/\w/),
        expect.any(String),
      ])
})
