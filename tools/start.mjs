#!/usr/bin/env node
/* Starts everything with one command, on a machine that has only Node: says what it does while it does it. */
import { spawn } from 'node:child_process'
import { randomBytes } from 'node:crypto'
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:net'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import { giveUp, say } from './console.mjs'
import { dataFolder } from './dataFolder.mjs'
import { buildWeb, installPackages } from './packages.mjs'
import { findPostgres, startPostgres } from './postgres.mjs'
import { ROOT, run } from './run.mjs'

const USAGE = `npm start                      the demo book, in the folder .data/demo
npm start -- --day 2027-01-20  the demo on another day (with --fresh where one is there already)
npm start -- --fresh           forgets the demo book and grows it anew
npm start -- --empty           your own book, in the folder .data/book
npm start -- --port 4310       another port
DATABASE_URL=postgres://...    your own PostgreSQL, as a role that may make tables and roles`

function options() {
  try {
    return parseArgs({
      options: {
        empty: { type: 'boolean' },
        fresh: { type: 'boolean' },
        day: { type: 'string' },
        port: { type: 'string', default: process.env.PORT ?? '4310' },
        help: { type: 'boolean' },
      },
    }).values
  } catch (error) {
    return giveUp(`${error.message}\n\n${USAGE}`)
  }
}
const chosen = options()
if (chosen.help) {
  say(USAGE)
  process.exit(0)
}
if (chosen.day && !/^\d{4}-\d{2}-\d{2}$/.test(chosen.day)) giveUp('Write the demo day like 2027-01-20.')
if (!/^\d+$/.test(chosen.port) || Number(chosen.port) > 65535) giveUp('Write the port in figures, like 4310.')
if (chosen.fresh && chosen.empty) giveUp('--fresh is for the demo; your own book is never thrown away.')

await portIsFree(Number(chosen.port))
await installPackages()
await buildWeb()

const name = chosen.empty ? 'book' : 'demo'
let postgres = null
let ownerUrl = process.env.DATABASE_URL
let appPassword = process.env.APP_PASSWORD
if (!ownerUrl) {
  await findPostgres()
  const folder = dataFolder(name)
  postgres = await startPostgres(folder, { what: `npm start, at http://127.0.0.1:${chosen.port}` })
  ownerUrl = postgres.url
  appPassword = keptPassword(join(folder, 'application.password'))
} else appPassword ??= keptPassword(join(ROOT, '.application.password'))

const migrated = await run(
  process.execPath,
  ['--import', 'tsx', 'tools/prepareDatabase.ts', ...(chosen.fresh ? ['--fresh'] : [])],
  { env: { OWNER_DATABASE_URL: ownerUrl, APP_PASSWORD: appPassword } },
)
if (migrated.code !== 0) {
  await postgres?.stop()
  giveUp('The database could not be brought up to date; nothing was lost. The lines above say why.')
}

const appUrl = new URL(ownerUrl)
appUrl.username = 'app_rw'
appUrl.password = appPassword
const server = spawn(process.execPath, ['--import', 'tsx', 'apps/server/src/main.ts'], {
  cwd: ROOT,
  // Ctrl+C comes to this process alone, which then stops the server and, after it, the database.
  detached: true,
  stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
  env: {
    ...process.env,
    NODE_ENV: 'production',
    DATABASE_URL: appUrl.toString(),
    PORT: chosen.port,
    DEMO: chosen.empty ? 'no' : 'yes',
    ...(chosen.day ? { DEMO_DAY: chosen.day, DEMO_DAY_ASKED: 'yes' } : {}),
  },
})
let devices = null
server.on('message', ({ listening, tokens }) => {
  // The demo's devices stand beside the server as real ones would, and speak to it the same way.
  if (tokens)
    devices = spawn(process.execPath, ['--import', 'tsx', 'apps/devices/src/main.ts'], {
      cwd: ROOT,
      detached: true,
      stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
      env: {
        ...process.env,
        BOOK_URL: listening,
        SCALE_TOKEN: tokens.scale,
        PROBE_TOKEN: tokens.probe,
        INCUBATOR_TOKEN: tokens.incubator,
      },
    })
  say(`\nHatch Book is open at ${listening}`)
  say(
    chosen.empty
      ? 'Without the demo book: where there is no book yet, whoever comes first opens one.'
      : 'Demo book Lantern Quay: sign in as ottoline@lantern-quay.example, password lantern-quay',
  )
  say('Ctrl+C closes it.')
})

let stopping = false
async function stop(code) {
  if (stopping) return
  stopping = true
  devices?.kill('SIGTERM')
  if (server.exitCode === null) {
    const ended = new Promise((resolve) => server.once('exit', resolve))
    server.kill('SIGTERM')
    await ended
  }
  await postgres?.stop()
  if (code === 0) say('Closed.')
  process.exit(code)
}
process.on('SIGINT', () => void stop(0))
process.on('SIGTERM', () => void stop(0))
server.on('exit', (code) => {
  if (!stopping) {
    say('The server ended unexpectedly; nothing that was answered is lost. Start it again.')
    void stop(code || 1)
  }
})

void postgres?.ended.then(() => {
  if (stopping) return
  say('The database ended unexpectedly; nothing that was answered is lost. Start it again.')
  void stop(1)
})

function keptPassword(file) {
  if (!existsSync(file)) writeFileSync(file, randomBytes(24).toString('hex'), { mode: 0o600 })
  return readFileSync(file, 'utf8').trim()
}

function portIsFree(port) {
  return new Promise((resolve) => {
    const probe = createServer()
    probe.once('error', ({ code }) => {
      const says =
        code === 'EADDRINUSE'
          ? `Port ${port} is taken, perhaps by Hatch Book itself. Close it, or choose another:`
          : `Port ${port} cannot be opened (${code}). Choose another:`
      giveUp(`${says}\n\n    npm start -- --port ${port < 1024 ? 4310 : port + 1}`)
    })
    probe.listen(port, process.env.HOST ?? '127.0.0.1', () => probe.close(() => resolve()))
  })
}
