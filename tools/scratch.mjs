import { existsSync, statfsSync } from 'node:fs'
import { tmpdir } from 'node:os'

const MEMORY = '/dev/shm'
const WANTED_BYTES = 4_000_000_000

/** Where tests keep databases that are thrown away: in memory where there is room, so that a slow disk fails no test. */
export function scratchFolder() {
  if (!existsSync(MEMORY)) return tmpdir()
  const { bavail, bsize } = statfsSync(MEMORY)
  return bavail * bsize > WANTED_BYTES ? MEMORY : tmpdir()
}
