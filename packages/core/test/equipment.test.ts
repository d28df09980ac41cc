import { equipmentWork, EQUIPMENT_KINDS, outcomesOf, replaceOn, USUALLY_GOOD, type Fitted } from '../src'

const rack = { type: 'place', id: 'p1', name: 'Rack 1', placeId: 'p1' } as const
const lamp: Fitted = { equipment: 'Basking lamp', kind: 'UV lamp', fittedOn: '2026-01-10', replaceDays: 365 }

test('what wears out is replaced a year after it was fitted, some weeks either way', () => {
  expect(replaceOn(lamp)).toBe('2027-01-10')
  expect(equipmentWork(rack, [lamp])).toMatchObject([
    {
      ...{ kind: 'replace', says: 'replace Basking lamp', why: 'fitted on 2026-01-10, good for 365 days' },
      ...{ earliest: '2026-12-27', due: '2027-01-10', latest: '2027-01-24', mayBeLeft: true },
    },
  ])
})

test('what is used until it fails asks for nothing', () => {
  expect(equipmentWork(rack, [{ ...lamp, replaceDays: null }])).toEqual([])
})

test('a new one is the same once more, good for as long', () => {
  const [item] = equipmentWork(rack, [lamp])
  expect(outcomesOf(item!)).toMatchObject([
    {
      ...{ key: 'F', says: 'new Basking lamp fitted', usual: true },
      entries: [
        {
          kind: 'equipment fitted',
          payload: { equipment: 'Basking lamp', kind: 'UV lamp', replaceDays: 365 },
        },
      ],
    },
  ])
})

test('a new one of another day is another piece of work', () => {
  const [before] = equipmentWork(rack, [lamp])
  const [after] = equipmentWork(rack, [{ ...lamp, fittedOn: '2027-01-12' }])
  expect(after!.id).not.toBe(before!.id)
})

test('only what is known to wear out has a time of its own', () => {
  for (const [kind, days] of Object.entries(USUALLY_GOOD)) {
    expect(EQUIPMENT_KINDS).toContain(kind)
    expect(days).toBeGreaterThan(0)
  }
  expect(USUALLY_GOOD.thermostat).toBeUndefined()
})
