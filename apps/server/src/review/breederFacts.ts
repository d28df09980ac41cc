import { dayOfInstant, daysBetween, seasonOf, type ReviewFact } from '@hatch-book/core'
import { sql } from 'drizzle-orm'
import { tables, type Transaction } from '../db/connect'
import { standsSql } from '../entries'
import { viewPairings } from '../pairing'
import type { Actor } from '../shell/actor'

/** Whoever was seen mating and has not laid so long after the last time is taken not to. */
const WAITED_DAYS = 150

/** Which pairs that mated laid, and which sleepers came through. */
export async function breederFacts(
  tx: Transaction,
  actor: Actor,
  beginsInMonth: number,
): Promise<ReviewFact[]> {
  return [...(await pairFacts(tx, actor, beginsInMonth)), ...(await restFacts(tx, actor, beginsInMonth))]
}

async function pairFacts(tx: Transaction, actor: Actor, beginsInMonth: number): Promise<ReviewFact[]> {
  const pairings = await viewPairings(tx, actor, await tx.select().from(tables.pairing))
  return pairings.flatMap((p): ReviewFact[] => {
    if (p.locks === 0 || !p.startedOn) return []
    const last =
      p.entries
        .map((e) => e.at.slice(0, 10))
        .sort()
        .at(-1) ?? p.startedOn
    const over = (p.eggs && p.eggs.to < actor.today) || daysBetween(last, actor.today) > WAITED_DAYS
    if (!p.clutchId && !over) return []
    return [
      {
        ...{ measure: 'laid', unit: p.id, name: `${p.female.tag} × ${p.male.tag}` },
        ...{ season: seasonOf(last, beginsInMonth), sum: p.clutchId ? 1 : 0, count: 1 },
        is: {
          species: p.species,
          ...(p.line && { line: p.line }),
          pair: `${p.female.tag} × ${p.male.tag}`,
        },
        opens: { room: 'pairing', id: p.id },
      },
    ]
  })
}

interface RestRow extends Record<string, unknown> {
  id: string
  animal_id: string
  tag: string
  line: string
  species: string
  unit: string | null
  by: string
  ended: string
  kind: 'warmed' | 'died'
}

async function restFacts(tx: Transaction, actor: Actor, beginsInMonth: number): Promise<ReviewFact[]> {
  const { rows } = await tx.execute<RestRow>(sql`
    select e.id, a.id as animal_id, a.tag, a.line, p.species, e.payload->>'unit' as unit, m.name as by, over.at as ended, over.kind
    from entry e join animal a on a.id = e.subject_id join protocol p on p.id = a.protocol_id join member m on m.id = e.member_id
    join lateral (select o.at, o.kind from entry o where o.subject_id = e.subject_id and o.kind in ('warmed', 'died') and o.at > e.at
      and not exists (select 1 from entry s where s.book_id = o.book_id and s.strikes = o.id) order by o.at limit 1) over on true
    where e.kind = 'rest began' and ${standsSql} and not a.withdrawn`)
  return rows.map((r) => ({
    ...{ measure: 'rest survived', unit: r.id, name: r.tag, sum: r.kind === 'warmed' ? 1 : 0, count: 1 },
    season: seasonOf(dayOfInstant(new Date(r.ended).getTime(), actor.book.zone), beginsInMonth),
    is: {
      species: r.species,
      ...(r.line && { line: r.line }),
      ...(r.unit && { incubator: r.unit }),
      helper: r.by,
    },
    opens: { room: 'animals', id: r.animal_id },
  }))
}
