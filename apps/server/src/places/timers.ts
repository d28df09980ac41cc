import type { EquipmentView } from '@hatch-book/contract'
import {
  dayOfInstant,
  hoursWanted,
  replaceOn,
  timerWork,
  type Fitted,
  type LightRules,
  type PayloadOf,
  type Timer,
  type TimerSet,
  type WorkItem,
} from '@hatch-book/core'
import { sql } from 'drizzle-orm'
import type { JudgedAnimal } from '../animals'
import type { Transaction } from '../db/connect'
import { isOfKind, standsSql } from '../log'
import type { Actor } from '../shell/actor'
import { readEquipment } from './equipment'

/** Somebody who lives in the light of a place. */
export interface Lit {
  placeId: string | null
  species: string
  rules: LightRules
}

/** An animal as it lives in the light of its place; nothing while it rests in the dark. */
export const litAs = ({ row, facts, record }: JudgedAnimal): Lit | null =>
  facts.resting
    ? null
    : { placeId: row.place?.id ?? null, species: row.species, rules: record.protocol.light }

/** What the timer of each place was last set to. */
async function readTimersSet(tx: Transaction, zone: string): Promise<Map<string, TimerSet>> {
  const { rows } = await tx.execute<{ place: string; payload: PayloadOf<'light set'>; at: Date }>(sql`
    select distinct on (e.subject_id) e.subject_id as place, e.payload, e.at
    from entry e where ${isOfKind('light set')} and ${standsSql} order by e.subject_id, e.at desc, e.id desc`)
  return new Map(
    rows.map((r) => [r.place, { hours: r.payload.hours, on: dayOfInstant(new Date(r.at).getTime(), zone) }]),
  )
}

type PlaceOf = (id: string) => { name: string; parentId: string | null } | undefined

const hasTimer = (fitted: readonly Fitted[] | undefined) => fitted?.some(({ kind }) => kind === 'timer')

/** The place whose timer lights another: its own, or that of the shelf, rack or room that it stands in. Nothing where none has one. */
function litFrom(
  id: string | null,
  equipment: ReadonlyMap<string, readonly Fitted[]>,
  placeOf: PlaceOf,
): string | null {
  const seen = new Set<string>()
  for (let at = id; at !== null && !seen.has(at); at = placeOf(at)?.parentId ?? null) {
    if (hasTimer(equipment.get(at))) return at
    seen.add(at)
  }
  return null
}

/** Every timer of the book, what it was last set to, and who lives in its light. */
async function timersOf(
  tx: Transaction,
  zone: string,
  equipment: ReadonlyMap<string, readonly Fitted[]>,
  lit: readonly Lit[],
  placeOf: PlaceOf,
): Promise<Timer[]> {
  const set = await readTimersSet(tx, zone)
  const dwellers = new Map<string, Timer['lit'][number][]>()
  for (const { placeId, species, rules } of lit) {
    const at = litFrom(placeId, equipment, placeOf)
    if (at !== null) dwellers.set(at, [...(dwellers.get(at) ?? []), { species, rules }])
  }
  return [...equipment].flatMap(([id, fitted]) =>
    hasTimer(fitted)
      ? [
          {
            of: { type: 'place', id, name: placeOf(id)?.name ?? '', placeId: id },
            ...{ set: set.get(id) ?? null, lit: dwellers.get(id) ?? [] },
          } satisfies Timer,
        ]
      : [],
  )
}

/** The equipment of every place as its card shows it: of a timer also what it is set to, and what is wanted today. */
export async function equipmentViews(
  tx: Transaction,
  { book, today }: Actor,
  lit: readonly Lit[],
  placeOf: PlaceOf,
): Promise<Map<string, EquipmentView[]>> {
  const equipment = await readEquipment(tx, book.zone)
  const timers = new Map(
    (await timersOf(tx, book.zone, equipment, lit, placeOf)).map((timer) => [timer.of.id, timer]),
  )
  const lightOf = (id: string): EquipmentView['light'] => {
    const timer = timers.get(id)!
    return { set: timer.set, wanted: hoursWanted(timer, today, book.zone)?.hours ?? null }
  }
  return new Map(
    [...equipment].map(([id, all]) => [
      id,
      all.map((e) => ({
        ...{ ...e, replaceOn: replaceOn(e) },
        light: e.kind === 'timer' ? lightOf(id) : null,
      })),
    ]),
  )
}

/** Which timers are to be set to other hours. */
export const timerItems = async (
  tx: Transaction,
  actor: Actor,
  lit: readonly Lit[],
  placeOf: PlaceOf,
): Promise<WorkItem[]> =>
  (await timersOf(tx, actor.book.zone, await readEquipment(tx, actor.book.zone), lit, placeOf)).flatMap(
    (timer) => timerWork(timer, actor.today, actor.book.zone),
  )
