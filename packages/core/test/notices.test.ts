import {
  dayOfInstant,
  mustNotMiss,
  tellFrom,
  timeOfInstant,
  usualChoice,
  type NoticeChoice,
  type TaskKind,
} from '../src'

const ZONE = 'Europe/Lisbon'
const night: NoticeChoice = { ...usualChoice('keeper'), quiet: { from: '22:30', to: '07:15' }, wakes: false }
const MINUTE = 60_000

/** By hand: minute by minute on until the wall clock stands outside the quiet hours. */
function byHand({ quiet }: NoticeChoice, at: number, zone: string): number {
  const isQuiet = (t: number) => {
    const clock = timeOfInstant(t, zone)
    const { from, to } = quiet!
    return from < to ? clock >= from && clock < to : clock >= from || clock < to
  }
  let t = at
  while (isQuiet(t)) t = Math.floor(t / MINUTE) * MINUTE + MINUTE
  return t
}

describe('when somebody is told', () => {
  it('is at once without quiet hours, and never of what they do not want', () => {
    const at = Date.parse('2026-05-20T02:00:00Z')
    const all = usualChoice('owner')
    expect((['alarm', 'warn', 'work'] as const).map((g) => tellFrom(all, g, at, ZONE))).toEqual([at, at, at])
    const worst = { ...all, alarms: 'worst' as const, work: false }
    expect((['alarm', 'warn', 'work'] as const).map((g) => tellFrom(worst, g, at, ZONE))).toEqual([
      at,
      null,
      null,
    ])
    expect(
      (['alarm', 'warn', 'work'] as const).map((g) => tellFrom(usualChoice('helper'), g, at, ZONE)),
    ).toEqual([null, null, null])
  })

  it('waits for the end of the quiet, over midnight and by day, as a walk minute by minute finds it', () => {
    const quiets = [night.quiet, { from: '13:00', to: '14:30' }, { from: '00:00', to: '06:00' }]
    // Each quarter of an hour of two days without a change of clocks, a little off the full minute.
    const start = Date.parse('2026-05-19T00:07:30Z')
    for (const quiet of quiets)
      for (let at = start; at < start + 48 * 60 * MINUTE; at += 15 * MINUTE) {
        const choice = { ...night, quiet }
        expect(tellFrom(choice, 'warn', at, ZONE)).toBe(byHand(choice, at, ZONE))
      }
  })

  it('ends by the wall clock in the nights in which the clocks change', () => {
    for (const evening of ['2026-03-28T23:00:00Z', '2026-10-24T22:00:00Z']) {
      const ends = tellFrom(night, 'work', Date.parse(evening), ZONE)!
      expect(timeOfInstant(ends, ZONE)).toBe('07:15')
      expect(['2026-03-29', '2026-10-25']).toContain(dayOfInstant(ends, ZONE))
    }
  })

  it('lets an alarm wake only whom it may wake, and quiet without length is none', () => {
    const at = Date.parse('2026-05-20T02:00:00Z')
    expect(tellFrom({ ...night, wakes: true }, 'alarm', at, ZONE)).toBe(at)
    expect(tellFrom({ ...night, wakes: true }, 'warn', at, ZONE)).toBe(Date.parse('2026-05-20T06:15:00Z'))
    expect(tellFrom(night, 'alarm', at, ZONE)).toBe(Date.parse('2026-05-20T06:15:00Z'))
    expect(tellFrom({ ...night, quiet: { from: '02:00', to: '02:00' } }, 'warn', at, ZONE)).toBe(at)
  })
})

test('eggs, hatchlings, sleepers and buyers are not to be missed from their day on; meals and tomorrow are', () => {
  const today = '2026-05-20'
  const due = (kind: TaskKind, on: string) => mustNotMiss({ kind, due: on }, today)
  expect(due('nest', today)).toBe(true)
  expect(due('hatch', '2026-05-18')).toBe(true)
  expect(due('hand over', '2026-05-21')).toBe(false)
  expect(due('meal', '2026-05-01')).toBe(false)
})
