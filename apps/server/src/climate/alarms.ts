import { newId, type Alarm } from '@hatch-book/contract'
import {
  firstOf,
  sayIn,
  ENCLOSURE_SILENT,
  calibrated,
  dangerOf,
  frozenAlarm,
  isSilent,
  silenceAlarm,
  timeOfInstant,
  watchBands,
  watchDanger,
  watchPlace,
  type ClimateLimits,
  type Instant,
  type PlaceAlarm,
  type WantsAir,
} from '@hatch-book/core'
import { and, desc, eq, gt, inArray, isNull, or, sql } from 'drizzle-orm'
import { tables, type Transaction } from '../db/connect'
import { addToWaiting, post } from '../notices'
import { actorOfBook, bookNow, type Actor } from '../shell/actor'
import { announce } from '../shell/live'

const { alarm, member, place } = tables
type AlarmRow = typeof alarm.$inferSelect

/** Who is in a place, and what they bear. */
export interface Occupants {
  /** Such as 'Asleep there'. */
  says: string
  names: readonly string[]
  limits: ClimateLimits
}
/** A room of the book says who is in a place that it watches; null where nobody is. */
export type Watch = (tx: Transaction, placeId: string) => Promise<Occupants | null>
const watches: Watch[] = []
export const watchOver = (watch: Watch) => watches.push(watch)

/** A room of the book says who lives in a place and what air their stage wants. */
type Living = (tx: Transaction, actor: Actor, placeId: string) => Promise<(WantsAir & { tag: string })[]>
const livings: Living[] = []
export const warnOfDanger = (living: Living) => livings.push(living)

/** What those who live in a place bear; of nobody by name, since it is asked for the book and not for a member. */
async function dangerIn(tx: Transaction, bookId: string, placeId: string) {
  const [row] = await tx.select().from(tables.book)
  const actor = actorOfBook(row!)
  const living = await livingIn(tx, actor, placeId)
  const [where] = await tx.select({ kind: place.kind }).from(place).where(eq(place.id, placeId))
  const bears = living.flatMap(({ who, tag, air: { alarm: limits } }) =>
    limits
      ? // A heated tub is warm in a cool room, but none is cool in a hot one.
        [{ who, tag, lowC: where?.kind === 'room' ? -Infinity : limits.low, highC: limits.high }]
      : [],
  )
  return { limits: dangerOf(bears), tags: bears.map((b) => b.tag) }
}

/** Who lives in a place, and what air they want. */
export const livingIn = async (tx: Transaction, actor: Actor, placeId: string) =>
  (await Promise.all(livings.map((of) => of(tx, actor, placeId)))).flat()

export async function occupantsOf(tx: Transaction, placeId: string): Promise<Occupants | null> {
  for (const watch of watches) {
    const found = await watch(tx, placeId)
    if (found) return found
  }
  return null
}

/** The watch looks back so far, and at so many readings; an alarm that stands knows how long it has. */
const WATCHED_HOURS = 26
const WATCHED_READINGS = 3000

/** Looks at what a place's probe has said lately, and raises or clears its alarms. Silence is looked at elsewhere. */
export async function watchReadings(
  tx: Transaction,
  bookId: string,
  placeId: string,
  at: Instant,
): Promise<void> {
  const occupants = await occupantsOf(tx, placeId)
  const [where] = await tx.select({ bands: place.bands }).from(place).where(eq(place.id, placeId))
  const scene: Scene = { bookId, placeId, occupants, at, living: [] }
  const danger = occupants ? { limits: null, tags: [] } : await dangerIn(tx, bookId, placeId)
  if (!occupants && !where?.bands && !danger.limits)
    return settle(tx, scene, [], ['too warm', 'too cold', 'too dry', 'too damp', 'probe frozen'])
  const [probe] = await tx.select().from(tables.probe).where(eq(tables.probe.placeId, placeId))
  const { rows } = await tx.execute<{ at: number; celsius: number; humidity: number | null }>(sql`
    select extract(epoch from at)::float8 * 1000 as at, celsius, humidity from (
      select at, celsius, humidity from reading where probe_id in (select id from probe where place_id = ${placeId})
        and at between ${new Date(at - WATCHED_HOURS * 3_600_000).toISOString()}::timestamptz and ${new Date(at).toISOString()}::timestamptz
      order by at desc limit ${WATCHED_READINGS}) r order by at`)
  const readings = calibrated(
    rows.map((r) => ({ at: Math.round(Number(r.at)), celsius: r.celsius, humidity: r.humidity })),
    probe?.calibrations ?? [],
  )
  const { zone, weightUnit, temperatureUnit } = tables.book
  const [book] = await tx.select({ zone, weightUnit, temperatureUnit }).from(tables.book)
  const say = sayIn(book!)
  scene.living = danger.tags
  const dangers = danger.limits ? watchDanger(readings, danger.limits, say) : []
  const banded = where?.bands && !occupants ? watchBands(readings, where.bands, book!.zone, say) : []
  const found = [
    ...(occupants ? watchPlace(readings, occupants.limits, say) : []),
    ...dangers,
    // What is past all bearing is past its band as well: it is said once.
    ...banded.filter((b) => !dangers.some((d) => d.kind === b.kind)),
  ]
  const frozen = frozenAlarm(readings, say)
  await settle(tx, scene, frozen ? [...found, frozen] : found, [
    'too warm',
    'too cold',
    'too dry',
    'too damp',
    'probe frozen',
  ])
}

