import {
  MissingFigureError,
  NO_SETTINGS,
  SCHOOL_QUESTIONS,
  compileProtocol,
  completed,
  conditionInWords,
  BODY_PLANS,
  CONDITION_SCORES,
  documentFaults,
  documentOfToday,
  figureFault,
  gompertzWeight,
  judgeReadiness,
  originOf,
  protocolUnder,
  resolveProtocol,
  schoolFigures,
  startingDocuments,
  type BreederFacts,
  type ProtocolLayer,
} from '@hatch-book/core'

const document = (code: string) => startingDocuments.find((d) => d.code === code)!
const value = (code: string, key: string) => document(code).figures[key]!.value as number
const layer = (change: Partial<ProtocolLayer>): ProtocolLayer => ({
  scope: 'species',
  of: '',
  edition: 1,
  by: 'Ottoline',
  settings: NO_SETTINGS,
  ...change,
})
const sets = (key: string, to: number) => ({
  schools: {},
  figures: { [key]: { value: to, low: null, high: null } },
})

describe('the starting protocols', () => {
  test('are sixteen, without a fault, and all that keep animals by name can be judged by', () => {
    expect(startingDocuments).toHaveLength(16)
    for (const d of startingDocuments) {
      expect(documentFaults(d.figures)).toEqual([])
      expect(compileProtocol(d) === null).toBe(d.keptAs === 'colonies')
    }
  })

  test('no text about a tub or its air says a figure a second time: what has figures is told from them', () => {
    const texts = startingDocuments.flatMap(({ code, figures }) =>
      Object.entries(figures)
        .filter(([key]) => /^stage\.\d+\.(?:housing|climate|also)$/.test(key))
        .map(([key, { value }]) => `${code} ${key}: ${String(value)}`),
    )
    expect(texts.length).toBeGreaterThan(20)
    expect(texts.filter((text) => /: .*\d/.test(text))).toEqual([])
  })

  // Weights at birth, one and three years, and days at a temperature, as the husbandry tables print them.
  test.each([
    ['CS', 'female', 7.02, 101, 450],
    ['WH', 'male', 5.98, 37.7, 85.7],
    ['BT', 'female', 18.1, 335, 554],
    ['FG', 'male', 3.0, 50.4, 69.8],
    ['CG', 'female', 1.59, 18.6, 43.1],
    ['MT', 'female', 14.0, 44.8, 230],
    ['DF', 'male', 0.301, 3.13, 4.47],
    ['FS', 'female', 1.2, 5.84, 20.3],
  ] as const)('%s, %s, grows as its table says', (code, sex, born, year, three) => {
    const curve = compileProtocol(document(code))!.growth[sex]
    for (const [age, grams] of [
      [0, born],
      [365, year],
      [1096, three],
    ] as const)
      expect(Math.abs(gompertzWeight(curve, age) / grams - 1)).toBeLessThan(0.006)
  })
  test.each([
    ['CS', 1, 28, 60.0],
    ['WH', 1, 30, 48.8],
    ['FG', 1, 32, 46.4],
    ['CG', 1, 22, 92.2],
    ['MT', 1, 30, 66.9],
    ['DF', 2, 24, 77.1],
    ['FS', 1, 12, 110.0],
    ['MA', 1, 25, 45.0],
    ['SB', 4, 26, 50.0],
    ['PS', 1, 24, 210.0],
    ['AM', 9, 25, 28.0],
    ['BC', 1, 30, 11.9],
    ['TR', 1, 30, 36.0],
    ['TR', 2, 30, 20.0],
    ['FF', 2, 24, 12.0],
    ['ST', 1, 20, 10.0],
  ])('%s develops (stage %d) at %d °C in %d days', (code, stage, celsius, days) => {
    const p = `thermal.${stage}.`
    const took = value(code, `${p}degreeDays`) / (celsius - value(code, `${p}thresholdC`))
    expect(Math.abs(took - days)).toBeLessThan(0.06)
  })

  test('where young are born nothing is incubated; a figure that is missing is guessed, and named where there is no way of life', () => {
    for (const code of ['BT', 'FS']) expect(compileProtocol(document(code))!.incubation).toBeNull()
    const { 'growth.male.k': _, ...figures } = document('CS').figures
    expect(compileProtocol({ ...document('CS'), figures })!.growth.male.k).toBeGreaterThan(0)
    const alone = { ...document('CS'), figures, wayOfLife: undefined }
    expect(() => compileProtocol(alone)).toThrow(MissingFigureError)
    expect(() => compileProtocol(alone)).toThrow('growth.male.k')
  })

  test('a document from before they stood on a way of life is put on it, and loses the texts that repeated figures', () => {
    const { wayOfLife: _, without: __, figures, ...old } = document('CG')
    const text = { ...figures['identity.mode']!, label: 'Sizes', value: '2 eggs (1–2), egg 1.9 g' }
    const before = { ...old, figures: { ...figures, 'clutch.words': text } }
    expect(documentOfToday(before)).toEqual(document('CG'))
    expect(documentOfToday(document('CG'))).toBe(document('CG'))
    const another = { ...before, latin: 'Nemo incognitus' }
    expect(documentOfToday(another)).toBe(another)
  })

  test('no text of theirs says again what a figure says', () => {
    const AMOUNT = /\d ?(?:d|h|g|mg|cm|mm|m|L|°C|%)(?!\w)|\d–\d/
    // Warnings may name a measure that nothing is calculated from; what a counted species lives in stands in no figure yet.
    const mayName = /^(?:cautions\.words|problems\.check|stage\.\d+\.(?:housing|climate))$/
    const repeats = startingDocuments.flatMap(({ code, figures }) =>
      Object.entries(figures).flatMap(([of, { unit, value: text }]) =>
        unit === 'words' && !mayName.test(of) && AMOUNT.test(String(text)) ? [`${code} ${of}: ${text}`] : [],
      ),
    )
    expect(repeats).toEqual([])
  })

  test('what does not hold for a species though it does for its kind is not guessed', () => {
    const { without, ...plain } = document('CG')
    expect(without).toContain('stage.*.coolC')
    expect(completed(plain).figures['stage.2.coolC']!.value).toBeGreaterThan(10)
    expect(completed(document('CG')).figures['stage.2.coolC']).toBeUndefined()
    expect(completed(document('CG')).figures['stage.2.waterDays']!.value).toBe(2)
  })

  test('the days of a step follow from the warmth that is said for it', () => {
    const { figures } = completed(document('CS'))
    const days =
      Number(figures['thermal.1.degreeDays']!.value) / (28 - Number(figures['thermal.1.thresholdC']!.value))
    expect(figures['thermal.1.days']!.value).toBeCloseTo(days, 0)
  })
})

