import { spawn, spawnSync } from 'node:child_process'
import { randomBytes } from 'node:crypto'
import {
  chownSync,
  existsSync,
  mkdirSync,
  readFileSync,
  readdirSync,
  renameSync,
  rmdirSync,
  writeFileSync,
} from 'node:fs'
import { createServer } from 'node:net'
import { dirname, join } from 'node:path'
import { giveUp, say } from './console.mjs'
import { clusterOf, hasBook, holdFolder, identity } from './dataFolder.mjs'
import { installFromDebian } from './packages.mjs'

const DEBIAN_VERSIONS = '/usr/lib/postgresql'
const pause = (ms) => new Promise((resolve) => setTimeout(resolve, ms))

/** Folder of the newest PostgreSQL on the machine, or null. */
function binaries() {
  const versions = existsSync(DEBIAN_VERSIONS)
    ? readdirSync(DEBIAN_VERSIONS)
        .map(Number)
        .sort((a, b) => b - a)
    : []
  const found = versions
    .map((v) => join(DEBIAN_VERSIONS, String(v), 'bin'))
    .find((bin) => existsSync(join(bin, 'initdb')) && existsSync(join(bin, 'postgres')))
  if (found) return found
  const onPath = spawnSync('sh', ['-c', 'command -v initdb']).stdout.toString().trim()
  return onPath ? dirname(onPath) : null
}

export async function findPostgres() {
  if (!binaries())
    await installFromDebian(['postgresql'], 'PostgreSQL', {
      before: () => {
        // Debian starts a cluster of its own unless told otherwise; ours is private.
        mkdirSync('/etc/postgresql-common', { recursive: true })
        const settings = '/etc/postgresql-common/createcluster.conf'
        if (!existsSync(settings)) writeFileSync(settings, 'create_main_cluster = false\n')
      },
    })
  return binaries() ?? giveUp('PostgreSQL was installed, but its programs are not where they are expected.')
}

function freePort() {
  return new Promise((resolve) => {
    const server = createServer().listen(0, '127.0.0.1', () => {
      const { port } = server.address()
      server.close(() => resolve(port))
    })
  })
}

/** The process of an earlier start that still has the data folder open, if it is ours. */
function orphan(cluster) {
  const file = join(cluster, 'postmaster.pid')
  if (!existsSync(file)) return null
  const pid = Number(readFileSync(file, 'utf8').split('\n')[0])
  try {
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes(cluster) ? pid : null
  } catch {
    return null
  }
}

const alive = (pid) => {
  try {
    process.kill(pid, 0)
    return true
  } catch {
    return false
  }
}

/** Makes a cluster under a name of this run and gives it its own name once it is whole. */
function makeCluster(bin, folder, { quick }) {
  const who = identity()
  const cluster = clusterOf(folder)
  const making = join(folder, `postgres-in-the-making-${process.pid}`)
  const passwordFile = join(folder, 'owner.password')
  if (existsSync(cluster) && readdirSync(cluster).length > 0)
    giveUp(
      `There is something in ${cluster}, but it is no database that can be opened (its file PG_VERSION is missing).\nNothing was changed. Put back what is missing, or move the folder away for a new book.`,
    )
  say(`Making a private database in ${folder} …`)
  if (!existsSync(passwordFile)) {
    writeFileSync(passwordFile, randomBytes(24).toString('hex'), { mode: 0o600, flag: 'wx' })
    if (who.uid !== undefined) chownSync(passwordFile, who.uid, who.gid)
  }
  const made = spawnSync(
    join(bin, 'initdb'),
    [
      '-D',
      making,
      '-U',
      'owner',
      '-A',
      'scram-sha-256',
      `--pwfile=${passwordFile}`,
      '-E',
      'UTF8',
      '--locale=C.UTF-8',
      ...(quick ? ['--no-sync'] : []),
    ],
    { ...who, cwd: '/' },
  )
  if (made.status !== 0) giveUp(`The database could not be made:\n${made.stderr}`)
  if (existsSync(cluster)) rmdirSync(cluster)
  renameSync(making, cluster)
}

/**
 * Starts a private PostgreSQL on loopback in a data folder, making it first where there is none; on a port of its own choice
 * unless one is given, as to one that is started again while its users wait.
 * @param what what it is started for, said to whoever wants the same folder meanwhile
 * @returns the owner's address and how to stop it
 */
export async function startPostgres(
  folder,
  { quick = false, port: wanted = 0, what = 'another program' } = {},
) {
  const bin = await findPostgres()
  const spawned = { ...identity(), cwd: '/' }
  const cluster = clusterOf(folder)
  const letGo = holdFolder(folder, what)
  process.once('exit', letGo)
  if (!hasBook(folder)) makeCluster(bin, folder, { quick })
  const left = orphan(cluster)
  if (left) {
    say('An earlier start was cut off; its database is being closed first …')
    process.kill(left, 'SIGINT')
    for (let i = 0; i < 100 && alive(left); i++) await pause(100)
  }
  const port = wanted || (await freePort())
  const options = [
    '-c',
    'listen_addresses=127.0.0.1',
    '-c',
    'unix_socket_directories=',
    '-p',
    String(port),
    ...(quick ? ['-c', 'fsync=off', '-c', 'synchronous_commit=off', '-c', 'full_page_writes=off'] : []),
  ]
  const url = `postgres://owner:${readFileSync(join(folder, 'owner.password'), 'utf8').trim()}@127.0.0.1:${port}/postgres`
  for (let attempt = 1; ; attempt++) {
    // A group of its own, so that Ctrl+C reaches the application first and the database last.
    const server = spawn(join(bin, 'postgres'), ['-D', cluster, ...options], {
      ...spawned,
      detached: true,
      stdio: ['ignore', 'ignore', 'pipe'],
    })
    let said = ''
    server.stderr.on('data', (part) => (said = (said + part).slice(-4000)))
    const ended = new Promise((resolve) => server.once('exit', resolve))
    if (await answers(bin, port, () => server.exitCode === null)) {
      const stop = async () => {
        if (server.exitCode === null) server.kill('SIGINT')
        await ended
        process.off('exit', letGo)
        letGo()
      }
      return { url, stop, ended }
    }
    if (server.exitCode === null) server.kill('SIGINT')
    await ended
    if (attempt === 10) giveUp(`The database did not start:\n${said}`)
    await pause(1000)
  }
}

async function answers(bin, port, running) {
  for (let i = 0; i < 300 && running(); i++) {
    if (spawnSync(join(bin, 'pg_isready'), ['-q', '-h', '127.0.0.1', '-p', String(port)]).status === 0)
      return true
    await pause(100)
  }
  return false
}
