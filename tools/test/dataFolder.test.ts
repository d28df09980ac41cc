import { spawn, spawnSync } from 'node:child_process'
import {
  chmodSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  readdirSync,
  rmSync,
  writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'

/* The data folder as a start or a backup takes it, in a process of its own: what is refused there ends that process. */
const TOOLS = pathToFileURL(join(__dirname, '..')).href
const parent = mkdtempSync(join(tmpdir(), 'hatch-book-folders-'))
chmodSync(parent, 0o755)
afterAll(() => rmSync(parent, { recursive: true, force: true }))

const script = (code: string) => ['--input-type=module', '-e', code]
function take(options: object): { code: number | null; says: string } {
  const done = spawnSync(
    process.execPath,
    script(
      `import { dataFolder } from '${TOOLS}/dataFolder.mjs'; console.log('takes ' + dataFolder('book', ${JSON.stringify(options)}))`,
    ),
    { encoding: 'utf8', env: { ...process.env, HATCH_BOOK_DATA: undefined } },
  )
  return { code: done.status, says: done.stdout + done.stderr }
}
function fresh(name: string): string {
  const above = mkdtempSync(join(parent, 'case-'))
  chmodSync(above, 0o755)
  return join(above, name)
}
function aBookIn(folder: string): void {
  mkdirSync(join(folder, 'postgres'), { recursive: true })
  writeFileSync(join(folder, 'postgres', 'PG_VERSION'), '15\n')
  writeFileSync(join(folder, 'owner.password'), 'secret')
}
// Whoever is not root runs the database as oneself: a folder that one cannot enter is then one's own doing.
const asRoot = process.getuid?.() === 0 ? it : it.skip

asRoot('a book whose folder the database can no longer reach is left untouched, and the words say so', () => {
  const root = fresh('private')
  const folder = join(root, '.data', 'book')
  aBookIn(folder)
  chmodSync(root, 0o700)
  const { code, says } = take({ root, shared: fresh('shared') })
  expect(code).toBe(1)
  expect(says).toMatch(/Your book is in .*private.* and the database cannot write there[^]*untouched/)
  expect(readFileSync(join(folder, 'owner.password'), 'utf8')).toBe('secret')
  expect(existsSync(join(folder, 'postgres', 'PG_VERSION'))).toBe(true)
})

asRoot('other files in a folder that was asked for stay, and so does the folder', () => {
  const above = fresh('private')
  const asked = join(above, 'mine')
  mkdirSync(asked, { recursive: true })
  writeFileSync(join(asked, 'letters.txt'), 'dear')
  chmodSync(above, 0o700)
  const { code, says } = take({ asked })
  expect(code).toBe(1)
  expect(says).toMatch(/cannot write in[^]*Nothing was changed/)
  expect(readdirSync(asked)).toEqual(['letters.txt'])
})

asRoot(
  'a project private to root keeps its new book where the database can reach it, and leaves no empty folders',
  () => {
    const root = fresh('private')
    mkdirSync(root)
    chmodSync(root, 0o700)
    const shared = fresh('shared')
    const first = take({ root, shared })
    expect(first.code).toBe(0)
    expect(first.says).toMatch(/takes .*shared\/[0-9a-f]{12}-book/)
    expect(readdirSync(root)).toEqual([])
    expect(take({ root, shared }).says).toBe(first.says)
  },
)

it('an empty folder is used, twice the same', () => {
  const asked = fresh('new')
  expect(take({ asked })).toEqual({ code: 0, says: `takes ${asked}\n` })
  expect(take({ asked })).toEqual({ code: 0, says: `takes ${asked}\n` })
  expect(readdirSync(asked)).toEqual([])
})

it('one folder has one owner: a second start says who has it and ends nothing; one that was cut off holds nobody up', async () => {
  const folder = fresh('held')
  mkdirSync(folder)
  const hold = (what: string, after = '') =>
    script(
      `import { holdFolder } from '${TOOLS}/dataFolder.mjs'; holdFolder(${JSON.stringify(folder)}, '${what}'); console.log('held'); ${after}`,
    )
  const first = spawn(process.execPath, hold('npm start, at port 4310', 'setInterval(() => 0, 1000)'))
  await new Promise((held) => first.stdout.once('data', held))
  const second = spawnSync(process.execPath, hold('npm start, at port 4311'), { encoding: 'utf8' })
  expect(second.status).toBe(1)
  expect(second.stderr).toContain(`is open already: npm start, at port 4310 (process ${first.pid})`)
  expect(first.exitCode).toBeNull()
  const ended = new Promise((gone) => first.once('exit', gone))
  first.kill('SIGKILL')
  await ended
  expect(spawnSync(process.execPath, hold('npm start, at port 4311'), { encoding: 'utf8' }).status).toBe(0)
})

it('what stands where a database should be, and is none, is not thrown away', () => {
  const folder = fresh('odd')
  mkdirSync(join(folder, 'postgres'), { recursive: true })
  writeFileSync(join(folder, 'postgres', 'base.tar'), 'precious')
  const done = spawnSync(
    process.execPath,
    script(
      `import { startPostgres } from '${TOOLS}/postgres.mjs'; await startPostgres(${JSON.stringify(folder)})`,
    ),
    { encoding: 'utf8' },
  )
  expect(done.status).toBe(1)
  expect(done.stderr).toContain('PG_VERSION')
  expect(readFileSync(join(folder, 'postgres', 'base.tar'), 'utf8')).toBe('precious')
})
