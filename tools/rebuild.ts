import pg from 'pg'
import { connect } from '../apps/server/src/db/connect'
import { rebuildBook } from '../apps/server/src/db/rebuild'

/* Rebuilds every book's projections from its log: OWNER_DATABASE_URL=... npm run rebuild */
const { OWNER_DATABASE_URL } = process.env
if (!OWNER_DATABASE_URL) throw new Error('OWNER_DATABASE_URL is wanted')
const owner = new pg.Client({ connectionString: OWNER_DATABASE_URL })
await owner.connect()
const { rows } = await owner.query<{ id: string; name: string }>('select id, name from book order by name')
await owner.end()
const { db, pool } = connect(OWNER_DATABASE_URL)
for (const { id, name } of rows) console.log(`${name}: ${await rebuildBook(db, id)} subjects folded again`)
await pool.end()
