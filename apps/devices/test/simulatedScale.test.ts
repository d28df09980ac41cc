import { steadyWeight, type ScaleSample } from '@hatch-book/core'
import { SimulatedScale, type Temper } from '../src'

/** What a scale shows for some seconds after an animal was awaited, 20 times a second. */
function weigh(lastGrams: number, temper: Temper, seconds = 12, seed = 3): ScaleSample[] {
  const scale = new SimulatedScale(seed)
  const samples: ScaleSample[] = []
  for (let ms = 0; ms < 1000 * (seconds + 1); ms += 50) {
    if (ms === 1000) scale.put({ tag: 'C11', lastGrams }, ms, temper)
    const [atMs, grams] = scale.read(ms)
    samples.push({ atMs, grams: grams ?? NaN })
  }
  return samples
}

test.each<[Temper, number]>([
  ['calm', 534],
  ['calm', 7],
  ['wriggles', 84],
  ['taken off again', 84],
])('an animal that is %s settles near what it weighed last (%d g)', (temper, grams) => {
  for (let seed = 1; seed <= 8; seed++) {
    const read = steadyWeight(weigh(grams, temper, 12, seed), { capacityGrams: 5000 })
    if (!read.steady) throw new Error(`${read.why} with seed ${seed}`)
    expect(Math.abs(read.grams / grams - 1)).toBeLessThan(0.08)
  }
})

test('an animal that is never still gives no reading, one too heavy shows no figure', () => {
  expect(steadyWeight(weigh(84, 'never still'), { capacityGrams: 5000 })).toEqual({
    steady: false,
    why: 'restless',
  })
  const heavy = weigh(9000, 'calm')
  expect(heavy.at(-1)!.grams).toBeNaN()
  expect(steadyWeight(heavy, { capacityGrams: 5000 })).toEqual({ steady: false, why: 'too heavy' })
})

test('the same seed shows the same figures', () => {
  expect(weigh(84, 'wriggles')).toEqual(weigh(84, 'wriggles'))
})
