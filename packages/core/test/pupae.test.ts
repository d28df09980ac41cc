import {
  addDays,
  cohortForecast,
  cohortProtocolOf,
  emergenceOverlap,
  figureFault,
  leafRace,
  membersByWeek,
  pupaGroupsOf,
  secondBrood,
  startingDocuments,
  studyCohort,
  type CohortRecord,
} from '../src'

const moth = cohortProtocolOf(startingDocuments.find((d) => d.code === 'AM')!)!
const pupa = moth.stages.at(-1)!.name

/** Ten cocoons, half of either sex, that were spun on one day. */
const cocoons = (spunOn: string, lying = 10): CohortRecord => ({
  ...{ id: 'c', name: 'Moths', kind: 'young', began: spunOn, fertilised: 'mated', tubs: 1, litres: 60 },
  ...{
    heightMm: null,
    celsius: 25,
    thenC: null,
    thenFrom: null,
    warmth: [],
    searches: [],
    collected: [],
    emerged: [],
  },
  events: [
    { kind: 'changed', on: spunOn, stages: { [pupa]: lying }, since: { [pupa]: spunOn } },
    {
      kind: 'counted',
      on: spunOn,
      stages: { [pupa]: { count: lying, low: lying, high: lying } },
      sexed: { females: lying / 2, males: lying / 2 },
    },
  ],
})
const sum = (groups: readonly { count: number }[]) => groups.reduce((all, g) => all + g.count, 0)

describe('pupae that pause', () => {
  test('one in five is not counted for the night of the others, but for its own, five months after spinning', () => {
    const groups = pupaGroupsOf(studyCohort(cocoons('2027-06-01'), moth, '2027-06-02'), '2027-06-02')
    const [own, pausing] = [groups.filter((g) => !g.pausing), groups.filter((g) => g.pausing)]
    const alive = moth.stages.at(-1)!.survive
    expect(sum(own)).toBeCloseTo(8 * alive, 6)
    expect(sum(pausing)).toBeCloseTo(2 * alive, 6)
    // 28 days at 25 °C, males two days sooner and females two days later; 150 days for those that pause.
    expect(own.map((g) => Math.round(g.inDays))).toEqual([29, 25])
    expect(pausing.map((g) => Math.round(g.inDays))).toEqual([151, 147])
  })
  test('left in September, when all others are out since July: they pause, and no night is set for tomorrow', () => {
    const today = '2027-09-01'
    const study = studyCohort(cocoons('2027-06-01', 4), moth, today)
    const groups = pupaGroupsOf(study, today)
    expect(sum(groups.filter((g) => g.pausing))).toBeGreaterThan(3.9 * moth.stages.at(-1)!.survive)
    const { best } = emergenceOverlap(groups, moth.adults!)
    // Spun on 1 June, 150 days: about 29 October, with months of spread.
    expect(best!.day).toBeGreaterThan(30)
    const [adults] = study.forecast
    expect(Math.round(adults!.half)).toBe(150 - 92)
    expect(study.work.find((w) => w.kind === 'moult')!.due).toBe(addDays(today, 58))
  })
  test('a second brood is half of either sex, however many cohorts there are, and is not made of those that pause', () => {
    const two = ['2027-06-01', '2027-06-08'].flatMap((spun) =>
      pupaGroupsOf(studyCohort(cocoons(spun), moth, '2027-06-09'), '2027-06-09'),
    )
    const later = secondBrood(two, 12, 10)
    for (const sex of ['female', 'male'] as const)
      expect(sum(later.filter((g) => g.sex === sex))).toBeCloseTo(6, 9)
    expect(later.some((g) => g.pausing)).toBe(false)
    expect(secondBrood([], 12, 10)).toEqual([])
  })
  test('week by week they still lie there when the others have flown', () => {
    const study = studyCohort(cocoons('2027-06-01'), moth, '2027-06-01')
    const table = membersByWeek(study.way, study.groups, study.ahead, moth.referenceC, 12, { adultDays: 7 })
    expect(table.at(-2)![0]).toBeCloseTo(10, 1)
    expect(table.at(-2)![8]!).toBeGreaterThan(1.8)
    expect(table.at(-2)![8]!).toBeLessThan(2.05)
  })
  test('a species without a pause is forecast as before', () => {
    const mantis = cohortProtocolOf(startingDocuments.find((d) => d.code === 'MA')!)!
    expect(mantis.pause).toBeNull()
    const plain = [{ stage: 1, count: 10, done: 0 }]
    expect(cohortForecast(mantis.stages, plain, 25, 25)).toEqual(
      cohortForecast(mantis.stages, [{ ...plain[0]!, pauses: null }], 25, 25),
    )
  })
})

describe('eggs and the leaves they will want', () => {
  const race = (today: string, host: Partial<NonNullable<typeof moth.host>> = {}) =>
    leafRace({ ...moth, host: { ...moth.host!, ...host } }, moth.stages, today, 25)!
  test('in summer: until so many days before they fall', () => {
    // 5 November is 126 days off: 53.5 days of feeding, a fortnight, and 1.645 times 3.35 days of spread.
    const july = race('2027-07-02')
    expect(july).toMatchObject({ leaves: 'out', fallsOn: '2027-11-05', outOn: null, from: '2027-07-02' })
    expect(july.until).toBe(addDays('2027-07-02', Math.floor(126 - 14 - 53.5 - 1.645 * Math.sqrt(11.25))))
    expect(july.today).toBeGreaterThan(0.999)
    expect(race('2027-10-01')).toMatchObject({ leaves: 'out', until: null })
    expect(race('2027-10-01').today).toBeLessThan(1e-6)
  })
  test('six weeks after they fell there are none, and eggs laid today find none', () => {
    const winter = race('2027-12-17')
    expect(winter).toMatchObject({ leaves: 'bare', outOn: '2028-04-20', fallsOn: '2028-11-05', today: 0 })
    // Eggs take some ten days at 25 °C: laid from then on they hatch to leaves.
    expect(winter.from! > '2028-04-01' && winter.from! < '2028-04-20').toBe(true)
  })
  test('where nobody said when they come out, it is not known, but in the months before they fall', () => {
    expect(race('2027-12-17', { leafOut: null })).toMatchObject({ leaves: 'not known', today: null })
    expect(race('2027-07-02', { leafOut: null }).leaves).toBe('out')
    expect(
      leafRace({ ...moth, host: { ...moth.host!, leafFall: null } }, moth.stages, '2027-12-17', 25),
    ).toBeNull()
  })
  test('a day of the year is written as one', () => {
    const figure = { label: 'Leaves fall', unit: 'words' as const }
    const set = (value: string) => figureFault(figure, { value, low: null, high: null }, 'cohort.leafFall')
    expect(set('11-05')).toBeNull()
    for (const wrong of ['5 Nov', '11-31', '13-01', '']) expect(set(wrong)).toContain('month and day')
    expect(race('2027-12-17', { leafFall: 'autumn' }).leaves).toBe('not known')
  })
})
