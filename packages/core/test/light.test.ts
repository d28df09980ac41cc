import {
  hoursInWords,
  hoursOfLight,
  hoursTogether,
  isSouthern,
  lightInWords,
  protocolUnder,
  timerWork,
  uvStanding,
  waysOfLife,
  wantsUv,
  type Fitted,
  type LightRules,
  type ProtocolLayer,
  type Timer,
} from '../src'
import { speciesOf } from './newSpecies'

/* How long it is light through the year, when a timer is set anew, and whether a lamp hangs where UV is wanted. */
const ZONE = 'Europe/Berlin'
const just = (typical: number, by = 0) => ({ typical, least: typical - by, most: typical + by })
const rules = (change: Partial<LightRules> = {}): LightRules => ({
  hours: { summer: just(14, 1), winter: just(10, 1) },
  ...{ longestOn: null, uv: null, uvIndex: null, uvSide: '' },
  ...change,
})
const hoursOn = (day: string, zone = ZONE, of = rules()) => hoursOfLight(of, day, zone)!.typical

describe('length of day', () => {
  test('is longest on the longest day, shortest half a year later, and halfway at the equinoxes', () => {
    expect(hoursOn('2026-06-21')).toBeCloseTo(14, 6)
    expect(hoursOn('2026-12-20')).toBeCloseTo(10, 2)
    // Halfway between the two by the calendar: the 20th and 21st of September, of March.
    expect(hoursOn('2026-09-20')).toBeCloseTo(12, 1)
    expect(hoursOn('2026-03-21')).toBeCloseTo(12, 1)
    // A month after midsummer: 10 + 4 · (1 + cos 30°·30/30.44) / 2, by hand about 13.74 h.
    expect(hoursOn('2026-07-21')).toBeCloseTo(13.74, 1)
  })

  test('is turned round in the southern half, and follows a longest day of its own where one is said', () => {
    expect(isSouthern('Australia/Perth') && isSouthern('Africa/Johannesburg')).toBe(true)
    expect(isSouthern(ZONE) || isSouthern('America/New_York') || isSouthern('Asia/Tokyo')).toBe(false)
    expect(hoursOn('2026-12-21', 'Australia/Perth')).toBeCloseTo(14, 6)
    expect(hoursOn('2026-06-21', 'Australia/Perth')).toBeCloseTo(10, 2)
    expect(hoursOn('2026-12-21', ZONE, rules({ longestOn: '12-21' }))).toBeCloseTo(14, 6)
  })

  test('of several is one that suits all of them, to the half hour; where none does, it says so', () => {
    expect(hoursTogether([just(12, 2), just(10, 1)])).toEqual({ hours: 11, suitsAll: true })
    // The mean of 12 and 9 is 10½: too short for the first, so it is moved to the shortest day that it bears.
    expect(hoursTogether([just(12, 1), just(9, 3)])).toEqual({ hours: 11, suitsAll: true })
    expect(hoursTogether([just(14, 1), just(8, 1)])).toEqual({ hours: 11, suitsAll: false })
    expect(hoursTogether([])).toBeNull()
  })

  test('is said as a timer has it', () => {
    expect([0.5, 11.5, 12, 11.25].map(hoursInWords)).toEqual([
      'half an hour',
      '11½ hours',
      '12 hours',
      '11.3 hours',
    ])
    expect(lightInWords(rules(), { growing: false, laying: false }, '2026-09-20', ZONE)).toBe(
      '12 hours of light now (14 hours in midsummer, 10 hours in midwinter)',
    )
    const same = rules({ hours: { summer: just(12), winter: just(12) } })
    expect(lightInWords(same, { growing: false, laying: false }, '2026-09-20', ZONE)).toBe(
      '12 hours of light',
    )
  })
})

describe('a timer', () => {
  const TODAY = '2026-09-20'
  const timer = (change: Partial<Timer> = {}): Timer => ({
    of: { type: 'place', id: 'r1', name: 'Rack 1', placeId: 'r1' },
    ...{ set: null, lit: [{ species: 'dune runner', rules: rules() }] },
    ...change,
  })
  const due = (change: Partial<Timer>, today = TODAY) =>
    timerWork(timer(change), today, ZONE).map(({ due, says, carries }) => [due, says, carries])

  test('that nobody has set is due today, to what the day asks for', () => {
    expect(due({})).toEqual([[TODAY, 'set the timer to 12 hours of light', { hours: 12 }]])
  })

  test('that is right is due once the days have changed by half an hour, and then says how long', () => {
    const [[on, says]] = due({ set: { hours: 12, on: TODAY } }) as [[string, string, object]]
    expect(says).toBe('set the timer to 11½ hours of light')
    // 11.75 h rounds up to 12 h: 10 + 4 · (1 + cos x) / 2 = 11.75 at x = 97.2°, 98.6 days after midsummer.
    expect(on).toBe('2026-09-28')
    expect(hoursOn(on)).toBeLessThan(11.75)
    expect(hoursOn('2026-09-27')).toBeGreaterThanOrEqual(11.75)
  })

  test('that was forgotten is due since the days changed, and is set to what they are now', () => {
    expect(due({ set: { hours: 14, on: '2026-06-21' } })).toEqual([
      [expect.stringMatching(/^2026-07/), 'set the timer to 12 hours of light', { hours: 12 }],
    ])
    // Forgotten for half a year it is right again, and asked for only when the days change once more.
    expect(due({ set: { hours: 12, on: '2026-03-21' } })[0]![0]! > TODAY).toBe(true)
  })

  test('asks for nothing where nobody lives in its light, nor where the days are as long all year', () => {
    expect(due({ lit: [] })).toEqual([])
    const same = rules({ hours: { summer: just(12), winter: just(12) } })
    expect(due({ lit: [{ species: 'dune runner', rules: same }], set: { hours: 12, on: TODAY } })).toEqual([])
  })

  test('counts each species once, and says where no length suits all', () => {
    const long = rules({ hours: { summer: just(16, 0.5), winter: just(16, 0.5) } })
    const lit = [
      { species: 'dune runner', rules: rules() },
      { species: 'dune runner', rules: rules() },
      { species: 'reed frog', rules: long },
    ]
    const [item] = timerWork(timer({ lit }), TODAY, ZONE)
    expect(item).toMatchObject({ says: 'set the timer to 14 hours of light' })
    expect(item!.why).toContain('No day length suits every species here')
  })
})

