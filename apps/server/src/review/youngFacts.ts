import type { MeasureName, ReviewFact } from '@hatch-book/core'
import { sql } from 'drizzle-orm'
import type { Transaction } from '../db/connect'
import { standsSql } from '../entries'
import type { Actor } from '../shell/actor'
import type { ClutchRoot } from './clutchFacts'

const FIRST_WEEK = 7
const MEAL_BY_DAY = 30
const RAISED_DAYS = 90
/** A weight counts as that of a day when it was taken at most so many days off it. */
const NEAR_DAYS = 12

interface YoungRow extends Record<string, unknown> {
  clutch_id: string
  age: number
  sex: string
  certainty: number
  died_at: number | null
  left_at: number | null
  first_grams: number | null
  later_grams: number | null
  meal_at: number | null
  refusals: number
  offered: number
  price: number | null
  feeder: string | null
}

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
    const root = roots.get(row.clutch_id)
    if (!root) continue
    const gone = Math.min(row.died_at ?? Infinity, row.left_at ?? Infinity)
    if (row.first_grams !== null) add(root, 'hatchling weight', row.first_grams)
    if (row.first_grams !== null && row.later_grams !== null)
      add(root, 'growth', row.later_grams - row.first_grams)
    const ateInTime = row.meal_at !== null && row.meal_at <= MEAL_BY_DAY
    // Who left before it had to eat says nothing; who died without eating did not.
    const judged =
      ateInTime || (row.age >= MEAL_BY_DAY && !(row.left_at !== null && row.left_at < MEAL_BY_DAY))
    if (judged && (row.offered > 0 || row.died_at !== null))
      add(root, 'first meal', ateInTime ? 1 : 0, row.feeder)
    if (row.meal_at !== null) add(root, 'refusals', row.refusals, row.feeder)
    if (row.died_at !== null && row.died_at < RAISED_DAYS) add(root, 'raised', 0)
    else if (row.age >= RAISED_DAYS && gone >= RAISED_DAYS) add(root, 'raised', 1)
    if (row.sex !== 'unknown' && row.certainty >= 0.9) add(root, 'females', row.sex === 'female' ? 1 : 0)
    if (row.price !== null) add(root, 'price', row.price)
  }
  return [...sums.values()]
}

async function readYoung(tx: Transaction, actor: Actor): Promise<YoungRow[]> {
  const day = sql`(e.at at time zone ${actor.book.zone})::date - a.hatched_to`
  const of = (kind: string) => sql`e.subject_id = a.id and e.kind = ${kind} and ${standsSql}`
  const { rows } = await tx.execute<YoungRow>(sql`
    select a.clutch_id, ${actor.today}::date - a.hatched_to as age,
      coalesce(s.standing->>'sex', 'unknown') as sex, coalesce((s.standing->>'sexCertainty')::float8, 0) as certainty,
      (select min(${day}) from entry e where ${of('died')}) as died_at,
      sold.day as left_at, sold.price, first.grams as first_grams, later.grams as later_grams,
      meal.day as meal_at, meal.by as feeder, coalesce(offers.refused, 0)::int as refusals, coalesce(offers.n, 0)::int as offered
    from animal a left join animal_standing s on s.id = a.id
    left join lateral (select ${day} as day, (e.payload->>'price')::float8 as price from entry e where ${of('sold')}
      order by e.at limit 1) sold on true
    left join lateral (select (e.payload->>'grams')::float8 as grams from entry e where ${of('weighed')}
      and ${day} between 0 and ${FIRST_WEEK} order by e.at limit 1) first on true
    left join lateral (select (e.payload->>'grams')::float8 as grams from entry e where ${of('weighed')}
      and abs(${day} - ${RAISED_DAYS}) <= ${NEAR_DAYS} order by abs(${day} - ${RAISED_DAYS}) limit 1) later on true
    left join lateral (select ${day} as day, e.at, m.name as by from entry e join member m on m.id = e.member_id
      where ${of('meal')} and e.payload->>'outcome' = 'taken' order by e.at limit 1) meal on true
    left join lateral (select count(*) as n, count(*) filter (where e.payload->>'outcome' = 'refused') as refused from entry e
      where ${of('meal')} and (meal.at is null or e.at <= meal.at)) offers on true
    where a.clutch_id is not null and a.hatched_to is not null and not a.withdrawn and a.merged_into_id is null`)
  return rows
}
