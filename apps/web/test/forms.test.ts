import { fitting } from '../src/parts/form/drafts'
import { layFaults } from '../src/parts/form/faults'

const same = (field: string) => field
const said = (...fields: [field: string, says: string][]) => ({
  detail: 'Something here cannot be read.',
  fields: fields.map(([field, says]) => ({ field, says })),
})

describe('what was refused', () => {
  const shown = { tag: 'C1', date: '', young: [{ tag: 'Y1' }, { tag: 'Y2' }] }

  it('stands at the field that it is about, in a list too', () => {
    expect(layFaults(said(['tag', 'is taken'], ['young.1.tag', 'is twice here']), shown, same)).toEqual({
      atFields: [
        { name: 'tag', errors: ['is taken'] },
        { name: ['young', 1, 'tag'], errors: ['is twice here'] },
      ],
      apart: '',
    })
  })

  it('stands at the field of which it names a part, and at one that is called otherwise in the form', () => {
    const fieldOf = (field: string) =>
      field.startsWith('hatched') ? field.replace('hatched', 'date') : field
    const { atFields } = layFaults(
      said(['hatched.date', 'write a day'], ['hatched.widthDays', 'too wide']),
      shown,
      fieldOf,
    )
    expect(atFields).toEqual([{ name: 'date', errors: ['write a day', 'too wide'] }])
  })

  it('is said by itself where its field is not shown, or where it is about none', () => {
    expect(layFaults(said(['placeId', 'is full'], ['young.7.tag', 'is gone']), {}, same)).toEqual({
      atFields: [],
      apart: 'is full; is gone',
    })
    const shut = { detail: 'H38 cannot be sold yet. Missing: 3 more meals.', code: 'gate-closed' as const }
    expect(layFaults({ ...shut, fields: said(['unaided meals', '3 more']).fields }, shown, same).apart).toBe(
      shut.detail,
    )
    expect(layFaults({ detail: 'The server does not answer.' }, shown, same).apart).toBe(
      'The server does not answer.',
    )
  })
})

describe('a draft that was kept', () => {
  const begin = { name: '', bins: 1 as number | null, fromId: null as string | null }
  const at = Date.parse('2026-05-20')
  const kept = (draft: object, daysAgo = 0) => ({ at: at - daysAgo * 86_400_000, draft })

  it('is put back into the form that it was written in', () => {
    const draft = { name: 'R2', bins: null, fromId: 'x' }
    expect(fitting(kept(draft), begin, at)).toBe(draft)
  })

  it('is left where the form has other fields by now, or fields of another kind', () => {
    expect(fitting(kept({ name: 'R2', bins: 1 }), begin, at)).toBeNull()
    expect(fitting(kept({ name: 'R2', bins: 1, fromId: null, more: 1 }), begin, at)).toBeNull()
    expect(fitting(kept({ name: 'R2', bins: 'two', fromId: null }), begin, at)).toBeNull()
  })

  it('is forgotten after a month; none is none', () => {
    const draft = { name: 'R2', bins: 1, fromId: null }
    expect(fitting(kept(draft, 29), begin, at)).toBe(draft)
    expect(fitting(kept(draft, 31), begin, at)).toBeNull()
    expect(fitting(undefined, begin, at)).toBeNull()
  })
})
