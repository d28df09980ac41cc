import type { ClutchView } from '@hatch-book/contract'
import { daysBetween, seasonOf, type Day, type MeasureName, type ReviewFact } from '@hatch-book/core'
import { sql } from 'drizzle-orm'
import type { Transaction } from '../db/connect'
import { standsSql, carried, isOfKind } from '../log'
import { loadClutches, studyClutches } from '../incubation'
import type { Actor } from '../shell/actor'

/** What a clutch is of: the same for all that is said of it. */
export interface ClutchRoot {
  id: string
  name: string
  season: number
  laidOn: Day
  is: ReviewFact['is']
}

/** Clutches, litters and batches of a book, and what each says of eggs and hatching. */
export async function clutchFacts(
  tx: Transaction,
  actor: Actor,
  beginsInMonth: number,
): Promise<{ roots: Map<string, ClutchRoot>; facts: ReviewFact[] }> {
  const studies = await studyClutches(tx, actor, await loadClutches(tx))
  const { finders, moulded, pipped, hatched } = await readBeside(tx, actor)
  const roots = new Map<string, ClutchRoot>()
  const facts: ReviewFact[] = []
  for (const { view } of studies) {
    const root: ClutchRoot = {
      ...{ id: view.id, name: view.name, season: seasonOf(view.laid.from.slice(0, 10), beginsInMonth) },
      laidOn: view.laid.to.slice(0, 10),
      is: isOf(view, finders.get(view.id)),
    }
    roots.set(view.id, root)
    const say = (measure: MeasureName, sum: number, count: number) =>
      facts.push({
        ...{ measure, sum, count, unit: view.id, name: view.name, season: root.season, is: root.is },
        opens: { room: 'incubation', id: view.id },
      })
    const { fertility, hatchRate } = view
    const eggs = view.counted?.count ?? view.eggs.length
    if (eggs > 0 && view.kind !== 'litter') say('eggs', eggs, 1)
    if (fertility) say('fertility', fertility.successes, fertility.trials)
    // While some wait only those are known that died early and hatched early.
    const ended = view.waiting === 0
    if (hatchRate && ended) {
      say('hatch rate', hatchRate.successes, hatchRate.trials)
      if (!view.counted) {
        say('mould', Math.min(moulded.get(view.id) ?? 0, hatchRate.trials), hatchRate.trials)
        say('died pipping', pipped.get(view.id) ?? 0, hatchRate.trials)
      }
    }
    const days = hatched.get(view.id)?.map((on) => daysBetween(view.laid.to.slice(0, 10), on)) ?? []
    if (days.length > 0 && ended)
      say(
        'days',
        days.reduce((a, b) => a + b, 0),
        days.length,
      )
  }
  return { roots, facts }
}

const isOf = (view: ClutchView, finder: string | undefined): ReviewFact['is'] => ({
  species: view.species,
  ...(view.line && { line: view.line }),
  ...(view.sire && { pair: `${view.dam.tag} × ${view.sire.tag}` }),
  ...(view.method && { method: view.method }),
  ...(view.incubator && { incubator: view.incubator.name }),
  ...(view.incubator && view.box && { box: `${view.incubator.name} ${view.box.name}` }),
  ...(finder && { helper: finder }),
})

/** Who found each clutch, how many of its eggs ever moulded, how many pipped and died, and the days on which its young came out. */
async function readBeside(tx: Transaction, actor: Actor) {
  const found = await tx.execute<{ id: string; by: string }>(sql`
    select distinct on (e.subject_id) e.subject_id as id, m.name as by
    from entry e join member m on m.id = e.member_id where ${isOfKind('clutch found')} and ${standsSql} order by e.subject_id, e.at`)
  const mould = await tx.execute<{ id: string; eggs: number }>(sql`
    select e.subject_id as id, count(distinct ${carried('egg fate', 'eggId')})::int as eggs
    from entry e where ${isOfKind('egg fate')} and ${carried('egg fate', 'fate')} = 'mouldy' and ${standsSql} group by 1`)
  const pips = await tx.execute<{ id: string; eggs: number }>(sql`
    select g.clutch_id as id, count(*)::int as eggs from egg g where g.fate = 'dead' and exists (
      select 1 from entry e where e.subject_id = g.clutch_id and ${isOfKind('egg fate')} and ${carried('egg fate', 'fate')} = 'pipped'
        and ${carried('egg fate', 'eggId')} = g.id::text and ${standsSql}) group by 1`)
  const out = await tx.execute<{ id: string; on: string }>(sql`
    select a.clutch_id as id, to_char(a.hatched_to, 'YYYY-MM-DD') as on from animal a
    where a.clutch_id is not null and a.hatched_to is not null and not a.withdrawn and a.hatched_to <= ${actor.today}`)
  const hatched = new Map<string, string[]>()
  for (const { id, on } of out.rows) hatched.set(id, [...(hatched.get(id) ?? []), on])
  return {
    finders: new Map(found.rows.map((r) => [r.id, r.by])),
    moulded: new Map(mould.rows.map((r) => [r.id, r.eggs])),
    pipped: new Map(pips.rows.map((r) => [r.id, r.eggs])),
    hatched,
  }
}
