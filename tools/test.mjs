#!/usr/bin/env node
/* Everything that must hold, from a fresh clone: style, types, arrows between rooms, units, and the built application. */
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs'
import { join, relative } from 'node:path'
import { performance } from 'node:perf_hooks'
import { chromiumHere } from './chromium.mjs'
import { say } from './console.mjs'
import { buildWeb, installFromDebian, installPackages } from './packages.mjs'
import { findPostgres } from './postgres.mjs'
import { ROOT, run } from './run.mjs'

const results = { passed: 0, failed: 0 }
/** What failed, by name: it is told again at the end, where one looks first. */
const failures = []
const count = (name, passed, failed) => {
  results.passed += passed
  results.failed += failed
  say(`${name}: ${passed} passed, ${failed} failed\n`)
}

await installPackages()
await findPostgres()
if (!chromiumHere())
  await installFromDebian(['chromium-headless-shell'], 'Chromium, to drive the built application')
if (!existsSync('/usr/bin/pdftoppm'))
  await installFromDebian(['poppler-utils'], 'Poppler, to measure what is printed')

const REPORTS = join(ROOT, 'test-results')
rmSync(REPORTS, { recursive: true, force: true })
mkdirSync(REPORTS)

async function check(name, script) {
  say(`${name} …`)
  const { code } = await run('npm', ['run', '--silent', script], { behind: true })
  count(name, code === 0 ? 1 : 0, code === 0 ? 0 : 1)
  if (code !== 0) failures.push(name)
}

const times = []
async function units() {
  say('Units, the server against a real database …')
  const report = join(REPORTS, 'jest.json')
  await run('npm', ['run', '--silent', 'unit', '--', '--json', `--outputFile=${report}`], { behind: true })
  const told = existsSync(report) ? JSON.parse(readFileSync(report, 'utf8')) : null
  count('Units', told?.numPassedTests ?? 0, told ? told.numFailedTests + told.numRuntimeErrorTestSuites : 1)
  for (const file of told?.testResults ?? []) {
    const name = relative(ROOT, file.name)
    times.push({ name, seconds: (file.endTime - file.startTime) / 1000 })
    const failed = file.assertionResults.filter(({ status }) => status === 'failed')
    failures.push(...failed.map(({ fullName }) => `${name}: ${fullName}`))
    if (file.status === 'failed' && failed.length === 0) failures.push(`${name}: it could not be run`)
  }
}

async function stories() {
  say('The built application in Chromium …')
  await run('npx', ['playwright', 'test'])
  const report = join(REPORTS, 'playwright.json')
  const told = existsSync(report) ? JSON.parse(readFileSync(report, 'utf8')) : null
  const { expected = 0, flaky = 0, unexpected = 1 } = told?.stats ?? {}
  count('Stories', expected + flaky, unexpected)
  // A story that needs a second try is not hidden: something was slower than a keeper would bear.
  if (flaky) say(`${flaky} of them only on the second try: look into why`)
  const all = (told?.suites ?? []).flatMap(storiesIn)
  times.push(...all)
  failures.push(...all.filter(({ ok }) => !ok).map(({ name }) => name))
}

/** The stories of a file or group, and of the groups in it, with the time that each took, second tries and all, and whether it passed in the end. */
const storiesIn = ({ suites = [], specs = [] }) => [
  ...suites.flatMap(storiesIn),
  ...specs.map(({ title, file, tests, ok }) => ({
    ok,
    name: `${file}: ${title}`,
    seconds: tests.flatMap((t) => t.results).reduce((sum, r) => sum + r.duration / 1000, 0),
  })),
]
// A story waits for pages half of its time, as a keeper does; all else is done meanwhile.
await buildWeb()
await Promise.all([
  stories(),
  check('Style', 'lint')
    .then(() => check('Types', 'types'))
    .then(() => check('Arrows between rooms', 'rules'))
    .then(units),
])
say('The ten that took longest:')
for (const { name, seconds } of times.sort((a, b) => b.seconds - a.seconds).slice(0, 10))
  say(`  ${seconds.toFixed(1).padStart(6)} s  ${name}`)
say(`${Math.round(performance.now() / 1000)} s in all\n`)

if (failures.length > 0) say(`What failed:\n${failures.map((name) => `  ${name}`).join('\n')}\n`)
say(`${results.passed} passed, ${results.failed} failed`)
process.exit(results.failed === 0 && results.passed > 0 ? 0 : 1)
