import { setTimeout } from 'node:timers/promises'
import { sql } from 'drizzle-orm'
import type { FastifyBaseLogger } from 'fastify'
import type { Database } from '../db/connect'

/** After a failure a book is tried again after so long, and twice as long after each further one. */
const RETRY_MS = 60_000
/** A job that hangs holds up no stop. */
const STOP_WITHIN_MS = 5000
const LONGEST_RETRY_MS = 30 * 60_000

/** Work that the server does by itself, again and again. */
export interface Job {
  /** What a keeper calls it, such as 'Reminders'. */
  name: string
  everyMs: number
  /** Does it in one book; what it throws stops neither other books nor the next try. */
  work(bookId: string): Promise<void>
  /** Which books; every book that is open where it is left out. */
  books?(): Promise<string[]>
  /** Called where even the books could not be asked for; the database is away, mostly. */
  couldNotLook?(): void
}

/** How a job goes in one book, as this server did it. */
export interface JobState {
  name: string
  lastSuccess: Date | null
  lastFailure: Date | null
  /** Failures since the last success. */
  failures: number
}

interface Running extends JobState {
  nextTry: number
}

/**
 * What the server does by itself. Each job has its turn in each book on its own: one book that fails is written down, told of and tried
 * again later, and the others go on. What was done last is asked for by the page of messages, the figures and the health of the server.
 */
export class Jobs {
  private readonly jobs: Job[] = []
  private readonly states = new Map<string, Running>()
  private readonly timers = new Set<NodeJS.Timeout>()
  private readonly underWay = new Map<string, Promise<void>>()
  /** When each job last knew in which books it had something to do. */
  private readonly looked = new Map<string, Date>()
  private closing = false

  constructor(
    private readonly db: Database,
    private readonly log: FastifyBaseLogger,
  ) {}

  add(job: Job): void {
    this.jobs.push(job)
  }

  get names(): string[] {
    return this.jobs.map((j) => j.name)
  }

  start(): void {
    for (const job of this.jobs) this.plan(job)
  }

  private plan(job: Job): void {
    if (this.closing) return
    const timer = globalThis
      .setTimeout(() => {
        this.timers.delete(timer)
        void this.runJob(job).then(() => this.plan(job))
      }, job.everyMs)
      .unref()
    this.timers.add(timer)
  }

  /** Does a job in every book now; never beside itself. */
  async run(name: string): Promise<void> {
    const job = this.jobs.find((j) => j.name === name)
    if (!job) throw new RangeError(`there is no job '${name}'`)
    await this.runJob(job)
  }

  private runJob(job: Job): Promise<void> {
    const before = this.underWay.get(job.name) ?? Promise.resolve()
    const mine = before.then(() => this.lookIntoAll(job))
    this.underWay.set(job.name, mine)
    return mine
  }

  private async lookIntoAll(job: Job): Promise<void> {
    let books: string[]
    try {
      books = await (job.books?.() ?? this.allBooks())
    } catch (error) {
      this.log.error({ err: error, job: job.name }, 'what is done by itself could not look into the books')
      job.couldNotLook?.()
      return
    }
    this.looked.set(job.name, new Date())
    for (const bookId of books) {
      if (this.closing) return
      await this.runIn(job, bookId)
    }
  }

  private async allBooks(): Promise<string[]> {
    const { rows } = await this.db.execute<{ book_id: string }>(sql`select book_id from books_there()`)
    return rows.map((r) => r.book_id)
  }

  private async runIn(job: Job, bookId: string): Promise<void> {
    const key = `${job.name} ${bookId}`
    const state = this.states.get(key) ?? {
      ...{ name: job.name, lastSuccess: null, lastFailure: null, failures: 0, nextTry: 0 },
    }
    this.states.set(key, state)
    if (Date.now() < state.nextTry) return
    try {
      await job.work(bookId)
      Object.assign(state, { lastSuccess: new Date(), failures: 0, nextTry: 0 })
    } catch (error) {
      const failures = state.failures + 1
      const pause = Math.min(LONGEST_RETRY_MS, RETRY_MS * 2 ** (failures - 1))
      Object.assign(state, { lastFailure: new Date(), failures, nextTry: Date.now() + pause })
      this.log.error({ err: error, job: job.name, bookId, failures }, 'something done by itself failed')
    }
  }

  /** How each job goes in a book; one that had no turn yet has neither success nor failure. */
  of(bookId: string): JobState[] {
    return this.jobs.map(({ name, books }) => {
      const state = this.states.get(`${name} ${bookId}`)
      // Of a job that chooses its books, having found nothing to do in this one is its success.
      const looked = books ? (this.looked.get(name) ?? null) : null
      return {
        ...{
          name,
          lastSuccess: state?.failures ? state.lastSuccess : (looked ?? state?.lastSuccess ?? null),
        },
        ...{ lastFailure: state?.lastFailure ?? null, failures: state?.failures ?? 0 },
      }
    })
  }

  /** How each job goes over all books: the latest of each, and in how many books it fails just now. */
  overall(): (Omit<JobState, 'failures'> & { failingBooks: number })[] {
    return this.jobs.map(({ name }) => {
      const all = [...this.states.values()].filter((s) => s.name === name)
      const latest = (of: 'lastSuccess' | 'lastFailure') =>
        all.reduce<Date | null>((at, s) => (s[of] && (!at || s[of] > at) ? s[of] : at), null)
      return {
        ...{ name, lastSuccess: latest('lastSuccess'), lastFailure: latest('lastFailure') },
        failingBooks: all.filter((s) => s.failures > 0).length,
      }
    })
  }

  /** Waits for what is under way; nothing begins any more. */
  async stop(): Promise<void> {
    this.closing = true
    this.timers.forEach((timer) => clearTimeout(timer))
    await Promise.race([
      Promise.all(this.underWay.values()),
      setTimeout(STOP_WITHIN_MS, undefined, { ref: false }),
    ])
  }
}
