import type { BookChanged, Topic, Touched as TouchedParts } from '@hatch-book/contract'

/** On which the database tells the servers of everything. */
export const CHANNEL = 'live'
const WROTE = 'wrote:'
/** PostgreSQL refuses notices of 8000 letters; more animals than these are told as 'something'. */
const MOST_NAMED = 200
/** So many changes back are remembered with what they touched. */
const REMEMBERED = 2000

/** The animals that were touched, or null where anything may have been. */
export type Touched = readonly string[] | null

/** What the database tells every server when a transaction that wrote something in a book commits: which animals, and which parts. */
export const wroteNotice = (bookId: string, touched: Touched, parts: TouchedParts) =>
  [
    `${WROTE}${bookId}`,
    touched && touched.length <= MOST_NAMED ? touched.join(',') : '',
    parts === 'everything' ? EVERYTHING : parts.join(','),
  ].join('\n')
const EVERYTHING = '*'
const listed = (text: string) => (text === '' ? [] : text.split(','))

/** What is told on a topic, as the database carries it. */
export const noticeOf = (topic: string, data: string) => `${topic}\n${data}`
export const bookTopic = (bookId: string) => `book:${bookId}`
/** What tells every open page of a book what was changed. */
export const pageNotice = (bookId: string, what: BookChanged) =>
  noticeOf(bookTopic(bookId), JSON.stringify(what))

interface Heard {
  count: number
  /** How often anything was written that somebody reads, how often everything, and how often each part. */
  writes: number
  everything: number
  parts: Map<Topic, number>
  /** What the last changes touched, the latest last. */
  last: Touched[]
}

/**
 * How often each book was changed, as far as this server has heard: what was worked out between two changes stands. The server's own changes
 * count at once, those of others when the database tells of them, some milliseconds after; its devices are told to look again by the
 * same notices. While the server does not hear, nothing stands.
 */
export class BookChanges {
  private readonly books = new Map<string, Heard>()
  private readonly ownLines = new Set<number>()
  private hearing = false
  /** Raised whenever something may have passed unheard. */
  private era = 0

  /** @param touched the animals @param parts of the book, as what reads and what writes names them */
  heard(bookId: string, touched: Touched, parts: TouchedParts = 'everything'): void {
    const book = this.books.get(bookId) ?? {
      ...{ count: 0, writes: 0, everything: 0, parts: new Map<Topic, number>(), last: [] },
    }
    book.count += 1
    if (parts === 'everything') book.everything += 1
    else for (const part of parts) book.parts.set(part, (book.parts.get(part) ?? 0) + 1)
    if (parts.length > 0) book.writes += 1
    book.last.push(touched)
    if (book.last.length > REMEMBERED) book.last.splice(0, REMEMBERED / 2)
    this.books.set(bookId, book)
  }

  /** Takes a notice of the database, if it is one of these and another server's. */
  hearNotice(notice: string, line: number): void {
    if (!notice.startsWith(WROTE) || this.ownLines.has(line)) return
    const [bookId = '', names = '', parts = EVERYTHING] = notice.slice(WROTE.length).split('\n')
    this.heard(
      bookId,
      names === '' ? null : names.split(','),
      parts === EVERYTHING ? 'everything' : (listed(parts) as Topic[]),
    )
  }

  /** A line of this server's own, on which it writes: what it says there is counted when it is said. */
  opened(line: number): void {
    this.ownLines.add(line)
  }
  closed(line: number): void {
    this.ownLines.delete(line)
  }

  /** The line on which notices come was opened, or was lost. */
  listens(does: boolean): void {
    this.hearing = does
    this.era += 1
  }

  /** Whether changes of other servers are heard just now. */
  get hears(): boolean {
    return this.hearing
  }

  /** Stands for the state of a book; null where it may have changed unheard. */
  stampOf(bookId: string): string | null {
    return this.hearing ? `${this.era}.${this.books.get(bookId)?.count ?? 0}` : null
  }

  /** Stands for the state of all that an answer rests on; null where it may have changed unheard. */
  stampOfParts(bookId: string, reads: readonly Topic[]): string | null {
    if (!this.hearing) return null
    const book = this.books.get(bookId)
    // Every write is in the log.
    const writes = reads.includes('log')
      ? (book?.writes ?? 0)
      : reads.reduce((sum, part) => sum + (book?.parts.get(part) ?? 0), book?.everything ?? 0)
    return `${this.era}.${writes}`
  }

  /** The animals that were touched since a stamp, all of them; null where anything may have changed. */
  touchedSince(bookId: string, stamp: string): Set<string> | null {
    const [era, count] = stamp.split('.').map(Number)
    const book = this.books.get(bookId)
    if (!this.hearing || era !== this.era) return null
    const ago = (book?.count ?? 0) - count!
    if (!book || ago === 0) return new Set()
    if (ago > book.last.length) return null
    const touched = new Set<string>()
    for (const names of book.last.slice(-ago)) {
      if (!names) return null
      for (const name of names) touched.add(name)
    }
    return touched
  }
}
