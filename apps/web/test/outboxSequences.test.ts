import 'fake-indexeddb/auto'
import { newId, type EntryInput } from '@hatch-book/contract'
import { evenStream } from '@hatch-book/core'
import { drop, post, sendKept, takeBackKept, useOutbox, type Who } from '../src/shell/outbox'

/*
 * Whatever the line does, in whatever order: two people write on one device, the server answers, is silent, stumbles, is cut off in the middle of
 * its answer, or refuses. In the end each entry is in the book once, or here with its reason; each person's stand in the order of writing.
 */
type Weather = 'clear' | 'silence' | 'cut' | 'busy' | 'stumbles'
const WEATHERS: readonly Weather[] = ['clear', 'clear', 'silence', 'cut', 'busy', 'stumbles']

/** A server that keeps what it is sent, once under each name. */
class Book {
  readonly entries: EntryInput[] = []
  weather: Weather = 'clear'
  answer(sent: readonly EntryInput[]): Response | null {
    if (this.weather === 'silence') return null
    if (this.weather === 'busy') return problem(503, 'busy', 'Try again in a minute.')
    if (this.weather === 'stumbles') return problem(500, 'internal', 'Something went wrong here.')
    const fault = sent.find((e) => textOf(e).startsWith('refused'))
    if (fault) return problem(422, 'invalid', 'It is not here any more.')
    const known = sent.filter((e) => this.entries.some((had) => had.id === e.id))
    this.entries.push(...sent.filter((e) => !known.includes(e)))
    // What was kept by the server, and never heard of here.
    if (this.weather === 'cut') return new Response('{"written":[', { status: 200 })
    return say(200, { written: [], known: known.map((e) => e.id), alike: [] })
  }
}
const say = (status: number, body: object) => new Response(JSON.stringify(body), { status })
const problem = (status: number, code: string, detail: string) =>
  say(status, { ...{ type: `urn:hatch-book:${code}`, title: detail }, ...{ status, code, detail } })
const textOf = (e: EntryInput) => (e.payload as { text: string }).text

let book: Book
beforeAll(() => Object.defineProperty(globalThis, 'navigator', { value: {}, configurable: true }))
beforeEach(async () => {
  book = new Book()
  globalThis.fetch = (_path: unknown, init?: RequestInit) => {
    const { entries } = JSON.parse(String(init?.body)) as { entries: EntryInput[] }
    const answer = book.answer(entries)
    return answer ? Promise.resolve(answer) : Promise.reject(new TypeError('no network'))
  }
  for (const act of useOutbox.getState().acts) await drop(act.id)
})

const BOOK = newId()
const PEOPLE: readonly (Who & { name: string })[] = ['Ottoline', 'Wren'].map((name) => ({
  ...{ name, bookId: BOOK, memberId: newId() },
}))

interface Told {
  who: string
  text: string
  /** What became of it at once, as the person was told. */
  heard: 'sent' | 'kept' | 'refused'
}

/** Lives through a night of one seed. */
async function liveThrough(seed: number): Promise<Told[]> {
  const even = evenStream(seed)
  const pick = <T>(from: readonly T[]): T => from[Math.floor(even() * from.length)]!
  const told: Told[] = []
  for (let step = 0; step < 40; step++) {
    book.weather = pick(WEATHERS)
    const who = pick(PEOPLE)
    const what = even()
    if (what < 0.7) {
      const text = `${even() < 0.12 ? 'refused' : 'ate'} ${step}`
      const entry: EntryInput = {
        ...{ id: newId(), kind: 'noted', subject: { type: 'animal', id: newId() } },
        ...{ at: '2026-05-20T12:00:00.000Z', payload: { text } },
      }
      const heard = await post([entry], text, who).catch(() => 'refused' as const)
      told.push({ who: who.name, text, heard })
    } else if (what < 0.95) await sendKept(who)
    else {
      // One that is still here is taken back, and never was.
      const [kept] = useOutbox.getState().acts.filter((a) => a.refused === '' && a.memberId === who.memberId)
      book.weather = 'silence'
      if (kept && (await takeBackKept(kept.entries.map((e) => e.id)))) {
        const text = textOf(kept.entries[0]!)
        const at = told.findIndex((t) => t.text === text)
        // Where the answer was cut off, the book may have it all the same; whoever takes it back here strikes it out there.
        if (!book.entries.some((e) => textOf(e) === text)) told.splice(at, 1)
      }
    }
  }
  book.weather = 'clear'
  for (const who of PEOPLE) await sendKept(who)
  return told
}

test.each(Array.from({ length: 40 }, (_, seed) => seed))('a night of two people, number %i', async (seed) => {
  const told = await liveThrough(seed)
  const left = useOutbox.getState().acts
  const inBook = book.entries.map(textOf)
  // Once, and no more.
  expect(new Set(inBook).size).toBe(inBook.length)
  // Nothing waits any more; what is still here says why.
  expect(left.filter((a) => a.refused === '')).toEqual([])
  for (const { text, heard } of told) {
    const isHere = left.some((a) => a.says === text)
    // Whoever heard that it was refused has it in hand; everybody else finds it in the book or here.
    if (heard === 'refused') expect([text, inBook.includes(text), isHere]).toEqual([text, false, false])
    else expect([text, inBook.includes(text) || isHere]).toEqual([text, true])
    if (heard === 'sent') expect(inBook).toContain(text)
  }
  // What was never told of is nowhere.
  expect(inBook.filter((text) => !told.some((t) => t.text === text))).toEqual([])
  for (const { name } of PEOPLE) {
    const theirs = told.filter((t) => t.who === name && inBook.includes(t.text)).map((t) => t.text)
    // One that was put aside and the others that went on are out of their order, and only those.
    expect(inBook.filter((text) => theirs.includes(text))).toEqual(theirs)
  }
})
