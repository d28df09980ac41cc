import type { AnimalPage, AnimalRow, DueMeal, EditionEffects, RestBook } from '@hatch-book/contract'
import { writingOf } from '../src/animals/animalWriting'
import { NAMES, scaleOf } from '../src/brumation/scale'
import { stagesOf } from '../src/colonies/supplyQuestion'
import { told } from '../src/cohorts/study'
import { sayEffects } from '../src/parts/effectsInWords'
import { likelyContext } from '../src/parts/likelyContext'
import { mealEntry } from '../src/rearing/mealEntry'

describe('what is written of a due meal', () => {
  const meal = (change: Partial<DueMeal> = {}) =>
    ({
      ...{ animal: { id: 'c1', tag: 'C1' }, prey: 'fuzzy', half: false, supplement: null },
      ...{ grams: { typical: 6.2, least: 5, most: 7 }, ...change },
    }) as DueMeal
  const payload = (...[of, outcome, more]: Parameters<typeof mealEntry>) =>
    mealEntry(of, outcome, more).payload

  it('is the outcome with what was offered, and half of it where half was due', () => {
    expect(mealEntry(meal(), 'taken')).toEqual({
      ...{ kind: 'meal', subject: { type: 'animal', id: 'c1' } },
      payload: { outcome: 'taken', prey: 'fuzzy', grams: 6.2 },
    })
    expect(payload(meal({ half: true }), 'taken')).toMatchObject({ grams: 3.1 })
  })
  it('names no weight that nobody knows, and no more words of a feed than an entry holds', () => {
    expect(payload(meal({ grams: null }), 'refused')).toEqual({ outcome: 'refused', prey: 'fuzzy' })
    expect((payload(meal({ prey: 'x'.repeat(200) }), 'taken') as { prey: string }).prey).toHaveLength(80)
  })
  it('tells of a trick that was tried and a powder that was swallowed, and of neither where it was not', () => {
    const dusted = meal({ supplement: { supplement: 'Ca', after: '' } })
    expect(payload(dusted, 'taken', { trick: 'scented', assisted: true })).toMatchObject({
      ...{ trick: 'scented', assisted: true, supplement: 'Ca' },
    })
    // What was only put in front of it has told nothing of a trick yet.
    expect(payload(dusted, 'offered', { trick: 'scented' })).not.toHaveProperty('trick')
    expect(payload(dusted, 'brought up')).not.toHaveProperty('supplement')
  })
})

describe('what the log says of a belly', () => {
  const of = (change: Partial<AnimalRow>) =>
    likelyContext({ inShed: false, lastTakenOn: null, ...change } as AnimalRow, '2026-05-20')
  it('is fed for three days after a meal, then empty, and in shed whatever it ate', () => {
    expect(of({ lastTakenOn: '2026-05-20' })).toBe('fed')
    expect(of({ lastTakenOn: '2026-05-17' })).toBe('fed')
    expect(of({ lastTakenOn: '2026-05-16' })).toBe('empty')
    expect(of({})).toBe('empty')
    expect(of({ lastTakenOn: '2026-05-20', inShed: true })).toBe('in shed')
  })
})

describe('numbers in words', () => {
  it('of a stage: one egg, two eggs, and stages by their names', () => {
    expect([told(1, 'egg'), told(2, 'egg'), told(0, 'females'), told(1, 'females')]).toEqual([
      ...['1 egg', '2 eggs', '0 females', '1 female'],
    ])
    expect([told(1.6, 'L4'), told(1234, 'L4')]).toEqual(['2 L4', '1,234 L4'])
  })
  it('of what an edition changes, or that it changes nothing', () => {
    const effects = (change: object) =>
      ({
        judged: 12,
        changes: [],
        stages: [],
        work: { count: 0, shown: [] },
        aheadDays: 14,
        ...change,
      }) as EditionEffects
    expect(sayEffects(effects({}))).toBe(
      'Nothing changes: 12 verdicts, all stages and the tasks of the next 14 days stay the same.',
    )
    expect(sayEffects(effects({ changes: [{}], work: { count: 1, shown: [] } }))).toBe(
      '1 of 12 verdicts, 0 stages and 1 task in the next 14 days change.',
    )
  })
})

describe('sizes of a feeder', () => {
  it('are stages of its colony; one it does not have is left out, and adults are no stage', () => {
    const names = [{ name: 'pinhead' }, { name: 'half grown' }]
    expect(stagesOf(names, ['half grown', 'adults', 'jumbo', 'pinhead'])).toEqual([1, 'adult', 0])
  })
})

describe('a form of an animal', () => {
  it('begins blank, or with what is known, a width of its own where the date is about', () => {
    expect(writingOf(undefined)).toMatchObject({ tag: '', sex: 'unknown', precision: 'day', widthDays: 30 })
    const animal = {
      tag: 'C1',
      line: 'Kiln',
      sex: 'female',
      purpose: 'breeder',
      dam: { id: 'd' },
      sire: null,
    }
    const page = (hatchFact: object | null) =>
      ({
        animal: { ...animal, hatchFact },
        protocolId: 'p',
        origin: 'bred here',
        note: '',
      }) as unknown as AnimalPage
    expect(writingOf(page({ date: '2024-05', precision: 'month', widthDays: 0 }))).toMatchObject({
      ...{
        tag: 'C1',
        sex: 'female',
        precision: 'month',
        date: '2024-05',
        widthDays: 30,
        damId: 'd',
        sireId: null,
      },
    })
    expect(writingOf(page({ date: '2024-05-01', precision: 'about', widthDays: 90 })).widthDays).toBe(90)
    expect(writingOf(page(null))).toMatchObject({ precision: 'not known', date: '' })
  })
})

describe('the days of a rest on a drawing', () => {
  const book = (clocks: object[]) =>
    ({ today: '2026-05-20', rests: clocks.map((clock) => ({ clock })) }) as unknown as RestBook
  it('hold today and four months where nothing is planned, and every day lies where it is read', () => {
    const scale = scaleOf(book([]), 1000)
    expect([scale.from, scale.to]).toEqual(['2026-05-14', '2026-09-27'])
    expect(scale.x(scale.from)).toBe(NAMES)
    expect(scale.x(scale.to)).toBeCloseTo(1000, 9)
    for (const day of ['2026-05-20', '2026-07-01', '2026-09-27']) expect(scale.day(scale.x(day))).toBe(day)
    expect(scale.x('2026-06-02') - scale.x('2026-06-01')).toBeCloseTo(850 / 136, 9)
  })
})
