import type { FindingRow, PairingView } from '@hatch-book/contract'
import {
  addDays,
  anotherClutchChance,
  dayOfInstant,
  daysBetween,
  gestationWindow,
  layingWindow,
  nextNestCheck,
  windowAfter,
  type ClockWindow,
  type Day,
  type GestationSign,
  type LayingSign,
  type Protocol,
  times,
} from '@hatch-book/core'
import { eq, inArray, sql } from 'drizzle-orm'
import { tables, type Transaction } from '../db/connect'
import { standsSql, carried, isOfKind } from '../log'
import { viewPairings } from '../pairing'
import { loadShelf } from '../protocols'
import type { Actor } from '../shell/actor'

/** Signs older than this say nothing of the laying that is awaited, days. */
const SIGNS_DAYS = 40
/** A female is looked for so long after her window has closed, days. */
const GIVEN_UP_DAYS = 21
const SEASON_DAYS = 300
const UNLIKELY = 0.3

interface Awaited {
  damId: string
  pairingId: string | null
  again: boolean
  window: ClockWindow
  usualDays: number
  own: number[]
  chance: number
  because: string
}

/** Females that may lay or bear, the nearest first: from their matings, from what they laid already, and from signs. */
export async function readFinding(tx: Transaction, actor: Actor): Promise<FindingRow[]> {
  const { today, book } = actor
  const { animal, clutch } = tables
  const since = new Date(actor.now - SEASON_DAYS * 86_400_000)
  const clutches = await tx.select().from(clutch).where(eq(clutch.withdrawn, false))
  const begun = await tx.execute<{ id: string }>(sql`
    select distinct e.subject_id as id from entry e
    where ${isOfKind('introduced', 'locked', 'taken up')} and e.at > ${since.toISOString()}::timestamptz and ${standsSql}`)
  const ids = begun.rows.map((r) => r.id)
  const pairings =
    ids.length > 0 ? await tx.select().from(tables.pairing).where(inArray(tables.pairing.id, ids)) : []
  const views = await viewPairings(tx, actor, pairings)
  const laidOn = (c: (typeof clutches)[number]) => dayOfInstant(c.foundAt.getTime(), book.zone)
  const awaited: Awaited[] = []
  const damIds = [...new Set([...views.map((p) => p.female.id), ...clutches.map((c) => c.damId)])]
  const dams = new Map(
    (damIds.length > 0 ? await tx.select().from(animal).where(inArray(animal.id, damIds)) : []).map((d) => [
      d.id,
      d,
    ]),
  )
  const shelf = await loadShelf(tx)
  const protocolOf = (damId: string) => shelf.of(dams.get(damId)!)
  // Of one whose protocol is broken nothing can be foretold.
  const isBroken = (damId: string) => shelf.faultOf(dams.get(damId)!) !== null
  const intervals = await ownIntervals(tx, actor)
  const ofPairings = views.flatMap((p) => (p.clutchId ? [] : [p.female.id]))
  const log = await signsOf(tx, [...ofPairings, ...clutches.map((c) => c.damId)], actor)
  for (const p of views) {
    if (p.clutchId || isBroken(p.female.id)) continue
    const protocol = protocolOf(p.female.id)
    const { lockToLaying, lockToShed } = protocol.pairing
    const window = protocol.incubation
      ? p.eggs
      : bearingWindow(p, protocol, log.get(p.female.id) ?? [], today, book.zone)
    if (!window) continue
    awaited.push({
      ...{ damId: p.female.id, pairingId: p.id, again: false, window, usualDays: lockToLaying.typical },
      // Once her shed was seen, the eggs are counted from it, and what she did after earlier matings says no more.
      own: p.shed === null && lockToShed ? [] : (intervals.get(p.female.id) ?? []),
      chance: p.mated,
      because: `${p.locks > 0 ? 'mated' : 'together'} with ${p.male.tag}`,
    })
  }
  const foretold = clutches.filter((c) => !isBroken(c.damId))
  awaited.push(...laidAlready(foretold, protocolOf, laidOn, today))
  const standing = await standingOf(
    tx,
    awaited.map((a) => a.damId),
  )
  return awaited
    .flatMap((a): FindingRow[] => {
      const dam = dams.get(a.damId)!
      const here = standing.get(a.damId)
      if (here?.gone || dam.withdrawn) return []
      const protocol = protocolOf(a.damId)
      const lines = log.get(a.damId) ?? []
      const signs = lines.flatMap((l) => (l.sign ? [{ sign: l.sign, on: l.on }] : []))
      const lately = signs.filter((s) => s.on >= addDays(a.window.from, -SIGNS_DAYS))
      const forecast = layingWindow({
        ...{ window: a.window, own: a.own, usualDays: a.usualDays },
        signs: lately,
        shedToLaying: protocol.pairing.shedToLaying,
      })
      if (forecast.to < addDays(today, -GIVEN_UP_DAYS)) return []
      const checkedOn = lines.findLast((l) => !l.sign)?.on ?? null
      return [
        {
          dam: { id: dam.id, tag: dam.tag },
          pairingId: a.pairingId,
          species: protocol.species,
          line: dam.line,
          place: here?.place ?? null,
          comes: a.again ? 'eggs again' : protocol.incubation ? 'eggs' : 'young',
          kind: kindOf(protocol),
          windowDays: { from: forecast.from, to: forecast.to },
          likelyDay: forecast.likely,
          because: [a.because, ...forecast.because].join('; '),
          signs: protocol.pairing.signs,
          seen: lately,
          checkedOn,
          // Where it is unlikely, a nest is left alone until she shows something.
          checkOn:
            a.chance < UNLIKELY && lately.length === 0
              ? null
              : nextNestCheck(forecast, lately, checkedOn, today),
          chance: a.chance,
          unlikely: a.chance < UNLIKELY,
        },
      ]
    })
    .sort((a, b) => a.likelyDay.localeCompare(b.likelyDay))
}

