import { effectiveDegrees } from '../incubation'
import { layingShare, type ColonyModel } from './model'

export interface PipelineWish {
  /** Eggs put into each day's jar. */
  eggsPerDay: number
  /** Index of the stage at which a jar is emptied. */
  stage: number
  celsius: number
  /** So many times what replaces the parents is kept back. */
  spare?: number
}

/** Jars started day after day, each one age; what they come to once the first is emptied. */
export interface Pipeline {
  /** Days from the egg to the size. */
  days: number
  /** Jars that stand at once. */
  jars: number
  /** So many reach the size each day. */
  perDay: number
  /** Of them so many are kept back to breed, and so many are fed off. */
  keptBack: number
  fedOff: number
  /** Females that lay the eggs. */
  females: number
}

const USUAL_SPARE = 1.5

/**
 * A pipeline of jars: as many stand as days pass until the size is reached; parents are replaced as their days of laying end, out
 * of those that are kept back.
 * @returns null where nothing develops or nobody lays at the temperature
 * @throws RangeError for eggs or a stage that cannot be
 */
export function pipelineOf(
  model: ColonyModel,
  { eggsPerDay, stage, celsius, spare = USUAL_SPARE }: PipelineWish,
): Pipeline | null {
  if (!(eggsPerDay > 0)) throw new RangeError('a jar begins with eggs')
  if (!model.stages[stage] || stage === 0) throw new RangeError('no such size')
  const share = layingShare(model, celsius)
  const before = model.stages.slice(0, stage)
  const days = before.reduce((sum, { curve }) => sum + curve.degreeDays / effectiveDegrees(curve, celsius), 0)
  if (share <= 0 || !Number.isFinite(days)) return null
  const through = (stages: typeof before) => stages.reduce((p, s) => p * s.survive, 1)
  const perDay = eggsPerDay * through(before)
  const females = eggsPerDay / (model.eggsPerFemaleDay.typical * share)
  const replaced = females / model.layingDays.typical
  const keptBack = Math.min(
    perDay,
    (spare * replaced) / (model.femaleShare * through(model.stages.slice(stage))),
  )
  return { days, jars: Math.ceil(days), perDay, keptBack, fedOff: perDay - keptBack, females }
}
