import { type ClutchView, type EntryKind, type PairingView, type RestView } from '@hatch-book/contract'
import {
  addDays,
  dayOfInstant,
  PAIRING_EVENTS,
  stopInWords,
  type Day,
  type Due,
  type DueFacts,
} from '@hatch-book/core'
import { desc, gt, sql } from 'drizzle-orm'
import { currentRests, KINDS_OF_REST } from '../rest'
import { readAlarms } from '../climate'
import { tables, type Transaction } from '../db/connect'
import { standsSql, carried, isOfKind } from '../log'
import { loadClutches, readFinding, studyClutches } from '../incubation'
import { viewPairings } from '../pairing'
import type { Actor } from '../shell/actor'
import { entriesOf, cachedWork, versions, type RestsOn } from './cachedWork'

type DayWork = DueFacts['days'][number]
type PlaceOf = (animalId: string) => string | null

const PAIR_KINDS: readonly EntryKind[] = [...PAIRING_EVENTS, 'paired despite', 'withdrawn']
const EGG_KINDS: readonly EntryKind[] = [
  ...['clutch found', 'egg fate', 'batch fate', 'eggs looked at', 'clutch moved', 'laying sign'],
  ...['nest checked', 'shed', 'died', 'sold', 'set point', 'calibrated'],
] as EntryKind[]

/** Nests to look into, and eggs in their window. */
export async function eggWork(
  tx: Transaction,
  actor: Actor,
  placeOf: PlaceOf,
): Promise<Pick<DueFacts, 'days' | 'hatches'>> {
  // Probes speak all day: a forecast of days is looked at again each hour.
  const hour = Math.floor(actor.now / 3_600_000)
  const on: RestsOn = {
    beside: sql`${versions('clutch')}, ${versions('egg')}, ${versions('place')}`,
    ofAnimals: sql`${entriesOf([...EGG_KINDS, ...PAIR_KINDS])}, ${hour}::text`,
  }
  const { nests, clutches, looked } = await cachedWork(tx, actor, 'eggs', on, async () => ({
    nests: await readFinding(tx, actor),
    clutches: (await studyClutches(tx, actor, await loadClutches(tx))).map(({ view }) => view),
    looked: await lookedAt(tx, actor),
  }))
  return {
    days: nests.flatMap((n): DayWork[] =>
      n.checkOn
        ? [
            {
              of: { type: 'animal', id: n.dam.id, name: n.dam.tag, placeId: placeOf(n.dam.id) },
              ...{ kind: 'nest', says: `look for ${n.comes === 'young' ? 'young' : 'eggs'}`, on: n.checkOn },
              ...{ before: 0, after: 1, why: n.because },
            },
          ]
        : [],
    ),
    hatches: clutches.flatMap((view) =>
      view.forecast && view.waiting > 0
        ? [
            {
              of: clutchDue(view),
              ...{ window: view.forecast.windowDays, waiting: view.waiting },
              // What is counted and not kept one by one stays together.
              tubs: view.counted ? 0 : view.waiting,
              lookedOn: looked.get(view.id) ?? null,
            },
          ]
        : [],
    ),
  }
}

const clutchDue = ({ id, name, box, incubator }: ClutchView): Due => ({
  ...{ type: 'clutch', id, name },
  placeId: box?.id ?? incubator?.id ?? null,
})

/** When eggs were last looked at: as such, or because something was seen of one. */
async function lookedAt(tx: Transaction, actor: Actor): Promise<Map<string, Day>> {
  const { rows } = await tx.execute<{ id: string; at: string }>(sql`
    select e.subject_id as id, max(e.at) as at from entry e
    where ${isOfKind('eggs looked at', 'egg fate', 'batch fate')} and ${standsSql} group by 1`)
  return new Map(rows.map((r) => [r.id, dayOfInstant(new Date(r.at).getTime(), actor.book.zone)]))
}

const EDGE_WORK: Readonly<Record<string, string>> = {
  'last meal': 'feed it for the last time before its rest',
  'clear gut': 'its gut must be clear by now',
  'step down': 'begin to cool it',
  hold: 'bring it to its resting temperature',
  'step up': 'begin to warm it',
  'full warmth': 'bring it to full warmth',
  'first water': 'give it its first water',
  'first meal': 'offer its first meal after the rest',
  introductions: 'it may be paired from now on',
}
const CHECK_LATE_DAYS = 2
const EDGE_LATE_DAYS = 3
const MISSED_DAYS = 21
const ASKED_DAYS = 30

