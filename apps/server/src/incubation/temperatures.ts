import { MS_PER_DAY, MS_PER_HOUR, type Instant, type Reading, type SetPoint } from '@hatch-book/core'
import { sql } from 'drizzle-orm'
import { readMeans, readSetPoints } from '../climate'
import { tables, type Transaction } from '../db/connect'
import { standsSql, carried, isOfKind } from '../log'

type PlaceRow = typeof tables.place.$inferSelect
type ProbeRow = typeof tables.probe.$inferSelect

/** A box that a clutch stood in, from when on, and the incubator that held it. */
export interface Stay {
  box: PlaceRow
  incubator: PlaceRow | null
  from: Instant
}

/** Whose temperatures are asked for, and over which time. */
export interface TemperatureQuestion {
  clutch: typeof tables.clutch.$inferSelect
  from: Instant
  to: Instant
  gapHours: number
  /** Where nobody set anything. */
  usualC: number
}

/** What the eggs of a clutch had, box by box. */
export interface ClutchTemperatures {
  stays: Stay[]
  readings: Reading[]
  setPoint: SetPoint[]
}

/** Where clutches stood and stand: the box they were set in, then each that they were moved to. */
export async function readStays(
  tx: Transaction,
  clutches: readonly TemperatureQuestion['clutch'][],
): Promise<Map<string, Stay[]>> {
  const places = new Map((await tx.select().from(tables.place)).map((p) => [p.id, p]))
  const ids = clutches.map((c) => c.id)
  const { rows } = await tx.execute<{ subject_id: string; at: Date; box_id: string }>(sql`
    select e.subject_id, e.at, ${carried('clutch moved', 'boxId')} as box_id from entry e
    where ${isOfKind('clutch moved')} and e.subject_id = any(${sql.param(ids)}::uuid[]) and ${standsSql} order by e.at, e.id`)
  const stay = (boxId: string | null, from: Instant): Stay[] => {
    const box = boxId ? places.get(boxId) : undefined
    return box ? [{ box, incubator: heldIn(places, box), from }] : []
  }
  return new Map(
    clutches.map((c) => [
      c.id,
      [
        ...stay(c.boxId, c.laidFrom.getTime()),
        ...rows.filter((r) => r.subject_id === c.id).flatMap((r) => stay(r.box_id, new Date(r.at).getTime())),
      ],
    ]),
  )
}

/**
 * The temperatures of many clutches at once: each probe is read once, over all the time that anybody asks about.
 * @param read every reading, or means of ten minutes
 */
export async function readTemperatures(
  tx: Transaction,
  questions: readonly TemperatureQuestion[],
  staysOf: ReadonlyMap<string, Stay[]>,
  read: typeof readMeans = readMeans,
): Promise<Map<string, ClutchTemperatures>> {
  const probes = new Map((await tx.select().from(tables.probe)).map((p) => [p.placeId, p]))
  const plans = await readSetPoints(tx)
  const spans = new Map<string, { probe: ProbeRow; from: Instant; to: Instant }>()
  for (const q of questions)
    for (const { placeId, from, to } of pieces(q, staysOf.get(q.clutch.id) ?? [])) {
      const probe = placeId ? probes.get(placeId) : undefined
      if (!probe) continue
      const known = spans.get(probe.id)
      const margin = marginOf(q)
      spans.set(probe.id, {
        probe,
        from: Math.min(known?.from ?? Infinity, from - margin),
        to: Math.max(known?.to ?? -Infinity, to + margin),
      })
    }
  const logs = new Map<string, Reading[]>()
  for (const { probe, from, to } of spans.values())
    logs.set(probe.placeId, await read(tx, probe, new Date(from), new Date(to)))
  return new Map(
    questions.map((q) => {
      const stays = staysOf.get(q.clutch.id) ?? []
      const parts = pieces(q, stays)
      const margin = marginOf(q)
      const readings = parts.flatMap(({ placeId, from, to }, i) =>
        slice(
          (placeId && logs.get(placeId)) || [],
          i === 0 ? from - margin : from,
          i === parts.length - 1 ? to + margin : to - 1,
        ),
      )
      const setPoint = parts.flatMap(({ placeId, from }, i) => {
        const next = parts[i + 1]?.from ?? Infinity
        return planFrom(placeId ? (plans.get(placeId) ?? []) : [], from, next, q.usualC)
      })
      return [
        q.clutch.id,
        { stays, readings, setPoint: setPoint.length > 0 ? setPoint : [{ from: q.from, celsius: q.usualC }] },
      ]
    }),
  )
}

/** Far enough to meet the next reading of a thermometer that is read once a day. */
const marginOf = ({ gapHours }: TemperatureQuestion) => Math.max(gapHours, 36) * MS_PER_HOUR

const LAST_YEAR = { fromDays: 372, toDays: 175 } as const

/** What the incubators in which clutches stand now had a year ago: from a week before this date to half a year after it. */
export async function readLastYear(
  tx: Transaction,
  asked: readonly { clutchId: string; now: Instant }[],
  staysOf: ReadonlyMap<string, Stay[]>,
): Promise<Map<string, Reading[]>> {
  if (asked.length === 0) return new Map()
  const probes = new Map((await tx.select().from(tables.probe)).map((p) => [p.placeId, p]))
  const logs = new Map<string, Reading[]>()
  const found = new Map<string, Reading[]>()
  for (const { clutchId, now } of asked) {
    const placeId = staysOf.get(clutchId)?.at(-1)?.incubator?.id
    const probe = placeId ? probes.get(placeId) : undefined
    if (!probe) continue
    const daysAgo = (days: number) => new Date(now - days * MS_PER_DAY)
    const log =
      logs.get(probe.id) ??
      (await readMeans(tx, probe, daysAgo(LAST_YEAR.fromDays), daysAgo(LAST_YEAR.toDays)))
    logs.set(probe.id, log)
    found.set(clutchId, log)
  }
  return found
}

/** The stretches of a question by the incubator that held the clutch. */
function pieces({ from, to }: TemperatureQuestion, stays: readonly Stay[]) {
  return stays.flatMap((stay, i) => {
    const start = i === 0 ? from : Math.max(from, stay.from)
    const end = Math.min(to, stays[i + 1]?.from ?? to)
    return end > start || i === stays.length - 1
      ? [{ placeId: stay.incubator?.id ?? null, from: start, to: Math.max(start, end) }]
      : []
  })
}

function slice(readings: readonly Reading[], from: Instant, to: Instant): Reading[] {
  const first = firstFrom(readings, from)
  return readings.slice(first, firstFrom(readings, to + 1))
}

function firstFrom(readings: readonly Reading[], at: Instant): number {
  let [low, high] = [0, readings.length]
  while (low < high) {
    const middle = (low + high) >> 1
    if (readings[middle]!.at < at) low = middle + 1
    else high = middle
  }
  return low
}

/** What was set between two instants, beginning with what held at the first. */
function planFrom(plan: readonly SetPoint[], from: Instant, to: Instant, usualC: number): SetPoint[] {
  const holding = plan.findLast((s) => s.from <= from) ?? plan[0]
  return [
    { ...(holding ?? { celsius: usualC }), from },
    ...plan.filter((s) => s.from > from && s.from < to && s !== holding),
  ]
}

/** The incubator that a box stands in, however deep. */
function heldIn(places: ReadonlyMap<string, PlaceRow>, box: PlaceRow): PlaceRow | null {
  let at: PlaceRow | undefined = box
  while (at && at.kind !== 'incubator') at = at.parentId ? places.get(at.parentId) : undefined
  return at ?? null
}
