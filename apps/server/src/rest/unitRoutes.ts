import type { UnitPage } from '@hatch-book/contract'
import { restApi, type Alarm, type Proof, type UnitRow } from '@hatch-book/contract'
import {
  sayIn,
  byVerdict,
  limitsOf,
  MS_PER_DAY,
  proveByHand,
  proveUnit,
  worstVerdict,
  type Instant,
  type Look,
  type RestRules,
  ofKinds,
} from '@hatch-book/core'
import { eq, sql } from 'drizzle-orm'
import { readAlarms, readReadings, watchOver } from '../climate'
import { inBook, tables, type Transaction } from '../db/connect'
import { standsSql, type StoredEntry, isOfKind } from '../log'
import { anyOf, loadShelf } from '../protocols'
import { actorOf, type Actor } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { BookError } from '../shell/problems'
import { loadPlanned, loadSleepers, type Sleeper } from './sleepers'
const WATCH_DAYS = 14
const ALARM_DAYS = 183
/** Proofs are shown for the ways of resting nearest to the set point. */
const MOST_PROOFS = 4

/** Whoever sleeps in a unit is watched over. */
watchOver(async (tx, placeId) => {
  const [unit] = await tx.select({ id: tables.unit.id }).from(tables.unit).where(eq(tables.unit.id, placeId))
  const sleepers = unit ? await loadSleepers(tx, placeId) : []
  const limits = limitsOf(sleepers.map((s) => s.rules))
  return limits && { says: 'Asleep there', names: sleepers.map((s) => s.tag), limits }
})

interface Stored extends Record<string, unknown> {
  id: string
  name: string
  make: UnitRow['make']
  litres: number | null
  set_point_c: number | null
  probe_id: string | null
  speaks: boolean
  last_c: number | null
  last_at: Date | null
}
const KINDS = ['trial began', 'trial ended', 'set point', 'thermometer read'] as const
type PlaceLine = StoredEntry<(typeof KINDS)[number]>

async function loadUnits(tx: Transaction, unitId?: string) {
  const only = unitId ? sql`where u.id = ${unitId}` : sql``
  const { rows } = await tx.execute<Stored>(sql`
    select u.id, p.name, u.make, u.litres, p.set_point_c, b.id as probe_id,
      b.secret_hash is not null and b.heard_at is not null as speaks, l.celsius as last_c, l.at as last_at
    from unit u join place p on p.id = u.id left join probe b on b.place_id = u.id
    left join lateral (select celsius, at from reading r where r.probe_id = b.id order by at desc limit 1) l on true
    ${only} order by p.name`)
  const lines = await tx.execute<PlaceLine>(sql`
    select e.id, e.kind, e.subject_id, e.at, e.payload from entry e
    where ${isOfKind(...KINDS)} and e.subject_type = 'place' and ${standsSql} order by e.at, e.id`)
  return { rows, lines: lines.rows }
}

function trialOf(lines: readonly PlaceLine[], unitId: string): { from: Date; to: Date | null } | null {
  const own = lines.filter((l) => l.subject_id === unitId)
  const began = own.findLast((l) => l.kind === 'trial began')
  if (!began) return null
  const ended = own.slice(own.indexOf(began)).find((l) => l.kind === 'trial ended')
  return { from: new Date(began.at), to: ended ? new Date(ended.at) : null }
}

function unitRow(row: Stored, lines: readonly PlaceLine[], sleepers: number, alarms: Alarm[]): UnitRow {
  const trial = trialOf(lines, row.id)
  return {
    ...{ id: row.id, name: row.name, make: row.make, litres: row.litres, setPointC: row.set_point_c },
    ...{ probeId: row.probe_id, speaks: row.speaks, lastC: row.last_c, sleepers, alarms },
    lastAt: row.last_at && new Date(row.last_at).toISOString(),
    trial: trial && { from: trial.from.toISOString(), to: trial.to?.toISOString() ?? null },
  }
}

/**
 * Ways of resting that a unit is judged for: those of all who sleep in it or are planned to. Of an empty one that nobody is planned for, those
 * of the species that are kept, nearest to its set point: which of them it would suit.
 */
async function rulesFor(tx: Transaction, guests: readonly Sleeper[], setPointC: number | null) {
  const ways = new Map<string, { for: string; rules: RestRules; origin: string }>()
  const add = (species: string, rules: RestRules, origin: string) => {
    const key = `${rules.holdC.least}|${rules.holdC.most}|${JSON.stringify(rules.unit)}`
    const known = ways.get(key)
    if (!known) ways.set(key, { for: species, rules, origin })
    else if (!known.for.split(', ').includes(species)) known.for += `, ${species}`
  }
  for (const s of guests) add(s.species, s.rules, `${s.species} protocol`)
  if (guests.length > 0) return [...ways.values()]
  const shelf = await loadShelf(tx)
  const kept = await tx
    .selectDistinct({ id: tables.animal.protocolId })
    .from(tables.animal)
    .where(eq(tables.animal.withdrawn, false))
  // Pupae and ova are kept in cohorts, and rest in units as well.
  const counted = await tx.selectDistinct({ id: tables.cohort.protocolId }).from(tables.cohort)
  for (const id of new Set([...kept, ...counted].map((k) => k.id))) {
    if (shelf.document(id).keptAs === 'colonies') continue
    const protocol = shelf.usable(anyOf(id))
    if (protocol?.rest) add(protocol.species, protocol.rest, protocol.origin)
  }
  const off = (r: RestRules) => (setPointC === null ? 0 : Math.abs(r.holdC.typical - setPointC))
  return [...ways.values()]
    .sort((a, b) => off(a.rules) - off(b.rules) || a.for.localeCompare(b.for))
    .slice(0, MOST_PROOFS)
}

