import type { SupplyView } from '@hatch-book/contract'
import type { ProvisionQuestion } from '@hatch-book/core'
import { useMemo } from 'react'
import { useLongTask } from '../shell/worker'
import { askSupply } from './supplyQuestion'

const createWorker = () =>
  new Worker(new URL('./supplyOverview.worker.ts', import.meta.url), { type: 'module' })

/** The first week of shortage of every feeder by its code, as far as it is known yet. */
export function useShortWeeks({ preys, today, weeks }: SupplyView): Map<string, number | null> {
  const asked = useMemo(
    () =>
      preys.flatMap((p) => {
        const question = askSupply(p, today, weeks)?.question
        return question && question.wants.length > 0 ? [{ code: p.code, question }] : []
      }),
    [preys, today, weeks],
  )
  const questions = useMemo(() => asked.map((a) => a.question), [asked])
  const { result } = useLongTask<ProvisionQuestion[], (number | null)[]>(createWorker, questions)
  return useMemo(
    () => new Map(result?.length === asked.length ? asked.map((a, i) => [a.code, result[i]!]) : []),
    [asked, result],
  )
}
