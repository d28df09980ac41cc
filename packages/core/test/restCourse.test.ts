import { addDays, cornSnake, judgeRest, restCourse, westernHognose, type RestFacts } from '../src'
import { AUTUMN, grown, plan, rest } from './sleepers'

const fit: RestFacts = {
  sex: 'female',
  sexCertainty: 0.99,
  hatched: grown.hatched,
  weight: { grams: 480, on: '2026-08-28', context: 'empty' },
  condition: { score: 3, on: '2026-08-28' },
  mealsInARow: 5,
  refusalsInARow: 0,
  lastTakenOn: '2026-08-20',
  inShedSince: null,
  quarantineUntil: null,
  openProblems: [],
  presence: 'here',
  resting: false,
  lastClutch: null,
  droppings: { on: '2026-08-24', clear: true },
  heaviestGrams: 485,
  mayBeGravid: false,
}
const judge = (change: Partial<RestFacts>, p = cornSnake, on = AUTUMN) => {
  const facts = { ...fit, ...change }
  const { lastTakenOn, hatched, weight } = facts
  const clock = plan({
    rules: rest(p),
    subject: { grams: weight?.grams ?? null, hatched, lastTakenOn },
    today: on,
  })
  return judgeRest(facts, p, clock, on)
}
const heldBackBy = (change: Partial<RestFacts>, p = cornSnake, on = AUTUMN) =>
  judge(change, p, on)
    .reasons.filter((r) => r.standing === 'fails' || r.standing === 'unknown')
    .map((r) => r.rule)

describe('who may rest', () => {
  it('lets a grown, healthy, empty animal rest', () => {
    expect(judge({})).toMatchObject({ verdict: 'may rest', overrulable: false })
  })

  it('holds back, by name of the gate', () => {
    expect(
      heldBackBy({ weight: { grams: 138, on: '2026-08-28', context: 'empty' }, heaviestGrams: 140 }),
    ).toEqual(['weight'])
    expect(heldBackBy({ openProblems: ['mites'] })).toEqual(['illness'])
    expect(heldBackBy({ heaviestGrams: 520 })).toEqual(['loss'])
    expect(heldBackBy({ mayBeGravid: true })).toEqual(['gravid'])
    expect(heldBackBy({ presence: 'sold' })).toEqual(['presence'])
    expect(heldBackBy({ condition: { score: 2, on: '2026-08-28' } })).toEqual(['condition'])
    expect(heldBackBy({ hatched: { from: '2025-09-01', to: '2025-09-01' } })).toEqual(['age'])
    expect(heldBackBy({ hatched: null })).toEqual(['age'])
    expect(heldBackBy({ quarantineUntil: '2026-12-20' })).toEqual(['quarantine'])
  })

  it('asks for droppings only once they are due', () => {
    expect(heldBackBy({ droppings: null })).toEqual([])
    expect(heldBackBy({ droppings: null, lastTakenOn: '2026-11-10' }, cornSnake, '2026-11-29')).toEqual([
      'clear gut',
    ])
    expect(
      heldBackBy(
        { droppings: { on: '2026-11-20', clear: false }, lastTakenOn: '2026-11-10' },
        cornSnake,
        '2026-11-29',
      ),
    ).toEqual(['clear gut'])
  })

  it('lets reasons overrule weight and age, and nothing overrule illness or a full gut', () => {
    expect(
      judge({ weight: { grams: 138, on: '2026-08-28', context: 'empty' }, heaviestGrams: 140 }).overrulable,
    ).toBe(true)
    expect(judge({ openProblems: ['mouth rot'] }).overrulable).toBe(false)
    expect(judge({ droppings: null, lastTakenOn: '2026-11-10' }, cornSnake, '2026-11-29').overrulable).toBe(
      false,
    )
  })

  it('expects a light one over the line on a day', () => {
    const { reasons } = judge({
      hatched: { from: '2024-08-11', to: '2024-08-11' },
      weight: { grams: 138, on: '2026-08-28', context: 'empty' },
      heaviestGrams: 138,
    })
    expect(reasons[0]!.expected!.from > AUTUMN).toBe(true)
  })

  it('follows the school for first-year young', () => {
    const hatched = { from: '2026-08-01', to: '2026-08-01' }
    const young = {
      hatched,
      weight: { grams: 8, on: '2026-08-28', context: 'empty' as const },
      heaviestGrams: 8,
    }
    const by = (firstYearSchool: string) => ({
      ...westernHognose,
      rest: { ...rest(westernHognose), firstYearSchool },
    })
    expect(heldBackBy(young, by(''))).toEqual(['age'])
    expect(heldBackBy(young, by('none'))).toEqual(['age'])
    expect(heldBackBy(young, by('short'))).toEqual([])
    expect(heldBackBy(young, by('only those that refuse food'))).toEqual(['age'])
    expect(heldBackBy({ ...young, refusalsInARow: 3 }, by('only those that refuse food'))).toEqual([])
  })

  it('follows the school for grown snakes', () => {
    const males = { ...cornSnake, rest: { ...rest(cornSnake), needed: 'males only' } }
    expect(heldBackBy({}, males)).toEqual(['species'])
    expect(heldBackBy({ sex: 'male' }, males)).toEqual([])
  })
})

