import { fileURLToPath } from 'node:url'
import { sql } from 'drizzle-orm'
import { DEFAULT_DEMO_DAY, SEED } from '@hatch-book/demo'
import { connect } from './db/connect'
import { DEMO_SIGN_IN, demoTokens, seedDemo } from './demo'
import { rooms } from './rooms'
import { buildApp } from './shell/app'

const WEB_FOLDER = fileURLToPath(new URL('../../web/dist', import.meta.url))

const {
  DATABASE_URL,
  PORT = '4310',
  HOST = '127.0.0.1',
  DEMO = 'yes',
  DEMO_DAY = DEFAULT_DEMO_DAY,
} = process.env
if (!DATABASE_URL) throw new Error('DATABASE_URL is wanted: the database as the application role')

const demo = DEMO === 'yes'
const app = await buildApp({
  databaseUrl: DATABASE_URL,
  webFolder: WEB_FOLDER,
  demoSignIn: demo ? DEMO_SIGN_IN : null,
  rooms,
  log: true,
})

let stopping = false
async function stop(): Promise<void> {
  if (stopping) return
  stopping = true
  await app.close()
  process.exit(0)
}
process.on('SIGINT', () => void stop())
process.on('SIGTERM', () => void stop())
// Started by another process, it goes when that one does, even when it is killed.
process.on('disconnect', () => void stop())

let tokens: Awaited<ReturnType<typeof demoTokens>> = null
if (demo) {
  const { db, pool } = connect(DATABASE_URL)
  const { rows } = await db.execute<{ any_book: boolean }>(sql`select any_book()`)
  if (!rows[0]!.any_book) {
    const started = Date.now()
    console.log(`Bringing Lantern Quay, the demo book, to life up to ${DEMO_DAY} …`)
    const { happened, refused } = await seedDemo(app, db, { seed: SEED, day: DEMO_DAY })
    console.log(
      `  ${happened} things happened there, ${refused.length} were refused (${((Date.now() - started) / 1000).toFixed(1)} s)`,
    )
    for (const { step, says } of refused.slice(0, 5))
      console.log(`  refused: ${step.act} on ${new Date(step.at).toISOString().slice(0, 10)}: ${says}`)
  } else if (process.env.DEMO_DAY_ASKED)
    console.log('The demo book is there already and keeps its day; --fresh grows it anew on another.')
  tokens = await demoTokens(db)
  await pool.end()
}
await app.listen({ port: Number(PORT), host: HOST })
process.send?.({ listening: `http://${HOST}:${PORT}`, tokens })
