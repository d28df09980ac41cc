import { touchedTogether, type BookChanged, type Touched } from '@hatch-book/contract'
import { sql } from 'drizzle-orm'
import { CHANNEL } from '../src/db/changes'
import { noon, TODAY, type TestServer } from './support'
import type { WholeBook } from './wholeBook'

const MARK = 'test:mark'

/** Hears what the open pages of a book are told, over the same line as they. */
export function hearTold(server: TestServer, bookId: string): { since(): Promise<Touched> } {
  let heard: BookChanged[] = []
  let marked = () => {}
  const hear = server.app.live.hear.bind(server.app.live)
  server.app.live.hear = (notice) => {
    const [topic, data] = [notice.slice(0, notice.indexOf('\n')), notice.slice(notice.indexOf('\n') + 1)]
    if (topic === `book:${bookId}`) heard.push(JSON.parse(data) as BookChanged)
    if (topic === MARK) marked()
    hear(notice)
  }
  return {
    /** What was told since this was asked last. Notices come in the order in which they were sent: once ours is here, all before it are. */
    async since() {
      const arrived = new Promise<void>((resolve) => (marked = resolve))
      await server.db.execute(sql`select pg_notify(${CHANNEL}, ${`${MARK}\n`})`)
      await arrived
      const told = touchedTogether(heard.map((h) => h.touched))
      heard = []
      return told
    },
  }
}

/** Where each endpoint that reads finds something in a whole book: what its parameters are, and what has to be asked. */
export const ADDRESSES: Readonly<Record<string, (w: WholeBook) => readonly string[]>> = {
  '/api/animals/:id': (w) => [w.female, w.young],
  '/api/animals/:id/verdicts': (w) => [w.female],
  '/api/animals/:id/hand-over': (w) => [w.young],
  '/api/clutches/:id': (w) => [w.clutch, w.counted],
  '/api/pairings/:id': (w) => [w.pairing],
  '/api/protocols/:id': (w) => [w.protocolOf('CS')],
  '/api/protocols/:id/file': (w) => [w.protocolOf('CS')],
  '/api/genes/:protocolId': (w) => [w.protocolOf('CS')],
  '/api/pairing-scenes/:protocolId': (w) => [w.protocolOf('CS')],
  '/api/places/:id/bands/proposed': (w) => [w.tub],
  '/api/probes/:id/series': (w) => [w.incubator],
}
export const QUERIES: Readonly<Record<string, string>> = {
  '/api/register': `from=2020-01-01&to=${TODAY}`,
  '/api/rearing/meals': `by=${TODAY}`,
  '/api/round': 'days=30',
  '/api/probes/:id/series': `from=${noon('2026-05-01')}&to=${noon(TODAY)}`,
}
