import {
  addDays,
  compileProtocol,
  cornSnake,
  daysBetween,
  inColdHalf,
  judgeRest,
  planRest,
  restCourse,
  startingDocuments,
  westernHognose,
  type Protocol,
  type RestFacts,
  type RestRequest,
} from '../src'

const protocol = (code: string): Protocol => compileProtocol(startingDocuments.find((d) => d.code === code)!)!
const tortoise = protocol('MT')
const salamander = protocol('FS')
const rest = (p: Protocol) => p.rest!

const AUTUMN = '2026-09-01'
const grown = { grams: 480, hatched: { from: '2021-07-14', to: '2021-07-14' }, lastTakenOn: '2026-08-20' }
const plan = (change: Partial<RestRequest> = {}) =>
  planRest({
    rules: rest(cornSnake),
    anchor: { kind: 'pairing', day: '2027-03-15' },
    subject: grown,
    today: AUTUMN,
    ...change,
  })

describe('a clock that runs back from the wanted pairing', () => {
  // Worked out on paper from the protocol: 21 d to full warmth, 7 d up, 70 d hold, 7 d down, 14 d without food.
  it('is the protocol laid end to end', () => {
    const { edges, consequences } = plan()
    expect(edges).toEqual({
      'last meal': '2026-11-16',
      'step down': '2026-11-30',
      hold: '2026-12-07',
      'step up': '2027-02-15',
      'full warmth': '2027-02-22',
      'first water': '2027-02-22',
      'first meal': '2027-02-27',
      introductions: '2027-03-15',
    })
    expect(consequences).toEqual([])
  })

  it('steps down by two degrees a day to the hold, and up again', () => {
    const { targets } = plan()
    expect(targets.slice(0, 7).map((t) => t.celsius)).toEqual([24, 22, 20, 18, 16, 14, 12])
    expect(targets.slice(7).map((t) => t.celsius)).toEqual([14, 16, 18, 20, 22, 24, 26])
  })

  it('checks every ten days within the hold', () => {
    const { checks } = plan()
    expect(checks).toEqual([
      '2026-12-17',
      '2026-12-27',
      '2027-01-06',
      '2027-01-16',
      '2027-01-26',
      '2027-02-05',
    ])
  })

  it('keeps the phases in order and without holes for every species and anchor', () => {
    for (const code of ['CS', 'WH', 'BT', 'FG', 'CG', 'MT', 'FS', 'AM'])
      for (const kind of ['pairing', 'first signs', 'cooling begins'] as const) {
        const { phases } = planRest({
          rules: rest(protocol(code)),
          anchor: { kind, day: kind === 'pairing' ? '2027-04-01' : '2026-10-20' },
          subject: { ...grown, lastTakenOn: null },
          today: AUTUMN,
        })
        phases.slice(1).forEach((p, i) => expect(p.from).toBe(phases[i]!.to))
        expect(phases.every((p) => p.from <= p.to)).toBe(true)
      }
  })

  it('shortens the hold when it begins late, and says when even that is too late', () => {
    const late = plan({ today: '2026-12-10', subject: { ...grown, lastTakenOn: '2026-11-20' } })
    expect(late.edges['step down']).toBe('2026-12-10')
    expect(daysBetween(late.edges.hold, late.edges['step up'])).toBe(60)
    expect(late.edges.introductions).toBe('2027-03-15')
    const tooLate = plan({ today: '2027-01-10', subject: { ...grown, lastTakenOn: '2027-01-08' } })
    // 14 d fast, 7 d down, the least hold of 56, 7 d up, 21 d.
    expect(tooLate.edges.introductions).toBe(addDays('2027-01-08', 14 + 7 + 56 + 7 + 21))
    expect(tooLate.consequences[0]!.says).toContain(`introduced on ${tooLate.edges.introductions}`)
  })
})

