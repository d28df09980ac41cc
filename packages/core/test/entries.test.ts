import {
  canBeWrittenAgain,
  isAct,
  entryInWords,
  entryKinds,
  ENTRY_KINDS,
  blindOf,
  tradeOf,
  type Seen,
} from '@hatch-book/core'
import * as v from 'valibot'
import { EVERY_PAYLOAD } from './everyPayload'

const figures = { grams: (g: number) => `${g} g`, celsius: (c: number) => `${c} °C`, day: (d: string) => d }
const inWords = (entry: unknown) => entryInWords(entry as Seen, figures)

describe('every kind of entry', () => {
  test.each(entryKinds)('%s takes what it carries, and says it in a line', (kind) => {
    const payload = v.parse(ENTRY_KINDS[kind].payload as v.GenericSchema<unknown, object>, {
      ...EVERY_PAYLOAD[kind],
      // Where it can be remarked on, it is; elsewhere this is left out by its schema.
      note: 'as usual',
    })
    const said = inWords({ kind, payload })
    expect(said).toMatch(/\S/)
    expect(said).not.toMatch(/undefined|null|NaN|\[object|[0-9a-f]{8}-| {2}/)
    if ('note' in payload) expect(said).toMatch(/ – as usual$/)
  })

  test.each(entryKinds.filter((kind) => [...blindOf(kind), ...tradeOf(kind)].length > 0))(
    '%s is said without what is kept from its reader',
    (kind) => {
      const hidden = [...blindOf(kind), ...tradeOf(kind)]
      const whole = EVERY_PAYLOAD[kind] as Record<string, unknown>
      const payload = Object.fromEntries(Object.entries(whole).filter(([key]) => !hidden.includes(key)))
      const said = inWords({ kind, payload })
      expect(said).toMatch(/\S/)
      expect(said).not.toMatch(/undefined|null|NaN|: $/)
      for (const key of hidden.filter((k) => typeof whole[k] === 'string'))
        expect(said).not.toContain(String(whole[key]))
    },
  )
})

test('what only the program writes, as part of a larger act, is never offered to be written again', () => {
  const acts = entryKinds.filter(isAct)
  expect(acts).toEqual(expect.arrayContaining(['singled', 'calibrated', 'paired despite']))
  expect(acts.filter(canBeWrittenAgain)).toEqual([])
  expect(canBeWrittenAgain('weighed')).toBe(true)
})

describe('cohorts', () => {
  test('one is not many', () => {
    expect(inWords({ kind: 'emerged', payload: { females: 1, males: 0, unsexed: 0 } })).toBe(
      'emerged: 1 female, 0 males',
    )
    expect(inWords({ kind: 'emerged', payload: { females: 0, males: 0, unsexed: 12 } })).toBe('emerged: 12')
    expect(inWords({ kind: 'eggs collected', payload: { count: 1, mothers: 'mated' } })).toBe(
      '1 egg collected, mothers mated',
    )
    const lost = (count: number, stage: string) =>
      inWords({ kind: 'lost', payload: { stage, count, why: 'found dead' } } as never)
    expect(lost(14, 'egg')).toBe('lost 14 eggs: found dead')
    expect(lost(1, 'pupal cell')).toBe('lost 1 pupal cell: found dead')
    expect(lost(2, 'pupal cell')).toBe('lost 2 pupal cells: found dead')
    expect(lost(3, 'Large tadpole')).toBe('lost 3 Large tadpoles: found dead')
    expect(lost(20, 'L3')).toBe('lost 20 L3: found dead')
  })

  test('a count is told with how sure it is', () => {
    const stages = { L3: { count: 12, low: 10, high: 14 }, L4: { count: 3, low: 3, high: 3 } }
    expect(inWords({ kind: 'cohort counted', payload: { stages } as never })).toBe(
      'counted: 12 (10 to 14) L3, 3 L4',
    )
    expect(inWords({ kind: 'cohort counted', payload: { stages: {} } as never })).toBe('counted: none')
    expect(
      inWords({
        kind: 'searched',
        payload: { eggs: { young: 1, old: 4 }, larvae: {}, adults: { females: 2, males: 1 } } as never,
      }),
    ).toBe('searched: 1 young egg, 4 old, no larvae, 2 females, 1 male')
  })
})
