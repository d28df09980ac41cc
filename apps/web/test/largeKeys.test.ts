import { meantPress } from '../src/rounds/largeKeys'

describe('keys for wet hands', () => {
  const at = (on: boolean, ...times: number[]) => {
    let now = 0
    const isMeant = meantPress(on, () => now)
    return times.map((time) => {
      now = time
      return isMeant()
    })
  }
  test('a drop that taps twice presses once; a hand that comes again is heard', () => {
    expect(at(true, 0, 120, 500, 900, 1600)).toEqual([true, false, false, true, true])
  })
  test('usual keys are heard as fast as somebody types', () => {
    expect(at(false, 0, 80, 160)).toEqual([true, true, true])
  })
})