describe('the course of a rest', () => {
  const clock = plan()
  const log = {
    wentInOn: null,
    warmedOn: null,
    wokenBecause: null,
    diedOn: null,
    checks: [],
    disturbances: 0,
    watered: null,
    ateOn: null,
    introducedOn: null,
  }
  const tells = { held: false, loss: null, wakeSigns: '', kind: 'cold rest' as const }
  const onDay = (today: string, change: Partial<Parameters<typeof restCourse>[1]> = {}) =>
    restCourse(clock, { ...log, ...change }, tells, today)

  it('goes from plan to fast to cold to warmth, and says what is next', () => {
    expect(onDay('2026-11-01')).toMatchObject({ state: 'planned', next: { does: 'last meal' } })
    expect(onDay('2026-11-20')).toMatchObject({ state: 'fasting', next: { does: 'clear gut' } })
    const inside = { wentInOn: '2026-11-30' }
    expect(onDay('2026-12-02', inside)).toMatchObject({ state: 'cooling', next: { does: 'hold' } })
    expect(onDay('2026-12-20', inside)).toMatchObject({
      state: 'resting',
      next: { does: 'check', on: '2026-12-17', late: 3 },
      day: { is: 14, of: 70 },
    })
    expect(onDay('2027-02-20', { ...inside, warmedOn: '2027-02-15' }).state).toBe('warming')
    expect(onDay('2027-02-24', { ...inside, warmedOn: '2027-02-15' })).toMatchObject({
      state: 'awake',
      next: { does: 'first water' },
    })
    expect(
      onDay('2027-02-28', { ...inside, warmedOn: '2027-02-15', watered: '2027-02-22', ateOn: '2027-02-27' }),
    ).toMatchObject({
      next: { does: 'introductions', on: '2027-03-15' },
    })
  })

  it('wakes at an ill sign and sends to a vet; damp bedding is only work', () => {
    const checked = (...signs: ('breathing' | 'damp' | 'droppings')[]) =>
      onDay('2026-12-20', { wentInOn: '2026-11-30', checks: [{ on: '2026-12-17', signs }] })
    expect(checked('breathing')).toMatchObject({
      seeVet: true,
      wakeBecause: ['at the last check: breathing'],
    })
    expect(checked('damp')).toMatchObject({
      seeVet: false,
      wakeBecause: [],
      tub: [expect.stringContaining('bedding')],
    })
    expect(checked('droppings').wakeBecause).toEqual([])
    const urine = restCourse(
      clock,
      { ...log, wentInOn: '2026-11-30', checks: [{ on: '2026-12-17', signs: ['droppings'] }] },
      { ...tells, wakeSigns: 'any urine passed' },
      '2026-12-20',
    )
    expect(urine.wakeBecause).toEqual(['any urine passed'])
  })

  it('asks once whether they met, where nobody wrote it down, and calls nothing late for ever', () => {
    const woken = {
      wentInOn: '2026-11-30',
      warmedOn: '2027-02-15',
      watered: '2027-02-20',
      ateOn: '2027-02-27',
    }
    const { introductions } = clock.edges
    const after = (days: number, change = {}) => onDay(addDays(introductions, days), { ...woken, ...change })
    expect(after(20)).toMatchObject({ state: 'awake', next: { does: 'introductions' }, asks: null })
    expect(after(21)).toMatchObject({
      state: 'over',
      next: null,
      asks: { about: 'meeting', since: introductions },
    })
    expect(after(90)).toMatchObject({ next: null, asks: { about: 'meeting' } })
    for (const met of ['yes', 'no', 'not known'] as const)
      expect(after(90, { met })).toMatchObject({ state: 'over', next: null, asks: null })
    expect(after(90, { introducedOn: addDays(introductions, 3) }).asks).toBeNull()
    // A year later nobody remembers; of one that is not bred nobody asks.
    expect(after(200).asks).toBeNull()
    const pet = restCourse(
      clock,
      { ...log, ...woken },
      { ...tells, breeds: false },
      addDays(introductions, 90),
    )
    expect(pet.asks).toBeNull()
  })
})
