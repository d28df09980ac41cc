import { timingSafeEqual } from 'node:crypto'
import type { FastifyInstance, FastifyRequest } from 'fastify'
import pg from 'pg'
import { Gauge, Histogram, Registry, collectDefaultMetrics } from 'prom-client'
import { changesOf, type Database } from '../db/connect'
import type { Jobs } from './jobs'
import { BookError } from './problems'

export interface Operation {
  db: Database
  pool: pg.Pool
  databaseUrl: string
  jobs: Jobs
  metricsToken?: string
}

const LOOPBACK = new Set(['127.0.0.1', '::1', '::ffff:127.0.0.1'])
export const isLoopback = (address: string) => LOOPBACK.has(address)

const ANSWER_WITHIN_MS = 2000
const SECONDS = [0.005, 0.02, 0.05, 0.1, 0.2, 0.3, 0.5, 1, 2, 5, 10]

/**
 * What whoever runs the server asks it, beside the book: is it alive, may it be sent requests, how is it doing.
 * `/health/live` answers as long as the process does; `/health/ready` asks the database, and says no while the server stops.
 */
export function serveOperation(
  app: FastifyInstance,
  { db, pool, databaseUrl, jobs, metricsToken }: Operation,
): void {
  // A line of its own: whether the database answers is known even while every other line is taken.
  const own = new pg.Pool({
    ...{ connectionString: databaseUrl, max: 1, connectionTimeoutMillis: ANSWER_WITHIN_MS },
    query_timeout: ANSWER_WITHIN_MS,
  })
  own.on('error', () => undefined)
  own.on('connect', (client) => client.on('error', () => undefined))
  app.addHook('onClose', () => own.end())
  const figures = new Registry()
  collectDefaultMetrics({ register: figures, prefix: 'hatch_book_' })
  const answered = new Histogram({
    name: 'hatch_book_request_seconds',
    help: 'How long requests took, by route and status',
    labelNames: ['method', 'route', 'status'] as const,
    buckets: SECONDS,
    registers: [figures],
  })
  gauge(figures, 'hatch_book_database_connections', 'Connections to the database', () => pool.totalCount)
  gauge(figures, 'hatch_book_database_connections_idle', 'Of these, unused', () => pool.idleCount)
  gauge(
    figures,
    'hatch_book_database_waiting',
    'Requests that wait for a connection',
    () => pool.waitingCount,
  )
  gauge(figures, 'hatch_book_live_streams', 'Devices that listen for changes', () => app.live.listening)

  for (const [of, help] of [
    ['lastSuccess', 'When work done by itself last succeeded'],
    ['lastFailure', 'When work done by itself last failed'],
  ] as const)
    gaugeOfJobs(
      figures,
      `hatch_book_job_${of === 'lastSuccess' ? 'success' : 'failure'}_time_seconds`,
      help,
      jobs,
      (job) => (job[of] ? job[of].getTime() / 1000 : 0),
    )
  gaugeOfJobs(
    figures,
    'hatch_book_job_failing_books',
    'Books in which a background job fails',
    jobs,
    (job) => job.failingBooks,
  )

  let stopping = false
  app.addHook('preClose', (done) => {
    stopping = true
    done()
  })
  app.addHook('onResponse', (request, reply, done) => {
    const route = request.routeOptions.url ?? 'page'
    answered.observe(
      { method: request.method, route, status: String(reply.statusCode) },
      reply.elapsedTime / 1000,
    )
    done()
  })

  app.get('/health/live', { schema: { hide: true } }, () => ({ alive: true }))
  app.get('/health/ready', { schema: { hide: true } }, async (_request, reply) => {
    const no = (says: string) => reply.code(503).send({ ready: false, says })
    if (stopping) return no('stopping')
    try {
      await own.query('select any_book()')
    } catch {
      return no('the database cannot be reached')
    }
    if (!changesOf(db).hears) return no('changes made at other servers are not heard')
    // A job that fails is said, and keeps nobody out of the book.
    return { ready: true, jobs: jobs.overall() }
  })
  app.get('/metrics', { schema: { hide: true } }, async (request, reply) => {
    if (!maySeeFigures(request, metricsToken)) throw new BookError('not-found')
    return reply.type(figures.contentType).send(await figures.metrics())
  })
}

function gauge(figures: Registry, name: string, help: string, read: () => number): void {
  new Gauge({
    ...{ name, help, registers: [figures] },
    collect() {
      this.set(read())
    },
  })
}

function gaugeOfJobs(
  figures: Registry,
  name: string,
  help: string,
  jobs: Jobs,
  read: (job: ReturnType<Jobs['overall']>[number]) => number,
): void {
  new Gauge({
    ...{ name, help, labelNames: ['job'], registers: [figures] },
    collect() {
      for (const job of jobs.overall()) this.set({ job: job.name }, read(job))
    },
  })
}

/** Figures go to this machine, or to who knows the token; anybody else is not even told that there are any. */
function maySeeFigures(request: FastifyRequest, token: string | undefined): boolean {
  if (!token) return isLoopback(request.ip)
  const given = Buffer.from((request.headers.authorization ?? '').replace(/^Bearer /, ''))
  const wanted = Buffer.from(token)
  return given.length === wanted.length && timingSafeEqual(given, wanted)
}
