import { planGenerations, type GenerationPlan, type GoalProblem } from '@hatch-book/core'
import * as Comlink from 'comlink'
import type { LongTask } from '../shell/worker'

const task: LongTask<GoalProblem, GenerationPlan[]> = { run: (problem) => planGenerations(problem) }
Comlink.expose(task)
