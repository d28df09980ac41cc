import { sql } from 'drizzle-orm'
import type { Transaction } from '../db/connect'

/** Whatever can be named, by the name its keeper knows it by: a common table of the same name to select from. */
export const namedSql = sql`
  named as (
    select id, tag as name from animal union all select id, name from place union all select id, name from clutch
    union all select id, name from cohort union all select id, name from colony union all select id, name from recipe
    union all select p.id, f.tag || ' × ' || m.tag from pairing p join animal f on f.id = p.female_id join animal m on m.id = p.male_id
    union all select r.id, coalesce(a.tag, 'a batch') from rest r left join animal a on a.id = r.animal_id)`

/** Names of all that has one, by identity; species of protocols and people too. */
export async function namesOfAll(tx: Transaction): Promise<Map<string, string>> {
  const { rows } = await tx.execute<{ id: string; name: string }>(sql`
    with ${namedSql} select id, name from named
    union all select id, species from protocol union all select id, name from member union all select id, name from contact
    union all select id, name from rest_plan union all select id, name from probe`)
  return new Map(rows.map((r) => [r.id, r.name]))
}
