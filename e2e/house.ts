import { randomBytes } from 'node:crypto'
import { createServer } from 'node:http'
import { runBridge, runOutbox, runProbe, SimulatedIncubator } from '../apps/devices/src'
import { emptyCaches } from '../apps/server/src/db/cache'
import { asRole, connect } from '../apps/server/src/db/connect'
import { migrateDatabase } from '../apps/server/src/db/migrate'
import { DEMO_SIGN_IN, demoTokens, liveOn, seedDemo } from '../apps/server/src/demo'
import type { BookApp } from '../apps/server/src/shell/app'
import { readConfiguration } from '../apps/server/src/shell/configuration'
import { wholeApp } from '../apps/server/src/wholeApp'
import { DEFAULT_DEMO_DAY, SEED } from '@hatch-book/demo'
import pg from 'pg'
// @ts-expect-error -- a plain script without types
import { startPostgres } from '../tools/postgres.mjs'
// @ts-expect-error -- a plain script without types
import { scratchDatabaseFolder } from '../tools/scratch.mjs'
import { STORY_DAYS } from './folders'

/*
 * Where the demo's stories are told: one database server, one life of the demo book that is copied at each of its days, and one program that opens
 * a copy for each file of stories. It says where it listens, opens a book on POST /<day> and closes it for the next one.
 */
const folder = scratchDatabaseFolder('e2e') as string
const postgres = (await startPostgres(folder, { quick: true })) as { url: string }
const password = randomBytes(12).toString('hex')
const admin = new pg.Client({ connectionString: postgres.url })
await admin.connect()
const ownerOf = (database: string) => {
  const url = new URL(postgres.url)
  url.pathname = `/${database}`
  return url.toString()
}
const configurationOf = (database: string) =>
  readConfiguration({
    ...process.env,
    ...{ DATABASE_URL: asRole(ownerOf(database), 'app_rw', password), DEMO: 'yes', PORT: '0' },
  })
const copyOf = (day: string) => `day_${day.replaceAll('-', '_')}`

/** Runs something on the program at a database, which nobody is connected to any more afterwards. */
async function during<T>(
  database: string,
  work: (app: BookApp, db: ReturnType<typeof connect>['db']) => Promise<T>,
) {
  const configuration = configurationOf(database)
  emptyCaches()
  const app = await wholeApp(configuration)
  await app.ready()
  const { db, pool } = connect(configuration.DATABASE_URL)
  try {
    return await work(app, db)
  } finally {
    await app.close()
    await pool.end()
  }
}

/** What was judged once stands in the book: the first look of each story is that of a book which has been in use. */
async function lookAround(app: BookApp): Promise<void> {
  const signedIn = await app.inject({ method: 'POST', url: '/api/sign-in', payload: DEMO_SIGN_IN })
  const [cookie] = signedIn.cookies
  for (const room of ['animals', 'round'])
    await app.inject({ url: `/api/${room}`, headers: { cookie: `${cookie!.name}=${cookie!.value}` } })
}

/** The demo book lives once through all the days that stories are told on, and is copied on each. */
async function grow(): Promise<void> {
  await admin.query('create database life')
  await migrateDatabase(ownerOf('life'), password)
  let [bookId, last] = ['', null as string | null]
  for (const day of STORY_DAYS) {
    await during('life', async (app, db) => {
      if (last === null) bookId = (await seedDemo(app, db, { seed: SEED, day })).bookId
      else await liveOn(app, db, { bookId, seed: SEED }, last, day)
      await lookAround(app)
    })
    await admin.query(`create database ${copyOf(day)} template life`)
    last = day
  }
}

let count = 0
let close: () => Promise<void> = () => Promise.resolve()
/** Opens a book of a day, with the devices that stand beside it. One at a time: what is worked out is kept by book, and all of them are the same one. */
async function open(day: string): Promise<string> {
  await close()
  const database = `story_${++count}`
  await admin.query(`create database ${database} template ${copyOf(day)}`)
  emptyCaches()
  const configuration = configurationOf(database)
  const app = await wholeApp(configuration)
  const { db, pool } = connect(configuration.DATABASE_URL)
  const tokens = (await demoTokens(db))!
  await pool.end()
  const url = await app.listen({ port: 0, host: '127.0.0.1' })
  const stops = [
    runBridge({ url, token: tokens.scale }),
    runProbe({ url, token: tokens.probe }),
    runOutbox({ url, token: tokens.probe }),
    runProbe({ url, token: tokens.incubator, of: new SimulatedIncubator(5) }),
  ]
  close = async () => {
    close = () => Promise.resolve()
    stops.forEach((stop) => stop())
    await app.close()
    await admin.query(`drop database ${database} with (force)`)
  }
  return url
}

const grown = grow()
// Whoever asks hears of it.
grown.catch(() => undefined)
const door = createServer((request, response) => {
  const answer = async () => {
    await grown
    const day = request.url!.slice(1) || DEFAULT_DEMO_DAY
    if (request.method === 'POST') return open(day)
    await close()
    return 'closed'
  }
  answer().then(
    (said) => response.end(said),
    (error: unknown) => {
      console.error(error)
      response.writeHead(500).end(String(error))
    },
  )
})
door.listen(0, '127.0.0.1', () => {
  const { port } = door.address() as { port: number }
  process.send?.(`http://127.0.0.1:${port}`)
})
process.on('disconnect', () => process.exit(0))
