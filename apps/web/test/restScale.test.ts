import type { RestBook } from '@hatch-book/contract'
import { NAMES, scaleOf } from '../src/rest/scale'

describe('the days of a rest on a drawing', () => {
  const book = (clocks: object[]) =>
    ({ today: '2026-05-20', rests: clocks.map((clock) => ({ clock })) }) as unknown as RestBook
  it('hold today and four months where nothing is planned, and every day lies where it is read', () => {
    const scale = scaleOf(book([]), 1000)
    expect([scale.from, scale.to]).toEqual(['2026-05-14', '2026-09-27'])
    expect(scale.x(scale.from)).toBe(NAMES)
    expect(scale.x(scale.to)).toBeCloseTo(1000, 9)
    for (const day of ['2026-05-20', '2026-07-01', '2026-09-27']) expect(scale.day(scale.x(day))).toBe(day)
    expect(scale.x('2026-06-02') - scale.x('2026-06-01')).toBeCloseTo(850 / 136, 9)
  })
})
