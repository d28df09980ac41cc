/*
 * How quick colonies are reckoned: npm run bench:colonies
 *
 * A year of a colony of six stages, once by its mean course (what a slider asks for) and ten thousand times by chance.
 */
import { colonyModelOf, projectColony, simulateColony, startingDocuments } from '@hatch-book/core'

const RUNS = 10_000
const document = startingDocuments.find((d) => d.code === 'TR')!
const model = colonyModelOf(document)!
const question = {
  model,
  start: { young: model.stages.map(() => 0), females: 40, males: 20 },
  celsius: model.referenceC,
  days: 364,
  bins: 3,
}
const took = (work: () => void) => {
  const from = performance.now()
  work()
  return performance.now() - from
}
const means = Array.from({ length: 50 }, () => took(() => projectColony(question))).sort((a, b) => a - b)
console.log(
  `${model.species}, ${model.stages.length} stages: the mean year takes ${means[25]!.toFixed(1)} ms in the middle, ${means.at(-1)!.toFixed(1)} at most (wanted 20)`,
)
let told = 0
const played = took(() => {
  simulateColony(question, { runs: RUNS, onProgress: () => void told++ })
})
console.log(
  `${RUNS} years by chance take ${(played / 1000).toFixed(1)} s (wanted 10), told ${told} times how far they are`,
)