describe('layers', () => {
  const key = 'readiness.female.grams.cautious'
  test('the closer counts, and each figure knows who set it', () => {
    const layers = [
      layer({ scope: 'animal', of: 'C11', edition: 2, by: 'Barnaby', settings: sets(key, 310) }),
      layer({ settings: sets(key, 400) }),
      layer({ scope: 'line', of: 'Pale', edition: 4, settings: sets('readiness.mealsInARow', 5) }),
    ]
    const protocol = protocolUnder(document('CS'), layers)!
    expect(protocol.readiness.female.grams!.wanted).toBe(310)
    expect(protocol.readiness.mealsInARow).toBe(5)
    expect(protocol.origin).toBe('Corn snake protocol, edition 1, line Pale edition 4, animal C11 edition 2')
    expect(originOf(protocol, key)).toBe(`${protocol.origin}; set by Barnaby for animal C11`)
    expect(originOf(protocol, 'quarantine.days')).toBe(protocol.origin)
  })

  test('a figure the document does not have is passed over, and the document itself never changes', () => {
    const before = JSON.stringify(document('CS'))
    const { figures } = resolveProtocol(document('CS'), [layer({ settings: sets('nobody.knows', 1) })])
    expect(figures).toEqual(completed(document('CS')).figures)
    expect(JSON.stringify(document('CS'))).toBe(before)
  })
})

