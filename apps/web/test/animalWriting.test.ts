import type { AnimalPage } from '@hatch-book/contract'
import { writingOf } from '../src/animals/animalWriting'

describe('a form of an animal', () => {
  it('begins blank, or with what is known, a width of its own where the date is about', () => {
    expect(writingOf(undefined)).toMatchObject({ tag: '', sex: 'unknown', precision: 'day', widthDays: 30 })
    const animal = {
      tag: 'C1',
      line: 'Kiln',
      sex: 'female',
      purpose: 'breeder',
      dam: { id: 'd' },
      sire: null,
    }
    const page = (hatchFact: object | null) =>
      ({
        animal: { ...animal, hatchFact },
        protocolId: 'p',
        origin: 'bred here',
        note: '',
      }) as unknown as AnimalPage
    expect(writingOf(page({ date: '2024-05', precision: 'month', widthDays: 0 }))).toMatchObject({
      ...{
        tag: 'C1',
        sex: 'female',
        precision: 'month',
        date: '2024-05',
        widthDays: 30,
        damId: 'd',
        sireId: null,
      },
    })
    expect(writingOf(page({ date: '2024-05-01', precision: 'about', widthDays: 90 })).widthDays).toBe(90)
    expect(writingOf(page(null))).toMatchObject({ precision: 'not known', date: '' })
  })
})
