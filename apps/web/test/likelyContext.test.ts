import type { AnimalRow } from '@hatch-book/contract'
import { likelyContext } from '../src/parts/likelyContext'

describe('what the log says of a belly', () => {
  const of = (change: Partial<AnimalRow>) =>
    likelyContext({ inShed: false, lastTakenOn: null, ...change } as AnimalRow, '2026-05-20')
  it('is fed for three days after a meal, then empty, and in shed whatever it ate', () => {
    expect(of({ lastTakenOn: '2026-05-20' })).toBe('fed')
    expect(of({ lastTakenOn: '2026-05-17' })).toBe('fed')
    expect(of({ lastTakenOn: '2026-05-16' })).toBe('empty')
    expect(of({})).toBe('empty')
    expect(of({ lastTakenOn: '2026-05-20', inShed: true })).toBe('in shed')
  })
})
