import { existsSync } from 'node:fs'
import type { Socket } from 'node:net'
import compress from '@fastify/compress'
import cookie from '@fastify/cookie'
import helmet from '@fastify/helmet'
import rateLimit from '@fastify/rate-limit'
import serveStatic from '@fastify/static'
import Fastify from 'fastify'
import { changesOf, connect, type Database } from '../db/connect'
import { NO_WAYS, type WaysOut } from './way'
import { checkPermissions, keepWhoActs } from './actor'
import { serveLiveChanges } from './live'
import { Jobs } from './jobs'
import { describeApi } from './openapi'
import { logOptions } from './logging'
import { isLoopback, serveOperation } from './operation'
import { answerErrors, answerProblem, problem } from './problems'
import { validateByContract, type ValibotProvider } from './validation'
import type { BookApp } from './bookApp'

export type { BookApp }

declare module 'fastify' {
  interface FastifyInstance {
    /** What the server does by itself. */
    jobs: Jobs
  }
}

export interface Rooms {
  db: Database
  /** Sign-in of the demo book, shown on the sign-in page; null on a server without one. */
  demoSignIn: { email: string; password: string } | null
  /** By what messages leave the server. */
  waysOut: WaysOut
}

/** The routes of one room. */
export type BookRoutes = (app: BookApp, rooms: Rooms) => void

export interface AppOptions {
  /** Address of the database as the application's role. */
  databaseUrl: string
  /** Folder of the built web application; none in tests of the server alone. */
  webFolder?: string
  demoSignIn?: Rooms['demoSignIn']
  rooms: readonly BookRoutes[]
  /** By what messages leave the server; by nothing where it is left out. */
  waysOut?: WaysOut
  /** From which level on the log is written; none where it is left out. */
  logLevel?: string
  /** Connections to the database at most; 10 where it is left out. */
  connections?: number
  /** Addresses of proxies that are believed, with commas. */
  trustProxy?: string
  metricsToken?: string
  /** How long closing waits for what is being answered, milliseconds; two seconds where it is left out. */
  graceMs?: number
}

const LARGEST_FILE = 30 * 1024 * 1024

/** Builds the server: every guard first, then the rooms, then the pages. */
export async function buildApp(options: AppOptions): Promise<BookApp> {
  const { db, pool } = connect(options.databaseUrl, options.connections)
  const app = Fastify({
    logger: logOptions(options.logLevel ?? null),
    bodyLimit: LARGEST_FILE,
    trustProxy: options.trustProxy || false,
    // What is being answered is answered to its end; who only holds the line is let go.
    forceCloseConnections: 'idle',
    // The key of a link is two identifiers and a secret.
    routerOptions: { maxParamLength: 200 },
    // An address that is none leads nowhere, in the words of every other one that does.
    frameworkErrors: (_error, _request, reply) => {
      void answerProblem(reply as never, problem('not-found'))
    },
  }).withTypeProvider<ValibotProvider>() as unknown as BookApp
  app.addHook('onClose', () => pool.end())
  letGo(app, options.graceMs ?? 2000)
  answerErrors(app as never)
  validateByContract(app as never)
  await app.register(cookie)
  // On the machine itself squeezing only costs time.
  app.addHook('onRequest', (request, _reply, done) => {
    if (request.url.startsWith('/api/') && isLoopback(request.ip)) request.headers['x-no-compression'] = '1'
    done()
  })
  // A list of ten thousand is squeezed while somebody waits for it: lightly.
  await app.register(compress, { threshold: 2048, encodings: ['gzip', 'deflate'], zlibOptions: { level: 4 } })
  await app.register(helmet, {
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        'default-src': ["'none'"],
        'script-src': ["'self'", "'wasm-unsafe-eval'"],
        'style-src': ["'self'", "'unsafe-inline'"],
        'img-src': ["'self'", 'data:', 'blob:'],
        'font-src': ["'self'"],
        'connect-src': ["'self'"],
        'worker-src': ["'self'", 'blob:'],
        'manifest-src': ["'self'"],
        'form-action': ["'self'"],
        'frame-ancestors': ["'none'"],
        'base-uri': ["'none'"],
      },
    },
    strictTransportSecurity: false,
  })
  // Said only where the line is safe already: a book on the machine itself is reached without.
  app.addHook('onSend', (request, reply, payload, done) => {
    if (request.protocol === 'https') reply.header('strict-transport-security', 'max-age=31536000')
    done(null, payload)
  })
  await app.register(rateLimit, { global: false })
  app.addContentTypeParser(
    ['application/octet-stream', 'text/csv'],
    { parseAs: 'buffer' },
    (_request, body, done) => done(null, body),
  )
  checkPermissions(app as never, db)
  keepWhoActs(app as never)
  await describeApi(app as never)
  await serveLiveChanges(app as never, options.databaseUrl, changesOf(db))
  const jobs = new Jobs(db, app.log)
  app.decorate('jobs', jobs)
  serveOperation(app as never, {
    ...{ db, pool, jobs, databaseUrl: options.databaseUrl },
    metricsToken: options.metricsToken,
  })
  for (const routes of options.rooms)
    routes(app, { db, demoSignIn: options.demoSignIn ?? null, waysOut: options.waysOut ?? NO_WAYS })
  app.addHook('onReady', () => {
    jobs.start()
    return Promise.resolve()
  })
  app.addHook('preClose', () => jobs.stop())
  await servePages(app, options.webFolder)
  return app
}

/**
 * While the server closes, lines on which nothing is being asked are let go again and again: a stream of changes that was ended leaves its line
 * open for the next request, and browsers open lines in advance that they may never ask anything on; either would hold the server for a minute.
 * Who does not take an answer in time is let go too.
 */
function letGo(app: BookApp, graceMs: number): void {
  /** The open lines, with how many requests are under way on each. */
  const lines = new Map<Socket, number>()
  app.server.on('connection', (line: Socket) => {
    lines.set(line, 0)
    line.once('close', () => lines.delete(line))
  })
  const count = (line: Socket, by: number) => {
    const asked = lines.get(line)
    if (asked !== undefined) lines.set(line, asked + by)
  }
  app.server.on('request', ({ socket }, reply) => {
    count(socket, 1)
    reply.once('close', () => count(socket, -1))
  })
  app.addHook('preClose', (done) => {
    const sweep = setInterval(() => {
      for (const [line, asked] of lines) if (asked === 0) line.destroy()
    }, 50).unref()
    const last = setTimeout(() => {
      clearInterval(sweep)
      app.server.closeAllConnections()
    }, graceMs).unref()
    app.server.once('close', () => {
      clearInterval(sweep)
      clearTimeout(last)
    })
    done()
  })
}

async function servePages(app: BookApp, folder: string | undefined): Promise<void> {
  const built = folder !== undefined && existsSync(folder)
  if (built)
    await app.register(serveStatic, {
      root: folder,
      preCompressed: true,
      index: ['index.html'],
      setHeaders: (response, path) => {
        response.setHeader(
          'cache-control',
          path.includes('/assets/') ? 'public, max-age=31536000, immutable' : 'no-cache',
        )
      },
    })
  app.setNotFoundHandler((request, reply) => {
    const page =
      built && (request.method === 'GET' || request.method === 'HEAD') && !request.url.startsWith('/api/')
    return page ? reply.sendFile('index.html') : answerProblem(reply, problem('not-found'))
  })
}
