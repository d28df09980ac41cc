import type { DueMeal } from '@hatch-book/contract'
import { mealEntry } from '../src/rearing/mealEntry'

describe('what is written of a due meal', () => {
  const meal = (change: Partial<DueMeal> = {}) =>
    ({
      ...{ animal: { id: 'c1', tag: 'C1' }, prey: 'fuzzy', half: false, supplement: null },
      ...{ grams: { typical: 6.2, least: 5, most: 7 }, ...change },
    }) as DueMeal
  const payload = (...[of, outcome, more]: Parameters<typeof mealEntry>) =>
    mealEntry(of, outcome, more).payload

  it('is the outcome with what was offered, and half of it where half was due', () => {
    expect(mealEntry(meal(), 'taken')).toEqual({
      ...{ kind: 'meal', subject: { type: 'animal', id: 'c1' } },
      payload: { outcome: 'taken', prey: 'fuzzy', grams: 6.2 },
    })
    expect(payload(meal({ half: true }), 'taken')).toMatchObject({ grams: 3.1 })
  })
  it('names no weight that nobody knows, and no more words of a feed than an entry holds', () => {
    expect(payload(meal({ grams: null }), 'refused')).toEqual({ outcome: 'refused', prey: 'fuzzy' })
    expect((payload(meal({ prey: 'x'.repeat(200) }), 'taken') as { prey: string }).prey).toHaveLength(80)
  })
  it('tells of a trick that was tried and a powder that was swallowed, and of neither where it was not', () => {
    const dusted = meal({ supplement: { supplement: 'Ca', after: '' } })
    expect(payload(dusted, 'taken', { trick: 'scented', assisted: true })).toMatchObject({
      ...{ trick: 'scented', assisted: true, supplement: 'Ca' },
    })
    // What was only put in front of it has told nothing of a trick yet.
    expect(payload(dusted, 'offered', { trick: 'scented' })).not.toHaveProperty('trick')
    expect(payload(dusted, 'brought up')).not.toHaveProperty('supplement')
  })
})
