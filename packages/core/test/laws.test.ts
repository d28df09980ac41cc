import {
  completed,
  lawFaults,
  LAWS,
  library,
  startingDocuments,
  waysOfLife,
  type ProtocolFigure,
} from '../src'
import { speciesOf } from './newSpecies'

describe('every starting figure, every guess and every species of the library keeps the laws', () => {
  test.each([
    ...startingDocuments.map((d) => [d.species, d] as const),
    ...waysOfLife.map((way) => [way.code, speciesOf(way.code)] as const),
    ...library.map((entry) => [entry.name, speciesOf(entry.way, {}, entry)] as const),
  ])('%s', (_, document) => {
    expect(lawFaults(completed(document).figures)).toEqual([])
  })
})

describe('each law finds who breaks it', () => {
  const snake = completed(speciesOf('egg-laying snake')).figures
  const broken = (change: Record<string, number | string>) => {
    const figures: Record<string, ProtocolFigure> = { ...snake }
    for (const [key, value] of Object.entries(change))
      figures[key] = {
        ...{ label: key, unit: 'count', low: null, high: null, confidence: 'low' },
        ...snake[key],
        value,
      }
    return lawFaults(figures).map((fault) => `${fault.key}: ${fault.says}`)
  }
  const school = (n: number, name: string) => ({ [`school.${n}.name`]: name, [`school.${n}.of`]: 'D7' })
  test.each([
    [{ 'readiness.female.grams.bold': 9999 }, 'the bold figure must not be higher'],
    [{ 'readiness.male.ageDays.cautious': 1 }, 'the bold figure must not be higher'],
    [{ 'incubation.setPointC': 45 }, 'must not be above'],
    [{ 'cooling.holdC': 40 }, 'must not be above'],
    [{ 'cooling.warnLoss': 0.5 }, 'must not be above'],
    [{ 'stage.1.warmC': 58 }, 'must not be above'],
    [{ 'stage.order': '1, 99' }, 'there is no stage 99'],
    [{ 'stage.order': '1, 2, 1' }, 'stage 1 is listed twice'],
    [{ 'stage.2.like': '2' }, 'can only be copied from an earlier stage'],
    [{ 'stage.44.name': 'Loft' }, 'there is no stage 44'],
    [{ 'stage.2.name': String(snake['stage.1.name']!.value).toUpperCase() }, 'another stage is called'],
    [{ 'check.2.name': 'routine check' }, 'another check is called'],
    [{ 'leaving.check': 'Tooth check' }, "there is no check called 'Tooth check'"],
    [{ 'school.1.name': 'Short', 'school.1.of': 'D99' }, "'Short' answers no known question"],
    [{ 'school.1.name': 'Short', 'school.1.of': 'own-4' }, 'answers no known question'],
    [{ ...school(1, 'Short'), ...school(2, 'SHORT') }, 'another school is called'],
    [
      { ...school(1, 'Short'), 'school.1.sets.nobody.knows': 1 },
      'cannot set nobody.knows: there is no such figure',
    ],
  ])('%j', (change, says) => {
    expect(broken(change)).toEqual([expect.stringContaining(says)])
  })
  test('all of them are asked', () => {
    expect(new Set(LAWS.map((law) => law.name)).size).toBe(14)
  })
})
