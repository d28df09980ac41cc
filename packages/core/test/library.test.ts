import {
  compileProtocol,
  completed,
  cohortProtocolOf,
  colonyModelOf,
  documentFaults,
  figuresInLibrary,
  findInLibrary,
  FROM_LIBRARY,
  library,
  resolveProtocol,
  waysOfLife,
} from '../src'
import { speciesOf } from './newSpecies'

test('at least 150 species, spread over every way of life, each named once', () => {
  expect(library.length).toBeGreaterThanOrEqual(150)
  for (const what of ['name', 'latin'] as const)
    expect(new Set(library.map((entry) => entry[what].toLowerCase())).size).toBe(library.length)
  for (const { code } of waysOfLife)
    expect([code, library.some((entry) => entry.way === code)]).toEqual([code, true])
  for (const { latin } of library) expect(latin).toMatch(/^[A-Z][a-z]+ [a-z]+(?: [a-z]+)?$/)
})

describe('each is sane', () => {
  test.each(library.map((entry) => [entry.name, entry] as const))('%s', (_, entry) => {
    const document = completed(speciesOf(entry.way, {}, entry))
    const { figures } = document
    const number = (key: string) => Number(figures[key]?.value)
    const told = figuresInLibrary(entry)
    expect(Object.keys(told).length).toBeGreaterThan(1)
    expect(documentFaults(told)).toEqual([])
    expect(documentFaults(figures)).toEqual([])
    for (const [key, { value, low, high }] of Object.entries(told)) {
      if (key === 'readiness.female.ageDays.cautious' || low === null) continue
      expect([key, low! < high! && low! <= Number(value) && Number(value) <= high!]).toEqual([key, true])
      // A range that spans more than a dozenfold tells nothing.
      if (!key.endsWith('C') && low! > 0) expect([key, high! / low! <= 15]).toEqual([key, true])
    }
    if (document.keptAs === 'colonies') {
      const model = colonyModelOf(document)!
      expect(model.lethalC.low).toBeLessThan(model.referenceC)
      expect(model.lethalC.high).toBeGreaterThan(model.referenceC)
      expect(model.layingC.noneC).toBeLessThan(model.referenceC)
      return
    }
    const protocol = compileProtocol(document)!
    if (document.keptAs === 'cohorts') expect(cohortProtocolOf(document)!.stages.length).toBeGreaterThan(1)
    else {
      // What is born is a small part of its mother, grows up to her, and is fit to breed before it is old.
      expect(number('size.young')).toBeLessThan(0.25 * number('size.female'))
      expect(number('readiness.female.grams.cautious')).toBeLessThan(number('size.female'))
      expect(number('readiness.female.ageDays.cautious')).toBeLessThan(number('readiness.oldestDays') * 1.5)
      // What grows up in water first weighs more when it comes out than it did in the egg.
      const litter = number('clutch.count') * number('size.young')
      if (!/tadpoles|water larvae/.test(entry.way)) expect(litter).toBeLessThan(number('size.female'))
    }
    if (protocol.incubation) {
      const { setPointC, warnC, lethalC, thresholdC, degreeDays } = protocol.incubation
      expect(lethalC.low).toBeLessThan(warnC.low)
      expect(warnC.low).toBeLessThan(setPointC)
      expect(warnC.high).toBeGreaterThan(setPointC)
      expect(lethalC.high).toBeGreaterThan(warnC.high)
      // At the set point the eggs take as long as the library says.
      const days = figures['thermal.1.days']!
      const takes = degreeDays / (setPointC - thresholdC)
      expect(Math.abs(takes - Number(days.value))).toBeLessThan(0.02 * takes + 0.1)
    }
  })
})

test('it is found by its common name, its Latin name and other names, those that begin so first', () => {
  const names = (typed: string) => findInLibrary(typed).map((entry) => entry.name)
  expect(names('ball py')).toEqual(['royal python'])
  expect(names('Eublepharis')).toEqual(['leopard gecko'])
  expect(names('triops')).toEqual(['European tadpole shrimp', 'longtail tadpole shrimp'])
  expect(names('corn')[0]).toBe('corn snake')
  expect(names('hermanns')).toEqual(['Hermann’s tortoise'])
  expect(names('gecko').length).toBeGreaterThan(10)
  expect(names('c')).toEqual([])
  expect(names('unicorn')).toEqual([])
})

test('what the library tells lies under what the keeper says, and over what the way of life guesses', () => {
  const python = library.find((entry) => entry.latin === 'Python regius')!
  const own = {
    ...speciesOf(python.way, {}, python),
    figures: {
      'clutch.count': {
        ...{ label: '', unit: 'count' as const, value: 5, low: 3, high: 8, confidence: 'medium' as const },
      },
    },
  }
  const { figures, sources, guessed } = resolveProtocol(own, [])
  expect(figures['clutch.count']!.value).toBe(5)
  expect(sources['clutch.count']).toBeUndefined()
  expect([figures['size.young']!.value, sources['size.young']]).toEqual([62, FROM_LIBRARY])
  expect(guessed.has('size.young')).toBe(false)
  expect(sources['pairing.meetings']).toBe('guess from ‘egg-laying snakes’')
  // Guesses follow from the library's figures as they follow from a keeper's.
  expect(figures['readiness.female.grams.cautious']!.value).toBeCloseTo(1260, 0)
})

/** Degrees at which a day is known to kill, or to come near it: from what keepers of each kind warn of. */
const DEADLY_C: Record<string, number> = {
  'Correlophus ciliatus': 30,
  'Rhacodactylus auriculatus': 31,
  'Uroplatus phantasticus': 29,
  'Goniurosaurus hainanensis': 31,
  'Abronia graminea': 31,
  'Trioceros jacksonii': 32,
  'Euprepiophis mandarinus': 31,
  'Charina bottae': 32,
  'Dendrobates tinctorius': 30,
  'Salamandra salamandra': 25,
  'Bombina orientalis': 29,
  'Theloderma corticale': 29,
}
test.each(Object.entries(DEADLY_C))(
  '%s: alarms sound in every stage before it is hot enough to kill',
  (latin, deadly) => {
    const entry = library.find((e) => e.latin === latin)!
    const { figures } = completed(speciesOf(entry.way, {}, entry))
    const alarms = Object.entries(figures).filter(([key]) => /^stage\.\d+\.alarmHighC$/.test(key))
    expect(alarms.length).toBeGreaterThan(3)
    expect(alarms.filter(([, { value }]) => Number(value) >= deadly)).toEqual([])
  },
)

test('one answer, the warm side for adults, moves all temperatures of its room', () => {
  const gecko = completed(speciesOf('small lizard laying two eggs', { 'stage.warmC': 24 })).figures
  const basker = completed(speciesOf('small lizard laying two eggs', { 'stage.warmC': 34 })).figures
  for (const key of [
    'stage.1.warmC',
    'stage.4.warmC',
    'stage.5.coolC',
    'stage.5.alarmHighC',
    'stage.2.alarmLowC',
  ])
    expect(Number(basker[key]!.value) - Number(gecko[key]!.value)).toBeCloseTo(10, 0)
  // The winter of tortoises is not as warm as their summer lets it be.
  const tortoise = completed(speciesOf('tortoise', { 'stage.warmC': 40 })).figures
  expect(tortoise['cooling.holdC']!.value).toBeLessThan(12)
})
