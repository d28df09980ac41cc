import { sql } from 'drizzle-orm'
import type { FastifyInstance, FastifyReply } from 'fastify'
import pg from 'pg'
import { CHANNEL, type BookChanges } from '../db/changes'
import type { Database, Transaction } from '../db/connect'
import { actorOf } from './actor'

const BEAT_MS = 25_000
/** PostgreSQL refuses longer notices. */
const LONGEST_NOTICE = 7900

type Tell = (data: string) => void

declare module 'fastify' {
  interface FastifyInstance {
    live: LiveTopics
  }
}

const bookTopic = (bookId: string) => `book:${bookId}`

const noticeOf = (topic: string, data: string) => `${topic}\n${data}`
/** What tells every device of the book that something changed, once it is sent on the channel. */
export const bookNotice = (bookId: string) => noticeOf(bookTopic(bookId), 'changed')

/** Sends data to whoever listens to a topic, on every server; from a transaction when that commits. */
export async function publish(via: Transaction | Database, topic: string, data: string): Promise<void> {
  const notice = noticeOf(topic, data)
  if (notice.length > LONGEST_NOTICE) throw new RangeError(`a notice of ${notice.length} letters is too long`)
  await via.execute(sql`select pg_notify(${CHANNEL}, ${notice})`)
}

/** Tells every device of the book that something changed. */
export const announce = (tx: Transaction, bookId: string) => publish(tx, bookTopic(bookId), 'changed')

/** Who listens to what on this server, fed by the database's notices. */
export class LiveTopics {
  private readonly listeners = new Map<string, Set<Tell>>()
  private readonly streams = new Set<NodeJS.WritableStream>()

  hear(notice: string): void {
    const cut = notice.indexOf('\n')
    this.listeners.get(notice.slice(0, cut))?.forEach((tell) => tell(notice.slice(cut + 1)))
  }

  /** Answers a request with a stream of server-sent events, one for each notice of its topic. */
  stream(reply: FastifyReply, topic: string, first?: string): void {
    reply.hijack()
    const stream = reply.raw
    stream.writeHead(200, {
      'content-type': 'text/event-stream',
      'cache-control': 'no-store',
      'x-accel-buffering': 'no',
    })
    stream.write('retry: 3000\n\n')
    const tell: Tell = (data) => stream.write(`data: ${data}\n\n`)
    if (first !== undefined) tell(first)
    const all = this.listeners.get(topic) ?? new Set()
    this.listeners.set(topic, all.add(tell))
    this.streams.add(stream)
    const beat = setInterval(() => stream.write(': still here\n\n'), BEAT_MS)
    stream.on('close', () => {
      clearInterval(beat)
      all.delete(tell)
      if (all.size === 0) this.listeners.delete(topic)
      this.streams.delete(stream)
    })
  }

  /** How many streams are open. */
  get listening(): number {
    return this.streams.size
  }

  end(): void {
    this.streams.forEach((stream) => stream.end())
  }
}

/** Listens to the database's notices and serves the book's own changes as server-sent events. */
export async function serveLiveChanges(
  app: FastifyInstance,
  url: string,
  changes: BookChanges,
): Promise<void> {
  const live = new LiveTopics()
  app.decorate('live', live)
  let client: pg.Client | null = null
  let closing = false

  async function listen(): Promise<void> {
    const next = new pg.Client({ connectionString: url })
    next.on('error', () => undefined)
    next.on('end', () => {
      changes.listens(false)
      if (!closing) setTimeout(() => void listen().catch(() => undefined), 1000).unref()
    })
    next.on('notification', ({ payload = '', processId }) => {
      changes.hearNotice(payload, processId)
      live.hear(payload)
    })
    await next.connect()
    await next.query(`listen ${CHANNEL}`)
    changes.listens(true)
    client = next
  }

  await listen()
  app.addHook('preClose', async () => {
    closing = true
    live.end()
    await client?.end()
  })
  app.get('/api/live', { config: { permission: 'read the book' } }, (request, reply) => {
    live.stream(reply, bookTopic(actorOf(request).bookId))
  })
}
