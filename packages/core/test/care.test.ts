import {
  addDays,
  careInWords,
  careOf,
  careTogether,
  careWork,
  dueWork,
  foodTogether,
  NEVER_DONE,
  planAbsence,
  Sheet,
  withRepeats,
  workByHour,
  type CareDone,
  type CareRule,
  type Due,
  type WorkItem,
} from '../src'

const TODAY = '2027-05-27'
const A4: Due = { type: 'place', id: 'A4', name: 'A4', placeId: 'A4' }
const every = (typical: number, least = typical, most = typical) => ({ typical, least, most })
const misting: CareRule = {
  ...{
    name: 'mist it',
    says: 'mist it',
    kind: 'mist',
    everyDays: every(1),
    at: [],
    stages: null,
    season: null,
  },
  ...{ mayBeLeft: false, turns: [], each: 'tub' },
}
const twice: CareRule = { ...misting, everyDays: every(0.5), at: ['morning', 'evening'] }
const done = (lastOn: string, parts: CareDone['parts'] = [null], times = parts.length): CareDone => ({
  ...{ lastOn, parts, times },
})
const told = (work: readonly WorkItem[]) => work.map((w) => `${w.says} ${w.due}`)

describe('a care task', () => {
  test('begins by itself: it is due today where nobody has written it yet, and stays the same work until somebody does', () => {
    const [first] = careWork(A4, { ...misting, everyDays: every(3, 2, 5) }, NEVER_DONE, TODAY)
    expect(first).toMatchObject({
      ...{ kind: 'mist', says: 'mist it', earliest: TODAY, due: TODAY, latest: '2027-05-29' },
      ...{ why: 'no misting recorded yet', subject: { type: 'place', id: 'A4' } },
    })
    const [tomorrow] = careWork(A4, { ...misting, everyDays: every(3) }, NEVER_DONE, addDays(TODAY, 1))
    expect(tomorrow!.id).toBe(first!.id)
  })

  test('comes back a rhythm after it was last done, within what the rhythm allows', () => {
    const [next] = careWork(A4, { ...misting, everyDays: every(3, 2, 5) }, done('2027-05-26'), TODAY)
    expect(next).toMatchObject({ earliest: '2027-05-28', due: '2027-05-29', latest: '2027-05-31' })
    expect(told(withRepeats(next!, '2027-06-04'))).toEqual([
      ...['mist it 2027-05-29', 'mist it 2027-06-01', 'mist it 2027-06-04'],
    ])
  })

  test('twice a day is twice: each part of the day is work of its own, and what is done leaves the other open', () => {
    expect(told(careWork(A4, twice, done('2027-05-26', ['morning', 'evening']), TODAY))).toEqual([
      ...['mist it, morning 2027-05-27', 'mist it, evening 2027-05-27'],
    ])
    expect(told(careWork(A4, twice, done(TODAY, ['morning']), TODAY))).toEqual([
      ...['mist it, morning 2027-05-28', 'mist it, evening 2027-05-27'],
    ])
    expect(told(careWork(A4, twice, done(TODAY, ['evening']), TODAY))).toEqual([
      ...['mist it, morning 2027-05-27', 'mist it, evening 2027-05-28'],
    ])
    // A tub that is said to be misted, no matter when: the first part that is open is done.
    expect(told(careWork(A4, twice, done(TODAY, [null]), TODAY))[1]).toBe('mist it, evening 2027-05-27')
    expect(told(careWork(A4, twice, done(TODAY, [null, null]), TODAY))).toEqual([
      ...['mist it, morning 2027-05-28', 'mist it, evening 2027-05-28'],
    ])
  })

  test('two weeks of twice a day are twenty-eight', () => {
    const work = careWork(A4, twice, done('2027-05-26', ['morning', 'evening']), TODAY)
    const all = work.flatMap((w) => withRepeats(w, addDays(TODAY, 13), TODAY))
    expect(all).toHaveLength(28)
    expect(new Set(all.map((w) => w.id)).size).toBe(28)
  })

  test('what was left out in the morning gives way to the evening, and the evening waits for its hour', () => {
    const work = careWork(A4, twice, done('2027-05-26', ['morning', 'evening']), TODAY)
    const at = (hour: number) => {
      const { now, later } = workByHour(work, hour)
      return [now.map((w) => w.at), later.map((w) => w.at)]
    }
    expect(at(8)).toEqual([['morning'], ['evening']])
    expect(at(18)).toEqual([['evening'], []])
    const other = { ...work[0]!, subject: { ...work[0]!.subject, id: 'A5' } }
    expect(workByHour([...work, other], 18).now.map((w) => w.subject.id)).toEqual(['A4', 'A5'])
  })

  test('a rotation goes on with each time it is done, and comes round', () => {
    const mash: CareRule = {
      ...{ ...misting, name: 'mash', says: 'feed mash', kind: 'food' },
      ...{ turns: ['banana', 'peach', 'berries'], everyDays: every(2) },
    }
    const turn = (times: number) => careWork(A4, mash, done('2027-05-25', [null], times), TODAY)[0]!
    expect([1, 2, 3].map((times) => turn(times).carries)).toEqual([
      { task: 'mash', with: 'peach' },
      { task: 'mash', with: 'berries' },
      { task: 'mash', with: 'banana' },
    ])
    expect(turn(1).says).toBe('feed mash, peach')
  })

  test('of a season it is due in that season alone, also over New Year', () => {
    const winter: CareRule = { ...misting, season: { from: '11-15', to: '02-20' } }
    expect(told(careWork(A4, winter, NEVER_DONE, TODAY))).toEqual(['mist it 2027-11-15'])
    const [last] = careWork(A4, winter, done('2027-02-18'), '2027-02-18')
    expect(told(withRepeats(last!, '2027-03-10'))).toEqual(['mist it 2027-02-19', 'mist it 2027-02-20'])
  })

  test('a tub is cared for by the quicker of two who live in it', () => {
    const slow = { ...misting, everyDays: every(4) }
    expect(careTogether([slow, misting, { ...slow, name: 'give fresh water' }])).toEqual([
      misting,
      { ...slow, name: 'give fresh water' },
    ])
  })

  test('what may be left out while nobody is here takes no visit', () => {
    const work = (mayBeLeft: boolean) =>
      dueWork({
        ...{ today: TODAY, horizonDays: 20, meals: [], weighIns: [], looks: [], days: [], hatches: [] },
        made: careWork(A4, { ...misting, mayBeLeft }, done(TODAY), TODAY),
      }).flatMap((w) => withRepeats(w, '2027-06-10', TODAY))
    const away = { from: '2027-06-01', to: '2027-06-05', today: TODAY }
    const stays = planAbsence(work(false), away)
    expect([stays.visits.length, stays.left.length]).toEqual([5, 0])
    const left = planAbsence(work(true), away)
    expect([left.visits.length, left.left.length]).toEqual([0, 5])
  })
})

