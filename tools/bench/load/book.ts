import { sql } from 'drizzle-orm'
import { newId } from '../../../packages/contract/src'
import { inBook, tables, type Database } from '../../../apps/server/src/db/connect'
import { COOKIE, createSession } from '../../../apps/server/src/shell/actor'
import { fillLargeBook } from '../largeBook'

/** With sex, place and meals a hundred entries an animal; in the smaller book ten. */
const WEIGHTS = { large: 93, small: 3 }
const READINGS_EACH = 500
const PROBES = 10

async function fillReadings(db: Database, bookId: string, count: number) {
  const each = Math.ceil(count / PROBES)
  for (let n = 1; n <= PROBES; n++) {
    const id = newId()
    await inBook(db, bookId, async (tx) => {
      await tx.insert(tables.place).values({ bookId, id, kind: 'incubator', name: `H${n}`, setPointC: 28 })
      await tx.insert(tables.probe).values({ bookId, id, name: `probe of H${n}`, placeId: id })
      await tx.execute(sql`
        insert into reading (book_id, id, probe_id, at, celsius)
        select ${bookId}::uuid, gen_random_uuid(), ${id}::uuid, at, (28 + sin(extract(epoch from at) / 4000) / 3)::real
        from generate_series('2027-05-27T00:00Z'::timestamptz - ${each} * interval '1 minute', '2027-05-27T00:00Z'::timestamptz, interval '1 minute') at`)
      await tx.execute(sql`
        insert into reading_hour (book_id, id, probe_id, hour, count, min_c, max_c, sum_c)
        select book_id, gen_random_uuid(), probe_id, date_trunc('hour', at), count(*), min(celsius), max(celsius), sum(celsius)
        from reading where probe_id = ${id}::uuid group by book_id, probe_id, date_trunc('hour', at)`)
    })
  }
}

/** A large book with its members signed in, and beside it one of as many animals with a tenth of the log. */
export interface LoadBook {
  large: string
  /** Cookies of its members. */
  members: string[]
  /** The owner of the book with the shorter log, and its animals. */
  few: { cookie: string; animals: string[] }
  /** The large book's animals. */
  animals: string[]
  memberId: string
}

async function signedIn(db: Database, bookId: string, count: number): Promise<string[]> {
  return inBook(db, bookId, async (tx) => {
    const [owner] = await tx.select().from(tables.member)
    const made: string[] = []
    for (let i = 0; i < count; i++) {
      const id = i === 0 ? owner!.id : newId()
      if (i > 0)
        await tx.insert(tables.member).values({
          ...{ bookId, id, name: `Member ${i}`, email: `m${i}@large.example`, passwordHash: '-' },
          role: 'keeper',
        })
      made.push(`${COOKIE}=${(await createSession(tx, bookId, id)).cookie}`)
    }
    return made
  })
}

const animalsOf = (db: Database, bookId: string) =>
  inBook(db, bookId, async (tx) =>
    (await tx.select({ id: tables.animal.id }).from(tables.animal)).map((a) => a.id),
  )

export async function fillLoadBook(
  db: Database,
  { animals, members }: { animals: number; members: number },
): Promise<LoadBook> {
  const large = await fillLargeBook(db, { animals, weightsEach: WEIGHTS.large })
  const small = await fillLargeBook(db, { animals, weightsEach: WEIGHTS.small, email: 'owner@small.example' })
  await fillReadings(db, large, animals * READINGS_EACH)
  const [member] = await inBook(db, large, (tx) => tx.select().from(tables.member))
  return {
    ...{ large, members: await signedIn(db, large, members), memberId: member!.id },
    few: { cookie: (await signedIn(db, small, 1))[0]!, animals: await animalsOf(db, small) },
    animals: await animalsOf(db, large),
  }
}
