import { proposeBands, stageAir, type StageClimate } from '../src'

const range = (least: number, most: number) => ({ least, typical: (least + most) / 2, most })
const air = (change: Partial<StageClimate> = {}): StageClimate => ({
  ...{ warm: range(28, 32), cool: range(22, 25), night: range(19, 24), alarm: { low: 12, high: 35 } },
  ...{ humidity: range(0.4, 0.6), humidityAlarm: null },
  ...change,
})
const who = (name: string, change: Partial<StageClimate> = {}) => ({ who: name, air: air(change) })

test('a tub is watched from its cool side to its warm one by day, and down to the night’s low', () => {
  expect(proposeBands([who('corn snake')])).toEqual({
    ...{ day: { low: 22, high: 32 }, night: { low: 19, high: 24 }, dayFrom: 8, dayHours: 12 },
    humidity: { low: 0.4, high: 0.6 },
  })
})

test('of a room only its cool side is asked: tubs in it are heated on their own', () => {
  expect(proposeBands([who('corn snake')], true)!.day).toEqual({ low: 22, high: 25 })
})

test('what suits all who live there, and nothing where no one temperature does', () => {
  const gecko = who('crested gecko', {
    warm: range(24, 26),
    cool: null,
    night: range(20, 22),
    humidity: null,
  })
  expect(proposeBands([who('corn snake'), gecko])).toMatchObject({
    day: { low: 24, high: 26 },
    night: { low: 20, high: 22 },
  })
  const frog = who('hill frog', { warm: range(14, 18), cool: null, night: range(10, 12) })
  expect(proposeBands([who('corn snake'), frog])).toBeNull()
  expect(proposeBands([])).toBeNull()
})

test('what a band allows is what the stage calls well, at every half degree', () => {
  const one = who('corn snake')
  const { day } = proposeBands([one])!
  for (let c = 15; c < 38; c += 0.5)
    expect(stageAir(one.air, { celsius: c, humidity: null, night: false }).standing === 'well').toBe(
      c >= day.low && c <= day.high,
    )
})
