import { booksApi, type BookChanged, type Touched } from '@hatch-book/contract'
import { sql } from 'drizzle-orm'
import type { FastifyInstance, FastifyReply } from 'fastify'
import pg from 'pg'
import { bookTopic, CHANNEL, noticeOf, type BookChanges } from '../db/changes'
import type { Database, Transaction } from '../db/connect'
import { actorOf } from './actor'
import { serve } from './serve'

const BEAT_MS = 25_000
/** PostgreSQL refuses longer notices. */
const LONGEST_NOTICE = 7900

type Tell = (data: string) => void

declare module 'fastify' {
  interface FastifyInstance {
    live: LiveTopics
  }
}

/** Sends data to whoever listens to a topic, on every server; from a transaction when that commits. */
export async function publish(via: Transaction | Database, topic: string, data: string): Promise<void> {
  const notice = noticeOf(topic, data)
  if (notice.length > LONGEST_NOTICE) throw new RangeError(`a notice of ${notice.length} letters is too long`)
  await via.execute(sql`select pg_notify(${CHANNEL}, ${notice})`)
}

/** Tells every open page of the book what the program changed by itself; what a request changes is told when it commits. */
export const announce = (tx: Transaction, bookId: string, touched: Touched) =>
  publish(tx, bookTopic(bookId), JSON.stringify({ touched, from: '' } satisfies BookChanged))

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

/** So often the line of notices is asked whether it lives, and so long it may take to say so. */
const ASK_EVERY_MS = 5000
const ANSWER_WITHIN_MS = 3000
const AGAIN_MS = 1000

/**
 * The line on which the database tells of changes. One that is cut off, or that hangs without a word, is dropped and opened anew; meanwhile
 * nothing that was kept stands, and the server says that it is not ready.
 */
class NoticeLine {
  private client: pg.Client | null = null
  private closing = false
  private timer: ReturnType<typeof setTimeout> | undefined

  constructor(
    private readonly url: string,
    private readonly changes: BookChanges,
    private readonly live: LiveTopics,
  ) {}

  async open(): Promise<void> {
    const client = new pg.Client({
      ...{
        connectionString: this.url,
        connectionTimeoutMillis: ANSWER_WITHIN_MS,
        query_timeout: ANSWER_WITHIN_MS,
      },
    })
    client.on('error', () => undefined)
    client.on('notification', ({ payload = '', processId }) => {
      this.changes.hearNotice(payload, processId)
      this.live.hear(payload)
    })
    client.once('end', () => this.lost(client))
    await client.connect()
    await client.query(`listen ${CHANNEL}`)
    if (this.closing) return client.end()
    this.client = client
    this.changes.listens(true)
    this.askLater(client)
  }

  private askLater(client: pg.Client): void {
    this.timer = setTimeout(() => {
      client.query('select 1').then(
        () => this.client === client && this.askLater(client),
        () => this.drop(client),
      )
    }, ASK_EVERY_MS).unref()
  }

  private drop(client: pg.Client): void {
    // It may hang: no goodbye is waited for.
    ;(client as unknown as { connection: { stream: { destroy(): void } } }).connection.stream.destroy()
    this.lost(client)
  }

  private lost(client: pg.Client): void {
    if (this.client !== client) return
    this.client = null
    clearTimeout(this.timer)
    this.changes.listens(false)
    this.again()
  }

  private again(): void {
    if (this.closing) return
    this.timer = setTimeout(() => {
      this.open().catch(() => this.again())
    }, AGAIN_MS).unref()
  }

  async close(): Promise<void> {
    this.closing = true
    clearTimeout(this.timer)
    const { client } = this
    this.client = null
    await client?.end()
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
  const line = new NoticeLine(url, changes, live)
  await line.open()
  app.addHook('preClose', async () => {
    live.end()
    await line.close()
  })
  serve(app, booksApi.liveChanges, (request, reply) => {
    live.stream(reply, bookTopic(actorOf(request).bookId))
  })
}
