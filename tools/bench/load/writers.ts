import pg from 'pg'
import type { LoadBook } from './book'
import { any, weighing, type Caller } from './caller'

const WRITE_MS = 10_000

async function rate(writers: number, write: () => Promise<number>): Promise<number> {
  const end = performance.now() + WRITE_MS
  let count = 0
  await Promise.all(
    Array.from({ length: writers }, async () => {
      while (performance.now() < end) {
        // Counted after the wait: `count += await …` would forget what others wrote meanwhile.
        const written = await write()
        count += written
      }
    }),
  )
  return count / (WRITE_MS / 1000)
}

/** Entries a second through the server, each batch answered once it is kept. */
export const throughServer = (
  caller: Caller,
  book: LoadBook,
  { writers, size }: { writers: number; size: number },
) =>
  rate(writers, async () => {
    const entries = Array.from({ length: size }, () => weighing(book.animals))
    await caller.ask('/api/entries', any(book.members), { entries })
    return size
  })

/** The same rows put into the same table in the same role, one transaction for each batch, and nothing else. */
export async function bareInsert(
  databaseUrl: string,
  book: LoadBook,
  { writers, size }: { writers: number; size: number },
): Promise<number> {
  const pool = new pg.Pool({ connectionString: databaseUrl, max: writers })
  const a = await rate(writers, async () => {
    const rows = Array.from({ length: size }, () => weighing(book.animals)).map((e) => ({
      ...{ book_id: book.large, id: e.id, kind: e.kind, subject_type: 'animal', subject_id: e.subject.id },
      ...{ at: e.at, precision: 'minute', recorded_at: e.at, member_id: book.memberId, device: '' },
      ...{ payload: e.payload, strikes: null },
    }))
    const client = await pool.connect()
    await client.query('begin')
    await client.query("select set_config('app.book_id', $1, true)", [book.large])
    await client.query('insert into entry select * from json_populate_recordset(null::entry, $1)', [
      JSON.stringify(rows),
    ])
    await client.query('commit')
    client.release()
    return size
  })
  await pool.end()
  return a
}
