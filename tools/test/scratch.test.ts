import { spawn, spawnSync } from 'node:child_process'
import { existsSync, mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

/** A run that has a folder, in which a program and something like a database work. */
const RUN = `
import { spawn } from 'node:child_process'
import { clearWhenGone } from '${process.cwd()}/tools/scratch.mjs'
const folder = process.argv[2]
const lasting = { detached: true, stdio: 'ignore' }
const program = spawn('sleep', ['600'], { ...lasting, env: { ...process.env, HATCH_BOOK_DATA: folder } })
const database = spawn(process.execPath, ['-e', 'setInterval(() => {}, 1000)', folder + '/postgres'], lasting)
clearWhenGone(folder)
console.log(program.pid, database.pid)
if (process.argv[3] === 'ends') { program.kill(); database.kill(); process.exit(0) }
setInterval(() => {}, 1000)
`
const alive = (pid: number) => spawnSync('kill', ['-0', String(pid)]).status === 0
async function until(holds: () => boolean): Promise<boolean> {
  for (let i = 0; i < 100 && !holds(); i++) await new Promise((resolve) => setTimeout(resolve, 100))
  return holds()
}
async function begin(...args: string[]) {
  const folder = mkdtempSync(join(tmpdir(), 'hatch-book-scratch-'))
  const script = `${folder}.mjs`
  writeFileSync(script, RUN)
  const run = spawn(process.execPath, [script, folder, ...args], { stdio: ['ignore', 'pipe', 'inherit'] })
  const said = await new Promise<string>((resolve) =>
    run.stdout.once('data', (d: Buffer) => resolve(String(d))),
  )
  spawnSync('rm', ['-f', script])
  return { run, folder, pids: said.trim().split(' ').map(Number) }
}

test('a run that is killed leaves no folder, no program and no database behind', async () => {
  const { run, folder, pids } = await begin()
  expect(pids.map(alive)).toEqual([true, true])
  run.kill('SIGKILL')
  expect(await until(() => !existsSync(folder) && !pids.some(alive))).toBe(true)
})

test('a run that goes on keeps its folder, and one that ends by itself leaves none', async () => {
  const going = await begin()
  await new Promise((resolve) => setTimeout(resolve, 500))
  expect([existsSync(going.folder), ...going.pids.map(alive)]).toEqual([true, true, true])
  going.run.kill('SIGTERM')
  const ended = await begin('ends')
  expect(await until(() => !existsSync(going.folder) && !existsSync(ended.folder))).toBe(true)
})
