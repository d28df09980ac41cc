import { spawn } from 'node:child_process'
import { chmodSync, chownSync, existsSync, mkdtempSync, statfsSync, statSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

const MEMORY = '/dev/shm'
const WANTED_BYTES = 4_000_000_000

/** Where tests keep databases that are thrown away: in memory where there is room, so that a slow disk fails no test. */
export function scratchFolder() {
  if (!existsSync(MEMORY)) return tmpdir()
  const { bavail, bsize } = statfsSync(MEMORY)
  return bavail * bsize > WANTED_BYTES ? MEMORY : tmpdir()
}

const CLEARER = 'hatch-book-clearer'
/*
 * Waits until the pipe to whoever started it closes, which it does however that one ends, even by a kill that nobody can catch. Then it asks
 * every program that works in the folder, by its arguments or its environment, to stop, waits for them, and takes the folder away.
 */
const CLEAR = `
cat > /dev/null
at_work() {
  for file in $(grep -lsF -- "$1" /proc/[0-9]*/cmdline /proc/[0-9]*/environ); do
    pid=\${file#/proc/}; pid=\${pid%%/*}
    grep -qsF ${CLEARER} "/proc/$pid/cmdline" || { kill -0 "$pid" 2> /dev/null && echo "$pid"; }
  done
}
for pid in $(at_work "$1"); do kill -INT "$pid" 2> /dev/null; done
n=0
while [ -n "$(at_work "$1")" ] && [ $n -lt 300 ]; do sleep 0.1; n=$((n + 1)); done
rm -rf "$1"
`

/** Takes a folder away once this process has ended, with the database and whatever else works in it. */
export function clearWhenGone(folder) {
  const clearer = spawn('sh', ['-c', CLEAR, CLEARER, folder], {
    detached: true,
    cwd: '/',
    stdio: ['pipe', 'ignore', 'ignore'],
  })
  // It keeps nobody from ending.
  clearer.unref()
  clearer.stdin.unref()
}

/** An empty folder for a database that tests throw away, which its own user may enter; it goes when this process has ended. */
export function scratchDatabaseFolder(name) {
  const folder = mkdtempSync(join(scratchFolder(), `hatch-book-${name}-`))
  chmodSync(folder, 0o755)
  if (process.getuid?.() === 0) {
    const { uid, gid } = statSync('/var/lib/postgresql')
    chownSync(folder, uid, gid)
  }
  clearWhenGone(folder)
  return folder
}
