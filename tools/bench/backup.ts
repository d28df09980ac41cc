import { spawn, spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import pg from 'pg'
import { fillBenchDatabase } from './benchDatabase'
import { fillProbes } from './bookOfProbes'

/*
 * A backup of very many readings: how long it takes, and the most memory that its own process and those of the database take.
 *   npm run bench:backup [-- 40000000]
 */
const READINGS = Number(process.argv[2] ?? 40_000_000)
const MEMORY_EVERY_MS = 250

const { ownerUrl, filled, close } = await fillBenchDatabase(fillProbes)
const owner = new pg.Client({ connectionString: ownerUrl })
await owner.connect()
const {
  rows: [probe],
} = await owner.query<{ id: string }>('select id from probe limit 1')
const began = Date.now()
for (let done = filled.readings; done < READINGS; done += 2_000_000)
  await owner.query(
    `insert into reading (book_id, id, probe_id, at, celsius)
     select $1, lpad(to_hex(n), 32, '0')::uuid, $2, timestamptz '2000-01-01' + make_interval(secs => n), 5 + sin(n / 900.0)
     from generate_series($3::int, $4::int) n`,
    [filled.bookId, probe!.id, done, Math.min(READINGS, done + 2_000_000) - 1],
  )
console.log(`${READINGS} readings written in ${((Date.now() - began) / 1000).toFixed(0)} s`)
const {
  rows: [postmaster],
} = await owner.query<{ file: string }>(
  `select current_setting('data_directory') || '/postmaster.pid' as file`,
)

/** What a process has for itself alone, shared buffers left out, bytes. */
function ownMemory(pid: number): number {
  try {
    const status = readFileSync(`/proc/${pid}/status`, 'utf8')
    return Number(/RssAnon:\s+(\d+) kB/.exec(status)?.[1] ?? 0) * 1024
  } catch {
    return 0
  }
}
const childrenOf = (pid: number): number[] => {
  const own = spawnSync('pgrep', ['-P', String(pid)])
    .stdout.toString()
    .split('\n')
    .filter(Boolean)
    .map(Number)
  return [...own, ...own.flatMap(childrenOf)]
}

const folder = mkdtempSync(join(tmpdir(), 'hatch-book-bench-backup-'))
const started = Date.now()
const backup = spawn(process.execPath, ['tools/backup.mjs', '--to', folder], {
  env: { ...process.env, DATABASE_URL: ownerUrl },
  stdio: 'inherit',
})
const most = { backup: 0, database: 0 }
const databasePid = Number(readFileSync(postmaster!.file, 'utf8').split('\n')[0])
const watch = setInterval(() => {
  const sum = (pids: number[]) => pids.reduce((bytes, pid) => bytes + ownMemory(pid), 0)
  most.backup = Math.max(most.backup, sum([backup.pid!, ...childrenOf(backup.pid!)]))
  most.database = Math.max(most.database, sum([databasePid, ...childrenOf(databasePid)]))
}, MEMORY_EVERY_MS)
const code = await new Promise<number | null>((ended) => backup.once('exit', ended))
clearInterval(watch)
const megabytes = (bytes: number) => `${(bytes / 1024 ** 2).toFixed(0)} MB`
console.log(
  `ended with ${code} after ${((Date.now() - started) / 1000).toFixed(0)} s; most memory: the command and its programs ${megabytes(most.backup)}, the database ${megabytes(most.database)} beside its shared buffers`,
)
await owner.end()
await close()
rmSync(folder, { recursive: true, force: true })
process.exit(code ?? 1)
