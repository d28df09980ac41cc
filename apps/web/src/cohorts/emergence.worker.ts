import {
  emergenceOverlap,
  planEmergence,
  secondBrood,
  type CoolingQuestion,
  type Overlap,
} from '@hatch-book/core'
import { expose } from 'comlink'

export interface EmergenceAsked extends Omit<CoolingQuestion, 'coolC'> {
  /** Where some could be kept, °C; null where the protocol knows no such place. */
  coolC: number | null
  /** Cocoons of a second brood, half of either sex; 0 for none. */
  second: number
}
export interface EmergenceTold {
  plan: ReturnType<typeof planEmergence> | null
  asTheyAre: Overlap
  /** The second brood that lets most meet: so many days after the first. */
  second: { days: number; overlap: Overlap } | null
}

const LONGEST_LAG = 42

expose({
  run({ coolC, second, ...question }: EmergenceAsked, report: (done: number) => void): EmergenceTold {
    const { groups, span, warmC } = question
    const asTheyAre = emergenceOverlap(groups, span)
    const plan = coolC !== null && coolC < warmC ? planEmergence({ ...question, coolC }) : null
    report(0.7)
    let best: EmergenceTold['second'] = null
    if (second > 0)
      for (let days = 0; days <= LONGEST_LAG; days++) {
        const later = secondBrood(groups, second, days)
        const overlap = emergenceOverlap([...groups, ...later], span)
        if (!best || overlap.pairs > best.overlap.pairs + 0.01) best = { days, overlap }
      }
    return { plan, asTheyAre, second: best }
  },
})
