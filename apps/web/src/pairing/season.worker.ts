import { assignMales, type AssignPlan, type AssignProblem } from '@hatch-book/core'
import { highsSolver } from '@hatch-book/core/solver'
import * as Comlink from 'comlink'
import wasmUrl from 'highs/runtime?url'
import type { LongTask } from '../shell/worker'

const SECONDS = 8

export interface SolvedSeason {
  plan: AssignPlan
  seconds: number
}

const task: LongTask<AssignProblem, SolvedSeason> = {
  run: async (problem) => {
    const solver = await highsSolver(() => wasmUrl)
    const begun = performance.now()
    const plan = assignMales(problem, { solver, seconds: SECONDS })
    return { plan, seconds: (performance.now() - begun) / 1000 }
  },
}
Comlink.expose(task)
