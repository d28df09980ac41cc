import { parseSlate } from '@hatch-book/core'
import { clutchDraft, resolveLine, type Names } from '../src/slate/resolve'

const A4 = '01890a5d-ac96-774b-bcce-b302099a8057'
const ref = (id: string, tag: string) => ({ id, tag, verdict: null, place: null })
const names: Names = {
  all: [
    { type: 'animal', id: 'c14', name: 'C14' },
    { type: 'animal', id: 'f07', name: 'F07' },
    { type: 'animal', id: 'm2', name: 'M2' },
    { type: 'place', id: A4, name: 'A4' },
    { type: 'cohort', id: 'm1', name: 'M1', stages: ['egg', 'L1', 'L2', 'L3'] },
    { type: 'colony', id: 'q1', name: 'Q1', stages: ['egg', 'size 1', 'size 2'] },
  ],
  pairings: [
    {
      id: 'p1',
      female: ref('f07', 'F07'),
      male: ref('m2', 'M2'),
      state: 'together',
      startedOn: '2027-04-01',
    },
  ],
  ...{ zone: 'Europe/London', today: '2027-05-27', now: '2027-05-27T13:05:00.000Z' },
  boxFor: (damId) => (damId === 'f07' ? { id: 'b9', name: 'box 9' } : null),
}
const context = {
  today: names.today,
  tags: names.all.map((n) => n.name),
  stages: ['egg', 'L1', 'L2', 'L3', 'size 1', 'size 2'],
}
const resolve = (line: string) => resolveLine(parseSlate(line, context)[0]!.entries, names)
const written = (line: string) => resolve(line).writes.map((w) => [w.kind, w.subject.id, w.payload])

test('a line comes to entries about those it names, with the time that was told', () => {
  expect(resolve('c14 84g').writes).toEqual([
    {
      ...{ kind: 'weighed', subject: { type: 'animal', id: 'c14' }, payload: { grams: 84 } },
      ...{ at: names.now, precision: 'minute' },
    },
  ])
  // British summer time is an hour ahead.
  expect(resolve('m2+f07 locked 21:40').writes[0]).toMatchObject({
    ...{ kind: 'locked', subject: { type: 'pairing', id: 'p1' }, at: '2027-05-27T20:40:00.000Z' },
  })
  expect(resolve('c14 refused yesterday').writes[0]).toMatchObject({
    at: '2027-05-26T11:00:00.000Z',
    precision: 'day',
  })
})

test('a condition goes with its weight, a move with its place, a sex with how it was seen', () => {
  expect(written('c14 84g condition 3.5')).toEqual([['weighed', 'c14', { grams: 84, condition: 3.5 }]])
  expect(resolve('c14 condition 3').problem).toContain('written with a weight')
  expect(written('c14 moved to a4')).toEqual([['moved', 'c14', { placeId: A4 }]])
  expect(written('c14 sexed f')).toEqual([
    ['sexed', 'c14', { sex: 'female', certainty: 0.9, method: 'by eye' }],
  ])
  expect(written('a4 misted')).toEqual([['misted', A4, {}]])
})

test('numbers of cohorts and colonies go by their own stages', () => {
  expect(written('m1 moulted 12 L3')).toEqual([['moulted on', 'm1', { from: 'L2', to: 'L3', count: 12 }]])
  expect(written('m1 counted 35-45 L3')).toEqual([
    ['cohort counted', 'm1', { stages: { L3: { count: 40, low: 35, high: 45 } } }],
  ])
  expect(written('m1 emerged 3 males')).toEqual([['emerged', 'm1', { females: 0, males: 3, unsexed: 0 }]])
  expect(written('q1 fed off 30 size 2')).toEqual([['fed off', 'q1', { size: 'size 2', count: 30 }]])
  expect(resolve('q1 fed off 30').problem).toContain('Q1 has egg, size 1, size 2')
  expect(resolve('m1 fed off 30 size 2').problem).toBe('M1 is a cohort: this is said of a colony')
})

test('what this book cannot take is said, and nothing of the line is written', () => {
  expect(resolve('a4 84g')).toMatchObject({ writes: [], problem: 'A4 is a place: this is said of an animal' })
  expect(resolve('c14+m2 locked').problem).toContain('no pair of this book yet')
  expect(resolve('f07 laid').problem).toContain('how many eggs')
})

test('eggs are of the pair that met, not of one that was only planned or was withdrawn', () => {
  const with_ = (id: string, state: 'planned' | 'withdrawn' | 'apart', startedOn: string | null) => ({
    ...{ id, female: ref('f07', 'F07'), male: ref(`m-${id}`, id) },
    ...{ state, startedOn },
  })
  const pairingOf = (...pairings: Names['pairings']) =>
    resolveLine(parseSlate('f07 laid 9', context)[0]!.entries, { ...names, pairings }).clutch!.pairingId
  const [withdrawn, planned] = [with_('w', 'withdrawn', null), with_('n', 'planned', null)]
  expect(pairingOf(withdrawn, planned, with_('met', 'apart', '2027-04-01'))).toBe('met')
  expect(pairingOf(withdrawn, planned)).toBe('n')
  expect(pairingOf(withdrawn)).toBeNull()
})

test('eggs that were laid become a clutch with the bad ones told apart', () => {
  const { clutch, writes } = resolve('f07 laid 11 2bad')
  expect(writes).toEqual([])
  expect(clutch).toMatchObject({ damId: 'f07', pairingId: 'p1', eggs: 11, bad: 2, box: { name: 'box 9' } })
  expect(resolve('c14 laid 3').problem).toContain('no box is free')
  const draft = clutchDraft(clutch!)
  expect(draft.eggs.filter((e) => e.fate === 'infertile')).toHaveLength(2)
  expect(new Set(draft.eggs.map((e) => e.id)).size).toBe(11)
})

test('what a thermometer shows is said of its place, what it is set to as well', () => {
  expect(written('a4 4.6C')).toEqual([['thermometer read', A4, { celsius: 4.6 }]])
  expect(written('a4 4.6C 3.8C 6.1C')).toEqual([
    ['thermometer read', A4, { celsius: 4.6, lowC: 3.8, highC: 6.1 }],
  ])
  expect(written('a4 set 28C')).toEqual([['set point', A4, { celsius: 28 }]])
})
