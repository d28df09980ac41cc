import * as v from 'valibot'
import { ENTRY_KINDS, isOfItsDay, kindsOf, outcomesOf, stepsOf, taskKinds, taskOf } from '../src'
import { item } from './workItem'

const CARRIES = {
  prey: 'hopper mouse',
  grams: 9,
  trick: 'brained',
  supplement: 'Ca',
  task: 'egg cards',
  at: 'evening',
} as const
const taskOn = (kind: (typeof taskKinds)[number], type: string) => ({
  ...item('T1', '2027-05-27', '2027-05-27', '2027-05-27', { kind, carries: CARRIES }),
  subject: { type: type as 'animal', id: 'T1', name: 'T1' },
})

describe.each(taskKinds)('a task %s', (kind) => {
  const { on, one, many } = taskOf(kind)

  test('is counted in words of its own', () => {
    expect(one).not.toBe(many)
    expect(kindsOf([{ kind }])).toBe(`1 ${one}`)
    expect(kindsOf([{ kind }, { kind }])).toBe(`2 ${many}`)
  })

  test('is settled by keys that differ, one of them the usual, with entries that are taken of whom it is done on', () => {
    for (const type of on) {
      const outcomes = outcomesOf(taskOn(kind, type))
      expect(new Set(outcomes.map((o) => o.key)).size).toBe(outcomes.length)
      expect(outcomes.filter((o) => o.usual)).toHaveLength(outcomes.length > 0 ? 1 : 0)
      for (const { entries } of outcomes)
        for (const entry of entries) {
          const { subject, payload } = ENTRY_KINDS[entry.kind]
          expect([type, 'any']).toContain(subject)
          expect(v.safeParse(payload as v.GenericSchema, entry.payload).success).toBe(true)
        }
    }
  })

  test('is done before what can wait, where one stands', () => {
    const steps = stepsOf([taskOn('water', 'animal'), taskOn(kind, 'animal')], [])
    const turns = steps.flatMap(({ items }) => items.map((i) => i.kind))
    if (taskOf(kind).turn !== 'the rest') expect(turns).toEqual([kind, 'water'])
    else expect(turns).toContain(kind)
  })
})

test('what must not be missed is what does not come again', () => {
  expect(taskKinds.filter((kind) => isOfItsDay({ kind })).sort()).toEqual(
    ['nest', 'hatch', 'wake', 'rest', 'part', 'split', 'single', 'temperature', 'hand over'].sort(),
  )
})
