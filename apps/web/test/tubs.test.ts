import { readTubs } from '../src/rest/tubList'

describe('tubs as one writes them on a list', () => {
  it('takes a line for each size, however it is written', () => {
    const { tubs, faults } = readTubs('2 × 6 L\n1x40l\n3,5\n12 litres')
    expect(tubs.map((t) => [t.name, t.litres])).toEqual([
      ['T1', 6],
      ['T2', 6],
      ['T3', 40],
      ['T4', 3.5],
      ['T5', 12],
    ])
    expect(faults).toEqual([])
  })

  it('keeps what it cannot read, and says so', () => {
    const { tubs, faults } = readTubs('a heap of boxes\n\n 4 × 2 L ')
    expect(tubs).toHaveLength(4)
    expect(faults).toEqual(['a heap of boxes'])
  })
})