/** Checks and turns of those who rest, who must be woken, and from when to when each lies at its resting temperature. */
export async function restWork(
  tx: Transaction,
  actor: Actor,
  placeOf: PlaceOf,
): Promise<{ days: DayWork[]; asleep: ReadonlyMap<string, { hold: Day; stepUp: Day }> }> {
  // What else is written of a sleeper changes where it stands.
  const on: RestsOn = {
    beside: sql`${versions('rest')}, ${versions('rest_plan')}, ${versions('unit')}`,
    ofAnimals: sql`${entriesOf([...KINDS_OF_REST, 'introduced'])},
    (select count(*) || '.' || coalesce(sum(s.xmin::text::bigint), 0) from rest r join animal_standing s on s.id = r.animal_id)`,
  }
  const rests = await cachedWork(tx, actor, 'rests', on, () => currentRests(tx, actor))
  const days = rests.flatMap((rest): DayWork[] => {
    const of: Due = rest.animalId
      ? { type: 'animal', id: rest.animalId, name: rest.tag, placeId: placeOf(rest.animalId) }
      : { type: 'rest', id: rest.id, name: rest.tag, placeId: rest.unit?.id ?? null }
    const { wakeBecause, next, asks } = rest.course
    if (asks) return askOf(of, asks.since, actor.today)
    if (wakeBecause.length > 0)
      return [
        {
          ...{ of, kind: 'wake', says: 'wake it now', on: actor.today, before: 0, after: 0 },
          why: wakeBecause.join('; '),
        },
      ]
    // A turn that nobody wrote down lies behind by now; pairing has its own work.
    const settled =
      !next || next.does === 'introductions' || (next.does !== 'check' && next.late > MISSED_DAYS)
    return rest.held || settled ? [] : [turnOf(rest, of, next)]
  })
  const asleep = rests.flatMap(({ animalId, clock: { edges } }) =>
    animalId ? [[animalId, { hold: edges.hold, stepUp: edges['step up'] }] as const] : [],
  )
  return { days, asleep: new Map(asleep) }
}

/** A season without a word is asked about some weeks after it began, for a month; then only where the rest stands. */
function askOf(of: Due, since: Day, today: Day): DayWork[] {
  const on = addDays(since, MISSED_DAYS)
  return today > addDays(on, ASKED_DAYS)
    ? []
    : [
        {
          ...{ of, kind: 'ask', says: 'say whether it met a mate', on, before: 0, after: ASKED_DAYS },
          why: `it may have met one since ${since}, and nothing is written`,
        },
      ]
}

function turnOf(rest: RestView, of: Due, { does, on }: { does: string; on: Day }): DayWork {
  const stretch = rest.course.day ? `, day ${rest.course.day.is} of ${rest.course.day.of}` : ''
  return does === 'check'
    ? {
        ...{ of, kind: rest.animalId ? 'check' : 'batch check', says: 'check the sleeper', on },
        ...{ before: 1, after: CHECK_LATE_DAYS, why: `checked by its plan${stretch}` },
      }
    : {
        ...{ of, kind: 'rest', says: EDGE_WORK[does] ?? does, on, before: 0, after: EDGE_LATE_DAYS },
        why: `its clock: ${does} on ${on}`,
        carries: { turn: does },
      }
}

/** Pairings older than this have nothing to come. */
const PAIRING_DAYS = 300

/** Pairs to be parted or put together again. */
export async function pairWork(tx: Transaction, actor: Actor, placeOf: PlaceOf): Promise<DayWork[]> {
  const { pairing } = tables
  const since = new Date(actor.now - PAIRING_DAYS * 86_400_000)
  const rows = await tx
    .select()
    .from(pairing)
    .where(gt(pairing.plannedAt, since))
    .orderBy(desc(pairing.plannedAt))
  const on: RestsOn = {
    beside: sql`${versions('pairing')}, ${versions('clutch')}`,
    ofAnimals: sql`${entriesOf(PAIR_KINDS)}, (select count(*) || '.' || coalesce(sum(s.xmin::text::bigint), 0) from animal_standing s
     where s.id in (select female_id from pairing union select male_id from pairing))`,
  }
  const pairs = await cachedWork(tx, actor, 'pairs', on, () => viewPairings(tx, actor, rows))
  return pairs.flatMap((p) => {
    const work = nextOfPair(p, actor.today)
    if (!work) return []
    const name = `${p.female.tag} × ${p.male.tag}`
    return { of: { type: 'pairing', id: p.id, name, placeId: placeOf(p.female.id) }, ...work }
  })
}

function nextOfPair(
  { state, next, step, mustStop, stay }: PairingView,
  today: Day,
): Omit<DayWork, 'of'> | null {
  const why = stay ? 'never left alone together' : 'by its log'
  if (state === 'together')
    return mustStop
      ? { kind: 'part', says: stopInWords(mustStop), on: today, before: 0, after: 0, why: mustStop.because }
      : next.on
        ? { kind: 'part', says: next.says, on: next.on, before: 0, after: 1, why }
        : null
  // Eggs are looked for in nests, not in pairings.
  return state === 'apart' && !mustStop && next.on && step === 'introduce again'
    ? { kind: 'introduce', says: next.says, on: next.on, before: 0, after: 3, why }
    : null
}

/** Alarms that are open: seen to before anything else. */
export async function alarmWork(tx: Transaction, actor: Actor): Promise<DayWork[]> {
  return (await readAlarms(tx)).map((a) => {
    const on = dayOfInstant(Date.parse(a.raisedAt), actor.book.zone)
    return {
      of: { type: 'place', id: a.placeId, name: a.place, placeId: a.placeId },
      ...{ kind: 'alarm', says: a.says, on, before: 0, after: 0, why: a.todo },
    }
  })
}

/** What was put off, by the work's own identity. */
export async function putOffWork(tx: Transaction, { today }: Actor): Promise<{ work: string; until: Day }[]> {
  const { rows } = await tx.execute<{ work: string; until: Day }>(sql`
    select ${carried('put off', 'work')} as work, ${carried('put off', 'until')} as until from entry e
    where ${isOfKind('put off')} and ${carried('put off', 'until')} > ${addDays(today, -1)} and ${standsSql} order by e.at, e.id`)
  return rows
}
