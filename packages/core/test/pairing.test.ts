import { cornSnake, joinPhases, refusalsInARow, watchPairing, type MealOutcome, type Phase } from '../src'

const watch = (
  events: [string, string][],
  on: string,
  shed: string | null = null,
  clutch: string | null = null,
) =>
  watchPairing(
    events.map(([kind, day]) => ({ kind: kind as 'locked', on: day })),
    cornSnake,
    on,
    { femaleShedOn: shed, clutchFoundOn: clutch },
  )

test('a pair not yet introduced is told how', () => {
  expect(watch([], '2026-04-01')).toMatchObject({ state: 'planned', eggs: null })
})

test('a plan that was withdrawn asks for nothing, until they meet after all', () => {
  const withdrawn = (...events: { kind: 'introduced'; on: string }[]) =>
    watchPairing(events, cornSnake, '2026-04-01', { withdrawnOn: '2026-03-20' })
  expect(withdrawn()).toMatchObject({ state: 'withdrawn', step: 'wait', next: { on: null } })
  expect(withdrawn({ kind: 'introduced', on: '2026-03-28' })).toMatchObject({
    state: 'together',
    step: 'part',
  })
})

test('one lock dates the shed and the eggs', () => {
  const seen = watch(
    [
      ['introduced', '2026-04-01'],
      ['locked', '2026-04-01'],
      ['separated', '2026-04-03'],
    ],
    '2026-04-04',
  )
  expect(seen.eggs).toEqual({ from: '2026-05-01', likely: '2026-05-11', to: '2026-05-26' })
  expect(seen.shed).toEqual({ from: '2026-04-23', likely: '2026-05-01', to: '2026-05-13' })
  expect(seen.next).toEqual({ says: 'put them together again', on: '2026-04-06' })
})

test('after two locks she is left in peace until eggs are due', () => {
  const seen = watch(
    [
      ['introduced', '2026-04-01'],
      ['locked', '2026-04-01'],
      ['separated', '2026-04-03'],
      ['introduced', '2026-04-06'],
      ['locked', '2026-04-07'],
      ['separated', '2026-04-08'],
    ],
    '2026-04-09',
  )
  expect(seen.next).toEqual({ says: 'leave her be and look for eggs', on: '2026-05-01' })
  expect(seen.eggs).toMatchObject({ from: '2026-05-01', to: '2026-06-01' })
})

test('her shed narrows the window, and eggs end it', () => {
  const events: [string, string][] = [
    ['introduced', '2026-04-01'],
    ['locked', '2026-04-01'],
    ['separated', '2026-04-02'],
  ]
  expect(watch(events, '2026-05-04', '2026-05-02').eggs).toEqual({
    from: '2026-05-09',
    likely: '2026-05-12',
    to: '2026-05-17',
  })
  expect(watch(events, '2026-05-04', '2026-04-10').eggs!.from).toBe('2026-05-01')
  expect(watch(events, '2026-05-13', '2026-05-02', '2026-05-12')).toMatchObject({ state: 'laid', eggs: null })
})

test('an attack parts them at once, two cold meetings end the try', () => {
  expect(
    watch(
      [
        ['introduced', '2026-04-01'],
        ['attacked', '2026-04-01'],
      ],
      '2026-04-01',
    ).next.says,
  ).toContain('separate them now')
  const cold = watch(
    [
      ['introduced', '2026-04-01'],
      ['ignored', '2026-04-01'],
      ['separated', '2026-04-02'],
      ['introduced', '2026-04-05'],
      ['ignored', '2026-04-05'],
      ['separated', '2026-04-06'],
    ],
    '2026-04-07',
  )
  expect(cold.next.says).toContain('ignored 2 times')
})

test('how likely they mated: a lock nearly settles it, a night unseen is worth a third, being ignored nothing', () => {
  const meeting = (...kinds: string[]): [string, string][] => [
    ['introduced', '2026-04-01'],
    ...kinds.map((k): [string, string] => [k, '2026-04-01']),
    ['separated', '2026-04-03'],
  ]
  expect(watch(meeting('locked'), '2026-04-04').mated).toBeCloseTo(0.9, 12)
  expect(watch(meeting(), '2026-04-04').mated).toBeCloseTo(0.35, 12)
  expect(watch(meeting('ignored'), '2026-04-04').mated).toBe(0)
  expect(
    watch([...meeting('locked'), ['introduced', '2026-04-06'], ['locked', '2026-04-06']], '2026-04-07').mated,
  ).toBeCloseTo(0.99, 12)
  const good = { clutchFoundOn: '2026-05-10', goodEggs: 12 }
  expect(watchPairing([{ kind: 'introduced', on: '2026-04-01' }], cornSnake, '2026-05-11', good).mated).toBe(
    1,
  )
})

