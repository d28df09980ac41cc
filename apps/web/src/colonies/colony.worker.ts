import {
  femalesToKeep,
  simulateColony,
  sustainableHarvest,
  type ColonyQuestion,
  type ColonySimulation,
  type SustainableHarvest,
  type Take,
} from '@hatch-book/core'
import { expose } from 'comlink'

/** A question that can be sent to a worker: one steady temperature. */
export interface Asked extends Omit<ColonyQuestion, 'celsius'> {
  celsius: number
  countSpread: number
  runs: number
  /** What was taken anyway, whatever is wished for. */
  besides: readonly Take[]
  /** The size for which the largest steady take is sought; null for a forecast only. */
  most: { stage: number; fromWeek: number } | null
}
export interface Told {
  simulation: ColonySimulation
  harvest: SustainableHarvest | null
}

const RUNS_TO_TRY = 60

expose({
  run({ runs, countSpread, besides, most, ...question }: Asked, report: (done: number) => void): Told {
    const part = most === null ? 1 : 0.5
    const simulation = simulateColony(question, {
      ...{ runs, countSpread, femalesToKeep: femalesToKeep({ ...question, take: besides }) },
      onProgress: (done) => report(done * part),
    })
    return {
      simulation,
      harvest:
        most === null
          ? null
          : sustainableHarvest({ ...question, take: besides }, { ...most, runs: RUNS_TO_TRY }),
    }
  },
})
