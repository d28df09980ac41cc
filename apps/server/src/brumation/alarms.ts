import { newId, type Alarm } from '@hatch-book/contract'
import { isSilent, limitsOf, silenceAlarm, watchUnit, type Instant, type UnitAlarm } from '@hatch-book/core'
import { and, desc, eq, gt, inArray, isNull, or, sql } from 'drizzle-orm'
import { onLog } from '../climate'
import { tables, type Transaction } from '../db/connect'
import { bookNow } from '../shell/actor'
import { announce, publish } from '../shell/live'
import { loadSleepers, type Sleeper } from './sleepers'

const { alarm, member, message, place } = tables
type AlarmRow = typeof alarm.$inferSelect

export const outboxTopic = (bookId: string) => `outbox:${bookId}`

/** The watch looks back so far, and at so many readings; an alarm that stands knows how long it has. */
const WATCHED_HOURS = 4
const WATCHED_READINGS = 3000

/** Looks at what a unit's probe has said lately, and raises or clears its alarms. Silence is looked at elsewhere. */
export async function watchReadings(
  tx: Transaction,
  bookId: string,
  unitId: string,
  at: Instant,
): Promise<void> {
  const sleepers = await loadSleepers(tx, unitId)
  const limits = limitsOf(sleepers.map((s) => s.rules))
  const { rows } = await tx.execute<{ at: number; celsius: number }>(sql`
    select extract(epoch from at)::float8 * 1000 as at, celsius from (
      select at, celsius from reading where probe_id in (select id from probe where place_id = ${unitId})
        and at between ${new Date(at - WATCHED_HOURS * 3_600_000).toISOString()}::timestamptz and ${new Date(at).toISOString()}::timestamptz
      order by at desc limit ${WATCHED_READINGS}) r order by at`)
  const readings = rows.map((r) => ({ at: Math.round(Number(r.at)), celsius: r.celsius }))
  const found = limits ? watchUnit(readings, limits) : []
  await settle(tx, { bookId, unitId, sleepers, at }, found, ['too warm', 'too cold'])
}

/** A log that reaches up to today is watched like a probe that speaks; an older one is history. */
const RECENT_MS = 24 * 3_600_000
onLog(async (tx, bookId, placeId, until) => {
  const [book] = await tx.select().from(tables.book)
  const [unit] = await tx.select({ id: tables.unit.id }).from(tables.unit).where(eq(tables.unit.id, placeId))
  if (unit && book && bookNow(book) - until < RECENT_MS) await watchReadings(tx, bookId, unit.id, until)
})

/** Raises the alarm of a probe that has fallen silent over sleepers, or clears it once it speaks again. */
export async function watchSilence(
  tx: Transaction,
  bookId: string,
  probeId: string,
  { heardAt, everySeconds, now }: { heardAt: Instant; everySeconds: number; now: Instant },
): Promise<void> {
  const [probe] = await tx.select().from(tables.probe).where(eq(tables.probe.id, probeId))
  if (!probe?.secretHash) return
  const sleepers = await loadSleepers(tx, probe.placeId)
  const silent = sleepers.length > 0 && isSilent(heardAt, everySeconds, now)
  const since = `${Math.round((now - heardAt) / 1000)} s ago`
  const [book] = await tx.select().from(tables.book)
  const at = bookNow(book!)
  await settle(
    tx,
    { bookId, unitId: probe.placeId, sleepers, at },
    silent ? [{ ...silenceAlarm(heardAt, since), since: at }] : [],
    ['probe silent'],
  )
}

interface Scene {
  bookId: string
  unitId: string
  sleepers: readonly Sleeper[]
  at: Instant
}