async function unitPage(tx: Transaction, actor: Actor, unitId: string): Promise<UnitPage> {
  const { rows, lines } = await loadUnits(tx, unitId)
  const stored = rows[0]
  if (!stored) throw new BookError('not-found', 'This unit is not in the book.')
  const sleepers = await loadSleepers(tx, unitId)
  const planned = await loadPlanned(tx, actor.today, unitId)
  const guests = [...sleepers, ...planned]
  const alarms = await readAlarms(tx, {
    placeId: unitId,
    since: new Date(actor.now - ALARM_DAYS * MS_PER_DAY),
  })
  const unit = unitRow(
    stored,
    lines,
    sleepers.length,
    alarms.filter((a) => a.clearedAt === null),
  )
  const now = Math.max(actor.now, stored.last_at ? new Date(stored.last_at).getTime() : 0)
  const judged = judgedSpan(unit, sleepers.length > 0, now)
  const [probe] = await tx.select().from(tables.probe).where(eq(tables.probe.placeId, unitId))
  const readings = probe ? await readReadings(tx, probe, new Date(judged.from), new Date(judged.to)) : []
  const looks = looksAt(lines, unitId)
  const say = sayIn(actor.book)
  const proofs: Proof[] = (await rulesFor(tx, guests, stored.set_point_c)).map(
    ({ for: whom, rules, origin }) => {
      const bandC = { low: rules.holdC.least, high: rules.holdC.most }
      const asked = { from: judged.from, to: judged.to, bandC, rules: rules.unit, origin }
      // A log says more than any look; what nobody logs is judged by what somebody read.
      const proof =
        readings.length === 0 && looks.length > 0
          ? proveByHand({ ...asked, looks }, say)
          : proveUnit({ ...asked, readings }, say)
      return { for: whom, bandC, ...proof }
    },
  )
  // Of those who are in it, whoever it suits least comes first.
  if (guests.length > 0) proofs.sort((a, b) => byVerdict(a.verdict, b.verdict))
  const brief = ({ restId, tag, tub, species }: Sleeper) => ({ restId, tag, tub, species })
  return {
    unit,
    verdict: guests.length > 0 ? worstVerdict(proofs.map((p) => p.verdict)) : null,
    judged: {
      from: new Date(judged.from).toISOString(),
      to: new Date(judged.to).toISOString(),
      of: judged.of,
    },
    proofs,
    sleepers: sleepers.map(brief),
    planned: planned.map(brief),
    setPoints: ofKinds(lines, 'set point')
      .filter((l) => l.subject_id === unitId)
      .map((l) => ({ at: new Date(l.at).toISOString(), celsius: l.payload.celsius })),
    alarms,
  }
}

/** What was read off a thermometer in it, in order of time. */
const looksAt = (lines: readonly PlaceLine[], unitId: string): Look[] =>
  ofKinds(lines, 'thermometer read')
    .filter((l) => l.subject_id === unitId)
    .map(({ at, payload: { celsius = null, lowC = null, highC = null } }) => ({
      ...{ at: new Date(at).getTime(), celsius, lowC, highC },
    }))

/** A trial is judged from its beginning, a unit with sleepers, or without a trial, over the last two weeks. */
function judgedSpan(unit: UnitRow, occupied: boolean, now: Instant) {
  if (unit.trial && !occupied)
    return {
      from: Date.parse(unit.trial.from),
      to: unit.trial.to ? Date.parse(unit.trial.to) : Math.max(now, Date.parse(unit.trial.from) + 60_000),
      of: 'trial' as const,
    }
  return { from: now - WATCH_DAYS * MS_PER_DAY, to: now, of: 'watch' as const }
}

export const unitRoutes: BookRoutes = (app, { db }) => {
  serve(app, restApi.units, (request) =>
    inBook(db, actorOf(request).bookId, async (tx) => {
      const { rows, lines } = await loadUnits(tx)
      const sleepers = await loadSleepers(tx)
      const alarms = await readAlarms(tx)
      return {
        units: rows.map((row) =>
          unitRow(
            row,
            lines,
            sleepers.filter((s) => s.unitId === row.id).length,
            alarms.filter((a) => a.placeId === row.id),
          ),
        ),
      }
    }),
  )

  serve(app, restApi.unit, (request) => {
    const actor = actorOf(request)
    return inBook(db, actor.bookId, (tx) => unitPage(tx, actor, request.params.id))
  })
}
