import { buildApp } from '../../apps/server/src/shell/app'
import { COOKIE, createSession } from '../../apps/server/src/shell/actor'
import { connect, inBook, tables } from '../../apps/server/src/db/connect'
import { rooms } from '../../apps/server/src/rooms'
import { fillBenchDatabase } from './benchDatabase'
import { fillLargeBook } from './largeBook'

/*
 * How long a list takes to come in and to be undone, up to the longest that is taken; and whether a row of a long list costs more than one of
 * a short one.
 *   npm run bench:imports
 */
const { databaseUrl, filled, close } = await fillBenchDatabase((db) =>
  fillLargeBook(db, { animals: 10, weightsEach: 2 }),
)
const { db, pool } = connect(databaseUrl)
const app = await buildApp({ databaseUrl, rooms })
const { cookie } = await inBook(db, filled, async (tx) => {
  const [owner] = await tx.select().from(tables.member)
  return createSession(tx, filled, owner!.id)
})
const headers = { cookie: `${COOKIE}=${cookie}` }

async function call<T>(method: 'GET' | 'POST', url: string, payload: object | Buffer = {}): Promise<T> {
  const type = Buffer.isBuffer(payload) ? { 'content-type': 'application/octet-stream' } : {}
  const reply = await app.inject({
    ...{ method, url, headers: { ...headers, ...type } },
    ...(method === 'POST' && { payload }),
  })
  if (reply.statusCode !== 200) throw new Error(`${url}: ${reply.payload}`)
  return reply.json<T>()
}

const perRow: number[] = []
for (const count of [5_000, 50_000]) {
  const rows = Array.from(
    { length: count },
    (_, i) => `B${count}-${i},corn snake,${i % 2 ? 'f' : 'm'},2024-05-0${1 + (i % 9)},,,,${10 + (i % 90)}`,
  )
  const list = `tag,species,sex,hatched,dam,sire,place,weight\n${rows.join('\n')}\n`
  const since = performance.now()
  const { id, version } = await call<{ id: string; version: number }>(
    'POST',
    '/api/imports?fileName=bench.csv',
    Buffer.from(list),
  )
  const read = performance.now() - since
  const done = await call<{ broughtIn: number; version: number }>('POST', `/api/imports/${id}/bring-in`, {
    version,
  })
  if (done.broughtIn !== count) throw new Error(`${done.broughtIn} of ${count} came in`)
  const all = performance.now() - since
  perRow.push(all / count)
  await call('POST', `/api/imports/${id}/undo`, { version: done.version })
  const undone = performance.now() - since - all
  console.log(
    `${count} rows: read in ${(read / 1000).toFixed(1)} s, in the book after ${(all / 1000).toFixed(1)} s; undone in ${(undone / 1000).toFixed(1)} s`,
  )
}
console.log(`a row of the long list costs ${(perRow[1]! / perRow[0]!).toFixed(2)} times one of the short`)
await app.close()
await pool.end()
await close()
process.exit(0)
