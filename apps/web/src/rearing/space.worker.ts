import type { SpaceView } from '@hatch-book/contract'
import { mendShortage, tubForecast, waysToMend, type Mending, type TubSize } from '@hatch-book/core'
import { expose } from 'comlink'

export interface SpaceTold {
  sizes: TubSize[]
  /** For each size that falls short: what would mend it, the best first. */
  mending: Record<string, Mending[]>
}

const RUNS = 600
const RUNS_TO_MEND = 200

expose({
  run({ question, names }: SpaceView, report: (done: number) => void): SpaceTold {
    const sizes = tubForecast(question, RUNS)
    report(0.4)
    const short = sizes.filter((s) => s.shortage)
    const mending: SpaceTold['mending'] = {}
    short.forEach(({ size }, i) => {
      mending[size] = mendShortage(question, size, waysToMend(question, names, size), RUNS_TO_MEND)
      report(0.4 + (0.6 * (i + 1)) / short.length)
    })
    return { sizes, mending }
  },
})
