import type { PairingView } from '@hatch-book/contract'
import {
  dayOfInstant,
  daysBetween,
  seasonOf,
  settledOf,
  type Begun,
  type Day,
  type MeasureName,
  type ReviewFact,
} from '@hatch-book/core'
import { sql } from 'drizzle-orm'
import { readinessOn } from '../animals'
import { tables, type Transaction } from '../db/connect'
import { isOfKindAs, standsSql, carried, isOfKind } from '../log'
import { viewPairings } from '../pairing'
import type { Actor } from '../shell/actor'
import type { ClutchRoot } from './clutchFacts'

/** Which females were ready, which pairs mated and laid, and which sleepers came through. */
export async function breederFacts(
  tx: Transaction,
  actor: Actor,
  beginsInMonth: number,
  roots: ReadonlyMap<string, ClutchRoot>,
): Promise<ReviewFact[]> {
  const { readiness, courses } = await pairCourses(tx, actor, beginsInMonth, roots)
  const rests = await restCourses(tx, actor, beginsInMonth)
  const settled = (measure: MeasureName) => settledOf(courses.filter((c) => c.fact.measure === measure))
  return [...readiness, ...[...settled('mated'), ...settled('laid'), ...settledOf(rests)].map((c) => c.fact)]
}

type BegunFact = Begun & { fact: ReviewFact }

async function pairCourses(
  tx: Transaction,
  actor: Actor,
  beginsInMonth: number,
  roots: ReadonlyMap<string, ClutchRoot>,
): Promise<{ readiness: ReviewFact[]; courses: BegunFact[] }> {
  const all = await viewPairings(tx, actor, await tx.select().from(tables.pairing))
  const met = all.flatMap((p) => (p.startedOn ? [{ ...p, startedOn: p.startedOn }] : []))
  const verdicts = await readinessOn(
    tx,
    actor,
    met.map((p) => ({ animalId: p.female.id, day: p.startedOn })),
  )
  const readiness = met.flatMap((p, i) => {
    const verdict = verdicts[i]
    return verdict ? [factOf(p, 'ready', verdict === 'ready', seasonOf(p.startedOn, beginsInMonth))] : []
  })
  const courses = met.flatMap((p): BegunFact[] => {
    const laid = p.clutchId ? roots.get(p.clutchId) : undefined
    const season = laid?.season ?? seasonOf(p.startedOn, beginsInMonth)
    const begun = { species: p.species, age: daysBetween(p.startedOn, actor.today) }
    const lockedOn = firstLock(p, actor.book.zone)
    return [
      {
        ...begun,
        took: lockedOn === null ? null : daysBetween(p.startedOn, lockedOn),
        fact: factOf(p, 'mated', p.locks > 0, season),
      },
      ...(p.locks === 0
        ? []
        : [
            {
              ...begun,
              took: laid ? daysBetween(p.startedOn, laid.laidOn) : null,
              fact: factOf(p, 'laid', laid !== undefined, season),
            },
          ]),
    ]
  })
  // What was so on one day is settled at once; of what may still come to it only those are asked that had as long as the others.
  return { readiness, courses }
}

function factOf(p: PairingView, measure: MeasureName, is: boolean, season: number): ReviewFact {
  const name = `${p.female.tag} × ${p.male.tag}`
  return {
    ...{ measure, unit: p.id, name, sum: is ? 1 : 0, count: 1, season },
    is: { species: p.species, ...(p.line && { line: p.line }), pair: name },
    opens: { room: 'pairing', id: p.id },
  }
}

/** The day on which a pair was first seen mating. */
function firstLock(p: PairingView, zone: string): Day | null {
  if (p.locks === 0) return null
  const seen = p.entries.filter((e) => MATINGS.has(e.kind) && !e.struckBy).map((e) => e.at)
  const [first] = seen.sort()
  return first ? dayOfInstant(Date.parse(first), zone) : p.startedOn
}
const MATINGS: ReadonlySet<string> = new Set(['locked', 'spermatophore', 'taken up'])

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
    select e.id, a.id as animal_id, a.tag, a.line, p.species, ${carried('rest began', 'unit')} as unit, m.name as by, e.at as began, over.at as ended, over.kind
    from entry e join animal a on a.id = e.subject_id join protocol p on p.id = a.protocol_id join member m on m.id = e.member_id
    join lateral (select o.at, o.kind from entry o where o.subject_id = e.subject_id and ${isOfKindAs('o', 'warmed', 'died')} and o.at > e.at
      and not exists (select 1 from entry s where s.book_id = o.book_id and s.strikes = o.id) order by o.at limit 1) over on true
    where ${isOfKind('rest began')} and ${standsSql} and not a.withdrawn`)
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