describe('UV', () => {
  const grown = { growing: false, laying: false }
  const lamp: Fitted = {
    ...{ equipment: 'Tube', kind: 'UV lamp', fittedOn: '2026-01-10' },
    replaceDays: 365,
  }
  const wanted = rules({
    uv: 'low dose',
    uvIndex: { typical: 1, least: 0.5, most: 1.5 },
    uvSide: 'warm side',
  })
  const standing = (of: LightRules, lamps: Fitted[], who = grown, today = '2026-09-20') =>
    uvStanding([{ rules: of, of: who }], lamps, today)

  test('that is wanted and hangs there is well; without a lamp, or with a worn one, it is not', () => {
    expect(standing(wanted, [lamp])).toEqual({
      says: 'UV index 1 (0.5–1.5), warm side: Tube',
      standing: 'well',
    })
    expect(standing(wanted, [])).toMatchObject({ standing: 'outside' })
    expect(standing(wanted, [], grown)!.says).toContain('no UV lamp recorded here')
    expect(standing(wanted, [lamp], grown, '2027-02-01')).toMatchObject({
      says: expect.stringContaining('Tube was due for replacement by 2027-01-10'),
    })
    // A heat lamp gives none.
    expect(standing(wanted, [{ ...lamp, kind: 'heat lamp' }])).toMatchObject({ standing: 'outside' })
  })

  test('only for growing and laying animals follows who lives there', () => {
    const some = rules({ uv: 'growing and laying animals' })
    expect(wantsUv(some, grown)).toBe(false)
    expect(wantsUv(some, { growing: true, laying: false })).toBe(true)
    expect(wantsUv(some, { growing: false, laying: true })).toBe(true)
    expect(standing(some, [lamp])).toMatchObject({ standing: 'outside' })
    expect(standing(some, [lamp], { growing: true, laying: false })).toMatchObject({ standing: 'well' })
  })

  test('of which nobody has said anything is not called well', () => {
    expect(wantsUv(rules({ uv: 'not chosen' }), grown)).toBeNull()
    expect(standing(rules({ uv: 'not chosen' }), [lamp])).toBeNull()
    expect(lightInWords(rules({ uv: 'not chosen', hours: null }), grown, '2026-09-20', ZONE)).toBe(
      'UV light not decided yet',
    )
  })

  test('schools decide it, with its index and side', () => {
    const chosen = (letter: string, question = 'D25'): ProtocolLayer => ({
      ...{ scope: 'species', of: '', edition: 1, by: 'Ada' },
      settings: { schools: { [question]: letter }, figures: {} },
    })
    const tortoise = speciesOf('tortoise')
    const light = (letter: string) => protocolUnder(tortoise, [chosen(letter)])!.light
    expect(light('A')).toMatchObject({ uv: 'full dose', uvIndex: { typical: 3 }, uvSide: 'warm side' })
    expect(light('B')).toMatchObject({ uv: 'low dose', uvIndex: { typical: 1 }, uvSide: 'both sides' })
    expect(light('C').uv).toBe('none')
    const gecko = speciesOf('small lizard laying two eggs')
    expect(protocolUnder(gecko, [])!.light.uv).toBe('not chosen')
    expect(protocolUnder(gecko, [chosen('B', 'D13')])!.light.uv).toBe('low dose')
  })
})

test.each(waysOfLife.filter((way) => 'light.uv' in way.figures).map((way) => way.code))(
  '%s: its days are longer in summer than in winter or as long, within a day, and a lamp is never stronger than the sun',
  (code) => {
    const { hours, uvIndex } = protocolUnder(speciesOf(code), [])!.light
    expect(hours!.summer.typical).toBeGreaterThanOrEqual(hours!.winter.typical)
    expect(hours!.winter.least).toBeGreaterThanOrEqual(6)
    expect(hours!.summer.most).toBeLessThanOrEqual(16)
    expect(uvIndex!.most).toBeLessThan(12)
  },
)
