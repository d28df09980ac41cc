import {
  firstShortage,
  mendsFor,
  provision,
  type Mend,
  type Provision,
  type ProvisionQuestion,
} from '@hatch-book/core'
import { expose } from 'comlink'

export interface SupplyTold {
  provision: Provision
  /** The want that falls short first, and ways out of it; null where nothing is likely to. */
  short: { want: number; week: number; mends: Mend[] } | null
}

const RUNS = 200
/** The forecast itself is a small part of the work: ways out are many forecasts. */
const FORECAST_PART = 0.3

expose({
  run(question: ProvisionQuestion, report: (done: number) => void): SupplyTold {
    const now = provision(question, { runs: RUNS, onProgress: (done) => report(done * FORECAST_PART) })
    const first = now.wants
      .map((weeks, want) => ({ want, week: firstShortage(weeks) }))
      .filter((w) => w.week !== null)
      .sort((a, b) => a.week! - b.week!)[0]
    if (!first) return { provision: now, short: null }
    const mends = mendsFor(question, now, first.want, (done) =>
      report(FORECAST_PART + done * (1 - FORECAST_PART)),
    )
    return { provision: now, short: { want: first.want, week: first.week!, mends } }
  },
})
