import {
  accumulateDevelopment,
  eggEnded,
  hatchRate,
  MS_PER_DAY,
  updateThermalConstant,
  type BetaPrior,
  type HatchRecord,
  type IncubationRules,
  type Instant,
  type ThermalConstant,
  mean,
} from '@hatch-book/core'
import { eq, inArray, sql } from 'drizzle-orm'
import { onLog, readSetPoints } from '../climate'
import { keepInBook, tables, type Transaction } from '../db/connect'
import { loadShelf } from '../protocols'
import { hatchesOf, readBatchFates } from './batches'
import { readStays, readTemperatures, type ClutchTemperatures, type Stay } from './temperatures'

type ClutchRow = typeof tables.clutch.$inferSelect
type EggRow = typeof tables.egg.$inferSelect

/** A clutch whose eggs have all ended. */
interface EndedClutch {
  clutch: ClutchRow
  eggs: EggRow[]
  protocolId: string
  line: string
  rules: IncubationRules
  /** When each of its eggs that hatched did. */
  hatches: Instant[]
  /** When its last egg ended. */
  endedAt: Instant
}

/** The same with what it tells of the constant: null where none hatched, or nothing is known of its temperatures. */
export interface LearnedFrom extends EndedClutch {
  record: HatchRecord | null
}

/** A log of earlier days changes what clutches tell: they are worked out anew when next asked for. */
onLog(async (tx) => {
  await oneAtATime(tx)
  await tx.update(tables.hatchRecord).set({ basis: '' })
})

/** Records are kept by whoever reads and made void by whoever brings in a log: one after the other, or they lock each other. */
const oneAtATime = (tx: Transaction) =>
  tx.execute(sql`select pg_advisory_xact_lock(hashtext('hatch_record ' || current_setting('app.book_id')))`)

/** The clutches of some species that have ended, with what each tells; what was not worked out yet is, and kept. */
export async function readLearned(tx: Transaction, protocolIds: readonly string[]): Promise<LearnedFrom[]> {
  const ended = await readEnded(tx, protocolIds)
  if (ended.length === 0) return []
  const { hatchRecord } = tables
  const ids = ended.map((e) => e.clutch.id)
  const kept = new Map(
    (await tx.select().from(hatchRecord).where(inArray(hatchRecord.id, ids))).map((r) => [r.id, r]),
  )
  const stays = await readStays(
    tx,
    ended.map((e) => e.clutch),
  )
  const dials = await readSetPoints(tx)
  // All that a record is made of but the readings, which tell for themselves when they change.
  const basisOf = ({ clutch, line, rules, hatches, endedAt }: EndedClutch) => {
    const stood = (stays.get(clutch.id) ?? []).filter((s) => s.from < endedAt)
    return JSON.stringify([
      ...[rules.curve, rules.gapHours, rules.setPointC, line, clutch.method],
      ...[clutch.laidFrom, clutch.laidTo, hatches, endedAt],
      stood.map((s) => [s.from, s.incubator && [s.incubator.id, dials.get(s.incubator.id)]]),
    ])
  }
  const stale = ended.filter((e) => kept.get(e.clutch.id)?.basis !== basisOf(e))
  const fresh = await workOut(tx, stale, stays)
  const found = stale.map((e) => {
    const { bookId, id } = e.clutch
    return { bookId, id, basis: basisOf(e), record: fresh.get(id) ?? null }
  })
  if (found.length > 0) await keepInBook(tx, (writer, stillSo) => keepRecords(writer, found, stillSo))
  return ended.map((e) => ({
    ...e,
    record: fresh.has(e.clutch.id) ? fresh.get(e.clutch.id)! : (kept.get(e.clutch.id)?.record ?? null),
  }))
}

async function keepRecords(
  tx: Transaction,
  rows: readonly (typeof tables.hatchRecord.$inferInsert)[],
  stillSo: () => boolean,
): Promise<void> {
  const { hatchRecord } = tables
  await oneAtATime(tx)
  // Whoever was before may have brought in a log.
  if (!stillSo()) return
  for (const { bookId, id, basis, record } of rows)
    await tx
      .insert(hatchRecord)
      .values({ bookId, id, basis, record })
      .onConflictDoUpdate({ target: [hatchRecord.bookId, hatchRecord.id], set: { basis, record } })
}

