import { timingSafeEqual } from 'node:crypto'
import { sql } from 'drizzle-orm'
import type { FastifyInstance, FastifyRequest } from 'fastify'
import type pg from 'pg'
import { Gauge, Histogram, Registry, collectDefaultMetrics } from 'prom-client'
import type { Database } from '../db/connect'
import { BookError } from './problems'

export interface Operation {
  db: Database
  pool: pg.Pool
  metricsToken?: string
}

const LOOPBACK = new Set(['127.0.0.1', '::1', '::ffff:127.0.0.1'])
export const isLoopback = (address: string) => LOOPBACK.has(address)

const SECONDS = [0.005, 0.02, 0.05, 0.1, 0.2, 0.3, 0.5, 1, 2, 5, 10]

/**
 * What whoever runs the server asks it, beside the book: is it alive, may it be sent requests, how is it doing.
 * `/health/live` answers as long as the process does; `/health/ready` asks the database, and says no while the server stops.
 */
export function serveOperation(app: FastifyInstance, { db, pool, metricsToken }: Operation): void {
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
    if (stopping) return reply.code(503).send({ ready: false, says: 'stopping' })
    try {
      await db.execute(sql`select any_book()`)
      return { ready: true }
    } catch {
      return reply.code(503).send({ ready: false, says: 'the database cannot be reached' })
    }
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

/** Figures go to this machine, or to who knows the token; anybody else is not even told that there are any. */
function maySeeFigures(request: FastifyRequest, token: string | undefined): boolean {
  if (!token) return isLoopback(request.ip)
  const given = Buffer.from((request.headers.authorization ?? '').replace(/^Bearer /, ''))
  const wanted = Buffer.from(token)
  return given.length === wanted.length && timingSafeEqual(given, wanted)
}
