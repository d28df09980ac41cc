import { addDays, daysBetween, inColdHalf, planRest } from '../src'
import { AUTUMN, grown, plan, protocol, rest, salamander, tortoise } from './sleepers'

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

describe('what has happened', () => {
  it('stands in the place of what was planned, and the rest follows it', () => {
    const inside = plan({
      today: '2026-12-20',
      subject: { ...grown, lastTakenOn: '2026-11-18', wentInOn: '2026-12-04' },
    })
    expect(inside.edges).toMatchObject({
      'last meal': '2026-11-18',
      'step down': '2026-12-04',
      hold: '2026-12-11',
    })
    expect(inside.edges.introductions).toBe('2027-03-15')
    const woken = plan({
      today: '2027-01-20',
      subject: { ...grown, lastTakenOn: '2026-11-18', wentInOn: '2026-12-04', warmedOn: '2027-01-15' },
    })
    expect(woken.edges).toMatchObject({
      'step up': '2027-01-15',
      'full warmth': '2027-01-22',
      introductions: '2027-02-12',
    })
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
    expect(
      plan({ moved: { 'step up': '2026-11-20', 'full warmth': '2026-11-10' } }).consequences[0],
    ).toMatchObject({ severity: 'stop' })
  })
})
