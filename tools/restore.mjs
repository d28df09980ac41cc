#!/usr/bin/env node
/* Puts a backup in the place of what is there, which is kept beside it. */
import { existsSync, readFileSync } from 'node:fs'
import { parseArgs } from 'node:util'
import { giveUp, say } from './console.mjs'
import {
  databaseOf,
  differences,
  digestsOf,
  dropDatabase,
  inDatabase,
  openDatabase,
  restoreInto,
  sha256Of,
  withClient,
} from './dumps.mjs'

const USAGE = `npm run restore -- backups/hatch-book-….dump           in place of your own book
npm run restore -- backups/hatch-book-….dump --demo    in place of the demo book
DATABASE_URL=postgres://…                              in place of that database
Close the program first. What was there is kept as a database beside it.`

let parsed
try {
  parsed = parseArgs({
    allowPositionals: true,
    options: { demo: { type: 'boolean' }, help: { type: 'boolean' } },
  })
} catch (error) {
  giveUp(`${error.message}\n\n${USAGE}`)
}
const { values: options, positionals } = parsed
const file = positionals[0]
if (options.help || !file) {
  say(USAGE)
  process.exit(options.help ? 0 : 1)
}
if (!existsSync(file)) giveUp(`There is no file ${file}.`)
const aboutFile = file.replace(/\.dump$/, '.json')
if (!existsSync(aboutFile)) giveUp(`${aboutFile} is missing: it says what the backup must be equal to.`)
const about = JSON.parse(readFileSync(aboutFile, 'utf8'))

const { url, close } = await openDatabase(options.demo ? 'demo' : 'book')
const name = databaseOf(url)
// Whatever its name: to rename one, one has to stand in another.
const beside = inDatabase(url, 'template1')
const restored = `restored_${Date.now()}`
try {
  say('1. The file against its digest …')
  if ((await sha256Of(file)) !== about.sha256) throw new Error('the file is not what it was when it was made')
  say('2. Restoring beside what is there …')
  await restoreInto(beside, restored, file)
  say('3. Every table against what it was …')
  const wrong = differences(
    about.tables,
    await withClient(inDatabase(url, restored), (client) => digestsOf(client, about.digestedBy ?? 'joined')),
  )
  if (wrong.length > 0) throw new Error(`these are not what they were: ${wrong.join(', ')}`)
  say('4. In its place …')
  const kept = `before_${new Date().toISOString().replaceAll(/[^\d]/g, '').slice(0, 14)}`
  await withClient(beside, async (client) => {
    const quoted = (id) => client.escapeIdentifier(id)
    const { rows } = await client.query(
      'select count(*)::int as n from pg_stat_activity where datname = $1',
      [name],
    )
    if (rows[0].n > 0) throw new Error('the program is still open on it; close it first')
    await client.query(`alter database ${quoted(name)} rename to ${quoted(kept)}`)
    await client.query(`alter database ${quoted(restored)} rename to ${quoted(name)}`)
  })
  say(`Restored: the book of ${about.madeAt}. What was there is kept as the database ${kept}.`)
} catch (error) {
  await dropDatabase(beside, restored).catch(() => undefined)
  await close()
  giveUp(`NOT RESTORED, nothing was changed: ${error.message}`)
}
await close()