/** When a female that carries bears: from a shed after ovulation, her matings, or how long the two were together. */
function bearingWindow(
  { entries }: PairingView,
  { pairing }: Protocol,
  log: readonly SignLine[],
  today: Day,
  zone: string,
): ClockWindow | null {
  const days = (...kinds: string[]) =>
    entries
      .filter((e) => !e.struckBy && kinds.includes(e.kind))
      .map((e) => dayOfInstant(Date.parse(e.at), zone))
      .sort()
  const spans: [GestationSign['kind'], Day[]][] = [
    ['mating seen', days('locked', 'taken up')],
    ['ovulation shed', log.flatMap((l) => (l.sign === 'shed before laying' ? [l.on] : [])).slice(-1)],
    ['last together', togetherSpan(days('introduced'), days('separated'), today)],
  ]
  return gestationWindow(
    spans.flatMap(([kind, found]) =>
      found.length > 0 ? [{ kind, from: found[0]!, to: found.at(-1)! }] : [],
    ),
    {
      'mating seen': pairing.lockToLaying,
      'last together': pairing.lockToLaying,
      ...(pairing.shedToLaying ? { 'ovulation shed': pairing.shedToLaying } : {}),
    },
  )
}

const togetherSpan = (introduced: readonly Day[], separated: readonly Day[], today: Day): Day[] =>
  introduced.length === 0
    ? []
    : [
        introduced[0]!,
        separated.at(-1) && separated.at(-1)! >= introduced.at(-1)! ? separated.at(-1)! : today,
      ]

/** What a species' eggs come as, by the words of its protocol. */
export function kindOf({ young, incubation }: Pick<Protocol, 'young' | 'incubation'>): FindingRow['kind'] {
  if (!incubation) return 'litter'
  if (/ootheca/.test(young)) return 'ootheca'
  if (/jelly|spawn/.test(young)) return 'spawn'
  if (/loose ova/.test(young)) return 'loose ova'
  if (/batch/.test(young)) return 'egg cluster'
  if (/soil/.test(young)) return 'singly boxed eggs'
  return 'clutch'
}

