import type { Day, TubMate } from '@hatch-book/core'
import type { JudgedAnimal } from '../animals'

/** An animal as those who share a tub with it would find it. */
export function tubMateOf({ row, record, stage, facts }: JudgedAnimal, today: Day): TubMate {
  return {
    tag: row.tag,
    species: record.protocol.species,
    stage: stage.stage,
    hatched: facts.hatched,
    grams: row.grams,
    inQuarantine: row.quarantineUntil !== null && row.quarantineUntil > today,
  }
}
