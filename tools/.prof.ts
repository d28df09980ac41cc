import pg from 'pg'
import { asRole, connect, inBook } from '/work/main/apps/server/src/db/connect'
import { readFinding, studyClutches, loadClutches } from '/work/main/apps/server/src/incubation'
import { viewPairings } from '/work/main/apps/server/src/pairing'
import { cohortViews } from '/work/main/apps/server/src/cohorts'
import { colonyViews } from '/work/main/apps/server/src/colonies'
import { loadShelf } from '/work/main/apps/server/src/protocols'
import { currentRests } from '/work/main/apps/server/src/brumation'
import { tables } from '/work/main/apps/server/src/db/connect'
import '/work/main/apps/server/src/rooms'
const stats = new Map<string, [number, number]>()
const q0 = pg.Client.prototype.query as any
;(pg.Client.prototype as any).query = function (...a: any[]) { const t = performance.now(); const r = q0.apply(this, a); const text = (typeof a[0] === 'string' ? a[0] : a[0]?.text ?? '').replace(/\s+/g, ' ').slice(0, 110); if (r?.then) r.then(() => { const s = stats.get(text) ?? [0, 0]; stats.set(text, [s[0] + 1, s[1] + performance.now() - t]) }); return r }
const url = process.argv[2]!
const { db, pool } = connect(url)
const owner = new pg.Client({ connectionString: process.argv[3]! }); await owner.connect()
const b = (await owner.query('select b.id, m.id as member from book b join member m on m.book_id=b.id limit 1')).rows[0]
const actor: any = { bookId: b.id, member: { id: b.member, role: 'owner' }, today: '2027-05-27', now: Date.parse('2027-05-27T12:00:00Z'), book: { zone: 'Europe/London', demoDay: '2027-05-27' } }
const T = async (n: string, f: () => Promise<any>) => { for (let i = 0; i < 3; i++) { stats.clear(); const a = performance.now(); const r = await f(); console.log(n, (performance.now() - a).toFixed(0), Array.isArray(r) ? r.length : '') }; for (const [k, [c, ms]] of [...stats].sort((x, y) => y[1][1] - x[1][1]).slice(0, 7)) console.log('   ', c, ms.toFixed(1), k) }
await inBook(db, b.id, async (tx: any) => {
  await T('shelf', () => loadShelf(tx))
  await T('finding', () => readFinding(tx, actor))
  const cl = await loadClutches(tx)
  await T('study', () => studyClutches(tx, actor, cl))
  const pr = await tx.select().from(tables.pairing)
  await T('pairs', () => viewPairings(tx, actor, pr))
  const shelf = await loadShelf(tx)
  await T('cohorts', () => cohortViews(tx, actor, shelf))
  await T('colonies', () => colonyViews(tx, actor))
  await T('rests', () => currentRests(tx, actor))
})
await pool.end(); await owner.end()