describe('schools', () => {
  test('every school sets figures that a species it is asked of has, to what its unit can mean', () => {
    for (const q of SCHOOL_QUESTIONS) {
      expect(q.schools.length).toBeGreaterThanOrEqual(2)
      for (const code of q.of)
        for (const school of q.schools) {
          const { figures } = completed(document(code))
          const settings = schoolFigures(figures, document(code), q.code, school.letter)
          if (school.sets.length > 0)
            expect([code, q.code, school.letter, settings.length > 0]).toContain(true)
          for (const { key, setting } of settings) expect(figureFault(figures[key]!, setting)).toBeNull()
        }
    }
  })

  test('of age or weight first: the same animal is judged otherwise by each', () => {
    // A heavy two-and-a-half-year-old.
    const facts: BreederFacts = {
      ...{ sex: 'female', sexCertainty: 0.99, hatched: { from: '2024-01-01', to: '2024-01-01' } },
      ...{
        weight: { grams: 420, on: '2026-06-20', context: 'empty' },
        condition: { score: 3, on: '2026-06-20' },
      },
      ...{ mealsInARow: 6, refusalsInARow: 0, lastTakenOn: '2026-06-18', inShedSince: null },
      ...{ quarantineUntil: null, openProblems: [], presence: 'here', resting: false, lastClutch: null },
    }
    const by = (letter: string) => {
      const layers = [layer({ settings: { schools: { D5: letter }, figures: {} } })]
      return judgeReadiness(facts, protocolUnder(document('CS'), layers)!, '2026-07-01').verdict
    }
    expect([by('A'), by('B'), by('C')]).toEqual(['not this season', 'ready', 'trial'])
  })

  test('a single figure counts over the school that is followed', () => {
    const key = 'readiness.female.restDays'
    const settings = { schools: { D6: 'B' }, figures: sets(key, 90).figures }
    const { figures, sources } = resolveProtocol(document('CS'), [layer({ settings })])
    expect([figures[key]!.value, sources[key]]).toEqual([90, 'set by Ottoline'])
    expect(sources['readiness.female.regained']).toContain('Every year if back to weight')
  })
})

test('an insect is judged from its last moult, and not by its weight', () => {
  const mantis = protocolUnder(document('MA'), [])!
  const facts = (adultSince: string | null): BreederFacts => ({
    ...{ sex: 'female', sexCertainty: 1, hatched: { from: '2026-01-01', to: '2026-01-01' }, adultSince },
    ...{
      weight: { grams: 5, on: '2026-06-28', context: 'empty' },
      condition: { score: 3, on: '2026-06-28' },
    },
    ...{ mealsInARow: 12, refusalsInARow: 0, lastTakenOn: '2026-06-29', inShedSince: null },
    ...{ quarantineUntil: null, openProblems: [], presence: 'here', resting: false, lastClutch: null },
  })
  const judge = (adultSince: string | null) => judgeReadiness(facts(adultSince), mantis, '2026-07-01')
  expect(judge('2026-06-01').verdict).toBe('ready')
  expect(judge('2026-06-11').verdict).toBe('trial')
  expect(judge(null).verdict).toBe('not this season')
  expect(judge(null).reasons[0]!.change).toBe('log its last moult')
})

test('a condition score has words for every body plan, half steps between their neighbours', () => {
  for (const plan of BODY_PLANS) {
    const said = CONDITION_SCORES.map((score) => conditionInWords(plan, score))
    expect(new Set(said).size).toBe(CONDITION_SCORES.length)
    expect(said[3]).toBe(`between ‘${said[2]}’ and ‘${said[4]}’`)
  }
})
