import type { PastVerdict } from '@hatch-book/contract'
import {
  addDays,
  dayOfInstant,
  foldStanding,
  instantOfDay,
  judgeReadiness,
  type Day,
  type ReadinessVerdict,
  againstInShort,
  sayIn,
} from '@hatch-book/core'
import type { Transaction } from '../db/connect'
import { standingEntries, asLogged } from '../log'
import { loadShelf, type ProtocolShelf } from '../protocols'
import type { Actor } from '../shell/actor'
import { inTurns } from '../shell/turns'
import { breederFacts } from './judge'
import { loadRecords, loadSurroundings, withIds, type AnimalRecord, type Surroundings } from './records'

/** The readiness of an animal as it stood on a day. */
function judgeAsOf(record: AnimalRecord, surroundings: Surroundings, zone: string, day: Day) {
  const facts = breederFacts(record, surroundings, zone)
  // A clutch found later was not known then.
  const lastClutch = facts.lastClutch && facts.lastClutch.foundOn <= day ? facts.lastClutch : null
  return judgeReadiness({ ...facts, lastClutch }, record.protocol, day)
}

const MOST_VERDICTS = 24

/**
 * An animal's verdicts through time: on each day it was weighed, by what the log said then and by the edition of its protocol
 * that was in force.
 */
export async function pastVerdicts(tx: Transaction, actor: Actor, animalId: string): Promise<PastVerdict[]> {
  const [record] = await loadRecords(tx, withIds([animalId]))
  if (!record) return []
  const { zone } = actor.book
  const entries = asLogged((await standingEntries(tx, [animalId])).get(animalId)!)
  const surroundings = await loadSurroundings(tx, zone, [record])
  const weighings = entries.filter((e) => e.kind === 'weighed').slice(-MOST_VERDICTS)
  const shelves = new Map<string, ProtocolShelf>()
  const verdicts: PastVerdict[] = []
  for (const { at } of weighings) {
    const day = dayOfInstant(at, zone)
    const shelf = shelves.get(day) ?? (await loadShelf(tx, new Date(at)))
    shelves.set(day, shelf)
    const standing = foldStanding(entries.filter((e) => e.at <= at))
    const protocol = shelf.of(record.animal)
    const { verdict, reasons } = judgeAsOf({ ...record, protocol, standing }, surroundings, zone, day)
    verdicts.push({
      on: day,
      verdict,
      because: againstInShort(reasons, sayIn(actor.book)),
      edition: shelf.resolved(record.animal).edition || 'starting figures',
    })
  }
  return verdicts.reverse()
}

/**
 * What some animals would have been judged on some days: by what their logs said until then, and by the protocols of today, so that seasons
 * can be held against each other. What was overruled then does not count.
 * @returns in the order asked; null of an animal that is not there
 */
export async function readinessOn(
  tx: Transaction,
  actor: Actor,
  asked: readonly { animalId: string; day: Day }[],
): Promise<(ReadinessVerdict | null)[]> {
  const { zone } = actor.book
  const ids = [...new Set(asked.map((a) => a.animalId))]
  const found = await loadRecords(tx, withIds(ids))
  const records = new Map(found.map((r) => [r.animal.id, r]))
  const logs = await standingEntries(tx, ids)
  const surroundings = await loadSurroundings(tx, zone, found)
  return inTurns(asked, ({ animalId, day }) => {
    const record = records.get(animalId)
    if (!record) return null
    const until = instantOfDay(addDays(day, 1), zone)
    const standing = foldStanding(asLogged(logs.get(animalId)!.filter((e) => e.at.getTime() < until)))
    return judgeAsOf({ ...record, standing }, surroundings, zone, day).verdict
  })
}
