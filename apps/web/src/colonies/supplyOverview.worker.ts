import { firstShortage, provision, type ProvisionQuestion } from '@hatch-book/core'
import { expose } from 'comlink'

/** Enough to say in which week, not how likely. */
const RUNS = 60

expose({
  /** For each question the first week that is likelier short than not; null where none is. */
  run(questions: ProvisionQuestion[], report: (done: number) => void): (number | null)[] {
    return questions.map((question, i) => {
      report(i / questions.length)
      const { wants } = provision(question, { runs: RUNS })
      const weeks = wants.flatMap((w) => firstShortage(w) ?? [])
      return weeks.length > 0 ? Math.min(...weeks) : null
    })
  },
})
