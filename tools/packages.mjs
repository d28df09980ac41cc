import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { giveUp, say } from './console.mjs'
import { ROOT, has, isRoot, run } from './run.mjs'

const STAMPS = join(ROOT, 'node_modules', '.hatch-book')

function stamped(name, value) {
  const file = join(STAMPS, name)
  return existsSync(file) && readFileSync(file, 'utf8') === value
}
function stamp(name, value) {
  mkdirSync(STAMPS, { recursive: true })
  writeFileSync(join(STAMPS, name), value)
}
const hashOf = (parts) => parts.reduce((hash, part) => hash.update(part), createHash('sha256')).digest('hex')

/** Installs the packages of the lockfile, unless they are there. */
export async function installPackages() {
  const [major] = process.versions.node.split('.').map(Number)
  if (major < 20) giveUp(`Hatch Book needs Node 20 or later; this is ${process.versions.node}.`)
  const wanted = hashOf([readFileSync(join(ROOT, 'package-lock.json'))])
  if (stamped('packages', wanted)) return
  say('Installing the packages of the lockfile (about a minute and a half) …')
  const { code } = await run('npm', ['install', '--no-audit', '--no-fund', '--loglevel=error'])
  if (code !== 0) giveUp('The packages could not be installed. Is the npm registry within reach?')
  stamp('packages', wanted)
}

/** Builds the web application, unless nothing it is made of has changed. */
export async function buildWeb() {
  const sources = ['apps/web', 'packages/core/src', 'packages/contract/src'].flatMap((folder) =>
    filesIn(join(ROOT, folder)),
  )
  const wanted = hashOf([
    ...sources.flatMap((file) => [file, readFileSync(file)]),
    readFileSync(join(ROOT, 'package-lock.json')),
  ])
  if (stamped('web', wanted) && existsSync(join(ROOT, 'apps/web/dist/index.html'))) return
  say('Building the application (about half a minute) …')
  const { code } = await run('npm', [
    'run',
    'build',
    '--workspace',
    'apps/web',
    '--silent',
    '--',
    '--logLevel',
    'warn',
  ])
  if (code !== 0) giveUp('The application could not be built.')
  const listed = await run(process.execPath, ['tools/offline.mjs'])
  if (listed.code !== 0) giveUp('The application could not be made to open without a signal.')
  const squeezed = await run(process.execPath, ['tools/squeeze.mjs'])
  if (squeezed.code !== 0) giveUp('The application could not be made small.')
  stamp('web', wanted)
}

function filesIn(folder) {
  return readdirSync(folder)
    .filter((name) => name !== 'dist' && name !== 'node_modules')
    .sort()
    .flatMap((name) => {
      const path = join(folder, name)
      return statSync(path).isDirectory() ? filesIn(path) : [path]
    })
}

/** Installs a Debian package, or says how. */
export async function installFromDebian(packages, why, { before } = {}) {
  const command = `apt-get install -y --no-install-recommends ${packages.join(' ')}`
  if (!has('apt-get'))
    giveUp(`${why} is missing, and this is not a Debian machine. Install it, then try again.`)
  if (!isRoot()) giveUp(`${why} is missing. Install it with\n\n    sudo ${command}\n\nand try again.`)
  say(`Installing ${why} from Debian's packages …`)
  before?.()
  const env = { DEBIAN_FRONTEND: 'noninteractive' }
  await run('apt-get', ['update', '-qq'], { env })
  const { code } = await run('apt-get', ['install', '-y', '-qq', '--no-install-recommends', ...packages], {
    env,
    keep: false,
  })
  if (code !== 0) giveUp(`${why} could not be installed. Try it by hand:\n\n    ${command}`)
}
