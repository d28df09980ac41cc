import { seasonApi, Season, type PairingView } from '@hatch-book/contract'
import {
  MS_PER_DAY,
  addDays,
  dayOfInstant,
  hatchHill,
  instantOfDay,
  joinPhases,
  type Day,
} from '@hatch-book/core'
import { sql } from 'drizzle-orm'
import { cacheBeside, cachedAnimals, type JudgedAnimal } from '../animals'
import { plannedRests } from '../rest'
import { tables, type Transaction } from '../db/connect'
import { standsSql, isOfKind } from '../log'
import { loadClutches, studyClutches, type ClutchStudy } from '../incubation'
import { viewPairings } from '../pairing'
import { actorOf, type Actor } from '../shell/actor'
import type { BookRoutes } from '../shell/app'
import { serve } from '../shell/serve'
import { sendJson, sharedAnswer } from '../shell/shared'
import { sayByContract } from '../shell/validation'
import { groupSeason } from './groups'
import { laneOf, type LanePhase } from './lanes'

/** The ribbon shows some fourteen months: the season so far and what follows from it. */
const DAYS_BACK = 210
const DAYS_AHEAD = 215
const WARMING_DAYS = 21
/** A hill is drawn from some days before its window to as many after it. */
const HILL_MARGIN_DAYS = 14
const hillDays = ({ window }: { window: { from: number; to: number } }) =>
  Math.min(300, Math.ceil((window.to - window.from) / MS_PER_DAY) + HILL_MARGIN_DAYS)

async function season(tx: Transaction, actor: Actor) {
  const { today, book } = actor
  const from = addDays(today, -DAYS_BACK)
  const to = addDays(today, DAYS_AHEAD)
  const named = await namedAnimals(tx)
  const pairings = await viewPairings(tx, actor, await tx.select().from(tables.pairing))
  const clutches = await studyClutches(
    tx,
    actor,
    (await loadClutches(tx)).filter(
      (c) => dayOfInstant(c.foundAt.getTime(), book.zone) >= addDays(from, -120),
    ),
  )
  const groups = await groupSeason(tx, actor)
  const phases = [
    ...groups.phases,
    ...(await restPhases(tx, actor, named)),
    ...pairingPhases(pairings, today),
    ...clutchPhases(clutches, today),
    ...(await cachedAnimals(tx, actor)).flatMap((a) => {
      const phase = readRearing(a)
      return phase ? untilToday(phase, today) : []
    }),
  ]
  const lines = new Map([
    ...named.map((a): [string, string] => [laneOf(a.species, a.line), a.species]),
    ...groups.phases.map((p): [string, string] => [p.lane, p.species]),
  ])
  const lanes = [...lines].map(([line, species]) => ({
    line,
    species,
    phases: joinPhases(
      phases
        .filter((p) => p.lane === line && p.to >= from && p.from <= to)
        .map(({ name, from: start, to: end, subject, label }) => ({
          name,
          from: start,
          to: end,
          subject,
          label,
        })),
    ),
    hills: [
      ...groups.hills.filter((h) => h.lane === line).map(({ lane: _, ...hill }) => hill),
      ...clutches
        .filter(
          (c) => laneOf(c.view.species, c.view.line) === line && c.incubated?.forecast && c.view.waiting > 0,
        )
        .map((c) => {
          const start = addDays(dayOfInstant(c.incubated!.forecast!.window.from, book.zone), -6)
          return {
            subject: { room: 'incubation' as const, id: c.clutch.id },
            label: c.clutch.name,
            of: 'hatching' as const,
            from: start,
            window: c.view.forecast!.windowDays,
            shares: hatchHill(
              c.incubated!.forecast!,
              instantOfDay(start, book.zone),
              hillDays(c.incubated!.forecast!),
            ),
          }
        }),
    ],
  }))
  return {
    today,
    from,
    to,
    lanes: lanes
      .filter((l) => l.phases.length > 0 || l.hills.length > 0)
      .sort((a, b) => a.line.localeCompare(b.line)),
  }
}

interface NamedAnimal extends Record<string, unknown> {
  id: string
  tag: string
  line: string
  species: string
}

async function namedAnimals(tx: Transaction): Promise<NamedAnimal[]> {
  const { rows } = await tx.execute<NamedAnimal>(
    sql`select a.id, a.tag, a.line, p.species from animal a join protocol p on p.id = a.protocol_id where not a.withdrawn`,
  )
  return rows
}