/** Those whose last clutch may be followed by another without a new mating. */
function laidAlready(
  clutches: readonly (typeof tables.clutch.$inferSelect)[],
  protocolOf: (damId: string) => Protocol,
  laidOn: (c: (typeof clutches)[number]) => Day,
  today: Day,
): Awaited[] {
  const byDam = new Map<string, Day[]>()
  for (const c of clutches) byDam.set(c.damId, [...(byDam.get(c.damId) ?? []), laidOn(c)].sort())
  const followed = (code: string) => {
    let [all, next] = [0, 0]
    for (const [damId, days] of byDam) {
      const { clutch, code: own } = protocolOf(damId)
      if (own !== code || !clutch?.again) continue
      days.forEach((day, i) => {
        if (addDays(day, clutch.again!.most) > today && i === days.length - 1) return
        all++
        const following = days[i + 1]
        if (following && daysBetween(day, following) <= clutch.again!.most + 7) next++
      })
    }
    return { followed: next, clutches: all }
  }
  return [...byDam].flatMap(([damId, days]) => {
    const { clutch, code } = protocolOf(damId)
    const last = days.at(-1)!
    if (!clutch?.again || daysBetween(last, today) > clutch.again.most + GIVEN_UP_DAYS) return []
    const inSeason = days.filter((d) => daysBetween(d, last) < 200).length
    const chance = anotherClutchChance(inSeason, clutch.perYear, followed(code))
    if (chance < 0.03) return []
    return [
      {
        ...{ damId, pairingId: null, again: true, usualDays: clutch.again.typical, chance },
        window: windowAfter({ from: last, to: last }, clutch.again),
        own: days
          .slice(1)
          .map((d, i) => daysBetween(days[i]!, d))
          .filter((d) => d <= clutch.again!.most + 14),
        because: `laid ${times(inSeason)} this season, last on ${last}`,
      },
    ]
  })
}

/** Days from the first mating seen to the eggs, of each female's earlier clutches. */
async function ownIntervals(tx: Transaction, actor: Actor): Promise<Map<string, number[]>> {
  const { rows } = await tx.execute<{ dam_id: string; found_at: Date; locked: Date }>(sql`
    select c.dam_id, c.found_at, min(e.at) as locked from clutch c
    join entry e on e.subject_id = c.pairing_id and ${isOfKind('locked', 'taken up')} and e.at < c.found_at
    where not c.withdrawn and ${standsSql} group by c.id, c.book_id, c.dam_id, c.found_at`)
  const found = new Map<string, number[]>()
  for (const { dam_id: id, found_at, locked } of rows) {
    const day = (at: Date) => dayOfInstant(new Date(at).getTime(), actor.book.zone)
    found.set(id, [...(found.get(id) ?? []), daysBetween(day(locked), day(found_at))])
  }
  return found
}

async function standingOf(tx: Transaction, ids: readonly string[]) {
  const { rows } = await tx.execute<{ id: string; place: string | null; gone: boolean }>(sql`
    select s.id, p.name as place, coalesce(s.standing->>'presence', 'here') in ('died', 'sold') as gone
    from animal_standing s left join place p on p.id = (s.standing->>'placeId')::uuid
    where s.id = any(${sql.param([...ids])}::uuid[])`)
  return new Map(rows.map((r) => [r.id, r]))
}

/** A sign that was seen of a female, or a look into her nest. */
interface SignLine {
  on: Day
  sign: LayingSign | null
}

async function signsOf(
  tx: Transaction,
  ids: readonly string[],
  actor: Actor,
): Promise<Map<string, SignLine[]>> {
  const { rows } = await tx.execute<{ id: string; at: Date; sign: LayingSign | null }>(sql`
    select e.subject_id as id, e.at, ${carried('laying sign', 'sign')} as sign from entry e
    where ${isOfKind('laying sign', 'nest checked')} and e.subject_id = any(${sql.param([...ids])}::uuid[])
      and e.at > ${new Date(actor.now - 120 * 86_400_000).toISOString()}::timestamptz and ${standsSql} order by e.at`)
  const found = new Map<string, SignLine[]>()
  for (const { id, at, sign } of rows)
    found.set(id, [
      ...(found.get(id) ?? []),
      { on: dayOfInstant(new Date(at).getTime(), actor.book.zone), sign },
    ])
  return found
}
