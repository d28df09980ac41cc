import type { Effects } from '@hatch-book/contract'
import { told } from '../src/cohorts/study'
import { sayEffects } from '../src/parts/effectsInWords'

describe('numbers in words', () => {
  it('of a stage: one egg, two eggs, and stages by their names', () => {
    expect([told(1, 'egg'), told(2, 'egg'), told(0, 'females'), told(1, 'females')]).toEqual([
      ...['1 egg', '2 eggs', '0 females', '1 female'],
    ])
    expect([told(1.6, 'L4'), told(1234, 'L4')]).toEqual(['2 L4', '1,234 L4'])
  })
  it('of what an edition changes, or that it changes nothing', () => {
    const effects = (change: object) =>
      ({
        judged: 12,
        verdicts: [],
        stages: [],
        work: { count: 0, shown: [] },
        aheadDays: 14,
        ...change,
      }) as Effects
    expect(sayEffects(effects({}))).toBe(
      'Nothing changes: 12 verdicts, all stages and the tasks of the next 14 days stay the same.',
    )
    // Where nobody is judged there is no verdict to stay.
    expect(sayEffects(effects({ judged: 0 }))).toBe(
      'Nothing changes: all stages and the tasks of the next 14 days stay the same.',
    )
    expect(sayEffects(effects({ verdicts: [{}], work: { count: 1, shown: [] } }))).toBe(
      '1 of 12 verdicts and 1 task in the next 14 days change.',
    )
    expect(sayEffects(effects({ verdicts: [{}], stages: [{}, {}], work: { count: 3, shown: [] } }))).toBe(
      '1 of 12 verdicts, 2 stages and 3 tasks in the next 14 days change.',
    )
    expect(sayEffects(effects({ work: { count: 1, shown: [] } }))).toBe('1 task in the next 14 days changes.')
  })
})