/** A log that reaches up to today is watched like a probe that speaks; an older one is history. */
const RECENT_MS = 24 * 3_600_000
export async function watchLog(
  tx: Transaction,
  bookId: string,
  placeId: string,
  until: Instant,
): Promise<void> {
  const [book] = await tx.select().from(tables.book)
  if (book && bookNow(book) - until < RECENT_MS) await watchReadings(tx, bookId, placeId, until)
}

/**
 * Raises the alarm of a probe that has fallen silent over somebody, or clears it once it speaks again.
 * @returns whether there is anybody over whom to tell of it
 */
export async function watchSilence(
  tx: Transaction,
  bookId: string,
  probeId: string,
  { heardAt, everySeconds, now }: { heardAt: Instant; everySeconds: number; now: Instant },
): Promise<boolean> {
  const [probe] = await tx.select().from(tables.probe).where(eq(tables.probe.id, probeId))
  if (!probe?.secretHash) return false
  const occupants = await occupantsOf(tx, probe.placeId)
  const [where] = await tx.select({ bands: place.bands }).from(place).where(eq(place.id, probe.placeId))
  const todo = occupants?.limits.words.todo['probe silent'] ?? (where?.bands ? ENCLOSURE_SILENT : null)
  const [book] = await tx.select().from(tables.book)
  const at = bookNow(book!)
  await settle(
    tx,
    { bookId, placeId: probe.placeId, occupants, at, living: [] },
    todo && isSilent(heardAt, everySeconds, now)
      ? [{ ...silenceAlarm(heardAt, everySeconds, todo), since: at }]
      : [],
    ['probe silent'],
  )
  return todo !== null
}

interface Scene {
  bookId: string
  placeId: string
  occupants: Occupants | null
  at: Instant
  /** Tags of those who live there. */
  living: readonly string[]
}

/** Brings the open alarms of some kinds in line with what was found: raises, renews, clears. One of a kind is open at a time. */
async function settle(
  tx: Transaction,
  scene: Scene,
  found: readonly PlaceAlarm[],
  kinds: readonly AlarmRow['kind'][],
): Promise<void> {
  const open = await tx
    .select()
    .from(alarm)
    .where(and(eq(alarm.placeId, scene.placeId), isNull(alarm.clearedAt), inArray(alarm.kind, [...kinds])))
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
    const [book] = await tx.select({ zone: tables.book.zone }).from(tables.book)
    await addToWaiting(tx, gone.id, `It was over at ${timeOfInstant(scene.at, book!.zone)}.`)
    changed = true
  }
  if (changed) await announce(tx, scene.bookId, ['climate'])
}

const rowOf = ({ bookId, placeId }: Scene, { kind, severity, since, peakC, says, todo }: PlaceAlarm) => ({
  bookId,
  placeId,
  kind,
  severity,
  since: new Date(since),
  peakC,
  says,
  todo,
})

/** Tells of it: what is wrong, who is there, what to do. More of its kind in the same room, or silence anywhere, is one cause. */
async function tell(tx: Transaction, scene: Scene, found: PlaceAlarm, alarmId: string): Promise<void> {
  const path = await pathOf(tx, scene.placeId)
  const names = scene.occupants?.names ?? (found.isDanger ? scene.living : [])
  const who = names.length > 0 ? ` ${scene.occupants?.says ?? 'Animals there'}: ${firstOf(names, 8)}.` : ''
  const room = found.kind === 'probe silent' ? '' : ` in ${path.at(-1)?.id ?? scene.placeId}`
  await post(tx, scene.bookId, {
    ...{
      grade: found.isDanger ? ('danger' as const) : found.severity,
      cause: `${found.kind}${room}`,
      what: found.kind,
      at: scene.at,
    },
    parts: [{ key: alarmId, name: path[0]?.name ?? 'A place', says: `${found.says}.${who} ${found.todo}` }],
  })
}

/** A place and those that hold it, the outermost last. */
async function pathOf(tx: Transaction, placeId: string): Promise<{ id: string; name: string }[]> {
  const { rows } = await tx.execute<{ id: string; name: string }>(sql`
    with recursive up as (
      select id, name, parent_id, 0 as height from place where id = ${placeId}
      union select p.id, p.name, p.parent_id, up.height + 1 from place p join up on up.parent_id = p.id where up.height < 9
    ) select id, name from up order by height`)
  return rows
}

/** Open alarms, or with a day all since then; of one place or of all. */
export async function readAlarms(
  tx: Transaction,
  { placeId, since }: { placeId?: string; since?: Date } = {},
): Promise<Alarm[]> {
  const rows = await tx
    .select({ alarm, place: place.name, placeKind: place.kind, seenBy: member.name })
    .from(alarm)
    .innerJoin(place, eq(place.id, alarm.placeId))
    .leftJoin(member, eq(member.id, alarm.seenBy))
    .where(
      and(
        placeId ? eq(alarm.placeId, placeId) : undefined,
        since ? or(isNull(alarm.clearedAt), gt(alarm.raisedAt, since)) : isNull(alarm.clearedAt),
      ),
    )
    .orderBy(desc(alarm.raisedAt))
    .limit(200)
  return rows
    .map(({ alarm: a, place: name, placeKind, seenBy }) => ({
      ...{
        id: a.id,
        placeId: a.placeId,
        place: name,
        placeKind,
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
