import {
  addDays,
  dayOfInstant,
  daysBetween,
  durationsOf,
  originOf,
  receptiveWindow,
  type Day,
  type Protocol,
  type ReceptiveWindow,
} from '@hatch-book/core'
import { sql } from 'drizzle-orm'
import { plannedRests } from '../rest'
import type { AnimalRecord } from '../animals'
import type { Transaction } from '../db/connect'
import { standsSql, carried, isOfKind } from '../log'
import type { Actor } from '../shell/actor'

/** A warming counts for the season that follows it. */
const SEASON_DAYS = 240
const FIRST_LOCK_DAYS = 150

/** When each female is expected to be receptive: from her warming, come or planned, and her own earlier seasons. */
export async function loadWindows(
  tx: Transaction,
  actor: Actor,
  females: readonly AnimalRecord[],
): Promise<Map<string, ReceptiveWindow>> {
  const ids = females.map((f) => f.animal.id)
  if (ids.length === 0) return new Map()
  const zone = actor.book.zone
  const { rows: warmings } = await tx.execute<{ subject_id: string; at: Date }>(sql`
    select e.subject_id, e.at from entry e where ${isOfKind('warmed')} and e.subject_id = any(${sql.param(ids)}::uuid[])
      and ${carried('warmed', 'because')} is null and ${standsSql} order by e.at`)
  const { rows: locks } = await tx.execute<{ female_id: string; at: Date }>(sql`
    select p.female_id, e.at from entry e join pairing p on p.id = e.subject_id
    where ${isOfKind('locked', 'taken up')} and p.female_id = any(${sql.param(ids)}::uuid[]) and ${standsSql} order by e.at`)
  const planned = new Map((await plannedRests(tx, actor)).map((r) => [r.animalId, r.warm]))
  const day = (at: Date) => dayOfInstant(new Date(at).getTime(), zone)
  const windows = new Map<string, ReceptiveWindow>()
  for (const { animal, protocol } of females) {
    const { trigger, receptive } = protocol.pairing
    if (!trigger || !receptive) continue
    const up = protocol.rest ? durationsOf(protocol.rest, null, 'full').up.typical : 0
    const own = warmings.filter((w) => w.subject_id === animal.id).map((w) => addDays(day(w.at), up))
    const met = locks.filter((l) => l.female_id === animal.id).map((l) => day(l.at))
    const last = own.findLast(
      (d) => daysBetween(d, actor.today) < SEASON_DAYS && d <= addDays(actor.today, up),
    )
    const coming = planned.get(animal.id)
    const warmOn = coming ?? last
    if (!warmOn) continue
    const earlier = own
      .filter((d) => d !== last || coming)
      .flatMap((d) => met.find((m) => m >= d && daysBetween(d, m) <= FIRST_LOCK_DAYS && m < warmOn) ?? [])
      .map((m) =>
        daysBetween(
          own.findLast((d) => d <= m)!,
          m,
        ),
      )
    windows.set(
      animal.id,
      receptiveWindow({
        ...{ warmOn, trigger, earlier },
        warmed: warmOn <= actor.today,
        lasts: receptive,
        origin: originOf(protocol, 'pairing.triggerDays', 'pairing.receptiveDays'),
      }),
    )
  }
  return windows
}

/** The last day on which a female may be receptive, for 'her season is missed'. */
export const lastReceptive = (window: ReceptiveWindow | undefined): Day | null =>
  window ? addDays(window.to, Math.round(2 * window.spreadDays)) : null

/** Seasons from hatching until a species breeds. */
export const seasonsToBreed = ({ readiness }: Protocol) =>
  Math.max(1, Math.round(Math.max(readiness.female.ageDays.wanted, readiness.male.ageDays.wanted) / 365.25))
