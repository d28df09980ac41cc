import { compileProtocol, MS_PER_DAY, proveByHand, startingDocuments, type Look } from '../src'

const { unit: rules } = compileProtocol(startingDocuments.find((d) => d.code === 'MT')!)!.rest!
const START = Date.UTC(2026, 9, 1)
const HALF_DAY = MS_PER_DAY / 2
const bandC = { low: 3, high: 7 }

/** Read so often, half a day apart. */
const looks = (n: number, read: (i: number) => Partial<Look>): Look[] =>
  Array.from({ length: n }, (_, i) => ({
    ...{ at: START + i * HALF_DAY, celsius: null, lowC: null, highC: null },
    ...read(i),
  }))
const prove = (seen: readonly Look[]) =>
  proveByHand({ looks: seen, from: START, to: START + 14 * MS_PER_DAY, bandC, rules, origin: 'test' })
const standing = (seen: readonly Look[], rule: string) => prove(seen).reasons.find((r) => r.rule === rule)!

test('a fridge that was read 29 times in two weeks, always within the band, is good to go, and says how little that is', () => {
  const proof = prove(looks(29, (i) => ({ celsius: i % 2 ? 3.8 : 6.1 })))
  expect(proof).toMatchObject({ verdict: 'go', minC: 3.8, maxC: 6.1, looks: { times: 29, extremes: 0 } })
  expect(
    standing(
      looks(29, (i) => ({ celsius: i % 2 ? 3.8 : 6.1 })),
      'in band',
    ).note,
  ).toBe('29 readings, 3.8 to 6.1 °C')
  expect(proof.reasons.find((r) => r.rule === 'between')).toMatchObject({
    standing: 'perhaps',
    note: 'not measured',
  })
})

test('one that keeps its extremes tells how far it went in between', () => {
  const seen = looks(29, () => ({ celsius: 5, lowC: 3.4, highC: 6.6 }))
  expect(prove(seen)).toMatchObject({
    verdict: 'go',
    minC: 3.4,
    maxC: 6.6,
    looks: { times: 29, extremes: 29 },
  })
  expect(standing(seen, 'between').standing).toBe('holds')
})

test('an extreme outside the band is not passed: for how long it was so nobody knows', () => {
  const seen = looks(29, (i) => ({ celsius: 5, lowC: 3.4, highC: i === 9 ? 9.2 : 6 }))
  expect(prove(seen).verdict).toBe('not yet')
  expect(standing(seen, 'between').note).toBe('it reached 9.2 °C, for how long is unknown')
})

test('seen too warm once is a no-go, with the turn that would bring it back', () => {
  const proof = prove(looks(29, () => ({ celsius: 8 })))
  expect(proof).toMatchObject({ verdict: 'no-go', advice: { turnByC: -3, enough: true } })
})

test('too few days, or days unseen, are no proof', () => {
  expect(prove(looks(10, () => ({ celsius: 5 }))).verdict).toBe('not yet')
  const gap = looks(29, () => ({ celsius: 5 })).filter((_, i) => i < 10 || i > 14)
  expect(standing(gap, 'unseen')).toMatchObject({ standing: 'unknown', have: { value: 72 } })
  expect(prove(gap).verdict).toBe('not yet')
  expect(prove([])).toMatchObject({ verdict: 'not yet', minC: null })
})
