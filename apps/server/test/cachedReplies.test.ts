import {
  entryKinds,
  EVERY_ROUTE,
  isReading,
  isStale,
  newId,
  touchedByEntry,
  type EntryInput,
  type ReadingRoute,
  type Touched,
} from '@hatch-book/contract'
import { isAct } from '@hatch-book/core'
import { emptyCaches } from '../src/db/cache'
import { rebuildBook } from '../src/db/rebuild'
import { ACTS, readyForEveryKind, SAID } from './everyKind'
import { entry, openServer, TODAY, write, type Reply, type TestServer } from './support'
import { ADDRESSES, hearTold, QUERIES } from './told'
import { openWholeBook, type WholeBook } from './wholeBook'

/*
 * Whatever is written, no room goes on saying what it had worked out before: it says the same as one that works it all out anew. And no open
 * page goes on showing it: whatever an endpoint answers otherwise than before, the pages are told to ask again for.
 */
let server: TestServer
let whole: WholeBook
let told: ReturnType<typeof hearTold>
beforeAll(async () => {
  server = await openServer()
  whole = await openWholeBook(server, 'Kept')
  told = hearTold(server, whole.book.id)
})
afterAll(() => server.close())

/** The rooms that keep anything of what they worked out, themselves or by others. */
const LOOKED_AT = [
  ...['animals', 'readiness', 'rearing', 'season', 'round', 'round?days=30', 'review'],
  ...['clutches', 'pairings', 'rests', 'cohorts', 'colonies', 'protocols'],
]
test('every kind of entry is tried here, each once', () => {
  const acts = entryKinds.filter((kind) => isAct(kind))
  expect([...Object.keys(SAID), 'struck', ...acts].sort()).toEqual([...entryKinds].sort())
  expect(ACTS.map(([name]) => name)).toEqual(expect.arrayContaining(acts))
})

/** Why it was not taken; nothing where it was. */
const refusal = async (reply: Promise<Reply>) => {
  const { status, body } = await reply
  return status === 200 ? '' : `${status} ${body.detail} ${JSON.stringify(body.fields ?? [])}`
}

/** When somebody was seen last changes by itself, with the clock. */
const textOf = ({ status, body }: Reply) =>
  `${status} ${JSON.stringify(body).replace(/"seenAt":"[^"]*"/g, '"seenAt":""')}`

type Replies = Record<string, string>
const readRoom = async (room: string) =>
  [room, textOf(await whole.book.as.keeper('GET', `/api/${room}`))] as const
/** As an open page does, all at once. */
const readAll = async (): Promise<Replies> => Object.fromEntries(await Promise.all(LOOKED_AT.map(readRoom)))
/** One after the other, so that what they share is worked out once. */
const workOutAll = async (): Promise<Replies> => {
  emptyCaches()
  const replies: Replies = {}
  for (const room of LOOKED_AT) replies[room] = (await readRoom(room))[1]
  return replies
}
/** Where two texts part, with what stands around. */
function firstDifference(a: string, b: string): string {
  let i = 0
  while (i < a.length && a[i] === b[i]) i++
  const around = (text: string) => text.slice(Math.max(0, i - 60), i + 60)
  return `kept: …${around(a)}…\nanew: …${around(b)}…`
}

/** Every endpoint that reads and finds something in this book, at one address or several. */
const asked = (): { route: ReadingRoute; url: string }[] =>
  EVERY_ROUTE.filter(isReading)
    // What the server does by itself is told there too, and changes by itself.
    .filter(
      (r) =>
        r.path !== '/api/messages' &&
        r.reply &&
        r.permission !== 'public' &&
        (!r.path.includes(':') || ADDRESSES[r.path]),
    )
    .flatMap((route) => {
      const ids = ADDRESSES[route.path]?.(whole) ?? ['']
      const query = QUERIES[route.path]
      return ids.map((id) => ({
        route,
        url: `${route.path.replace(/:\w+/, id)}${query ? `?${query}` : ''}`,
      }))
    })
/** What each answered when it was read last, and nothing was told of it since; not of those that have to be asked again anyway. */
const before = new Map<string, string>()
const read = async (url: string) => textOf(await whole.book.as.owner('GET', url))
/** Reads, before something is written, whatever may go unmentioned: what is known to be told of needs no comparing. */
async function readBefore(toBeTold: Touched): Promise<void> {
  const unread = asked().filter(({ route, url }) => !before.has(url) && !isStale(route.reads, toBeTold))
  await Promise.all(unread.map(async ({ url }) => before.set(url, await read(url))))
}
/** What is answered otherwise than before, and nobody was told to ask again for. */
async function untold(toBeTold: Touched): Promise<string[]> {
  const touched = await told.since()
  const quiet = asked().filter(({ route, url }) => {
    if (isStale(route.reads, touched)) before.delete(url)
    return !isStale(route.reads, touched)
  })
  const says = quiet.map(async ({ url }) => {
    const was = before.get(url)
    const now = await read(url)
    before.set(url, now)
    if (was === undefined) return `${url} was to be told of by ${String(toBeTold)}, and was not`
    return now === was ? '' : `${url}, told of ${String(touched)}\n${firstDifference(was, now)}`
  })
  return (await Promise.all(says)).filter((said) => said !== '')
}

async function outOfDate(): Promise<string[]> {
  const kept = await readAll()
  const anew = await workOutAll()
  return LOOKED_AT.filter((room) => kept[room] !== anew[room]).map(
    (room) => `${room}\n${firstDifference(kept[room]!, anew[room]!)}`,
  )
}

describe('no room says what it kept from before', () => {
  beforeAll(async () => {
    await readyForEveryKind(whole)
    await readAll()
    await told.since()
  })
  let hour = 0
  const at = () => `${TODAY}T12:${String(hour++ % 60).padStart(2, '0')}:00.000Z`
  test.each(Object.entries(SAID))('%s', async (_kind, said) => {
    const draft = { id: newId(), at: at(), ...said(whole) } as EntryInput
    const toBeTold = touchedByEntry(draft)
    await readBefore(toBeTold)
    expect(await refusal(write(whole.book, [draft], 'owner'))).toBe('')
    expect(await outOfDate()).toEqual([])
    expect(await untold(toBeTold)).toEqual([])
  })
  test('striking out', async () => {
    const { entries } = (await whole.book.as.keeper('GET', '/api/entries?limit=500')).body
    const last = new Map(entries.map((e: { kind: string }) => [e.kind, e]))
    for (const kind of ['weighed', 'introduced', 'counted'] as const) {
      const { id: strikes, subject } = last.get(kind) as { id: string; subject: EntryInput['subject'] }
      const strike = { ...entry('struck', subject.type, subject.id, { reason: 'a slip' }), strikes, at: at() }
      await readBefore([])
      expect(await refusal(write(whole.book, [strike], 'owner'))).toBe('')
      expect(await outOfDate()).toEqual([])
      expect(await untold([])).toEqual([])
    }
  })
  test.each(ACTS)('%s', async (_what, act) => {
    await readBefore([])
    expect(await refusal(act(whole))).toBe('')
    expect(await outOfDate()).toEqual([])
    expect(await untold([])).toEqual([])
  })
  test('what is kept beside the log says the same as the log', async () => {
    const kept = await readAll()
    await rebuildBook(server.db, whole.book.id)
    expect(await workOutAll()).toEqual(kept)
  })
})
