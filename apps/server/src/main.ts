import { sql } from 'drizzle-orm'
import { DEFAULT_DEMO_DAY, SEED } from '@hatch-book/demo'
import { connect } from './db/connect'
import { demoTokens, seedDemo } from './demo'
import { wholeApp } from './wholeApp'
import { readConfiguration, type Configuration } from './shell/configuration'

const configuration = configured()
const { DATABASE_URL, PORT, HOST, DEMO: demo, DEMO_DAY = DEFAULT_DEMO_DAY } = configuration
const app = await wholeApp(configuration)

function configured(): Configuration {
  try {
    return readConfiguration(process.env)
  } catch (error) {
    console.error((error as Error).message)
    return process.exit(2)
  }
}

let stopping = false
/** @param seconds how long it waits for what is being answered */
async function stop(seconds = configuration.STOP_SECONDS): Promise<void> {
  if (stopping) return
  stopping = true
  // A caller that never takes its answer must not hold the server for ever.
  setTimeout(() => process.exit(1), seconds * 1000).unref()
  await app.close()
  process.exit(0)
}
process.on('SIGINT', () => void stop())
process.on('SIGTERM', () => void stop())
// Started by another process, it goes when that one does, even when it is killed; nobody is there then who would start it
// again and wait for its port.
process.on('disconnect', () => void stop(1))

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
  } else if (configuration.DEMO_DAY_ASKED)
    console.log('The demo book is there already and keeps its day; --fresh grows it anew on another.')
  tokens = await demoTokens(db)
  await pool.end()
}
const address = await app.listen({ port: PORT, host: HOST }).catch((error: NodeJS.ErrnoException) => {
  const why = error.code === 'EADDRINUSE' ? 'is taken by another program' : `cannot be opened (${error.code})`
  console.error(`Port ${PORT} of ${HOST} ${why}. Close that program, or set another PORT.`)
  return process.exit(2)
})
process.send?.({ listening: address, tokens })
