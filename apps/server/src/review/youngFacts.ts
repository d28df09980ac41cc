import { RAISED_DAYS, youngSays, type MeasureName, type ReviewFact, type YoungRecord } from '@hatch-book/core'
import { sql } from 'drizzle-orm'
import type { Transaction } from '../db/connect'
import { standsSql, carriedNumber, carried } from '../log'
import type { Actor } from '../shell/actor'
import type { ClutchRoot } from './clutchFacts'

const FIRST_WEEK = 7
/** A weight counts as that of a day when it was taken at most so many days off it. */
const NEAR_DAYS = 12
/** What whoever offered the first meal may have had a hand in. */
const BY_HELPER: ReadonlySet<MeasureName> = new Set(['first meal', 'refusals'])

type YoungRow = YoungRecord & { clutchId: string; feeder: string | null } & Record<string, unknown>

/** What the young of each clutch say: weights, first meals, losses, sexes, prices. Ages are days since hatching. */
export async function youngFacts(
  tx: Transaction,
  actor: Actor,
  roots: ReadonlyMap<string, ClutchRoot>,
): Promise<ReviewFact[]> {
  const sums = new Map<string, ReviewFact>()
  const add = (root: ClutchRoot, measure: MeasureName, value: number, helper?: string | null) => {
    const key = `${root.id} ${measure} ${helper ?? ''}`
    const fact = sums.get(key) ?? {
      ...{ measure, sum: 0, count: 0, unit: root.id, name: root.name, season: root.season },
      is: helper ? { ...root.is, helper } : root.is,
      opens: { room: 'incubation' as const, id: root.id },
    }
    sums.set(key, { ...fact, sum: fact.sum + value, count: fact.count + 1 })
  }
  for (const row of await readYoung(tx, actor)) {
    const root = roots.get(row.clutchId)
    if (!root) continue
    for (const [measure, value] of Object.entries(youngSays(row)) as [MeasureName, number][])
      add(root, measure, value, BY_HELPER.has(measure) ? row.feeder : null)
  }
  return [...sums.values()]
}

async function readYoung(tx: Transaction, actor: Actor): Promise<YoungRow[]> {
  const day = sql`(e.at at time zone ${actor.book.zone})::date - a.hatched_to`
  const of = (kind: string) => sql`e.subject_id = a.id and e.kind = ${kind} and ${standsSql}`
  const { rows } = await tx.execute<YoungRow>(sql`
    select a.clutch_id as "clutchId", ${actor.today}::date - a.hatched_to as age,
      coalesce(s.standing->>'sex', 'unknown') as sex, coalesce((s.standing->>'sexCertainty')::float8, 0) as "sexCertainty",
      (select min(${day}) from entry e where ${of('died')}) as "diedAt",
      sold.day as "leftAt", sold.price, first.grams as "firstGrams", later.grams as "laterGrams",
      meal.day as "firstMealAt", offer.by as feeder, coalesce(offers.refused, 0)::int as refused, coalesce(offers.n, 0)::int as offered
    from animal a left join animal_standing s on s.id = a.id
    left join lateral (select ${day} as day, ${carriedNumber('sold', 'price')} as price from entry e where ${of('sold')}
      order by e.at limit 1) sold on true
    left join lateral (select ${carriedNumber('weighed', 'grams')} as grams from entry e where ${of('weighed')}
      and ${day} between 0 and ${FIRST_WEEK} order by e.at limit 1) first on true
    left join lateral (select ${carriedNumber('weighed', 'grams')} as grams from entry e where ${of('weighed')}
      and abs(${day} - ${RAISED_DAYS}) <= ${NEAR_DAYS} order by abs(${day} - ${RAISED_DAYS}) limit 1) later on true
    left join lateral (select m.name as by from entry e join member m on m.id = e.member_id where ${of('meal')}
      order by e.at limit 1) offer on true
    left join lateral (select ${day} as day, e.at from entry e
      where ${of('meal')} and ${carried('meal', 'outcome')} = 'taken' order by e.at limit 1) meal on true
    left join lateral (select count(*) as n, count(*) filter (where ${carried('meal', 'outcome')} = 'refused') as refused from entry e
      where ${of('meal')} and (meal.at is null or e.at <= meal.at)) offers on true
    where a.clutch_id is not null and a.hatched_to is not null and not a.withdrawn and a.merged_into_id is null`)
  return rows
}