async function restPhases(
  tx: Transaction,
  actor: Actor,
  animals: readonly NamedAnimal[],
): Promise<LanePhase[]> {
  const { rows } = await tx.execute<{ subject_id: string; kind: string; at: Date }>(
    sql`select e.subject_id, e.kind, e.at from entry e where ${isOfKind('rest began', 'warmed', 'died')} and ${standsSql} order by e.at`,
  )
  const byAnimal = new Map(animals.map((a) => [a.id, a]))
  const began = new Map<string, Day>()
  const phases: LanePhase[] = []
  const add = (id: string, name: 'rest' | 'warming', from: Day, to: Day) => {
    const row = byAnimal.get(id)
    if (row)
      phases.push({
        name,
        from,
        to,
        lane: laneOf(row.species, row.line),
        label: row.tag,
        subject: { room: 'animals', id },
      })
  }
  for (const { subject_id: id, kind, at } of rows) {
    const on = dayOfInstant(new Date(at).getTime(), actor.book.zone)
    if (kind === 'rest began') began.set(id, on)
    else {
      if (began.has(id)) add(id, 'rest', began.get(id)!, on)
      began.delete(id)
      if (kind === 'warmed') add(id, 'warming', on, addDays(on, WARMING_DAYS))
    }
  }
  // Who sleeps now, or is to, sleeps as long as the plan has it.
  const plans = new Map((await plannedRests(tx, actor)).map((p) => [p.animalId, p]))
  for (const [id, from] of began) add(id, 'rest', from, plans.get(id)?.to ?? actor.today)
  for (const { animalId, from, to, warm } of plans.values()) {
    if (!began.has(animalId)) add(animalId, 'rest', from, to)
    add(animalId, 'warming', to, warm)
  }
  return phases
}

function pairingPhases(pairings: readonly PairingView[], today: Day): LanePhase[] {
  return pairings.flatMap((p) => {
    if (!p.startedOn) return []
    const label = `${p.female.tag} × ${p.male.tag}`
    const base = { lane: laneOf(p.species, p.line), label, subject: { room: 'pairing' as const, id: p.id } }
    const last = p.entries
      .filter((e) => !e.struckBy && e.kind !== 'struck')
      .map((e) => e.at.slice(0, 10))
      .sort()
      .at(-1)
    const until = p.state === 'together' ? today : (last ?? p.startedOn)
    return [
      { ...base, name: 'pairing' as const, from: p.startedOn, to: until },
      ...(p.eggs && !p.clutchId
        ? [{ ...base, name: 'laying' as const, from: p.eggs.from, to: p.eggs.to }]
        : []),
    ]
  })
}

function clutchPhases(clutches: readonly ClutchStudy[], today: Day): LanePhase[] {
  return clutches.map(({ view }) => {
    const to = view.endedOn ?? view.forecast?.windowDays.from ?? today
    return {
      name: 'incubating',
      from: view.foundOn,
      to: to < view.foundOn ? view.foundOn : to,
      lane: laneOf(view.species, view.line),
      label: view.name,
      subject: { room: 'incubation', id: view.id },
    }
  })
}

/** A phase that goes on to a day, or to whichever day it is looked at. */
type OpenPhase = Omit<LanePhase, 'to'> & { to: Day | null }

/** Young are reared from their hatching to the day they may leave; cached with each of them. */
const readRearing = cacheBeside<OpenPhase>('rearing', (_tx, { today }, judged) => {
  const from = addDays(today, -DAYS_BACK)
  const young = judged.filter(
    ({ row }) =>
      row.purpose !== 'breeder' &&
      row.presence !== 'died' &&
      row.presence !== 'sold' &&
      row.hatched !== null &&
      row.hatched.to >= from,
  )
  return Promise.resolve(new Map(young.map((j) => [j.row.id, rearingPhase(j)])))
})

const rearingPhase = ({ row, leaving }: JudgedAnimal): OpenPhase => ({
  name: 'rearing',
  from: row.hatched!.from,
  to: leaving.granted ? null : (leaving.expected?.to ?? null),
  lane: laneOf(row.species, row.line),
  label: row.tag,
  subject: { room: 'rearing', id: row.id },
})

/** Who may leave, or should long since, is still here today. */
const untilToday = (phase: OpenPhase, today: Day): LanePhase => ({
  ...phase,
  to: phase.to === null || phase.to < today ? today : phase.to,
})

export const seasonRoutes: BookRoutes = (app, { db }) => {
  serve(app, seasonApi.season, async (request, reply) => {
    const actor = actorOf(request)
    return sendJson(
      reply as never,
      await sharedAnswer(db, actor, seasonApi.season, {}, async (tx) =>
        sayByContract(Season, await season(tx, actor)),
      ),
    )
  })
}