async function readEnded(tx: Transaction, protocolIds: readonly string[]): Promise<EndedClutch[]> {
  if (protocolIds.length === 0) return []
  const { animal, clutch, egg } = tables
  const rows = await tx
    .select({
      clutch,
      protocolId: animal.protocolId,
      form: animal.form,
      line: animal.line,
      damTag: animal.tag,
    })
    .from(clutch)
    .innerJoin(animal, eq(animal.id, clutch.damId))
    .where(sql`not ${clutch.withdrawn} and ${inArray(animal.protocolId, [...protocolIds])}`)
    .orderBy(clutch.id)
  if (rows.length === 0) return []
  const ids = rows.map((r) => r.clutch.id)
  const eggs = new Map<string, EggRow[]>(ids.map((id) => [id, []]))
  for (const row of await tx.select().from(egg).where(inArray(egg.clutchId, ids)))
    eggs.get(row.clutchId)!.push(row)
  const batchOf = await readBatchFates(
    tx,
    rows.flatMap((r) => (r.clutch.counted ? [r.clutch.id] : [])),
  )
  const shelf = await loadShelf(tx)
  return rows.flatMap(({ clutch: c, protocolId, form, line, damTag }) => {
    const rules = shelf.usable({ id: c.damId, tag: damTag, form, line, protocolId })?.incubation
    if (!rules || c.kind === 'litter') return []
    const own = eggs.get(c.id)!
    const batch = batchOf(c.id)
    const over = c.counted ? batch.ended >= c.counted.count : own.every((e) => eggEnded(e.fate))
    if (!over || (own.length === 0 && !c.counted)) return []
    const hatches = c.counted
      ? hatchesOf(batch)
      : own.flatMap((e) => (e.fate === 'hatched' && e.fateAt ? [e.fateAt.getTime()] : []))
    const endedAt = Math.max(batch.lastAt ?? 0, ...own.map((e) => (e.fateAt ?? c.foundAt).getTime()))
    return [{ ...{ clutch: c, eggs: own, protocolId, line, rules }, ...{ hatches, endedAt } }]
  })
}

async function workOut(
  tx: Transaction,
  rows: readonly EndedClutch[],
  stays: ReadonlyMap<string, Stay[]>,
): Promise<Map<string, HatchRecord | null>> {
  if (rows.length === 0) return new Map()
  const questions = rows.map(({ clutch, rules, endedAt }) => ({
    ...{ clutch, from: clutch.laidFrom.getTime(), to: endedAt },
    ...{ gapHours: rules.gapHours, usualC: rules.setPointC },
  }))
  const temperatures = await readTemperatures(tx, questions, stays)
  return new Map(rows.map((row) => [row.clutch.id, recordOf(row, temperatures.get(row.clutch.id)!)] as const))
}

function recordOf(
  { clutch, line, rules, hatches }: EndedClutch,
  { readings, setPoint }: ClutchTemperatures,
): HatchRecord | null {
  if (hatches.length === 0) return null
  const from = (clutch.laidFrom.getTime() + clutch.laidTo.getTime()) / 2
  const middle = mean(hatches)
  if (middle <= from) return null
  const log = { readings, setPoint, gapHours: rules.gapHours }
  const { degreeDays } = accumulateDevelopment(rules.curve, log, from, middle)
  if (!(degreeDays > 0)) return null
  return {
    ...{ line, method: clutch.method, degreeDays, days: (middle - from) / MS_PER_DAY },
    eggs: hatches.length,
    squaresDays: hatches.reduce((sum, h) => sum + ((h - middle) / MS_PER_DAY) ** 2, 0),
    layingDays: (clutch.laidTo.getTime() - clutch.laidFrom.getTime()) / MS_PER_DAY,
  }
}

/** The constant for a clutch of a line and a method, from what ended before an instant. */
export function constantFrom(
  learned: readonly LearnedFrom[],
  rules: IncubationRules,
  of: { protocolId: string; line: string; method: string },
  before = Infinity,
): ThermalConstant {
  return updateThermalConstant(
    rules,
    learned
      .filter((l) => l.protocolId === of.protocolId && l.endedAt < before)
      .flatMap((l) => l.record ?? []),
    of,
  )
}

/** The protocol's hatch rate is believed as much as so many eggs. */
const EGGS_BELIEVED = 20

/** Hatched and ended eggs of clutches that were fertile. */
export function countsOf(eggs: readonly EggRow[]) {
  const successes = eggs.filter((e) => e.fate === 'hatched').length
  return { successes, trials: successes + eggs.filter((e) => e.fate === 'dead').length }
}

/** Chance that a fertile egg of a species hatches here: the protocol's, drawn to what this keeper's clutches showed. */
export function survivalFrom(
  learned: readonly LearnedFrom[],
  rules: IncubationRules,
  protocolId: string,
): number {
  const own = learned.filter((l) => l.protocolId === protocolId).map((l) => countsOf(l.eggs))
  const typical = Math.min(0.99, Math.max(0.01, rules.hatchRate.typical))
  const prior: BetaPrior = { alpha: typical * EGGS_BELIEVED, beta: (1 - typical) * EGGS_BELIEVED }
  const successes = own.reduce((sum, c) => sum + c.successes, 0)
  const trials = own.reduce((sum, c) => sum + c.trials, 0)
  return hatchRate({ successes, trials }, prior).expected.share
}
