import { stagesOf } from '../src/colonies/supplyQuestion'

describe('sizes of a feeder', () => {
  it('are stages of its colony; one it does not have is left out, and adults are no stage', () => {
    const names = [{ name: 'pinhead' }, { name: 'half grown' }]
    expect(stagesOf(names, ['half grown', 'adults', 'jumbo', 'pinhead'])).toEqual([1, 'adult', 0])
  })
})