describe('one plan, many clocks', () => {
  it('gives heavier tortoises a longer fast', () => {
    const lastMeal = (grams: number) => {
      const { edges } = plan({ rules: rest(tortoise), subject: { ...grown, grams } })
      return daysBetween(edges['last meal'], edges['step down'])
    }
    expect([lastMeal(80), lastMeal(700), lastMeal(1600)]).toEqual([12, 18, 24])
  })

  it('gives the young of the first and second year shorter holds', () => {
    const hold = (hatched: string) => {
      const clock = plan({
        rules: rest(tortoise),
        subject: { ...grown, grams: 60, hatched: { from: hatched, to: hatched } },
      })
      return [clock.regime, daysBetween(clock.edges.hold, clock.edges['step up'])]
    }
    expect(hold('2026-08-20')).toEqual(['first year', 35])
    expect(hold('2025-08-20')).toEqual(['second year', 60])
    expect(hold('2015-08-20')).toEqual(['full', 90])
  })

  it('holds first-year salamanders at eight degrees, not at five', () => {
    const born = { from: '2026-05-02', to: '2026-05-09' }
    const clock = plan({ rules: rest(salamander), subject: { ...grown, grams: 3, hatched: born } })
    expect(clock.holdC).toEqual({ typical: 8, least: 6, most: 9 })
  })

  it('runs forward from the first signs and from a fixed date', () => {
    const signs = plan({ anchor: { kind: 'first signs', day: '2026-10-20' } })
    expect(signs.edges['last meal']).toBe('2026-10-20')
    expect(signs.edges['step down']).toBe('2026-11-03')
    const fixed = plan({ anchor: { kind: 'cooling begins', day: '2026-11-10' } })
    expect(fixed.edges['step down']).toBe('2026-11-10')
    expect(fixed.edges.introductions).toBe(addDays('2026-11-10', 7 + 70 + 7 + 21))
  })

  it('knows the cold half of either hemisphere', () => {
    expect(inColdHalf('2027-01-10', 'north')).toBe(true)
    expect(inColdHalf('2027-01-10', 'south')).toBe(false)
    const south = plan({ anchor: { kind: 'pairing', day: '2027-09-15' }, hemisphere: 'south' })
    expect(south.consequences).toEqual([])
    const wrong = plan({ anchor: { kind: 'pairing', day: '2027-09-15' } })
    expect(wrong.consequences.map((c) => c.of)).toEqual(['season'])
  })
})

describe('an edge moved by hand', () => {
  it('stops a fast that is too short, however it came about', () => {
    const moved = plan({ moved: { 'step down': '2026-11-24' } })
    expect(moved.consequences).toContainEqual(
      expect.objectContaining({
        of: 'step down',
        severity: 'stop',
        says: expect.stringContaining('a fast of 8 days, at least 10'),
      }),
    )
    const fedSince = plan({
      today: '2026-11-28',
      moved: { 'last meal': '2026-11-16' },
      subject: { ...grown, lastTakenOn: '2026-11-25' },
    })
    expect(fedSince.consequences.some((c) => c.severity === 'stop')).toBe(true)
  })

  it('says what another length would do, and allows it', () => {
    const short = plan({ moved: { 'step up': '2027-01-20' } })
    expect(short.consequences.map((c) => [c.of, c.severity])).toContainEqual(['step up', 'warn'])
    const steep = plan({ moved: { hold: '2026-12-02' } })
    expect(steep.consequences.find((c) => c.of === 'hold')!.says).toContain('7.0 °C a day')
  })

  it('keeps within its bounds without a word', () => {
    const { bounds } = plan()
    expect(bounds['step up']).toEqual({ from: '2027-02-01', to: '2027-03-07' })
    for (const day of [bounds['last meal'].from, bounds['last meal'].to])
      expect(plan({ moved: { 'last meal': day } }).consequences).toEqual([])
    expect(plan({ moved: { 'last meal': addDays(bounds['last meal'].to, 1) } }).consequences).toHaveLength(1)
  })

  it('only warns where the cool is mild', () => {
    const gecko = plan({ rules: rest(protocol('BT')), moved: { 'last meal': '2026-12-20' } })
    expect(gecko.consequences.every((c) => c.severity === 'warn' || c.of !== 'step down')).toBe(true)
  })

  it('refuses an order that cannot be', () => {
    expect(plan({ moved: { 'step up': '2026-11-20' } }).consequences[0]).toMatchObject({ severity: 'stop' })
  })
})

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
})
