import { spawn, spawnSync } from 'node:child_process'
import { constants, setPriority } from 'node:os'
import { fileURLToPath } from 'node:url'

export const ROOT = fileURLToPath(new URL('..', import.meta.url)).replace(/\/$/, '')

/**
 * Runs a command to its end, its words passed on; resolves to its exit code and, if asked, what it said.
 * @param behind it takes only the time that others leave
 */
export function run(command, args, { env = {}, keep = false, cwd = ROOT, behind = false } = {}) {
  return new Promise((resolve) => {
    const child = spawn(command, args, {
      cwd,
      env: { ...process.env, ...env },
      stdio: ['ignore', keep ? 'pipe' : 'inherit', keep ? 'pipe' : 'inherit'],
    })
    if (behind && child.pid) setPriority(child.pid, constants.priority.PRIORITY_LOW)
    let said = ''
    for (const stream of [child.stdout, child.stderr])
      stream?.on('data', (part) => {
        said += part
        process.stdout.write(part)
      })
    child.on('error', (error) => resolve({ code: 127, said: `${said}${error.message}` }))
    child.on('close', (code) => resolve({ code: code ?? 1, said }))
  })
}

/** Whether a command is on this machine. */
export const has = (command) => spawnSync('sh', ['-c', `command -v ${command}`]).status === 0
export const isRoot = () => process.getuid?.() === 0
