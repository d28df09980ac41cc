import { dayOfInstant, daysBetween, seasonOf, settledOf, type Begun, type ReviewFact } from '@hatch-book/core'
import { sql } from 'drizzle-orm'
import { tables, type Transaction } from '../db/connect'
import { standsSql } from '../entries'
import { viewPairings } from '../pairing'
import type { Actor } from '../shell/actor'
import type { ClutchRoot } from './clutchFacts'

/** Which pairs that mated laid, and which sleepers came through. */
export async function breederFacts(
  tx: Transaction,
  actor: Actor,
  beginsInMonth: number,
  roots: ReadonlyMap<string, ClutchRoot>,
): Promise<ReviewFact[]> {
  const pairs = await pairCourses(tx, actor, beginsInMonth, roots)
  const rests = await restCourses(tx, actor, beginsInMonth)
  return [...settledOf(pairs), ...settledOf(rests)].map((c) => c.fact)
}

type BegunFact = Begun & { fact: ReviewFact }

async function pairCourses(
  tx: Transaction,
  actor: Actor,
  beginsInMonth: number,
  roots: ReadonlyMap<string, ClutchRoot>,
): Promise<BegunFact[]> {
  const pairings = await viewPairings(tx, actor, await tx.select().from(tables.pairing))
  return pairings.flatMap((p): BegunFact[] => {
    if (p.locks === 0 || !p.startedOn) return []
    const laid = p.clutchId ? roots.get(p.clutchId) : undefined
    const name = `${p.female.tag} × ${p.male.tag}`
    return [
      {
        ...{ species: p.species, age: daysBetween(p.startedOn, actor.today) },
        took: laid ? daysBetween(p.startedOn, laid.laidOn) : null,
        fact: {
          ...{ measure: 'laid', unit: p.id, name, sum: laid ? 1 : 0, count: 1 },
          season: laid?.season ?? seasonOf(p.startedOn, beginsInMonth),
          is: { species: p.species, ...(p.line && { line: p.line }), pair: name },
          opens: { room: 'pairing', id: p.id },
        },
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
  began: string
  ended: string
  kind: 'warmed' | 'died'
}

async function restCourses(tx: Transaction, actor: Actor, beginsInMonth: number): Promise<BegunFact[]> {
  const { rows } = await tx.execute<RestRow>(sql`
    select e.id, a.id as animal_id, a.tag, a.line, p.species, e.payload->>'unit' as unit, m.name as by, e.at as began, over.at as ended, over.kind
    from entry e join animal a on a.id = e.subject_id join protocol p on p.id = a.protocol_id join member m on m.id = e.member_id
    join lateral (select o.at, o.kind from entry o where o.subject_id = e.subject_id and o.kind in ('warmed', 'died') and o.at > e.at
      and not exists (select 1 from entry s where s.book_id = o.book_id and s.strikes = o.id) order by o.at limit 1) over on true
    where e.kind = 'rest began' and ${standsSql} and not a.withdrawn`)
  const dayOf = (at: string) => dayOfInstant(new Date(at).getTime(), actor.book.zone)
  return rows.map((r): BegunFact => {
    const [began, ended] = [dayOf(r.began), dayOf(r.ended)]
    const through = r.kind === 'warmed'
    return {
      ...{ species: r.species, age: daysBetween(began, actor.today) },
      took: through ? daysBetween(began, ended) : null,
      fact: {
        ...{ measure: 'rest survived', unit: r.id, name: r.tag, sum: through ? 1 : 0, count: 1 },
        season: seasonOf(ended, beginsInMonth),
        is: {
          species: r.species,
          ...(r.line && { line: r.line }),
          ...(r.unit && { incubator: r.unit }),
          helper: r.by,
        },
        opens: { room: 'animals', id: r.animal_id },
      },
    }
  })
}