test('care is read from a protocol: rhythm, parts of the day, stages, season, rotation; what was put aside is gone', () => {
  const words = (value: string) => ({
    ...({ label: '', unit: 'words', low: null, high: null, confidence: 'low' } as const),
    value,
  })
  const number = (value: number, low = value, high = value) =>
    ({ ...words(''), unit: 'd', value, low, high }) as const
  const sheet = new Sheet('X', {
    'care.1.name': words('bath'),
    'care.1.everyDays': number(3, 2, 4),
    'stage.1.name': words('hatchling'),
    'stage.2.name': words('juvenile'),
    'care.1.stages': words('1, 2'),
    'care.1.from': words('04-01'),
    'care.1.to': words('10-15'),
    'care.1.away': words('may be left out'),
    'care.1.each': words('each animal'),
    'care.2.name': words('fresh leaves'),
    'care.2.does': words('food'),
    'care.2.everyDays': number(0.5),
    'care.2.turns': words('bramble, oak; hazel'),
    'care.3.name': words('mist it'),
    'care.3.stages': words('none'),
    'care.4.name': words('look at the lamp'),
    'care.4.everyDays': number(1),
    'care.4.at': words('morning, night'),
    'care.4.stages': words('all'),
    'care.5.name': words('spray'),
    'care.5.does': words('misting'),
    'care.5.everyDays': number(1 / 3),
    'care.5.at': words('any time'),
  })
  expect(careOf(sheet)).toEqual([
    {
      ...{
        name: 'bath',
        says: 'bath',
        kind: 'care',
        everyDays: every(3, 2, 4),
        at: [],
        mayBeLeft: true,
      },
      ...{ stages: ['hatchling', 'juvenile'], season: { from: '04-01', to: '10-15' } },
      ...{ turns: [], each: 'animal' },
    },
    {
      ...{
        name: 'fresh leaves',
        says: 'feed fresh leaves',
        kind: 'food',
        everyDays: every(0.5),
        at: ['morning', 'evening'],
      },
      ...{ stages: null, season: null, mayBeLeft: false, turns: ['bramble', 'oak', 'hazel'], each: 'tub' },
    },
    {
      ...{
        name: 'look at the lamp',
        says: 'look at the lamp',
        kind: 'care',
        everyDays: every(1),
        at: ['morning', 'night'],
      },
      ...{ stages: null, season: null, mayBeLeft: false, turns: [], each: 'tub' },
    },
    {
      ...{ name: 'spray', says: 'spray', kind: 'mist', everyDays: every(1 / 3) },
      ...{ at: ['morning', 'evening', 'night'], stages: null, season: null, mayBeLeft: false },
      ...{ turns: [], each: 'tub' },
    },
  ])
})

test('what is repeated is said as a keeper says it', () => {
  const bath: CareRule = { ...misting, says: 'bath', everyDays: every(3) }
  expect(careInWords([twice, bath])).toBe('mist it twice a day, bath every 3 days')
  expect(careInWords([misting])).toBe('mist it every day')
  expect(careInWords([])).toBe('')
})

describe('what is counted out for those who are not named', () => {
  const pellets = { food: 'pellets', everyDays: every(2), each: every(1), count: 24.4 }
  const says = (...fed: Parameters<typeof foodTogether>[0]) => foodTogether(fed)[0]!.says

  test('one for each, and how many that makes', () => {
    expect(says(pellets)).toBe('feed pellets: 1 each, 24 in all')
    expect(says({ ...pellets, count: 1200 })).toBe('feed pellets: 1 each, 1,200 in all')
  })
  test('of stages that get more and less, all of them together', () => {
    const larger = { ...pellets, each: every(3), count: 10 }
    expect(says(pellets, larger)).toBe('feed pellets: 54 in all')
  })
  test('nothing is counted where nobody is, or where one stage grazes', () => {
    expect(says({ ...pellets, count: 0 })).toBe('feed pellets')
    expect(says(pellets, { food: 'leaves', everyDays: every(3), each: null, count: 5 })).toBe(
      'feed pellets; leaves',
    )
    // Of a stage that nobody is in any more nobody asks how it was fed.
    expect(says(pellets, { food: 'leaves', everyDays: every(3), each: null, count: 0.4 })).toBe(
      'feed pellets; leaves: 1 each, 24 in all',
    )
  })
})
