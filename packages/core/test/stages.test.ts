import {
  bodySizes,
  entryInWords,
  foldStanding,
  formerNames,
  protocolUnder,
  resolveProtocol,
  stageOf,
  type FigureSetting,
  type ProtocolLayer,
  type RearingFacts,
} from '../src'
import { speciesOf } from './newSpecies'

const TODAY = '2026-08-01'
const turtle = speciesOf('semi-aquatic turtle')
const set = (figures: Record<string, number | string>): ProtocolLayer => ({
  ...{ scope: 'species', of: '', edition: 1, by: 'Ada' },
  settings: {
    schools: {},
    figures: Object.fromEntries(
      Object.entries(figures).map(([key, value]): [string, FigureSetting] => [
        key,
        { value, low: null, high: null },
      ]),
    ),
  },
})
const protocolOf = (figures: Record<string, number | string>) => protocolUnder(turtle, [set(figures)])!
const young: RearingFacts = {
  ...{ sex: 'unknown', sexCertainty: 0, hatched: { from: '2026-05-01', to: '2026-05-01' } },
  ...{ weight: null, mealsInARow: 0, longestRow: 0, lastOfferedOn: null, wholeSheds: 0, lastShedOn: null },
  ...{ openProblems: [], quarantineUntil: null, readiness: null, breeds: false },
}
const names = (figures: Record<string, number | string>) => protocolOf(figures).stages.map((s) => s.name)
const before = names({})
/** The number that a new stage gets. */
const NEW = before.length + 1

test('stages are put in another order and put aside by naming their order; the others stay as they are', () => {
  expect(names({ 'stage.order': '1, 3, 2' })).toEqual([before[0], before[2], before[1]])
  expect(names({ 'stage.order': '1, 2' })).toEqual([before[0], before[1]])
  // What names nothing that is there leaves all.
  expect(names({ 'stage.order': '90, 91' })).toEqual(before)
})

test('a new stage begins as an earlier one, says so, and keeps what its keeper says of it', () => {
  const figures = {
    [`stage.${NEW}.name`]: 'Outdoor pond',
    [`stage.${NEW}.like`]: '2',
    [`stage.${NEW}.litres`]: 300,
    'stage.order': `1, 2, ${NEW}, 3`,
  }
  expect(names(figures)).toEqual([before[0], before[1], 'Outdoor pond', before[2]])
  const [, second, pond] = protocolOf(figures).stages
  expect(pond!.room.litres!.typical).toBe(300)
  expect(pond).toMatchObject({
    days: second!.days,
    feed: second!.feed,
    waterDays: second!.waterDays,
    gate: second!.gate,
  })
  const { sources, guessed } = resolveProtocol(turtle, [set(figures)])
  expect(sources[`stage.${NEW}.days`]).toBe(`same as ‘${before[1]}’`)
  expect(guessed.has(`stage.${NEW}.days`)).toBe(true)
  expect(sources[`stage.${NEW}.litres`]).toBe('set by Ada')
  // With a gate of its own it takes none of the other's.
  const gated = protocolOf({ ...figures, [`stage.${NEW}.gate.shellMm`]: 60 })
  expect(gated.stages[2]!.gate).toEqual([{ kind: 'size', of: 'shell', mm: 60 }])
})

test('a turtle moves on by the length of its shell, and is measured first', () => {
  const asked = {
    'stage.2.gate.grams': 0,
    'stage.2.gate.shellMm': 40,
    'stage.2.gate.words': 'the usual time',
  }
  const standing = (facts: Partial<RearingFacts>) => stageOf({ ...young, ...facts }, protocolOf(asked), TODAY)
  const { gate, stage } = standing({})
  expect(stage.name).toBe(before[1])
  expect(gate.missing).toMatchObject([
    { rule: 'size', standing: 'unknown', change: 'measure its shell length' },
  ])
  const small = standing({ measured: { shell: { mm: 33, on: '2026-07-30' } } })
  expect(small.gate.missing).toMatchObject([
    {
      standing: 'fails',
      have: { value: 33, unit: 'mm' },
      margin: -7,
      note: 'measured 2026-07-30',
      change: 'shell length: 7 mm more',
    },
  ])
  expect(standing({ measured: { shell: { mm: 41, on: '2026-07-30' } } }).stage.name).toBe(before[2])
})

