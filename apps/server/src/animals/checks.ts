import type { AnimalPage } from '@hatch-book/contract'
import { checkWork, dayOfInstant, type CheckFacts, livesHere } from '@hatch-book/core'
import type { Actor } from '../shell/actor'
import { checksDone } from './checksDone'
import type { JudgedAnimal } from './judge'

/** What decides when an animal is checked; when it lies at its resting temperature, only its rest knows. */
export function checkFacts({ record, facts, stage, row }: JudgedAnimal, zone: string): CheckFacts {
  const { animal, standing } = record
  return {
    done: checksDone(standing, zone),
    firstOn: standing.firstAt === null ? null : dayOfInstant(standing.firstAt, zone),
    hatched: facts.hatched,
    hatchedHere: animal.clutchId !== null,
    stage: stage.stage.name,
    asleep: facts.resting,
    rest: null,
    leavesOn: standing.young.reserved?.until ?? null,
    quarantineUntil: row.quarantineUntil,
  }
}

/** The checks of an animal as its page shows them: what is looked at, when it was last done, and when it is due. */
export function checksOfPage(judged: JudgedAnimal, { book, today }: Actor): AnimalPage['checks'] {
  const { record, row } = judged
  const facts = checkFacts(judged, book.zone)
  const of = { type: 'animal' as const, id: row.id, name: row.tag, placeId: row.place?.id ?? null }
  // Nobody looks over who has left.
  const isHere = livesHere(row.presence)
  const work = isHere ? checkWork(of, record.protocol.checks, facts, today) : []
  return record.protocol.checks.map(({ name, parts }) => {
    const last = facts.done[name]
    const item = work.find(({ carries }) => carries?.check === name)
    return {
      name,
      parts: parts.map((part) => ({ ...part, signs: [...part.signs] })),
      last: last ? { on: last.on, passed: last.passed } : null,
      due: item ? { earliest: item.earliest, due: item.due, why: item.why } : null,
    }
  })
}
