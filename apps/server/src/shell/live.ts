import { sql } from 'drizzle-orm'
import type { FastifyInstance } from 'fastify'
import pg from 'pg'
import type { Transaction } from '../db/connect'
import { actorOf } from './actor'

const CHANNEL = 'book_changed'

/** Tells every device of the book, on every server, that something changed; sent when the transaction commits. */
export async function announce(tx: Transaction, bookId: string): Promise<void> {
  await tx.execute(sql`select pg_notify(${CHANNEL}, ${bookId})`)
}

/** Server-sent events: one line per change of the book, fed by the database, so that they cross servers. */
export async function serveLiveChanges(app: FastifyInstance, url: string): Promise<void> {
  const listeners = new Map<string, Set<() => void>>()
  const streams = new Set<NodeJS.WritableStream>()
  let client: pg.Client | null = null
  let closing = false

  async function listen(): Promise<void> {
    const next = new pg.Client({ connectionString: url })
    next.on('error', () => undefined)
    next.on('end', () => {
      if (!closing) setTimeout(() => void listen().catch(() => undefined), 1000).unref()
    })
    next.on('notification', ({ payload }) => listeners.get(payload ?? '')?.forEach((tell) => tell()))
    await next.connect()
    await next.query(`listen ${CHANNEL}`)
    client = next
  }

  await listen()
  app.addHook('preClose', async () => {
    closing = true
    streams.forEach((stream) => stream.end())
    await client?.end()
  })
  app.get('/api/live', { config: { permission: 'read the book' } }, (request, reply) => {
    const { bookId } = actorOf(request)
    reply.hijack()
    const stream = reply.raw
    stream.writeHead(200, { 'content-type': 'text/event-stream', 'cache-control': 'no-store' })
    stream.write('retry: 3000\n\n')
    const tell = () => stream.write('data: changed\n\n')
    const all = listeners.get(bookId) ?? new Set()
    listeners.set(bookId, all.add(tell))
    streams.add(stream)
    const beat = setInterval(() => stream.write(': still here\n\n'), 25_000)
    stream.on('close', () => {
      clearInterval(beat)
      all.delete(tell)
      streams.delete(stream)
    })
  })
}