/** Brings the open alarms of some kinds in line with what was found: raises, renews, clears. One of a kind is open at a time. */
async function settle(
  tx: Transaction,
  scene: Scene,
  found: readonly UnitAlarm[],
  kinds: readonly AlarmRow['kind'][],
): Promise<void> {
  const open = await tx
    .select()
    .from(alarm)
    .where(and(eq(alarm.unitId, scene.unitId), isNull(alarm.clearedAt), inArray(alarm.kind, [...kinds])))
  let changed = false
  for (const next of found) {
    const known = open.find((a) => a.kind === next.kind)
    if (!known) {
      const id = newId()
      await tx.insert(alarm).values({ ...rowOf(scene, next), id, raisedAt: new Date(scene.at) })
      await tell(tx, scene, next, id)
      changed = true
    } else if (known.severity !== next.severity || known.says !== next.says) {
      const { severity, says, todo, peakC } = next
      await tx.update(alarm).set({ severity, says, todo, peakC }).where(eq(alarm.id, known.id))
      if (known.severity === 'warn' && severity === 'alarm') {
        await tell(tx, scene, next, known.id)
        changed = true
      }
    }
  }
  for (const gone of open.filter((a) => !found.some((f) => f.kind === a.kind))) {
    await tx
      .update(alarm)
      .set({ clearedAt: new Date(scene.at) })
      .where(eq(alarm.id, gone.id))
    changed = true
  }
  if (changed) await announce(tx, scene.bookId)
}

const rowOf = ({ bookId, unitId }: Scene, { kind, severity, since, peakC, says, todo }: UnitAlarm) => ({
  bookId,
  unitId,
  kind,
  severity,
  since: new Date(since),
  peakC,
  says,
  todo,
})

/** Writes to the owner and the keepers: what is wrong, who sleeps there, what to do. */
async function tell(tx: Transaction, scene: Scene, found: UnitAlarm, alarmId: string): Promise<void> {
  const [unit] = await tx.select({ name: place.name }).from(place).where(eq(place.id, scene.unitId))
  const readers = await tx
    .select({ id: member.id })
    .from(member)
    .where(inArray(member.role, ['owner', 'keeper']))
  const tags = scene.sleepers.map((s) => s.tag)
  const who = tags.length > 8 ? `${tags.slice(0, 8).join(', ')} and ${tags.length - 8} more` : tags.join(', ')
  await tx.insert(message).values(
    readers.map(({ id: memberId }) => ({
      ...{ bookId: scene.bookId, id: newId(), memberId, alarmId, at: new Date(scene.at) },
      subject: `${unit?.name ?? 'A unit'}: ${found.kind}`,
      body: `${found.says}. Asleep there: ${who}. ${found.todo}`,
    })),
  )
  await publish(tx, outboxTopic(scene.bookId), 'waiting')
}

/** Open alarms, and those of the last half year of one unit. */
export async function readAlarms(
  tx: Transaction,
  { unitId, since }: { unitId?: string; since?: Date } = {},
): Promise<Alarm[]> {
  const rows = await tx
    .select({ alarm, unit: place.name, seenBy: member.name })
    .from(alarm)
    .innerJoin(place, eq(place.id, alarm.unitId))
    .leftJoin(member, eq(member.id, alarm.seenBy))
    .where(
      and(
        unitId ? eq(alarm.unitId, unitId) : undefined,
        since ? or(isNull(alarm.clearedAt), gt(alarm.raisedAt, since)) : isNull(alarm.clearedAt),
      ),
    )
    .orderBy(desc(alarm.raisedAt))
    .limit(200)
  return rows
    .map(({ alarm: a, unit, seenBy }) => ({
      ...{
        id: a.id,
        unitId: a.unitId,
        unit,
        kind: a.kind,
        severity: a.severity,
        says: a.says,
        todo: a.todo,
        seenBy,
      },
      since: a.since.toISOString(),
      raisedAt: a.raisedAt.toISOString(),
      clearedAt: a.clearedAt?.toISOString() ?? null,
    }))
    .sort((a, b) => Number(a.clearedAt !== null) - Number(b.clearedAt !== null))
}