test('any of the evidence opens a gate where any is enough, all of it elsewhere', () => {
  const both = { 'stage.2.gate.shellMm': 40, 'stage.2.gate.grams': 6 }
  const facts = { ...young, weight: { grams: 7, on: '2026-07-30' } }
  expect(stageOf(facts, protocolOf(both), TODAY).stage.name).toBe(before[1])
  const any = { ...both, 'stage.2.gate.needs': 'any of these' }
  expect(stageOf(facts, protocolOf(any), TODAY).stage.name).toBe(before[2])
  expect(stageOf(young, protocolOf(any), TODAY).gate.missing).toHaveLength(2)
})

test('a gate that wants its keeper’s word stays shut until they say so; an age opens by itself', () => {
  const word = { 'stage.2.gate.grams': 0, 'stage.2.gate.word': 'asked' }
  expect(stageOf(young, protocolOf(word), TODAY).gate.missing).toMatchObject([
    { rule: 'word', standing: 'fails' },
  ])
  const said = { ...young, stageSaid: { stage: before[2]!, on: TODAY } }
  expect(stageOf(said, protocolOf(word), TODAY).stage.name).toBe(before[2])
  const age = { 'stage.2.gate.grams': 0, 'stage.2.gate.ageDays': 100 }
  expect(stageOf(young, protocolOf(age), TODAY).gate).toMatchObject({ expected: { from: '2026-08-09' } })
  expect(stageOf(young, protocolOf(age), '2026-08-09').stage.name).toBe(before[2])
})

test('the log finds a stage by a name it had, and by that of one it stands for', () => {
  const said = (stage: string) => ({ ...young, stageSaid: { stage, on: TODAY } })
  const first = { 'stage.2.name': 'Tray' }
  const once = resolveProtocol(turtle, [set(first)]).figures
  const kept = formerNames(resolveProtocol(turtle, []).figures, once)
  expect(kept).toEqual({ 'stage.2.formerly': { value: before[1], low: null, high: null } })
  const again = resolveProtocol(turtle, [
    set({ 'stage.2.name': 'Basin', 'stage.2.formerly': before[1]! }),
  ]).figures
  expect(formerNames(once, again)['stage.2.formerly']!.value).toBe(`${before[1]}\nTray`)
  const renamed = protocolOf({ 'stage.2.name': 'Basin', 'stage.2.formerly': `${before[1]}\nTray` })
  for (const name of [before[1]!, 'Tray', 'Basin'])
    expect([name, stageOf(said(name), renamed, TODAY).stage.name]).toEqual([name, 'Basin'])
  const without = (figures: object) =>
    stageOf(said(before[2]!), protocolOf({ 'stage.order': '1, 2, 4, 5', ...figures }), TODAY).stage.name
  // As long as nobody chose, the one before it.
  expect(without({})).toBe(before[1])
  expect(without({ 'stage.3.instead': '4' })).toBe(before[3])
})

test('whatever is measured is said in the log and stands as last measured', () => {
  const at = (day: number) => Date.UTC(2026, 4, day)
  const measured = (id: string, day: number, payload: object) =>
    ({ id, at: at(day), kind: 'measured', payload }) as Parameters<typeof foldStanding>[0][number]
  const { sizes, young: way } = foldStanding([
    measured('b', 9, { shellMm: 41.5, by: 'calipers' }),
    measured('a', 2, { shellMm: 33, headMm: 9 }),
  ])
  expect(sizes).toEqual({ shell: { mm: 41.5, at: at(9) }, head: { mm: 9, at: at(2) } })
  // The same width decides how large its prey may be.
  expect(way.measured.headMm).toBe(9)
  const figures = { grams: String, celsius: String, day: String }
  expect(
    entryInWords({ kind: 'measured', payload: { shellMm: 41.5, headMm: 9, by: 'calipers' } }, figures),
  ).toBe('measured: shell 41.5 mm long, head 9 mm wide, by calipers')
  expect(bodySizes).toHaveLength(6)
})
