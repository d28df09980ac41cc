import type { AnimalPage } from '@hatch-book/contract'
import { readHatched } from '@hatch-book/core'
import { writingOf } from '../src/animals/animalWriting'

describe('a form of an animal', () => {
  const page = (hatchFact: object | null) =>
    ({
      animal: {
        tag: 'C1',
        name: 'Juniper',
        sex: 'female',
        purpose: 'breeder',
        dam: { id: 'd' },
        sire: null,
        hatchFact,
      },
      ...{ protocolId: 'p', origin: 'bred here', note: '' },
    }) as unknown as AnimalPage

  it('begins blank, or with what is known', () => {
    expect(writingOf(undefined)).toMatchObject({
      tag: '',
      name: '',
      sex: 'unknown',
      hatched: '',
      arrived: null,
    })
    expect(writingOf(page({ date: '2024-05', precision: 'month', widthDays: 0 }))).toMatchObject({
      ...{ tag: 'C1', name: 'Juniper', sex: 'female', hatched: '2024-05', damId: 'd', sireId: null },
    })
    expect(writingOf(page(null)).hatched).toBe('')
  })

  it('saved as it was opened, it leaves the hatch date as exact as it was', () => {
    for (const fact of [
      { date: '2024-05', precision: 'month', widthDays: 0 },
      { date: '2024', precision: 'year', widthDays: 0 },
      { date: '2024-05-01', precision: 'day', widthDays: 0 },
      { date: '2024-05-01', precision: 'about', widthDays: 90 },
    ])
      expect(readHatched(writingOf(page(fact)).hatched, { today: '2026-05-20' })).toEqual({ value: fact })
  })
})