test('a male that stops eating is taken out; a season that went by is said to be missed', () => {
  const events = [{ kind: 'introduced' as const, on: '2026-04-01' }]
  expect(watchPairing(events, cornSnake, '2026-04-20', { maleRefusals: 3 }).next.says).toBe(
    'take him out now: he refused 3 meals since they met',
  )
  const cold = [
    ...events,
    { kind: 'ignored' as const, on: '2026-04-01' },
    { kind: 'separated' as const, on: '2026-04-03' },
  ]
  expect(watchPairing(cold, cornSnake, '2026-05-02', { receptiveUntil: '2026-05-01' })).toMatchObject({
    missed: true,
  })
  expect(watchPairing(cold, cornSnake, '2026-04-30', { receptiveUntil: '2026-05-01' }).missed).toBe(false)
})

describe('one rule says when they must stop, by the protocol', () => {
  const together = [{ kind: 'introduced' as const, on: '2026-04-01' }]
  const meals = (...outcomes: MealOutcome[]) => refusalsInARow(outcomes.map((outcome) => ({ outcome })))
  const her = (change: object = {}) => ({
    ...{ onTrial: true, refusalsInARow: 0, gramsAtStart: 400, gramsNow: 398 },
    ...change,
  })

  test('what was only offered or brought up is no refusal; a meal taken ends the row', () => {
    expect(meals('refused', 'offered', 'offered')).toBe(1)
    expect(meals('refused', 'brought up', 'refused')).toBe(2)
    expect(meals('refused', 'refused', 'taken', 'offered')).toBe(0)
  })

  test('his refusals count by the protocol’s figure, not by one of the program’s own', () => {
    const strict = { ...cornSnake, pairing: { ...cornSnake.pairing, stopAfterRefusals: 1 } }
    const lenient = { ...cornSnake, pairing: { ...cornSnake.pairing, stopAfterRefusals: 4 } }
    const watchHim = (p: typeof cornSnake, maleRefusals: number) =>
      watchPairing(together, p, '2026-04-03', { maleRefusals }).mustStop
    expect(watchHim(strict, 1)).toMatchObject({ rule: 'meals refused', out: 'male' })
    expect(watchHim(lenient, 3)).toBeNull()
    expect(watchHim(lenient, 4)).not.toBeNull()
  })

  test('a trial stops by refusals or loss, and a ready female is on none', () => {
    const stop = (female: ReturnType<typeof her>) =>
      watchPairing(together, cornSnake, '2026-04-03', { female }).mustStop
    expect(stop(her())).toBeNull()
    expect(stop(her({ refusalsInARow: 2 }))).toMatchObject({ rule: 'trial', out: 'female' })
    expect(stop(her({ gramsNow: 378 }))!.because).toContain('lost 5.5 %')
    expect(stop(her({ refusalsInARow: 5, onTrial: false }))).toBeNull()
  })

  test('an attack parts them today, and is over once they are apart', () => {
    const attacked = [...together, { kind: 'attacked' as const, on: '2026-04-01' }]
    expect(watchPairing(attacked, cornSnake, '2026-04-02')).toMatchObject({
      step: 'part now',
      next: { on: '2026-04-02' },
    })
    const apart = [...attacked, { kind: 'separated' as const, on: '2026-04-01' }]
    expect(watchPairing(apart, cornSnake, '2026-04-02').mustStop).toBeNull()
  })
})

test('phases that touch become one stretch of the ribbon', () => {
  const phase = (from: string, to: string, label: string): Phase => ({
    name: 'pairing',
    from,
    to,
    label,
    subject: { room: 'pairing', id: label },
  })
  const joined = joinPhases([
    phase('2026-04-05', '2026-04-09', 'C15'),
    phase('2026-04-01', '2026-04-05', 'C11'),
    phase('2026-05-01', '2026-05-02', 'C23'),
  ])
  expect(joined.map((p) => [p.from, p.to, p.label])).toEqual([
    ['2026-04-01', '2026-04-09', 'C11, C15'],
    ['2026-05-01', '2026-05-02', 'C23'],
  ])
})
