import {
  colonyModelOf,
  projectColony,
  startFor,
  startingDocuments,
  workOfColony,
  type ColonyModel,
  type ColonyQuestion,
} from '../src'

const modelOf = (code: string) => colonyModelOf(startingDocuments.find((d) => d.code === code)!)!
const [crickets, flies] = ['BC', 'FF'].map(modelOf) as [ColonyModel, ColonyModel]
/** Grown ones only: a starter as it is bought. */
const starter = (model: ColonyModel, females: number, males = females) => ({
  young: model.stages.map(() => 0),
  females,
  males,
})
const asked = (model: ColonyModel, change: Partial<ColonyQuestion>): ColonyQuestion => ({
  ...{ model, start: starter(model, 40), celsius: model.referenceC, days: 364, bins: 1 },
  ...change,
})

describe('taking some', () => {
  const flies100 = starter(flies, 100)
  const ends = (bins: number, perWeek: number) =>
    projectColony(
      asked(flies, { start: flies100, bins, days: 182, take: [{ stage: 'adult', perWeek }] }),
    ).days.map((d) => d.young.reduce((a, b) => a + b, 0) + d.females + d.males)
  test('where there is room, never leaves more, on no day', () => {
    const [none, three] = [ends(1e30, 0), ends(1e30, 3)]
    three.forEach((n, day) => expect(n).toBeLessThanOrEqual(none[day]! * (1 + 1e-12)))
  })
  test('can leave more only once a bin is overfull, where the crowded eat eggs and young', () => {
    const [none, some] = [ends(1, 0), ends(1, 60)]
    const more = some.findIndex((n, day) => n > none[day]! * (1 + 1e-9))
    const full = projectColony(asked(flies, { start: flies100, bins: 1, days: 182 })).days.findIndex(
      (d) => d.load > 1,
    )
    expect(more).toBeGreaterThan(full)
    expect(full).toBeGreaterThan(0)
  })
})

describe('a bin that is set up for a day', () => {
  const question = { model: crickets, bins: 1, celsius: crickets.referenceC }
  test('larvae of a species whose grown ones lay for a day only: no number today, forty-odd days before the day', () => {
    const brief = {
      ...crickets,
      ...{ ripeningDays: { typical: 1, least: 1, most: 1 }, layingDays: { typical: 2, least: 2, most: 2 } },
      femaleLifeDays: { typical: 4, least: 4, most: 4 },
      // Nobody grows up in the bin: only those of the females that were set in.
      stages: crickets.stages.map((s, i) => (i === crickets.stages.length - 1 ? { ...s, survive: 0 } : s)),
    }
    const wish = { stage: 1, count: 200, byDay: 300, females: 20, males: 7 }
    const plan = startFor({ ...question, model: brief }, wish)
    expect(plan).toMatchObject({ femalesToday: null })
    expect(plan.later).not.toBeNull()
    const egg = brief.stages[0]!.curve.degreeDays
    expect(egg).toBeGreaterThan(0)
    // They hatch within weeks of laying: the start lies in the last two months.
    expect(plan.later!.day).toBeGreaterThan(240)
    const comes = projectColony({
      ...{ ...question, model: brief, days: 300 - plan.later!.day },
      start: starter(brief, plan.later!.females, (plan.later!.females * 7) / 20),
    }).days.at(-1)!
    expect(comes.young[1]!).toBeGreaterThanOrEqual(200 - 1e-6)
  })
})

test('of a colony that was found empty nothing falls due; of one with eggs alone it does', () => {
  const none = { on: '2027-05-20', young: [0, 0, 0], females: 0, males: 0 }
  const record = {
    ...{ id: 'q', name: 'Q1', method: '', methods: [], tended: [] },
    countDays: { typical: 14, least: 7, most: 21 },
  }
  expect(workOfColony({ ...record, counts: [none] })).toEqual([])
  expect(workOfColony({ ...record, counts: [{ ...none, young: [40, 0, 0] }, none] })).toMatchObject([
    { kind: 'count' },
  ])
})
