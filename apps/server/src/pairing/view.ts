import type { PairingView } from '@hatch-book/contract'
import {
  PAIRING_EVENTS,
  dayOfInstant,
  pairingEventsOf,
  refusalsInARow,
  watchPairing,
  type PartnerFacts,
  ofKinds,
} from '@hatch-book/core'
import { desc, eq, sql } from 'drizzle-orm'
import { judgeAnimals, type JudgedAnimal } from '../animals'
import { tables, type Transaction } from '../db/connect'
import { readEntries, standingEntries, type StoredEntry } from '../log'
import type { Actor } from '../shell/actor'
import { loadPedigree, orderedPedigree, youngInbreeding } from './kin'
import { lastReceptive, loadWindows } from './windows'

type PairingRow = typeof tables.pairing.$inferSelect
export const isPairingEvent = (kind: string) => (PAIRING_EVENTS as readonly string[]).includes(kind)
const SEASON_MS = 200 * 86_400_000

/** Pairings as they are watched: what was seen, and what is next. */
export async function viewPairings(
  tx: Transaction,
  actor: Actor,
  pairings: readonly PairingRow[],
): Promise<PairingView[]> {
  const zone = actor.book.zone
  const ids = pairings.map((p) => p.id)
  const partnerIds = [...new Set(pairings.flatMap((p) => [p.femaleId, p.maleId]))]
  const judged = new Map(
    (partnerIds.length > 0 ? await judgeAnimals(tx, actor, partnerIds) : []).map((j) => [j.row.id, j]),
  )
  const logs = await standingEntries(tx, [...ids, ...partnerIds])
  const clutches = await tx
    .select()
    .from(tables.clutch)
    .where(eq(tables.clutch.withdrawn, false))
    // A pair may lay twice: it is told by its last clutch.
    .orderBy(desc(tables.clutch.foundAt))
  const windows = await loadWindows(
    tx,
    actor,
    [...judged.values()].filter((j) => pairings.some((p) => p.femaleId === j.row.id)).map((j) => j.record),
  )
  const inbreeding =
    pairings.length > 0 ? youngInbreeding(orderedPedigree(await loadPedigree(tx)), pairings) : []
  const goodEggs = await goodEggsOf(tx)
  const entries =
    ids.length > 0 ? await readEntries(tx, { subjectIds: ids, limit: 500, reader: actor.member }) : []
  return pairings.flatMap((pairing, i) => {
    const female = judged.get(pairing.femaleId)
    const male = judged.get(pairing.maleId)
    if (!female || !male) return []
    const events = ofKinds(logs.get(pairing.id)!, ...PAIRING_EVENTS).map((e) => ({
      kind: e.kind,
      on: dayOfInstant(e.at.getTime(), zone),
      at: e.at.getTime(),
      minutes: e.kind === 'locked' ? e.payload.minutes : undefined,
    }))
    const withdrawn = ofKinds(logs.get(pairing.id)!, 'withdrawn').at(-1)
    const sheds = logs.get(pairing.femaleId)!.filter((e) => e.kind === 'shed' && e.at.getTime() <= actor.now)
    const clutch = clutches.find((c) => c.pairingId === pairing.id)
    const startedAt = events[0]?.at ?? null
    const { protocol } = female.record
    const window = windows.get(pairing.femaleId)
    // The window of this season says nothing of a pairing of an earlier one.
    const ofSeason = window && (startedAt === null || actor.now - startedAt < SEASON_MS) ? window : undefined
    const watch = watchPairing(events, protocol, actor.today, {
      femaleShedOn: sheds.length > 0 ? dayOfInstant(sheds.at(-1)!.at.getTime(), zone) : null,
      withdrawnOn: withdrawn ? dayOfInstant(withdrawn.at.getTime(), zone) : null,
      clutchFoundOn: clutch ? dayOfInstant(clutch.foundAt.getTime(), zone) : null,
      goodEggs: clutch ? (goodEggs.get(clutch.id) ?? 0) : null,
      receptiveUntil: lastReceptive(ofSeason),
      maleRefusals: refusedSince(logs.get(pairing.maleId)!, startedAt),
      female: startedAt === null ? null : trialOf(female, logs.get(pairing.femaleId)!, startedAt),
    })
    const despite = ofKinds(logs.get(pairing.id)!, 'paired despite').at(-1)
    return [
      {
        id: pairing.id,
        female: partnerOf(female),
        male: partnerOf(male),
        species: female.row.species,
        line: female.row.line,
        startedOn: startedAt === null ? null : dayOfInstant(startedAt, zone),
        ...watch,
        clutchId: clutch?.id ?? null,
        inbreeding: inbreeding[i]!,
        despite: despite ? { against: despite.payload.against, reason: despite.payload.reason } : null,
        seen: pairingEventsOf(protocol.bodyPlan),
        before: protocol.pairing.before,
        stay: protocol.pairing.stay,
        after: protocol.pairing.after,
        receptive: ofSeason ? { from: ofSeason.from, to: ofSeason.to } : null,
        caution: protocol.pairing.caution,
        entries: entries.filter((e) => e.subject.id === pairing.id),
      },
    ]
  })
}

const partnerOf = ({ row }: JudgedAnimal) => ({
  id: row.id,
  tag: row.tag,
  ...(row.name !== '' && { name: row.name }),
  verdict: row.verdict,
  place: row.place?.name ?? null,
})

type Log = readonly StoredEntry[]

/** What the stop rule of a trial watches: her log from the first introduction. */
function trialOf(female: JudgedAnimal, log: Log, startedAt: number): PartnerFacts {
  const weights = ofKinds(log, 'weighed').filter((e) => e.payload.context !== 'gravid')
  const before = weights.findLast((e) => e.at.getTime() <= startedAt)
  const now = weights.at(-1)
  return {
    onTrial: female.row.verdict !== 'ready',
    gramsAtStart: before ? before.payload.grams : null,
    gramsNow: now && now !== before ? now.payload.grams : null,
    refusalsInARow: refusedSince(log, startedAt),
  }
}

/** Meals refused in a row since they were first put together. */
const refusedSince = (log: Log, since: number | null): number =>
  since === null
    ? 0
    : refusalsInARow(
        log.flatMap((e) =>
          e.kind === 'meal' && e.at.getTime() >= since ? [{ outcome: e.payload.outcome }] : [],
        ),
      )

/** Eggs of each clutch that were not infertile. */
async function goodEggsOf(tx: Transaction): Promise<Map<string, number>> {
  const { rows } = await tx.execute<{ clutch_id: string; good: number }>(
    sql`select clutch_id, count(*) filter (where fate <> 'infertile')::int as good from egg group by clutch_id`,
  )
  return new Map(rows.map((r) => [r.clutch_id, r.good]))
}
