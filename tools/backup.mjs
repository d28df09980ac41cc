#!/usr/bin/env node
/* A backup of everything, photos too, while the book is open; kept only once it has been restored and compared. */
import { mkdirSync, readdirSync, renameSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import { giveUp, say } from './console.mjs'
import {
  databaseOf,
  differences,
  digestsOf,
  dropDatabase,
  inDatabase,
  openDatabase,
  pgProgram,
  restoreInto,
  sha256Of,
  withClient,
} from './dumps.mjs'
import { ROOT } from './run.mjs'

const USAGE = `npm run backup                     your own book, to .data/backups
npm run backup -- --demo           the demo book
npm run backup -- --to /mnt/disk   to another folder, best on another disk
npm run backup -- --keep 30        so many of the newest are kept (14)
npm run backup -- --every 24       stays, and does it again each so many hours
DATABASE_URL=postgres://...        of your own PostgreSQL`

let options
try {
  options = parseArgs({
    options: {
      demo: { type: 'boolean' },
      to: { type: 'string', default: join(ROOT, '.data', 'backups') },
      keep: { type: 'string', default: '14' },
      every: { type: 'string' },
      help: { type: 'boolean' },
    },
  }).values
} catch (error) {
  giveUp(`${error.message}\n\n${USAGE}`)
}
if (options.help) {
  say(USAGE)
  process.exit(0)
}
const keep = Number(options.keep)
const every = options.every === undefined ? null : Number(options.every)
if (!Number.isInteger(keep) || keep < 1) giveUp('Write how many are kept in figures, one at least.')
if (every !== null && !(every >= 0.1)) giveUp('Write the hours in figures, a tenth at least.')

const stamp = () => new Date().toISOString().replaceAll(/[:.]/g, '-').slice(0, 23)

async function backUp() {
  const began = Date.now()
  mkdirSync(options.to, { recursive: true })
  const { url, close } = await openDatabase(options.demo ? 'demo' : 'book')
  const name = `hatch-book-${stamp()}`
  const part = join(options.to, `${name}.part`)
  const scratch = `scratch_${process.pid}_${Date.now()}`
  try {
    // One moment of the book: what is dumped and what is counted are the same, whoever writes meanwhile.
    const digests = await withClient(url, async (client) => {
      await client.query('begin transaction isolation level repeatable read read only')
      const { rows } = await client.query('select pg_export_snapshot() as id')
      await pgProgram(
        'pg_dump',
        ['--format=custom', `--snapshot=${rows[0].id}`, `--file=${part}`, databaseOf(url)],
        url,
      )
      return digestsOf(client)
    })
    await restoreInto(url, scratch, part)
    const again = await withClient(inDatabase(url, scratch), (client) => digestsOf(client))
    const wrong = differences(digests, again)
    if (wrong.length > 0) throw new Error(`restored, these are not what they were: ${wrong.join(', ')}`)
    const file = join(options.to, `${name}.dump`)
    const about = {
      ...{ madeAt: new Date().toISOString(), sha256: await sha256Of(part) },
      ...{ digestedBy: 'sums', tables: digests },
    }
    writeFileSync(join(options.to, `${name}.json`), `${JSON.stringify(about, null, 2)}\n`)
    renameSync(part, file)
    const rows = Object.values(digests).reduce((n, t) => n + t.rows, 0)
    say(`${file}`)
    say(
      `  ${rows} rows of ${Object.keys(digests).length} tables; restored once and compared: equal (${((Date.now() - began) / 1000).toFixed(1)} s)`,
    )
    forgetOld()
  } finally {
    rmSync(part, { force: true })
    await dropDatabase(url, scratch).catch(() => undefined)
    await close()
  }
}

/** The newest are kept, and with each what was said of it. */
function forgetOld() {
  const old = readdirSync(options.to)
    .filter((f) => /^hatch-book-[\d-]+T[\d-]+\.dump$/.test(f))
    .sort()
    .slice(0, -keep)
  for (const file of old)
    for (const ending of ['.dump', '.json'])
      rmSync(join(options.to, file.replace(/\.dump$/, ending)), { force: true })
  if (old.length > 0) say(`  ${old.length} older removed, the newest ${keep} are kept`)
}

for (;;) {
  try {
    await backUp()
  } catch (error) {
    say(`NOT BACKED UP: ${error.message}`)
    if (every === null) process.exit(1)
  }
  if (every === null) break
  await new Promise((next) => setTimeout(next, every * 3_600_000))
}
