import { spawn, spawnSync, type ChildProcess } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { createServer } from 'node:net'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { asRole } from '../../../apps/server/src/db/connect'
// @ts-expect-error -- a plain script without types
import { startPostgres } from '../../postgres.mjs'

const ROOT = fileURLToPath(new URL('../../..', import.meta.url))
const UP_WITHIN_MS = 60_000

export const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))

function freePort(): Promise<number> {
  return new Promise((resolve) => {
    const server = createServer().listen(0, '127.0.0.1', () => {
      const { port } = server.address() as { port: number }
      server.close(() => resolve(port))
    })
  })
}

/** A database and a server as `npm start` runs them, each of which can be killed and started again. */
export interface Stack {
  ownerUrl: string
  /** Where the server answers, the same after every start. */
  url: string
  killServer(): Promise<void>
  killDatabase(): Promise<void>
  startServer(): Promise<void>
  startDatabase(): Promise<void>
  close(): Promise<void>
}

export async function openStack(
  folder: string,
  prepare: (ownerUrl: string) => Promise<void>,
): Promise<Stack> {
  const [databasePort, port] = [await freePort(), await freePort()]
  const start = () =>
    startPostgres(folder, { port: databasePort }) as Promise<{
      url: string
      stop(): Promise<void>
      ended: Promise<unknown>
    }>
  let database = await start()
  const ownerUrl = database.url
  await prepare(ownerUrl)
  const url = `http://127.0.0.1:${port}`
  let server: ChildProcess | null = null

  const startServer = async () => {
    server = spawn(process.execPath, ['--import', 'tsx', 'apps/server/src/main.ts'], {
      cwd: ROOT,
      stdio: ['ignore', 'inherit', 'ignore'],
      env: {
        ...process.env,
        ...{ NODE_ENV: 'production', DATABASE_URL: asRole(ownerUrl, 'app_rw', 'bench'), PORT: String(port) },
        ...{ DEMO: 'no', LOG_LEVEL: 'error' },
      },
    })
    await ready(url)
  }
  await startServer()
  return {
    ...{ ownerUrl, url, startServer },
    killServer: () => gone(server!, () => server!.kill('SIGKILL')),
    killDatabase: async () => {
      const postmaster = Number(
        readFileSync(join(folder, 'postgres', 'postmaster.pid'), 'utf8').split('\n')[0],
      )
      const children = spawnSync('pgrep', ['-P', String(postmaster)])
        .stdout.toString()
        .split('\n')
      // All of it at once, as when the plug is pulled: no process is left to tidy up after another.
      spawnSync('kill', ['-9', String(postmaster), ...children.filter(Boolean)])
      await database.ended
    },
    startDatabase: async () => {
      database = await start()
    },
    close: async () => {
      if (server?.exitCode === null && server.signalCode === null)
        await gone(server, () => server!.kill('SIGTERM'))
      await database.stop()
    },
  }
}

async function gone(child: ChildProcess, kill: () => void): Promise<void> {
  const ended = new Promise((resolve) => child.once('exit', resolve))
  kill()
  await ended
}

/** Waits until a server says that it and its database answer. */
export async function ready(url: string): Promise<void> {
  for (const end = Date.now() + UP_WITHIN_MS; Date.now() < end; await pause(50)) {
    const reply = await fetch(`${url}/health/ready`, { signal: AbortSignal.timeout(2000) }).catch(() => null)
    if (reply?.ok) return
  }
  throw new Error('the server did not come back within a minute')
}
