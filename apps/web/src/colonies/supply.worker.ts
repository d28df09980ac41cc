import {
  mendsFor,
  provision,
  shortagesOf,
  type Mend,
  type Provision,
  type ProvisionQuestion,
  type Shortage,
} from '@hatch-book/core'
import { expose } from 'comlink'

/** A want that falls short, once or more often, and ways out of all of it. */
export interface ShortWant {
  want: number
  shortages: Shortage[]
  mends: Mend[]
}

export interface SupplyTold {
  provision: Provision
  /** The one that falls short first stands first; empty where nothing is likely to. */
  short: ShortWant[]
}

const RUNS = 200
/** The forecast itself is a small part of the work: ways out are many forecasts. */
const FORECAST_PART = 0.3

expose({
  run(question: ProvisionQuestion, report: (done: number) => void): SupplyTold {
    const now = provision(question, { runs: RUNS, onProgress: (done) => report(done * FORECAST_PART) })
    const wants = now.wants
      .map((weeks, want) => ({ want, shortages: shortagesOf(weeks) }))
      .filter((w) => w.shortages.length > 0)
      .sort((a, b) => a.shortages[0]!.from - b.shortages[0]!.from)
    const short = wants.map((w, i): ShortWant => {
      const mends = mendsFor(question, now, w.want, (done) =>
        report(FORECAST_PART + ((i + done) / wants.length) * (1 - FORECAST_PART)),
      )
      return { ...w, mends }
    })
    return { provision: now, short }
  },
})
